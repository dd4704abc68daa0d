'use client';

import { FileUp } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { uuidv7 } from 'uuidv7';
import { headerOf } from '@/core/exchange/import/import-blocks';
import { IMPORT_LIMITS, tooLarge } from '@/core/exchange/import/limits';
import { type FixedCells, type Mapping, mappedHeader, suggestMapping } from '@/core/exchange/import/mapping';
import type { ImportRecord } from '@/core/exchange/views';
import { type Problem, problem } from '@/core/quantity/result';
import type { HouseRules } from '@/core/rules/house-rules';
import { problemsOf } from '@/ui/api';
import { Button } from '@/ui/button';
import { Problems } from '@/ui/problems';
import { useSite } from '@/ui/site';
import { ColumnMapping } from './column-mapping';
import { FileDrop } from './file-drop';
import { PreviewTable } from './preview-table';
import { storeImport } from './store-import';
import { usePreview } from './use-preview';

interface Chosen {
  readonly file: File;
  readonly header: readonly string[];
  readonly mapping: Mapping;
  readonly fixed: FixedCells;
  /** One id for this file, so that storing it twice stores it once. */
  readonly importId: string;
}

/** Enough of a file to hold its header row. */
const HEAD_BYTES = 256_000;

/** A file of readings, from choosing it to storing its good rows: nothing is stored before one has seen them. */
export function BringReadings({
  rules,
  onStored,
}: {
  readonly rules: HouseRules;
  readonly onStored: (made: ImportRecord) => void;
}) {
  const { whoIsHere } = useSite();
  const router = useRouter();
  const { preview, read, stop, clear } = usePreview();
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [stored, setStored] = useState<number | null>(null);
  const storing = useRef<AbortController | null>(null);

  const begin = (next: Chosen) => {
    setChosen(next);
    const mapped = mappedHeader(next.header, next.mapping, next.fixed);
    setProblems([]);
    if (mapped.ok) read(next.file, { mapping: next.mapping, fixed: next.fixed }, rules);
    else clear();
  };
  const take = async (file: File) => {
    clear();
    setChosen(null);
    const tooBig = tooLarge(file.size, IMPORT_LIMITS.bytes);
    const header = tooBig ? null : await headerOf(headText(file));
    if (tooBig) return setProblems([tooBig]);
    if (!header?.ok) return setProblems(header?.problems ?? []);
    if (header.value.length === 0)
      return setProblems([problem('file', '', 'a header row and rows under it')]);
    if (header.value.length > IMPORT_LIMITS.columns) {
      return setProblems([problem('columns', header.value.length, `at most ${IMPORT_LIMITS.columns}`)]);
    }
    begin({
      ...{ file, header: header.value, importId: uuidv7(), fixed: {} },
      mapping: suggestMapping(header.value),
    });
  };
  const store = async () => {
    const technicianId = whoIsHere();
    if (!chosen || technicianId === null) return;
    const { file, mapping, fixed, importId } = chosen;
    storing.current = new AbortController();
    setStored(0);
    const meta = {
      id: importId,
      technicianId,
      name: file.name.slice(0, 120),
      mapping,
      fixed,
      seenRuns: preview.good,
    };
    const reply = await storeImport({ meta, file, signal: storing.current.signal, onStored: setStored });
    setStored(null);
    if (storing.current.signal.aborted) return setProblems([STOPPED]);
    setProblems(problemsOf(reply));
    if ('unreachable' in reply || !reply.ok) return;
    clear();
    setChosen(null);
    onStored(reply.value);
    router.refresh();
  };
  return (
    <section aria-label="Bring readings in" className="grid grid-cols-1 gap-4">
      <h2 className="text-xl font-semibold">Bring readings in</h2>
      <FileDrop label="Choose a CSV file of readings" accept=".csv,text/csv,text/plain" onFile={take}>
        <FileUp size={20} aria-hidden="true" />
        {chosen ? chosen.file.name : 'Choose a CSV file, or drop it here'}
      </FileDrop>
      <Problems problems={problems} />
      {chosen && (
        <>
          <ColumnMapping
            key={chosen.importId}
            header={chosen.header}
            mapping={chosen.mapping}
            fixed={chosen.fixed}
            onChange={(mapping) => begin({ ...chosen, mapping })}
            onFix={(fixed) => begin({ ...chosen, fixed })}
          />
          <Problems problems={preview.problems} />
          {preview.state !== 'idle' && preview.state !== 'refused' && (
            <div className="flex flex-wrap items-center gap-x-6 gap-y-2" aria-live="polite">
              <p className="mr-auto text-lg">
                <strong className="figures">{preview.good}</strong> can be stored,{' '}
                <strong className="figures">{preview.rows.length - preview.good}</strong> refused
                {preview.state === 'reading' && <> · read {percentOf(preview.bytesRead, chosen.file.size)}</>}
                {preview.state === 'stopped' && <> · stopped before the end</>}
              </p>
              {preview.state === 'reading' && <Button onClick={stop}>Stop</Button>}
              {preview.state === 'stopped' && <Button onClick={() => begin(chosen)}>Read again</Button>}
              {stored !== null && (
                <>
                  <progress
                    className="h-3 w-40 accent-harbour"
                    max={preview.good}
                    value={stored}
                    aria-label="Stored"
                  />
                  <Button onClick={() => storing.current?.abort()}>Stop, store nothing</Button>
                </>
              )}
              {preview.state === 'done' && stored === null && (
                <Button tone="main" large disabled={preview.good === 0} onClick={store}>
                  Store {preview.good} {preview.good === 1 ? 'run' : 'runs'}
                </Button>
              )}
            </div>
          )}
          {preview.rows.length > 0 && <PreviewTable rows={preview.rows} />}
        </>
      )}
    </section>
  );
}

const STOPPED: Problem = {
  ...{ field: 'import', found: '', expected: '' },
  message: 'Stopped. Nothing was stored.',
};

async function* headText(file: File): AsyncGenerator<string> {
  const head = await file.slice(0, HEAD_BYTES).text();
  yield head;
}

const percentOf = (part: number, whole: number) => `${Math.min(100, Math.floor((100 * part) / whole))} %`;
