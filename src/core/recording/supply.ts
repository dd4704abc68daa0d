import { indexAt } from './recording';
import type { SlowView } from './slow-view';
import { lineThrough } from './statistics';

/** What stands before the starter: how far the voltage falls for each ampere that is taken. */
export interface Supply {
  readonly milliohms: number;
  readonly sd: number;
  /** By the edge alone, from rest to the deepest moment; null where that was not recorded. */
  readonly edgeMilliohms: number | null;
}

/** A current that swings by less says nothing of a resistance, A of 12 V. */
const LEAST_SWING_AMPS = 12;

/**
 * The resistance of the supply, dV/dI: by regression over everything from the first pull of the starter, the run-up and the
 * compressions, where the current goes up and down the most. What the battery’s chemistry adds at the first amperes is left out so.
 */
export function supplyOf(
  { seconds, volts, amps, stepS }: SlowView,
  {
    onsetS,
    endS,
    restVolts,
    restAmps,
  }: {
    readonly onsetS: number;
    readonly endS: number;
    readonly restVolts: number | null;
    readonly restAmps: number;
  },
): Supply | null {
  if (!volts || !amps) return null;
  const from = indexAt(seconds, onsetS + Math.max(0.004, stepS * 0.5));
  const to = indexAt(seconds, Math.min(endS - 0.03, onsetS + LONGEST_S));
  if (to - from < 6) return null;
  let [most, least, mostAt] = [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY, from];
  for (let at = from; at < to; at++) {
    const value = amps[at] ?? 0;
    if (value > most) [most, mostAt] = [value, at];
    least = Math.min(least, value);
  }
  if (most - least < LEAST_SWING_AMPS) return null;
  // Clipped samples stand still while the voltage goes on: they would flatten the line.
  const clipped = (value: number, limit: number) => Math.abs(value - limit) < 1e-9;
  const isClipped = countOf(amps, from, to, most) > 4 || false;
  const lowest = Math.min(...extent(volts, from, to));
  const voltsClipped = countOf(volts, from, to, lowest) > 4;
  const xs: number[] = [];
  const ys: number[] = [];
  const sinks: number[] = [];
  for (let at = from; at < to; at++) {
    if (isClipped && clipped(amps[at] ?? 0, most)) continue;
    if (voltsClipped && clipped(volts[at] ?? 0, lowest)) continue;
    xs.push(amps[at] ?? 0);
    ys.push(volts[at] ?? 0);
    // What sinks while current flows, whatever current: it would be taken for resistance as the current falls.
    sinks.push(1 - Math.exp(-((seconds[at] ?? 0) - onsetS) / SINKS_S));
  }
  const line = lineThrough(besides(xs, sinks), besides(ys, sinks));
  if (!line || line.slope >= 0) return null;
  const edge =
    restVolts === null || isClipped || voltsClipped
      ? null
      : (1000 * (restVolts - (volts[mostAt] ?? 0))) / (most - restAmps);
  const milliohms = -1000 * line.slope;
  // Neighbours hang together: there is less in many samples than their number says.
  const sd = 1000 * line.slopeSd * Math.sqrt(Math.max(1, 0.005 / stepS));
  return { milliohms, sd: Math.max(sd, 0.015 * milliohms), edgeMilliohms: edge };
}

const LONGEST_S = 4;
/** How long it takes until a battery under load has sunk, s. A model of ours. */
const SINKS_S = 0.5;

/** Values without what goes with others. */
function besides(values: readonly number[], others: readonly number[]): readonly number[] {
  const line = lineThrough(others, values);
  return line ? values.map((value, at) => value - line.at0 - line.slope * (others[at] ?? 0)) : values;
}

function countOf(values: Float64Array, from: number, to: number, limit: number): number {
  let count = 0;
  for (let at = from; at < to; at++) if (Math.abs((values[at] ?? 0) - limit) < 1e-9) count++;
  return count;
}

function extent(values: Float64Array, from: number, to: number): [number, number] {
  let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (let at = from; at < to; at++) {
    least = Math.min(least, values[at] ?? least);
    most = Math.max(most, values[at] ?? most);
  }
  return [least, most];
}
