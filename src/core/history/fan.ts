import { healthQuantiles, type Life } from './life';
import { TOLD_SHARES } from './unit-forecast';

/** Health at a moment: its middle, and the ends of an interval that holds four of five, percent. */
export interface FanPoint {
  readonly atMs: number;
  readonly p10: number;
  readonly p50: number;
  readonly p90: number;
}

const MS_PER_DAY = 86_400_000;
const POINTS = 24;
/** A fan leads at least and at most so far ahead, days. */
const LEAST_AHEAD_DAYS = 365;
const MOST_AHEAD_DAYS = 4 * 365;
/** Past the crossing by so much, days: what comes after it says nothing more. */
const PAST_CROSSING_DAYS = 120;

/** What a unit’s health has been and may become: from where its life begins, or since a moment, until it will have crossed the line. */
export function fanOf(life: Life, sinceMs: number, nowMs: number, crossP90Ms: number | null): FanPoint[] {
  const fromMs = Math.max(life.aging.fromMs, sinceMs);
  const wanted =
    crossP90Ms === null ? MOST_AHEAD_DAYS : (crossP90Ms - nowMs) / MS_PER_DAY + PAST_CROSSING_DAYS;
  const aheadDays = Math.min(MOST_AHEAD_DAYS, Math.max(LEAST_AHEAD_DAYS, wanted));
  const toMs = nowMs + aheadDays * MS_PER_DAY;
  return Array.from({ length: POINTS + 1 }, (_, at) => {
    const atMs = Math.round(fromMs + ((toMs - fromMs) * at) / POINTS);
    const [p10 = 0, p50 = 0, p90 = 0] = healthQuantiles(life, atMs, nowMs, TOLD_SHARES);
    return { atMs, p10, p50, p90 };
  });
}
