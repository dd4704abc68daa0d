'use client';

import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import type { LotRecord, LotRow } from '@/core/exchange/arrival-views';
import {
  type CellPlace,
  filledWhereBlank,
  withCell,
  withMoreRows,
  withoutRow,
} from '@/core/exchange/lot/edit-lot';
import { LotJudge } from '@/core/exchange/lot/judge-lot';
import { isBlankRow } from '@/core/exchange/lot/lot-grid';
import { changed, type LotHistory, newHistory, redone, undone } from '@/core/exchange/lot/lot-history';
import { gradeGroups, workLists } from '@/core/exchange/lot/lot-summary';
import { type Piece, readPiece, type Shown, withPiece } from '@/core/exchange/lot/paste-lot';
import type { UsedColumn } from '@/core/exchange/readings-csv/columns';
import type { Problem } from '@/core/quantity/result';
import type { TemperatureUnit } from '@/core/quantity/temperature';
import type { HouseRules } from '@/core/rules/house-rules';
import { useSite } from '@/ui/site';
import { useKnown } from './use-known';
import { dropUnsent, type Kept, unsentOf, useLotStore } from './use-lot-store';

type Edit = (before: LotHistory) => LotHistory;
type InSight = Pick<Shown, 'order' | 'whole'>;

/** A rack as it is typed: its rows with their history, what each comes to, and where they are kept. */
export function useLot(lot: LotRecord, rules: HouseRules, columns: readonly UsedColumn[]) {
  const { temperatureUnit: unit } = useSite();
  const [pasting, setPasting] = useState<Piece | null>(null);
  const sight = useRef<InSight>({ order: null, whole: true });
  const readOnly = lot.importId !== null;
  const store = useLotStore(lot);
  const [name, setName] = useState(lot.name);
  const [history, setHistory] = useState(() => newHistory(lot.rows));
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const { rows } = history;
  const change = useCallback((edit: Edit) => {
    setProblems([]);
    setHistory(edit);
  }, []);
  const left = useLeftHere(lot, readOnly, (kept) => {
    setName(kept.name);
    setHistory((before) => changed(before, kept.rows));
  });
  useSaving(store.save, readOnly, { name, rows }, lot);
  useHistoryKeys(readOnly, change);
  return {
    readOnly,
    store,
    name,
    setName,
    history,
    rows,
    problems,
    setProblems,
    change,
    left,
    judged: useJudged(rows, readOnly, rules),
    edits: useEdits(change, setProblems, setPasting, { rows, columns, unit, sight }),
    pasting,
    setPasting,
    /** Says which rows are on the screen, and in which order. */
    show: (now: InSight) => {
      sight.current = now;
    },
    putPiece: (piece: Piece) => {
      setPasting(null);
      change((before) => changed(before, withPiece(before.rows, piece)));
    },
    /** More batteries under the last; answers with the cell where one goes on typing. */
    addRows: (count: number): CellPlace => {
      const next = withMoreRows(rows, count);
      const row = Math.max(0, next.length - count);
      change((before) => changed(before, next));
      return { row, column: (next[row]?.tag ?? '') === '' ? 'tag' : 'construction' };
    },
  };
}

function useJudged(rows: readonly LotRow[], readOnly: boolean, rules: HouseRules) {
  const known = useKnown(rows);
  const judge = useMemo(() => new LotJudge(rules), [rules]);
  const shown = useMemo(() => withSpare(rows, readOnly), [rows, readOnly]);
  const each = useMemo(() => judge.judge(shown, known), [judge, shown, known]);
  // What stands beside the grid follows when the typing leaves time for it.
  const settled = useDeferredValue(each);
  const lists = useMemo(() => workLists(settled), [settled]);
  const groups = useMemo(() => gradeGroups(settled), [settled]);
  const counted = (kind: 'good' | 'bad') => each.filter((judgement) => judgement.kind === kind).length;
  return { known, shown, each, lists, groups, good: counted('good'), bad: counted('bad') };
}

/** The rack with a blank row under it to type into. */
function withSpare(rows: readonly LotRow[], readOnly: boolean): readonly LotRow[] {
  const last = rows.at(-1);
  return readOnly || (last && isBlankRow(last)) ? rows : [...rows, {}];
}

/** The edits of single cells. They stay the same from keystroke to keystroke, so that only the row that is typed in is drawn anew. */
function useEdits(
  change: (edit: Edit) => void,
  setProblems: (problems: readonly Problem[]) => void,
  setPasting: (piece: Piece) => void,
  now: {
    readonly rows: readonly LotRow[];
    readonly columns: readonly UsedColumn[];
    readonly unit: TemperatureUnit;
    readonly sight: { readonly current: InSight };
  },
) {
  const latest = useRef(now);
  latest.current = now;
  return useMemo(
    () => ({
      onType: (at: CellPlace, text: string) =>
        change((before) => changed(before, withCell(before.rows, at, text), `${at.row} ${at.column}`)),
      onPaste: (at: CellPlace, text: string) => {
        const { rows, columns, unit, sight } = latest.current;
        const all = columns.includes('tag') ? columns : (['tag', ...columns] as const);
        const { order, whole } = sight.current;
        const inRack = order?.filter((row) => row < rows.length) ?? null;
        const read = readPiece(rows, at, text, { columns: all, unit, order: inRack, whole });
        setProblems(read.ok ? [] : read.problems);
        if (read.ok) setPasting(read.value);
      },
      onFillDown: (at: CellPlace) =>
        change((before) =>
          changed(before, filledWhereBlank(before.rows, at, latest.current.sight.current.order)),
        ),
      onRemove: (row: number) => change((before) => changed(before, withoutRow(before.rows, row))),
    }),
    [change, setProblems, setPasting],
  );
}

/**
 * What this browser had typed and could not send before the page was closed: it comes back by itself where nobody has
 * changed the rack since, else it is offered.
 */
function useLeftHere(lot: LotRecord, readOnly: boolean, use: (kept: Kept) => void) {
  const [offered, setOffered] = useState<Kept | null>(null);
  const useIt = useRef(use);
  useIt.current = use;
  useEffect(() => {
    const unsent = readOnly ? null : unsentOf(lot.id);
    if (unsent?.seenRevision === lot.revision) return useIt.current(unsent);
    // The server may have taken it and only its answer was lost.
    const taken = unsent?.name === lot.name && JSON.stringify(unsent.rows) === JSON.stringify(lot.rows);
    if (taken) dropUnsent(lot.id);
    setOffered(taken ? null : unsent);
  }, [lot, readOnly]);
  const settle = (take: boolean) => {
    if (take && offered) use(offered);
    dropUnsent(lot.id);
    setOffered(null);
  };
  return { offered, settle };
}

interface Typed {
  readonly name: string;
  readonly rows: readonly LotRow[];
}

function useSaving(
  save: (name: string, rows: readonly LotRow[]) => void,
  readOnly: boolean,
  { name, rows }: Typed,
  lot: LotRecord,
): void {
  const kept = useRef<Typed>({ name: lot.name, rows: lot.rows });
  useEffect(() => {
    const same = kept.current.name === name && kept.current.rows === rows;
    if (readOnly || same || name.trim() === '') return;
    kept.current = { name, rows };
    save(name, rows);
  }, [save, readOnly, name, rows]);
}

function useHistoryKeys(readOnly: boolean, change: (edit: Edit) => void): void {
  useEffect(() => {
    if (readOnly) return;
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey)) return;
      // A field beside the grid, such as the name, undoes its own typing.
      const { target } = event;
      if (target instanceof HTMLInputElement && !target.closest('table')) return;
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
