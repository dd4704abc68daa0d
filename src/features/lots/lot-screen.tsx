'use client';

import { Printer, Redo2, Tags, Undo2 } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { uuidv7 } from 'uuidv7';
import {
  type CellPlace,
  filledWhereBlank,
  pasted,
  withCell,
  withMoreRows,
  withoutRow,
} from '@/core/exchange/lot/edit-lot';
import { LotJudge } from '@/core/exchange/lot/judge-lot';
import { isBlankRow, LOT_PLAN, LOT_STEPS, type LotStep } from '@/core/exchange/lot/lot-grid';
import { changed, type LotHistory, newHistory, redone, undone } from '@/core/exchange/lot/lot-history';
import { gradeGroups, stepForWork, type WorkList, workLists } from '@/core/exchange/lot/lot-summary';
import type { ImportRecord, LotRecord, LotRow } from '@/core/exchange/views';
import type { Problem } from '@/core/quantity/result';
import type { HouseRules } from '@/core/rules/house-rules';
import { problemsOf, send } from '@/ui/api';
import { Button, buttonClass } from '@/ui/button';
import { Key } from '@/ui/key';
import { Problems } from '@/ui/problems';
import { useSite } from '@/ui/site';
import { LotGrid } from './lot-grid';
import { Sorting, WorkLists } from './lot-side';
import { useKnown } from './use-known';
import { type LotStoreState, unsentOf, useLotStore } from './use-lot-store';

interface Props {
  readonly lot: LotRecord;
  readonly rules: HouseRules;
}

/** Blank rows that wait under the last battery of the rack. */
const SPARE_ROWS = 1;

