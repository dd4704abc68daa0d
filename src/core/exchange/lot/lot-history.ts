import type { LotRow } from '../arrival-views';

/** A rack with the steps that can be taken back and those that can be done again. */
export interface LotHistory {
  readonly rows: readonly LotRow[];
  readonly past: readonly (readonly LotRow[])[];
  readonly future: readonly (readonly LotRow[])[];
  /** What the last step changed, so that typing on in one cell is one step. */
  readonly touching: string | null;
}

/** Steps that are kept; the rows in them are shared, so that a step costs one row. */
const MOST_STEPS = 200;

export function newHistory(rows: readonly LotRow[]): LotHistory {
  return { rows, past: [], future: [], touching: null };
}

/** A change. Changes one after another with the same `touching` count as one step. */
export function changed(
  history: LotHistory,
  rows: readonly LotRow[],
  touching: string | null = null,
): LotHistory {
  const goesOn = touching !== null && touching === history.touching;
  const past = goesOn ? history.past : [...history.past, history.rows].slice(-MOST_STEPS);
  return { rows, past, future: [], touching };
}

/** One step back; the same history where there is none. */
export function undone(history: LotHistory): LotHistory {
  const before = history.past.at(-1);
  if (!before) return history;
  const { past, future, rows } = history;
  return { rows: before, past: past.slice(0, -1), future: [rows, ...future], touching: null };
}

/** One step forward again; the same history where none was taken back. */
export function redone(history: LotHistory): LotHistory {
  const [after, ...future] = history.future;
  if (!after) return history;
  return { rows: after, past: [...history.past, history.rows], future, touching: null };
}
