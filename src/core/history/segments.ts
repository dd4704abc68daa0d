import type { HealthReading } from './health-reading';
import { type Aging, type Life, lifeAfter } from './life';

/** Why a unit's story begins anew: another unit carries its tag, or something was done that one life cannot carry. */
export type Break = 'replaced' | 'recovered';

/** A stretch of a unit's story that one life carries. */
export interface Segment {
  readonly life: Life;
  readonly readings: readonly HealthReading[];
  readonly fromMs: number;
  /** What began it; null for the first. */
  readonly begunBy: Break | null;
}

/**
 * How much likelier two lives must make what was read than one does, as a logarithm, before a break is proposed. A break nobody recorded
 * is rare.
 */
const LEAST_GAIN = 4;
/** A step up of fewer points than this is no break. */
const LEAST_STEP = 8;
/** From this health on what comes after a step is another unit; below it the same one, better. Rule of the trade. */
const LIKE_NEW_PCT = 94;

/** A unit’s story by the lives that carry it: one, unless a step up cannot belong to it. The newest last. */
export function segmentsOf(aging: Aging, readings: readonly HealthReading[]): Segment[] {
  const sorted = [...readings].sort((one, other) => one.atMs - other.atMs);
  return segmentsFrom(aging, sorted, null);
}

function segmentsFrom(aging: Aging, readings: readonly HealthReading[], begunBy: Break | null): Segment[] {
  const whole = lifeAfter(aging, readings);
  const best = bestBreak(aging, readings, whole);
  if (!best) return [{ life: whole, readings, fromMs: aging.fromMs, begunBy }];
  const before = readings.slice(0, best.at);
  const first: Segment = { life: lifeAfter(aging, before), readings: before, fromMs: aging.fromMs, begunBy };
  return [first, ...segmentsFrom(best.aging, readings.slice(best.at), best.kind)];
}

interface Found {
  readonly at: number;
  readonly gain: number;
  readonly kind: Break;
  readonly aging: Aging;
}

function bestBreak(aging: Aging, readings: readonly HealthReading[], whole: Life): Found | null {
  let best: Found | null = null;
  for (let at = 1; at < readings.length; at++) {
    const after = readings.slice(at);
    const step = meanOf(after.slice(0, 2)) - meanOf(readings.slice(Math.max(0, at - 2), at));
    // One reading by itself may be a slip: the second one says that it was none.
    if (step < LEAST_STEP || after.length < 2) continue;
    const [last, next] = [readings[at - 1], readings[at]];
    if (!last || !next) continue;
    const kind: Break = meanOf(after.slice(0, 2)) >= LIKE_NEW_PCT ? 'replaced' : 'recovered';
    const fromMs = kind === 'replaced' ? (last.atMs + next.atMs) / 2 : next.atMs;
    const anew: Aging = { ...aging, fromMs, beginning: kind === 'replaced' ? 'new' : 'unknown' };
    const gain =
      lifeAfter(aging, readings.slice(0, at)).evidence + lifeAfter(anew, after).evidence - whole.evidence;
    if (gain >= LEAST_GAIN && gain > (best?.gain ?? 0)) best = { at, gain, kind, aging: anew };
  }
  return best;
}

const meanOf = (some: readonly HealthReading[]) =>
  some.reduce((sum, { pct }) => sum + pct, 0) / Math.max(1, some.length);