/** A rack of batteries, graded in one go: typed down, judged while typing, sorted, stored as runs. */
export function LotScreen({ lot, rules }: Props) {
  const readOnly = lot.importId !== null;
  const store = useLotStore(lot);
  const [name, setName] = useState(lot.name);
  const [history, setHistory] = useState(() => newHistory(lot.rows));
  const [step, setStep] = useState<LotStep>('label');
  const [filter, setFilter] = useState<WorkList | null>(null);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [more, setMore] = useState('10');
  const [goTo, setGoTo] = useState<CellPlace | null>(null);
  const place = useRef<CellPlace>({ row: 0, column: 'tag' });
  const { rows } = history;
  const known = useKnown(rows);
  const judge = useMemo(() => new LotJudge(rules), [rules]);
  const shown = useMemo(() => withSpare(rows, readOnly), [rows, readOnly]);
  const judged = useMemo(() => judge.judge(shown, known), [judge, shown, known]);
  // What stands beside the grid follows when the typing leaves time for it.
  const settled = useDeferredValue(judged);
  const lists = useMemo(() => workLists(settled), [settled]);
  const groups = useMemo(() => gradeGroups(settled), [settled]);
  const good = judged.filter(({ kind }) => kind === 'good').length;
  const bad = judged.filter(({ kind }) => kind === 'bad').length;
  useUnsent(lot, readOnly, setName, setHistory);
  useSaving(store.save, readOnly, name, rows, lot);

  const change = useCallback((edit: (before: LotHistory) => LotHistory) => {
    setProblems([]);
    setHistory(edit);
  }, []);
  const onType = useCallback(
    (at: CellPlace, text: string) =>
      change((before) => changed(before, withCell(before.rows, at, text), `${at.row} ${at.column}`)),
    [change],
  );
  const columns = LOT_PLAN[step].columns;
  // What a row is handed stays the same from keystroke to keystroke, so that only the row that is typed in is drawn anew.
  const latest = useRef({ rows, columns });
  latest.current = { rows, columns };
  const onPaste = useCallback((at: CellPlace, text: string) => {
    const now = latest.current;
    const shownColumns = now.columns.includes('tag') ? now.columns : (['tag', ...now.columns] as const);
    const read = pasted(now.rows, at, text, shownColumns);
    setProblems(read.ok ? [] : read.problems);
    if (read.ok) setHistory((before) => changed(before, read.value));
  }, []);
  const onFillDown = useCallback(
    (at: CellPlace) => change((before) => changed(before, filledWhereBlank(before.rows, at))),
    [change],
  );
  const onRemove = useCallback(
    (row: number) => change((before) => changed(before, withoutRow(before.rows, row))),
    [change],
  );
  const onFocus = useCallback((at: CellPlace) => {
    place.current = at;
  }, []);
  useHistoryKeys(readOnly, change);

  const addRows = (count: number) => {
    if (!(count >= 1)) return;
    const next = withMoreRows(rows, count);
    const first = Math.max(0, next.length - count);
    change((before) => changed(before, next));
    setFilter(null);
    setStep('label');
    setGoTo({ row: first, column: (next[first]?.tag ?? '') === '' ? 'tag' : 'construction' });
  };
  const gridRows = useMemo(() => {
    const all = shown.map((row, at) => ({ at, row, judgement: judged[at] ?? ({ kind: 'blank' } as const) }));
    return filter ? all.filter(({ at }) => filter.rows.includes(at)) : all;
  }, [shown, judged, filter]);
  const choose = useCallback((list: WorkList | null) => {
    setFilter(list);
    const next = list && stepForWork(list.work);
    if (next) setStep(next);
  }, []);
  return (
    <main className="mx-auto grid max-w-[100rem] gap-3 px-4 py-3">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="sr-only">Lot {name}</h1>
        <input
          aria-label="Name of the rack"
          value={name}
          readOnly={readOnly}
          maxLength={120}
          className="min-h-12 w-64 rounded-md border border-transparent bg-transparent px-2 text-xl font-semibold hover:border-line-strong"
          onChange={(event) => setName(event.target.value)}
        />
        <p className="mr-auto text-soft" aria-live="polite">
          {readOnly ? 'stored as runs' : STATE_WORDS[store.state]}
        </p>
        <Link href={`/lots/${lot.id}/report`} className={buttonClass()}>
          <Printer size={18} aria-hidden="true" /> Report
        </Link>
        {readOnly && (
          <Link href={`/labels?lot=${lot.id}`} className={buttonClass()}>
            <Tags size={18} aria-hidden="true" /> Labels
          </Link>
        )}
        <StoreLot lot={lot} good={good} bad={bad} store={store} onProblems={setProblems} />
      </div>
      <Problems problems={store.state === 'overtaken' ? [OVERTAKEN, ...problems] : problems} />
      <div className="flex flex-wrap items-center gap-x-2 gap-y-2">
        <div role="tablist" aria-label="Step" className="flex flex-wrap gap-1">
          {LOT_STEPS.map((id) => (
            <button
              key={id}
              type="button"
              role="tab"
              aria-selected={step === id}
              className={`min-h-11 rounded-md px-4 ${step === id ? 'bg-harbour font-semibold text-harbour-ink' : 'bg-sheet hover:bg-harbour-wash'}`}
              onClick={() => setStep(id)}
            >
              {LOT_PLAN[id].label}
            </button>
          ))}
        </div>
        {!readOnly && (
          <div className="ml-auto flex flex-wrap items-center gap-2">
            <Button
              aria-label="Undo"
              disabled={history.past.length === 0}
              onClick={() => change(undone)}
              title="Ctrl Z"
            >
              <Undo2 size={18} aria-hidden="true" />
            </Button>
            <Button
              aria-label="Redo"
              disabled={history.future.length === 0}
              onClick={() => change(redone)}
              title="Ctrl Y"
            >
              <Redo2 size={18} aria-hidden="true" />
            </Button>
            <Button onClick={() => onFillDown(place.current)} title="Ctrl D">
              Fill down
            </Button>
            <form
              className="flex items-center gap-1"
              onSubmit={(event) => {
                event.preventDefault();
                addRows(Math.floor(Number(more)));
              }}
            >
              <input
                aria-label="How many more batteries"
                inputMode="numeric"
                value={more}
                maxLength={3}
                className="figures min-h-12 w-14 rounded-md border border-line-strong bg-sheet px-2 text-right"
                onChange={(event) => setMore(event.target.value.replace(/\D/g, ''))}
              />
              <Button type="submit">more rows</Button>
            </form>
          </div>
        )}
      </div>
      {filter && (
        <p className="flex flex-wrap items-center gap-3">
          Only the {filter.rows.length} rows of one list are shown.
          <Button onClick={() => setFilter(null)}>Show the whole rack</Button>
        </p>
      )}
      <div className="grid items-start gap-4 xl:grid-cols-[minmax(0,1fr)_17rem]">
        <div className="grid min-w-0 gap-2">
          <LotGrid
            rows={gridRows}
            columns={columns}
            readOnly={readOnly}
            goTo={goTo}
            onNewRow={() => !filter && onType({ row: rows.length, column: 'tag' }, '')}
            {...{ onType, onPaste, onFillDown, onRemove, onFocus }}
          />
          {!readOnly && <KeysLine />}
        </div>
        <div className="grid gap-4 md:grid-cols-2 xl:grid-cols-1">
          <WorkLists lists={lists} chosen={filter?.work ?? null} onChoose={choose} />
          <Sorting groups={groups} rules={rules} />
        </div>
      </div>
    </main>
  );
}

