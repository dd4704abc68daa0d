import { requireFinite, requirePositive } from '../quantity/finite';

const HOURS_A_DAY = 24;
const MILLI = 1000;

/** What stands in a battery and how far it may be drawn down. */
export interface Reserve {
  readonly c20Ah: number;
  /** State of charge now and at the end, percent. */
  readonly fromPct: number;
  readonly toPct: number;
}

const hoursMilliamps = ({ c20Ah, fromPct, toPct }: Reserve) =>
  (requirePositive('c20Ah', c20Ah) *
    MILLI *
    (requireFinite('fromPct', fromPct) - requireFinite('toPct', toPct))) /
  100;

/**
 * Days until a steady draw has taken a battery down: `C20 (from - to) / I`. Self-discharge comes on top. Textbook.
 * @example daysOfDraw(50, { c20Ah: 60, fromPct: 100, toPct: 50 }) // 25
 */
export function daysOfDraw(milliamps: number, reserve: Reserve): number {
  return hoursMilliamps(reserve) / requirePositive('milliamps', milliamps) / HOURS_A_DAY;
}

/** The steady draw, mA, that takes a battery down in so many days: `daysOfDraw` read backwards. */
export function drawOverDays(days: number, reserve: Reserve): number {
  return hoursMilliamps(reserve) / requirePositive('days', days) / HOURS_A_DAY;
}
