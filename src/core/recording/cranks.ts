import type { SlowView } from './slow-view';
import { smoothed } from './slow-view';
import { meanOf, medianOf, quantileOf } from './statistics';

/** An attempt to start: from when the starter pulls to when it is let go of, and whether the engine ran afterwards. */
export interface Crank {
  readonly onsetS: number;
  readonly endS: number;
  /** Known only where enough was recorded after it. */
  readonly started: boolean | null;
}

/** The system that a recording was made on, by its middle voltage. */
export function systemOf({ volts }: Pick<SlowView, 'volts'>): 6 | 12 | 24 {
  const middle = volts ? quantileOf(volts, 0.6) : 12;
  return middle < 8.2 ? 6 : middle < 18 ? 12 : 24;
}

/** A starter takes more than this of 12 V, A; lamps, glow plugs and modules less, or not at once. A model of ours. */
const STARTER_AMPS = 25;
const MOST_THRESHOLD_AMPS = 80;
const SHARE_OF_MOST = 0.2;
/** A starter takes at least this off a battery of 12 V, V. A model of ours. */
const STARTER_VOLTS = 0.7;
/** Nothing rests above this, V of 12 V: what lies higher is being charged. */
const MOST_REST_VOLTS = 12.85;
/** Under this nothing turns any more, V of 12 V. */
const LEAST_CRANK_VOLTS = 3.5;
const FEW_SAMPLES = 20;
/** A dip that is shorter is none, s. */
const SHORTEST_S = 0.12;
const LONGEST_S = 60;

/** Every attempt to start in a recording: by its current where there is one, else by what the voltage does. */
export function cranksIn(view: SlowView): Crank[] {
  const spans = view.amps ? byCurrent(view, view.amps) : view.volts ? byVoltage(view, view.volts) : [];
  return spans
    .filter(
      ({ onsetS, endS }) =>
        endS - onsetS >= Math.min(SHORTEST_S, 3 * view.stepS + 1e-9) && endS - onsetS <= LONGEST_S,
    )
    .map((span, at, all) => ({
      ...span,
      started: startedAfter(view, span, all[at + 1]?.onsetS ?? Number.POSITIVE_INFINITY),
    }));
}

type Span = Pick<Crank, 'onsetS' | 'endS'>;

function byCurrent(view: SlowView, amps: Float64Array): Span[] {
  const { seconds, stepS } = view;
  const k = 12 / systemOf(view);
  const smooth = smoothed(amps, seconds, Math.max(0.04, stepS));
  // What a clamp says at rest is its offset: the lowest level that lasts.
  const rest = restingAmps(view, amps);
  let most = 0;
  for (const value of smooth) most = Math.max(most, value - rest);
  const threshold = Math.min(MOST_THRESHOLD_AMPS * k, Math.max(STARTER_AMPS * k, SHARE_OF_MOST * most));
  if (most < threshold) return [];
  const spans: Span[] = [];
  for (let at = 0; at < smooth.length; at++) {
    if ((smooth[at] ?? 0) - rest < threshold) continue;
    let end = at;
    // The current of one that turns falls between two compressions, for a moment.
    let below = 0;
    let sum = 0;
    for (let place = at; place < smooth.length; place++) {
      const over = (smooth[place] ?? 0) - rest;
      sum += over;
      const limit = Math.max(0.3 * (sum / (place - at + 1)), 0.5 * threshold);
      if (over >= limit) {
        end = place;
        below = 0;
      } else if (++below * stepS > PAUSE_S) break;
    }
    const edge = 0.5 * Math.min(quickMost(amps, at, end) - rest, 4 * threshold);
    spans.push({ onsetS: seconds[edgeBefore(amps, at, rest, edge)] ?? 0, endS: seconds[end] ?? 0 });
    at = end + 1;
  }
  const deepEnough = ({ onsetS, endS }: Span) =>
    view.volts === null || dips(view, view.volts, onsetS, endS, k);
  return joined(spans).filter(deepEnough);
}

const PAUSE_S = 0.12;

function quickMost(values: Float64Array, from: number, to: number): number {
  let most = Number.NEGATIVE_INFINITY;
  for (let at = from; at <= to; at++) most = Math.max(most, values[at] ?? most);
  return most;
}

/** The sample at which a current begins to rise: the last before a place that is still near rest. */
function edgeBefore(amps: Float64Array, at: number, rest: number, edge: number): number {
  let place = at;
  // The smoothed edge lies before or after the sharp one.
  while (place < amps.length - 1 && (amps[place] ?? 0) - rest < edge) place++;
  while (place > 0 && (amps[place - 1] ?? 0) - rest > 0.2 * edge) place--;
  return place;
}

/** Two attempts with no time to let go between them are one. */
function joined(spans: readonly Span[]): Span[] {
  const all: Span[] = [];
  for (const span of spans) {
    const last = all.at(-1);
    if (last && span.onsetS - last.endS < 0.15)
      all[all.length - 1] = { onsetS: last.onsetS, endS: Math.max(span.endS, last.endS) };
    else all.push(span);
  }
  return all;
}

/** What the clamp says where nothing is switched on: of the quietest stretches of the recording the one nearest to nothing. */
export function restingAmps({ seconds, stepS }: SlowView, amps: Float64Array): number {
  const before = Math.max(3, Math.ceil(0.25 / stepS));
  const smooth = smoothed(amps, seconds, Math.max(0.05, stepS));
  const levels: number[] = [];
  for (let at = 0; at + before <= smooth.length && levels.length < 400; at += before) {
    const [low, high] = [
      quantileOf(smooth, 0.05, at, at + before),
      quantileOf(smooth, 0.95, at, at + before),
    ];
    if (high - low < QUIET_AMPS) levels.push(medianOf(smooth, at, at + before));
    if (levels.length >= 8) break;
  }
  const [first] = levels;
  return first === undefined || Math.abs(first) > MOST_OFFSET_AMPS ? 0 : first;
}

