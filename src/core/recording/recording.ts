/**
 * What a recorder wrote down: moments, and the voltage, the current or both at each. Times rise; the current is positive where the
 * battery gives it. What was not recorded at a moment stands between its neighbours.
 */
export interface Recording {
  /** s, on the recorder's own clock: a trigger may have made the first ones negative. */
  readonly seconds: Float64Array;
  /** V; null where no voltage was recorded. */
  readonly volts: Float64Array | null;
  /** A, discharge positive; null where no current was recorded. */
  readonly amps: Float64Array | null;
}

/** The most samples that are read of one recording. */
export const MOST_SAMPLES = 5_000_000;

/** The channels that a recording can have. */
export type Channel = 'volts' | 'amps';

/** A stretch of a recording, s. */
export interface Span {
  readonly fromS: number;
  readonly toS: number;
}

/** How far apart samples usually are, s: the median of some thousand steps all over the recording. */
export function stepOf({ seconds }: Pick<Recording, 'seconds'>): number {
  const every = Math.max(1, Math.floor((seconds.length - 1) / STEPS_LOOKED_AT));
  const steps: number[] = [];
  for (let at = 1; at < seconds.length; at += every) steps.push((seconds[at] ?? 0) - (seconds[at - 1] ?? 0));
  steps.sort((one, other) => one - other);
  return steps[Math.floor(steps.length / 2)] ?? 0;
}

const STEPS_LOOKED_AT = 4000;

/** The first sample at or after a moment. */
export function indexAt(seconds: Float64Array, moment: number): number {
  let [low, high] = [0, seconds.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((seconds[middle] ?? 0) < moment) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** From when to when a recording goes. */
export function spanOf({ seconds }: Recording): Span {
  return { fromS: seconds[0] ?? 0, toS: seconds[seconds.length - 1] ?? 0 };
}
