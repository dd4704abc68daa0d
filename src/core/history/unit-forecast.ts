import { failingCurves } from './failing-curve';
import type { Strain } from './hazard';
import { chanceUnder, crossingQuantiles, healthAt, type Life, slopeAt } from './life';
import type { Segment } from './segments';

/** The shares at which a date or a health is told: the middle, and the ends of an interval that holds four of five. */
export const TOLD_SHARES = [0.1, 0.5, 0.9] as const;
/** Beyond so many years a date says nothing. */
const MOST_YEARS_AHEAD = 10;
const MS_PER_DAY = 86_400_000;

/** A moment as a median with the ends of its 80 % interval, ms UTC; an end is null where it lies beyond ten years. */
export interface Crossing {
  readonly p10: number | null;
  readonly p50: number | null;
  readonly p90: number | null;
}

/** What is expected of a unit. */
export interface UnitForecast {
  readonly nowMs: number;
  readonly health: { readonly pct: number; readonly sd: number };
  /** Points a year, negative where it falls. */
  readonly slope: { readonly pct: number; readonly sd: number };
  /** When health crosses the house’s line. */
  readonly crossing: Crossing;
  /** Chances of failing within so many days. */
  readonly failsWithin: Readonly<Record<30 | 90 | 365, number>>;
  /** Chances of having failed by each of `LOOKED_AT_DAYS`. */
  readonly fails: readonly number[];
  /** The chance that it is below the line already. */
  readonly below: number;
  /** Readings that it rests on; none: its kind’s alone. */
  readonly readings: number;
}

/** What is expected of a unit at a moment: by the life that carries its newest readings, the house’s line, and what strains it. */
export function unitForecast(
  { life }: Pick<Segment, 'life'>,
  { nowMs, linePct, strain }: { readonly nowMs: number; readonly linePct: number; readonly strain: Strain },
): UnitForecast {
  const { fails, year } = failingCurves(life, nowMs, strain);
  return {
    nowMs,
    health: healthAt(life, nowMs),
    slope: slopeAt(life, nowMs),
    crossing: crossingOf(life, linePct, nowMs),
    failsWithin: { 30: fails[0] ?? 0, 90: fails[2] ?? 0, 365: year },
    fails,
    below: chanceUnder(life, linePct, nowMs),
    readings: life.readings,
  };
}

function crossingOf(life: Life, linePct: number, nowMs: number): Crossing {
  const latestMs = nowMs + MOST_YEARS_AHEAD * 365.25 * MS_PER_DAY;
  const [p10, p50, p90] = crossingQuantiles(life, linePct, nowMs, TOLD_SHARES).map((atMs) =>
    atMs > latestMs ? null : atMs,
  );
  return { p10: p10 ?? null, p50: p50 ?? null, p90: p90 ?? null };
}