const QUIET_AMPS = 4;
const MOST_OFFSET_AMPS = 25;

function dips({ seconds }: SlowView, volts: Float64Array, onsetS: number, endS: number, k: number): boolean {
  const from = seconds.findIndex((moment) => moment >= onsetS);
  const to = Math.max(
    from + 1,
    seconds.findIndex((moment) => moment >= endS),
  );
  const before = medianOf(volts, Math.max(0, from - 60), Math.max(1, from - 1));
  return !(before - meanOf(volts, from, to) < (0.3 * STARTER_VOLTS) / k);
}

function byVoltage(view: SlowView, volts: Float64Array): Span[] {
  const { seconds, stepS } = view;
  const k = systemOf(view) / 12;
  const smooth = smoothed(volts, seconds, Math.max(0.02, stepS));
  const dip = STARTER_VOLTS * k;
  const spans: Span[] = [];
  const back = Math.max(2, Math.ceil(0.5 / stepS));
  let base = medianOf(smooth, 0, back);
  for (let at = 1; at < smooth.length; at++) {
    const value = smooth[at] ?? 0;
    const level = Math.min(base, MOST_REST_VOLTS * k);
    if (value >= level - dip) {
      // Slowly after what rests, never after a dip: a crank is not its own base.
      base += (value - base) * Math.min(1, stepS / 0.3);
      continue;
    }
    const end = endOfDip(smooth, seconds, at, level);
    let from = at;
    while (from > 0 && (volts[from - 1] ?? 0) < level - 0.25 * dip) from--;
    // A starter pulls a battery down, never to nothing: that is a plug that lost touch.
    const share = end - from < FEW_SAMPLES ? 0 : 0.5;
    const isThere = quantileOf(volts, share, from, end + 1) > LEAST_CRANK_VOLTS * k;
    if (isThere && isAStarter(volts, seconds, from, end, level, stepS))
      spans.push({ onsetS: seconds[from] ?? 0, endS: seconds[end] ?? 0 });
    at = end;
    base = Math.min(
      smooth[Math.min(smooth.length - 1, end + Math.ceil(0.1 / stepS))] ?? base,
      MOST_REST_VOLTS * k,
    );
  }
  return joined(spans);
}

/** Where a dip is over: most of the way back to what it came from, for good. */
function endOfDip(smooth: Float64Array, seconds: Float64Array, at: number, level: number): number {
  let sum = 0;
  let count = 0;
  let candidate = -1;
  for (let place = at; place < smooth.length; place++) {
    const value = smooth[place] ?? 0;
    const lasted = (seconds[place] ?? 0) - (seconds[at] ?? 0);
    if (lasted > 0.08 && candidate < 0) {
      sum += value;
      count++;
    }
    const floor = count > 0 ? sum / count : value;
    const isBack = value > level - 0.45 * (level - floor) && lasted > 0.1;
    if (!isBack) candidate = -1;
    else if (candidate < 0) candidate = place;
    else if ((seconds[place] ?? 0) - (seconds[candidate] ?? 0) > 0.1) return candidate;
    if (lasted > LONGEST_S) return place;
  }
  return candidate < 0 ? smooth.length - 1 : candidate;
}

/** A starter pulls deepest at once and lets go while it turns; what sinks slowly, or stays where it fell, is something else. */
function isAStarter(
  volts: Float64Array,
  seconds: Float64Array,
  from: number,
  to: number,
  level: number,
  stepS: number,
): boolean {
  if (stepS > 0.02) return true;
  const until = (moment: number) => {
    let place = from;
    while (place < to && (seconds[place] ?? 0) - (seconds[from] ?? 0) < moment) place++;
    return place;
  };
  const [soon, later] = [until(0.12), until(0.25)];
  let deepest = level;
  for (let at = from; at <= soon; at++) deepest = Math.min(deepest, volts[at] ?? deepest);
  // Shorter than its first dip it cannot be told.
  if (later >= to - 2) return true;
  return level - deepest > 1.06 * (level - meanOf(volts, later, to));
}

/** Whether the engine ran: the voltage comes to stand above what the battery rested at, or current flows back into it. */
function startedAfter(view: SlowView, { onsetS, endS }: Span, nextS: number): boolean | null {
  const { seconds, volts, amps } = view;
  const k = systemOf(view) / 12;
  const place = (moment: number) => {
    const found = seconds.findIndex((one) => one >= moment);
    return found < 0 ? seconds.length : found;
  };
  const [from, to] = [place(endS + 0.3), place(Math.min(nextS - 0.1, endS + 6))];
  if (to - from < 3 || (seconds[to - 1] ?? 0) - (seconds[from] ?? 0) < 0.4) return null;
  const onset = place(onsetS);
  if (amps) {
    const rest = restingAmps(view, amps);
    // By the middle of it: what a noisy clamp says at its edges is no charge.
    if (medianOf(amps, from, to) - rest < -2.5 / k) return true;
  }
  if (volts) {
    const before = medianOf(volts, place(onsetS - 1), Math.max(1, onset - 1));
    const reference = Number.isFinite(before) ? Math.min(before, MOST_REST_VOLTS * k) : MOST_REST_VOLTS * k;
    return quantileOf(volts, 0.95, from, to) > reference + 0.2 * k;
  }
  return false;
}
