/** A stretch of time in which somebody can put a battery on a charger or take one off. */
export interface Shift {
  readonly fromMs: number;
  readonly toMs: number;
  /** Nobody is there, but somebody can be called: it can be done, and is to be avoided. */
  readonly onCall: boolean;
}

/** Who may be asked for a change-over: those who are there, or those on call as well. */
export type Hands = 'there' | 'on_call';

const MS_PER_MINUTE = 60_000;

/**
 * The first moment from here on at which hands can change a battery over.
 * @param shifts in the order of time, none over another
 * @returns Infinity where nobody comes any more
 */
export function nextChangeOver(shifts: readonly Shift[], fromMs: number, hands: Hands): number {
  for (const { fromMs: begins, toMs: ends, onCall } of shifts) {
    if (ends <= fromMs || (onCall && hands === 'there')) continue;
    return Math.max(begins, fromMs);
  }
  return Number.POSITIVE_INFINITY;
}

/** Whether a moment lies in a shift for which somebody would have to be called. */
export function isOnCall(shifts: readonly Shift[], atMs: number): boolean {
  return shifts.some(({ fromMs, toMs, onCall }) => onCall && atMs >= fromMs && atMs < toMs);
}

/** The first moment from here on from which somebody is there for so long without a break, ms UTC; Infinity where never. */
export function nextWatched(shifts: readonly Shift[], fromMs: number, forMs: number): number {
  const there = joined(shifts.filter(({ onCall }) => !onCall));
  for (const { fromMs: begins, toMs: ends } of there) {
    const startMs = Math.max(begins, fromMs);
    if (startMs + forMs <= ends && startMs < ends) return startMs;
  }
  return Number.POSITIVE_INFINITY;
}

/** Shifts that touch are one. */
function joined(shifts: readonly Shift[]): Shift[] {
  const all: Shift[] = [];
  for (const shift of shifts) {
    const before = all.at(-1);
    if (before && shift.fromMs - before.toMs < MS_PER_MINUTE)
      all[all.length - 1] = { ...before, toMs: Math.max(before.toMs, shift.toMs) };
    else all.push(shift);
  }
  return all;
}
