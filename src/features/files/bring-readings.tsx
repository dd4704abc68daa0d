'use client';

import { FileUp } from 'lucide-react';
import { useRouter } from 'next/navigation';
import type { ImportRecord } from '@/core/exchange/arrival-views';
import { ENCODING_WORDS } from '@/core/exchange/import/encoding';
import { holdsReadings } from '@/core/exchange/import/mapping';
import type { HouseRules } from '@/core/rules/house-rules';
import { Button } from '@/ui/button';
import { Link } from '@/ui/link';
import { Problems } from '@/ui/problems';
import { useSite } from '@/ui/site';
import { ColumnMapping } from './column-mapping';
import { DatesWritten } from './dates-written';
import { ExampleKey } from './example-key';
import { FileDrop } from './file-drop';
import { PreviewTable } from './preview-table';
import { saveRefused } from './save-refused';
import { useBringing } from './use-bringing';

/** A file of readings, from choosing it to storing its good rows: nothing is stored before one has seen them. */
export function BringReadings({
  rules,
  onStored,
  onList,
}: {
  readonly rules: HouseRules;
  readonly onStored: (made: ImportRecord) => void;
  /** A file that holds no readings is a list of batteries, and belongs elsewhere. */
  readonly onList: (file: File) => void;
}) {
  const router = useRouter();
  const bringing = useBringing(rules, (made) => {
    onStored(made);
    router.refresh();
  });
  const { state, preview, choose, change } = bringing;
  const chosen = state.step === 'chosen' || state.step === 'storing' ? state.chosen : null;
  return (
    <section aria-label="Bring readings in" className="grid grid-cols-1 gap-4">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <h2 className="text-xl font-semibold">Bring readings in</h2>
        <ExampleKey of="readings" />
      </div>
      <p className="-mt-2 text-soft">
        A row a battery and moment: what was measured, by these names or others that you say. Each row is
        judged, shown, and stored as a finished run; batteries that are new are registered. The{' '}
        <Link href="/guide/readings" className="underline underline-offset-4">
          columns
        </Link>{' '}
        are those of the list of finished runs.
      </p>
      <FileDrop
        label="Choose a CSV file of readings"
        accept=".csv,text/csv,text/plain"
        onFile={choose}
        busy={state.step === 'storing'}
      >
        <FileUp size={20} aria-hidden="true" />
        {chosen ? chosen.file.name : 'Choose a CSV file, or drop it here'}
      </FileDrop>
      <Problems problems={'problems' in state ? state.problems : []} />
      {chosen && (
        <>
          <ColumnMapping
            key={chosen.importId}
            header={chosen.header}
            mapping={chosen.mapping}
            fixed={chosen.fixed}
            onChange={(mapping) => change({ mapping })}
            onFix={(fixed) => change({ fixed })}
          />
          {!holdsReadings(chosen.mapping) && (
            <div className="sheet flex flex-wrap items-center gap-3 border-warn px-4 py-3">
              <p className="mr-auto text-warn">
                No column of this file holds a reading. Each row would become a run without one.
              </p>
              <Button onClick={() => onList(chosen.file)}>Bring it in as a list of batteries</Button>
            </div>
          )}
          <DatesWritten chosen={chosen} onChoose={(dateOrder) => change({ dateOrder })} />
          {ENCODING_WORDS[chosen.encoding] && (
            <p className="text-soft">
              The file is {ENCODING_WORDS[chosen.encoding]} and is read as such: look whether its letters are
              right.
            </p>
          )}
          <Problems problems={preview.problems} />
          <Progress bringing={bringing} bytes={chosen.file.size} />
          {preview.rows.length > 0 && (
            <PreviewTable rows={preview.rows} onSaveRefused={() => saveRefused(chosen, preview)} />
          )}
        </>
      )}
    </section>
  );
}

/** How far the file is read or stored, and the key for what comes next. */
function Progress({
  bringing,
  bytes,
}: {
  readonly bringing: ReturnType<typeof useBringing>;
  readonly bytes: number;
}) {
  const { whoIsHere } = useSite();
  const { state, preview, store, stopReading, stopStoring, readAgain } = bringing;
  if (preview.state === 'idle') return null;
  if (preview.state === 'refused') {
    return (
      <Button className="justify-self-start" onClick={readAgain}>
        Read again
      </Button>
    );
  }
  const storeNow = () => {
    const technicianId = whoIsHere();
    if (technicianId !== null) void store(technicianId);
  };
  return (
    <div className="flex flex-wrap items-center gap-x-6 gap-y-2" aria-live="polite">
      <p className="mr-auto text-lg">
        <strong className="figures">{preview.good}</strong> can be stored,{' '}
        <strong className="figures">{preview.rows.length - preview.good}</strong> refused
        {preview.state === 'reading' && <> · read {percentOf(preview.bytesRead, bytes)}</>}
        {preview.state === 'stopped' && <> · stopped before the end</>}
      </p>
      {preview.state === 'reading' && <Button onClick={stopReading}>Stop</Button>}
      {preview.state === 'stopped' && <Button onClick={readAgain}>Read again</Button>}
      {state.step === 'storing' && (
        <>
          <progress
            className="h-3 w-40 accent-harbour"
            max={preview.good}
            value={state.stored}
            aria-label="Stored"
          />
          <Button onClick={stopStoring}>Stop, store nothing</Button>
        </>
      )}
      {preview.state === 'done' && state.step === 'chosen' && (
        <Button tone="main" large disabled={preview.good === 0} onClick={storeNow}>
          Store {preview.good} {preview.good === 1 ? 'run' : 'runs'}
        </Button>
      )}
    </div>
  );
}

const percentOf = (part: number, whole: number) => `${Math.min(100, Math.floor((100 * part) / whole))} %`;
