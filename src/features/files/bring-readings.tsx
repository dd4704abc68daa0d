'use client';

import { FileUp } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { ENCODING_WORDS } from '@/core/exchange/import/encoding';
import type { ImportRecord } from '@/core/exchange/views';
import type { HouseRules } from '@/core/rules/house-rules';
import { Button } from '@/ui/button';
import { Problems } from '@/ui/problems';
import { useSite } from '@/ui/site';
import { ColumnMapping } from './column-mapping';
import { FileDrop } from './file-drop';
import { PreviewTable } from './preview-table';
import { saveRefused } from './save-refused';
import { useBringing } from './use-bringing';

/** A file of readings, from choosing it to storing its good rows: nothing is stored before one has seen them. */
export function BringReadings({
  rules,
  onStored,
}: {
  readonly rules: HouseRules;
  readonly onStored: (made: ImportRecord) => void;
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
      <h2 className="text-xl font-semibold">Bring readings in</h2>
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
  if (preview.state === 'idle' || preview.state === 'refused') return null;
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