const STATE_WORDS: Readonly<Record<LotStoreState, string>> = {
  stored: 'kept',
  storing: 'keeping …',
  waiting: 'the server does not answer: kept in this browser, sent again soon',
  overtaken: 'changed elsewhere',
};

const OVERTAKEN: Problem = {
  ...{ field: 'lot', found: '', expected: '' },
  message: 'This rack was changed elsewhere meanwhile. Load the page again to go on from there.',
};

function KeysLine() {
  return (
    <p className="flex flex-wrap items-center gap-x-4 gap-y-1 text-sm">
      <span>
        <Key>Enter</Key> down
      </span>
      <span>
        <Key>Shift Enter</Key> up
      </span>
      <span>
        <Key>Ctrl D</Key> fill down
      </span>
      <span>
        <Key>Ctrl Z</Key> undo
      </span>
      <span>
        <Key>Ctrl Y</Key> redo
      </span>
      <span>
        <Key>Ctrl V</Key> puts a piece of a spreadsheet in, by its headings where it has them
      </span>
    </p>
  );
}

/** The rack with a blank row under it to type into. */
function withSpare(rows: readonly LotRow[], readOnly: boolean): readonly LotRow[] {
  const last = rows.at(-1);
  return readOnly || (last && isBlankRow(last))
    ? rows
    : [...rows, ...Array.from({ length: SPARE_ROWS }, () => ({}))];
}

/** What this browser had typed and could not send before the page was closed comes back. */
function useUnsent(
  lot: LotRecord,
  readOnly: boolean,
  setName: (name: string) => void,
  setHistory: (history: LotHistory) => void,
): void {
  useEffect(() => {
    const unsent = readOnly ? null : unsentOf(lot);
    if (!unsent) return;
    setName(unsent.name);
    setHistory(newHistory(unsent.rows));
  }, [lot, readOnly, setName, setHistory]);
}

function useSaving(
  save: (name: string, rows: readonly LotRow[]) => void,
  readOnly: boolean,
  name: string,
  rows: readonly LotRow[],
  lot: LotRecord,
): void {
  const kept = useRef<{ name: string; rows: readonly LotRow[] }>({ name: lot.name, rows: lot.rows });
  useEffect(() => {
    const same = kept.current.name === name && kept.current.rows === rows;
    if (readOnly || same || name.trim() === '') return;
    kept.current = { name, rows };
    save(name, rows);
  }, [save, readOnly, name, rows]);
}

function useHistoryKeys(readOnly: boolean, change: (edit: (before: LotHistory) => LotHistory) => void): void {
  useEffect(() => {
    if (readOnly) return;
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey)) return;
      const key = event.key.toLowerCase();
      const forward = key === 'y' || (key === 'z' && event.shiftKey);
      if (!forward && key !== 'z') return;
      event.preventDefault();
      change(forward ? redone : undone);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [readOnly, change]);
}

function StoreLot({
  lot,
  good,
  bad,
  store,
  onProblems,
}: {
  readonly lot: LotRecord;
  readonly good: number;
  readonly bad: number;
  readonly store: ReturnType<typeof useLotStore>;
  readonly onProblems: (problems: readonly Problem[]) => void;
}) {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const [importId, setImportId] = useState(uuidv7);
  const keep = async () => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    await store.flush();
    const reply = await send<ImportRecord>(`/api/lots/${lot.id}/store`, {
      ...{ id: lot.id, importId, technicianId, seenRevision: store.seenRevision(), seenRuns: good },
    });
    onProblems(problemsOf(reply));
    if (!('unreachable' in reply) && reply.ok) router.refresh();
  };
  const undo = async () => {
    const technicianId = whoIsHere();
    if (technicianId === null || lot.importId === null) return;
    const reply = await send<ImportRecord>(`/api/imports/${lot.importId}/undo`, {
      ...{ importId: lot.importId, technicianId },
    });
    onProblems(problemsOf(reply));
    setImportId(uuidv7());
    if (!('unreachable' in reply) && reply.ok) router.refresh();
  };
  if (lot.importId !== null) return <Button onClick={undo}>Take the runs back</Button>;
  return (
    <Button tone="main" disabled={good === 0 || store.state === 'overtaken'} onClick={keep}>
      Store {good} {good === 1 ? 'run' : 'runs'}
      {bad > 0 && `, leave ${bad} out`}
    </Button>
  );
}
