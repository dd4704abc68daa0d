import { indexAt, type Recording, stepOf } from './recording';

/**
 * A recording as means over equal stretches of time: what happens slowly, without most of the noise, in few enough samples to be
 * walked through many times.
 */
export interface SlowView {
  readonly stepS: number;
  readonly seconds: Float64Array;
  readonly volts: Float64Array | null;
  readonly amps: Float64Array | null;
}

/** Finer than this nothing slow happens, s. */
const FINEST_S = 0.001;
const MOST_STRETCHES = 400_000;

/** The means over stretches of a millisecond, or as many as are bearable. A stretch without a sample is passed over. */
export function slowViewOf(recording: Recording, finestS = FINEST_S): SlowView {
  const { seconds, volts, amps } = recording;
  const [first = 0, last = 0] = [seconds[0], seconds[seconds.length - 1]];
  const own = stepOf(recording);
  const stepS = Math.max(finestS, (last - first) / MOST_STRETCHES);
  if (own >= stepS) return { stepS: own, seconds, volts, amps };
  const most = Math.ceil((last - first) / stepS) + 1;
  const times = new Float64Array(most);
  const v = volts && new Float64Array(most);
  const a = amps && new Float64Array(most);
  let count = 0;
  for (let from = 0; from < seconds.length; ) {
    const stretch = Math.floor(((seconds[from] ?? 0) - first) / stepS);
    const end = first + (stretch + 1) * stepS;
    let to = from;
    let [sumT, sumV, sumA] = [0, 0, 0];
    while (to < seconds.length && (to === from || (seconds[to] ?? 0) < end)) {
      sumT += seconds[to] ?? 0;
      if (volts) sumV += volts[to] ?? 0;
      if (amps) sumA += amps[to] ?? 0;
      to++;
    }
    times[count] = sumT / (to - from);
    if (v) v[count] = sumV / (to - from);
    if (a) a[count] = sumA / (to - from);
    count++;
    from = to;
  }
  return {
    stepS,
    seconds: times.subarray(0, count),
    volts: v?.subarray(0, count) ?? null,
    amps: a?.subarray(0, count) ?? null,
  };
}

/** Running means over so many seconds, centred; the ends are means of what there is. */
export function smoothed(values: Float64Array, seconds: Float64Array, widthS: number): Float64Array {
  const smooth = new Float64Array(values.length);
  let [from, to, sum] = [0, 0, 0];
  for (let at = 0; at < values.length; at++) {
    const middle = seconds[at] ?? 0;
    while (to < values.length && (seconds[to] ?? 0) <= middle + widthS / 2) sum += values[to++] ?? 0;
    while ((seconds[from] ?? 0) < middle - widthS / 2) sum -= values[from++] ?? 0;
    smooth[at] = to > from ? sum / (to - from) : (values[at] ?? 0);
  }
  return smooth;
}

/** The places in a series from one moment to another. */
export function placesIn(
  seconds: Float64Array,
  fromS: number,
  toS: number,
): readonly [from: number, to: number] {
  return [indexAt(seconds, fromS), indexAt(seconds, toS)];
}
