import type { Crank } from './cranks';
import type { Recording } from './recording';
import { slowViewOf, smoothed } from './slow-view';
import { medianOf } from './statistics';

/** What can happen in a long recording that somebody should look at. */
export type ExcursionKind = 'high' | 'low' | 'dropout' | 'wake';

/** A stretch in which something was not as it should be, with its most telling value: V, or A for what woke up. */
export interface Excursion {
  readonly kind: ExcursionKind;
  readonly fromS: number;
  readonly toS: number;
  readonly value: number;
}

export const EXCURSION_WORDS: Readonly<Record<ExcursionKind, string>> = {
  high: 'regulated too high',
  low: 'regulated too low',
  dropout: 'the voltage was gone',
  wake: 'something woke up and drew current',
};

/** Bounds of 12 V. The span of a regulator is a rule of the trade, with room for a managed one below. */
const HIGH_VOLTS = 15.0;
const LOW_VOLTS = 13.0;
const RUNS_ABOVE_VOLTS = 13.3;
const GONE_VOLTS = 7;
/** A regulator may be off its mark for so long without anybody minding, s. */
const LASTS_S = 0.5;
/** Parked, a vehicle draws less than this; what wakes up draws more, A of 12 V. */
const AWAKE_AMPS = 0.5;
const WAKES_FOR_S = 1;
const MOST = 500;

/** What happened in a recording beside its starts: the regulator off its mark, the voltage gone, something that woke up. */
export function excursionsIn(
  recording: Recording,
  cranks: readonly Crank[],
  systemVolts: number,
): Excursion[] {
  const view = slowViewOf(recording, 0.01);
  const { seconds, volts, amps, stepS } = view;
  const k = systemVolts / 12;
  const found: Excursion[] = [];
  if (volts) {
    const smooth = smoothed(volts, seconds, Math.max(0.3, stepS));
    const isCranked = (at: number) =>
      cranks.some(({ onsetS, endS }) => (seconds[at] ?? 0) > onsetS - 1 && (seconds[at] ?? 0) < endS + 4);
    found.push(
      ...spansWhere(seconds, (at) => (smooth[at] ?? 0) > HIGH_VOLTS * k, LASTS_S).map((span) => ({
        ...span,
        kind: 'high' as const,
        value: peakIn(smooth, span, 1),
      })),
      ...lowWhileRunning(seconds, smooth, k, isCranked),
      ...spansWhere(seconds, (at) => (volts[at] ?? 0) < GONE_VOLTS * k && !isCranked(at), 0).map((span) => ({
        ...span,
        kind: 'dropout' as const,
        value: peakIn(volts, span, -1),
      })),
    );
  }
  if (amps) {
    const smooth = smoothed(amps, seconds, Math.max(0.3, stepS));
    const sleeping = medianOf(smooth);
    const parked = (at: number) =>
      !volts || ((volts[at] ?? 0) < 13.0 * k && (volts[at] ?? 0) > GONE_VOLTS * k);
    const near = (at: number) =>
      cranks.some(({ onsetS, endS }) => (seconds[at] ?? 0) > onsetS - 30 && (seconds[at] ?? 0) < endS + 60);
    // Only where it sleeps most of the time can something wake up.
    if (sleeping < AWAKE_AMPS / k && sleeping > -1)
      found.push(
        ...spansWhere(
          seconds,
          (at) => (smooth[at] ?? 0) > sleeping + AWAKE_AMPS / k && parked(at) && !near(at),
          WAKES_FOR_S,
        ).map((span) => ({ ...span, kind: 'wake' as const, value: peakIn(smooth, span, 1) })),
      );
  }
  const gone = found.filter(({ kind }) => kind === 'dropout');
  // What was gone altogether was not regulated too low.
  const isOther = ({ kind, fromS, toS }: Excursion) =>
    kind !== 'low' || !gone.some((one) => one.fromS <= toS && one.toS >= fromS);
  return found
    .filter(isOther)
    .sort((one, other) => one.fromS - other.fromS)
    .slice(0, MOST)
    .map(({ kind, fromS, toS, value }) => ({ kind, fromS, toS, value }));
}

interface Stretch {
  readonly fromS: number;
  readonly toS: number;
  readonly from: number;
  readonly to: number;
}

/** Stretches in which something holds, of a least length. */
function spansWhere(seconds: Float64Array, holds: (at: number) => boolean, leastS: number): Stretch[] {
  const spans: Stretch[] = [];
  for (let at = 0; at < seconds.length; at++) {
    if (!holds(at)) continue;
    const from = at;
    while (at + 1 < seconds.length && holds(at + 1)) at++;
    const [fromS, toS] = [seconds[from] ?? 0, seconds[at] ?? 0];
    if (toS - fromS >= leastS) spans.push({ fromS, toS, from, to: at + 1 });
  }
  return spans;
}

/** Below the regulator’s span between two stretches in which it charges: a parked vehicle is low by right. */
function lowWhileRunning(
  seconds: Float64Array,
  smooth: Float64Array,
  k: number,
  isCranked: (at: number) => boolean,
): Excursion[] {
  const low = spansWhere(seconds, (at) => (smooth[at] ?? 0) < LOW_VOLTS * k && !isCranked(at), LASTS_S);
  const runs = (at: number) => (smooth[at] ?? 0) > RUNS_ABOVE_VOLTS * k;
  return low.flatMap((span) => {
    const lasts = span.toS - span.fromS;
    const before = nearHolds(seconds, runs, span.from, -1, Math.max(10, lasts));
    const after = nearHolds(seconds, runs, span.to, 1, Math.max(10, lasts));
    // A minute and longer it is switched off, not off its mark.
    return before && after && lasts < LONGEST_LOW_S
      ? [{ kind: 'low' as const, fromS: span.fromS, toS: span.toS, value: peakIn(smooth, span, -1) }]
      : [];
  });
}

const LONGEST_LOW_S = 120;

function nearHolds(
  seconds: Float64Array,
  holds: (at: number) => boolean,
  from: number,
  direction: 1 | -1,
  withinS: number,
): boolean {
  const start = seconds[Math.min(seconds.length - 1, from)] ?? 0;
  for (
    let at = from;
    at >= 0 && at < seconds.length && Math.abs((seconds[at] ?? 0) - start) <= withinS;
    at += direction
  )
    if (holds(at)) return true;
  return false;
}

function peakIn(values: Float64Array, { from, to }: Stretch, sign: 1 | -1): number {
  let best = sign * Number.NEGATIVE_INFINITY;
  for (let at = from; at < to; at++) if (sign * (values[at] ?? 0) > sign * best) best = values[at] ?? 0;
  return best;
}
