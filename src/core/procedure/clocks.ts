import type { ReadingOf } from './reading';

const MS_PER_MINUTE = 60_000;

/** Ways to settle that the Bench offers, with the minutes that their clock runs. Rules of the trade. */
export const SETTLE_CLOCKS = {
  /** Rest until a surface charge has faded by itself. */
  restMinutes: 60,
  /** Headlamps or 10 to 20 A, then a wait: takes a surface charge off. Not below 12.4 V, where it only discharges. */
  surfaceLoadMinutes: 3,
  surfaceWaitMinutes: 10,
} as const;

/** Minutes after a failed load at which the open voltage is looked at. Rule of the trade. */
export const RECOVERY_MARKS_MINUTES = [1, 5, 10] as const;

/** Minutes between two moments. */
export function minutesBetween(fromMs: number, toMs: number): number {
  return (toMs - fromMs) / MS_PER_MINUTE;
}

/** When the clock of a settle step has run out, ms UTC. */
export function settleEndsAtMs(settle: ReadingOf<'settle'>): number {
  return settle.takenAtMs + settle.data.clockMinutes * MS_PER_MINUTE;
}

/** What is known of the rest at a moment: since the settle step, else since the charge, else nothing. */
export function restAt(
  atMs: number,
  settle: ReadingOf<'settle'> | undefined,
  lastCharge: ReadingOf<'charge'> | undefined,
): { restMinutes: number | null; surfaceRemoved: boolean | null } {
  if (!settle) {
    const restMinutes = lastCharge ? minutesBetween(lastCharge.takenAtMs, atMs) : null;
    return { restMinutes, surfaceRemoved: null };
  }
  const { method, restMinutes } = settle.data;
  const known = restMinutes === null ? null : restMinutes + minutesBetween(settle.takenAtMs, atMs);
  return {
    restMinutes: known,
    surfaceRemoved: method === 'surface_load' ? atMs >= settleEndsAtMs(settle) : null,
  };
}
