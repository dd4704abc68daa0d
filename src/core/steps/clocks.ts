import type { ReadingOf } from './reading';
import type { SettleMethod } from './settle/method';

export const MS_PER_MINUTE = 60_000;

/** Headlamps or 10 to 20 A for 2 to 5 min. Rule of the trade. */
const HEADLAMP_MINUTES = 3;
/** Half the cranking rating for 15 s. Rule of the trade. */
const BANK_MINUTES = 0.25;
/** Some 1 % of C20, drawn with as much as headlamps draw. Rule of the trade. */
const SHARE_OF_C20 = 0.01;
const DRAWN_AMPS = 10;
/** A frozen battery thaws a day indoors. Rule of the trade. */
const THAW_MINUTES = 1440;
/** A hot battery in the shade loses half of what it is too warm in some hours; it is looked at again after one. Rule of the trade. */
const COOL_MINUTES = 60;
/** Under this a load only discharges; 12 V battery, as read. Rule of the trade. */
export const LEAST_VOLTS_TO_LOAD = 12.4;

/** How long a load that takes a surface charge off is put on, min; 0 for ways without one. */
export function surfaceLoadMinutes(method: SettleMethod, c20Ah: number | undefined): number {
  switch (method) {
    case 'headlamps':
    case 'surface_load':
      return HEADLAMP_MINUTES;
    case 'bank':
      return BANK_MINUTES;
    case 'one_percent':
      return ((c20Ah ?? 0) * SHARE_OF_C20 * 60) / DRAWN_AMPS;
    default:
      return 0;
  }
}

/** Minutes that the clock of a way to settle runs, by the house's rest and wait. */
export function settleMinutes(
  method: SettleMethod,
  surface: { readonly restMinutes: number; readonly waitMinutes: number },
  c20Ah: number | undefined,
): number {
  if (method === 'rested') return 0;
  if (method === 'rest') return surface.restMinutes;
  if (method === 'thaw') return THAW_MINUTES;
  if (method === 'cool') return COOL_MINUTES;
  return surfaceLoadMinutes(method, c20Ah) + surface.waitMinutes;
}

/** True for the ways that take the surface charge off with a load. */
export function removesSurfaceCharge(method: SettleMethod): boolean {
  return method === 'headlamps' || method === 'bank' || method === 'one_percent' || method === 'surface_load';
}

/** When a charge that is on is due to be full, ms UTC. */
export function chargeDueMs({ takenAtMs, data }: ReadingOf<'charge_start'>): number {
  return takenAtMs + data.hours * 60 * MS_PER_MINUTE;
}

/** When a discharge that is on would be over for a new battery, ms UTC; null where its label does not tell. */
export function dischargeDueMs({ takenAtMs, data }: ReadingOf<'discharge_start'>): number | null {
  return data.minutes === undefined ? null : takenAtMs + data.minutes * MS_PER_MINUTE;
}

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

/** A charge is entered some minutes after the charger went off. Rule of the trade. */
const ENTERED_LATE_MINUTES = 5;

/**
 * The minutes that have passed since a charge that this run saw end, where a rest that is claimed is longer than that; null
 * where nothing contradicts it. Whoever stands by it passes over a clock, which makes the result indicative.
 */
export function restContradictedBy(
  { method, restMinutes }: ReadingOf<'settle'>['data'],
  atMs: number,
  ownCharge: ReadingOf<'charge'> | undefined,
): number | null {
  if (method !== 'rested' || restMinutes === null || !ownCharge) return null;
  const sinceMinutes = Math.max(0, minutesBetween(ownCharge.takenAtMs, atMs));
  return restMinutes > sinceMinutes + ENTERED_LATE_MINUTES ? sinceMinutes : null;
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
    surfaceRemoved: removesSurfaceCharge(method) ? atMs >= settleEndsAtMs(settle) : null,
  };
}
