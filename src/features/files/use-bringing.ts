import { useReducer, useRef } from 'react';
import { uuidv7 } from 'uuidv7';
import type { ImportRecord } from '@/core/exchange/arrival-views';
import { chunksOf } from '@/core/exchange/import/chunks';
import { decoded, encodingOf } from '@/core/exchange/import/encoding';
import { firstRows } from '@/core/exchange/import/import-blocks';
import { IMPORT_LIMITS, tooLarge } from '@/core/exchange/import/limits';
import { mappedHeader } from '@/core/exchange/import/mapping';
import { fail, type Problem, type Result, succeed } from '@/core/quantity/result';
import type { HouseRules } from '@/core/rules/house-rules';
import { problemsOf } from '@/ui/api';
import { useSite } from '@/ui/site';
import { bringing, type Chosen, type FileHead, NOTHING_CHOSEN, readAs } from './bringing';
import { storeImport } from './store-import';
import { usePreview } from './use-preview';

/** Enough of a file to hold its header row. */
const HEAD_BYTES = 256_000;
/** Enough rows to see how its dates are written. */
const SAMPLE_ROWS = 500;

/** Brings a file of readings in: opens it, reads it as it is mapped, stores its good rows or stops. */
export function useBringing(rules: HouseRules, onStored: (made: ImportRecord) => void) {
  const [state, tell] = useReducer(bringing, NOTHING_CHOSEN);
  const { preview, read, stop, clear } = usePreview();
  const storing = useRef<AbortController | null>(null);
  const newest = useRef('');

  const { zone } = useSite();
  const look = ({ file, encoding, header, mapping, fixed, dateOrder }: Chosen) => {
    const dates = dateOrder && { order: dateOrder, zone };
    if (mappedHeader(header, mapping, fixed).ok) {
      read({ file, encoding, readAs: { mapping, fixed, dates }, rules });
    } else clear();
  };
  const choose = async (file: File) => {
    if (storing.current) return;
    const importId = uuidv7();
    newest.current = importId;
    clear();
    tell({ kind: 'choose', importId });
    const head = await headOf(file);
    if (newest.current !== importId) return;
    const event = { kind: 'opened', importId, file, head } as const;
    tell(event);
    const next = bringing({ step: 'opening', importId }, event);
    if (next.step === 'chosen') look(next.chosen);
  };
  const change = (changed: Partial<Pick<Chosen, 'mapping' | 'fixed' | 'dateOrder'>>) => {
    if (state.step !== 'chosen') return;
    tell({ kind: 'read_as', change: changed });
    look(readAs(state.chosen, changed));
  };
  const store = async (technicianId: string) => {
    if (state.step !== 'chosen' || storing.current) return;
    const { file, mapping, fixed, dateOrder, importId } = state.chosen;
    const stopping = new AbortController();
    storing.current = stopping;
    tell({ kind: 'store' });
    const meta = {
      id: importId,
      technicianId,
      name: file.name.slice(0, 120),
      mapping,
      fixed,
      seenRuns: preview.good,
      ...(dateOrder ? { dateOrder } : {}),
    };
    const { signal } = stopping;
    const onProgress = (runs: number) => tell({ kind: 'stored', runs });
    const reply = await storeImport({ meta, file, signal, onStored: onProgress });
    storing.current = null;
    const problems = signal.aborted ? [STOPPED] : problemsOf(reply);
    tell({ kind: 'ended', problems });
    if (problems.length > 0 || 'unreachable' in reply || !reply.ok) return;
    clear();
    onStored(reply.value);
  };
  return {
    state,
    preview,
    choose,
    change,
    store,
    stopReading: stop,
    stopStoring: () => storing.current?.abort(),
    readAgain: () => state.step === 'chosen' && look(state.chosen),
  };
}

const STOPPED: Problem = {
  field: 'import',
  found: '',
  expected: '',
  message: 'Stopped. Nothing was stored.',
};

/** How a file is written and its header row. */
async function headOf(file: File): Promise<Result<FileHead>> {
  const tooBig = tooLarge(file.size, IMPORT_LIMITS.bytes);
  if (tooBig) return fail(tooBig);
  const encoding = await encodingOf(chunksOf(file));
  const rows = await firstRows(decoded(chunksOf(file.slice(0, HEAD_BYTES)), encoding), SAMPLE_ROWS);
  if (!rows.ok) return rows;
  const [header = [], ...sample] = rows.value;
  return succeed({ encoding, header, sample });
}
