import { indexAt, type Span } from './recording';
import { smoothed } from './slow-view';
import { lineThrough } from './statistics';

/** What the compression of an engine leaves in a recording while it is cranked. */
export interface CrankRipple {
  /** Compressions a second. */
  readonly hz: number;
  readonly hzSd: number;
  /** How deep each compression went, in the order in which they came, A or V. */
  readonly depths: readonly number[];
  /** What of a depth is the recorder’s own noise, as a standard deviation. */
  readonly depthNoise: number;
}

/** An engine is turned at so many compressions a second: one cylinder slowly, twelve quickly. */
const SLOWEST_HZ = 1.2;
const FASTEST_HZ = 45;
/** Compressions of an ordinary engine come up to 25 a second: seen by no fewer than 50 samples, s between them. */
const COARSEST_S = 0.0205;

/**
 * The compressions in a stretch of even cranking: how many a second, and how deep each goes. Null where none stand out: too short,
 * too coarse or too noisy.
 */
export function crankRipple(
  seconds: Float64Array,
  values: Float64Array,
  { fromS, toS }: Span,
  noise: number,
): CrankRipple | null {
  const [from, to] = [indexAt(seconds, fromS), indexAt(seconds, toS)];
  if (to - from < 12) return null;
  const lasts = (seconds[to - 1] ?? 0) - (seconds[from] ?? 0);
  // Sampled more coarsely, what is quick looks slow.
  if (lasts / (to - from - 1) > COARSEST_S) return null;
  const some = even(seconds, values, from, to, lasts);
  const guess = strongest(some.values, some.stepS, lasts);
  if (guess === null) return null;
  const { hz: refined, power, spread } = refine(some.values, some.stepS, guess);
  // Coarse samples differ from their neighbours by the compressions themselves: what they leave unexplained is all that is noise.
  const left = spread * Math.sqrt(Math.max(0, 1 - power));
  const own = Math.min(left, noise / Math.sqrt(Math.max(1, (to - from) / some.values.length)));
  if (power < LEAST_EXPLAINED) return null;
  const period = 1 / refined;
  if (lasts < 2.2 * period || some.stepS > period / 4) return null;
  const { tops, depths: found } = depthsOf(some.values, some.stepS, period);
  if (tops.length < 3) return null;
  const places = placesOf(tops, period);
  const line = lineThrough(places, tops);
  if (!line || line.slope <= 0) return null;
  // Where a top lies is told to a small part of a period, however coarse the samples are.
  const depths = Array.from({ length: (places.at(-1) ?? 0) + 1 }, () => Number.NaN);
  for (const [at, place] of places.entries()) depths[place] = found[at] ?? Number.NaN;
  const sure = Math.max(line.slopeSd, (0.03 * period) / Math.sqrt(tops.length ** 3 / 12));
  return {
    hz: 1 / line.slope,
    hzSd: sure / line.slope ** 2,
    depths,
    depthNoise: (1.5 * own) / Math.sqrt(Math.max(1, (0.25 * period) / some.stepS)),
  };
}

/** Which compression each top is, counted from the first: one that was not seen leaves its place empty. */
function placesOf(tops: readonly number[], period: number): number[] {
  let place = 0;
  return tops.map((top, at) => {
    if (at > 0) place += Math.max(1, Math.round((top - (tops[at - 1] ?? top)) / period));
    return place;
  });
}

/** A wave that explains less of what is there stands out of nothing. */
const LEAST_EXPLAINED = 0.35;
/** What changes more slowly than compressions come is taken off, s. */
const SLOW_S = 0.5;
const MOST_EVEN = 4000;
const EVEN_HZ = 500;

/** The stretch at equal steps, without its slow course. */
function even(seconds: Float64Array, values: Float64Array, from: number, to: number, lasts: number) {
  const count = Math.max(12, Math.min(MOST_EVEN, to - from, Math.round(lasts * EVEN_HZ)));
  const stepS = lasts / (count - 1);
  const first = seconds[from] ?? 0;
  const sums = new Float64Array(count);
  const counts = new Float64Array(count);
  for (let at = from; at < to; at++) {
    const place = Math.min(count - 1, Math.max(0, Math.round(((seconds[at] ?? 0) - first) / stepS)));
    sums[place] = (sums[place] ?? 0) + (values[at] ?? 0);
    counts[place] = (counts[place] ?? 0) + 1;
  }
  let known = values[from] ?? 0;
  for (let at = 0; at < count; at++) {
    if ((counts[at] ?? 0) > 0) known = (sums[at] ?? 0) / (counts[at] ?? 1);
    sums[at] = known;
  }
  const times = Float64Array.from({ length: count }, (_, at) => at * stepS);
  const trend = slowCourse(times, sums);
  const level = sums.map((value, at) => value - (trend[at] ?? 0));
  const slow = smoothed(level, times, SLOW_S);
  return { stepS, values: level.map((value, at) => value - (slow[at] ?? 0)) };
}

/** A slow course through values: a parabola by least squares, on the scale from -1 to 1. */
function slowCourse(times: Float64Array, values: Float64Array): Float64Array {
  const count = values.length;
  const last = times[count - 1] || 1;
  const x = times.map((time) => (2 * time) / last - 1);
  const moments = [0, 0, 0, 0, 0];
  const products = [0, 0, 0];
  for (let at = 0; at < count; at++) {
    const here = x[at] ?? 0;
    let power = 1;
    for (let order = 0; order < 5; order++) {
      moments[order] = (moments[order] ?? 0) + power;
      if (order < 3) products[order] = (products[order] ?? 0) + power * (values[at] ?? 0);
      power *= here;
    }
  }
  const [m0 = 1, , m2 = 0, , m4 = 1] = moments;
  const [p0 = 0, p1 = 0, p2 = 0] = products;
  const det = m0 * m4 - m2 * m2 || 1;
  const [c0, c1, c2] = [(p0 * m4 - p2 * m2) / det, p1 / (m2 || 1), (m0 * p2 - m2 * p0) / det];
  return x.map((here) => c0 + c1 * here + c2 * here * here);
}

/** How much of the values a wave of a frequency explains, from 0 to 1. */
function explained(values: Float64Array, stepS: number, hz: number): number {
  const turn = 2 * Math.PI * hz * stepS;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  let [c, s] = [1, 0];
  let [re, im, total] = [0, 0, 0];
  for (const value of values) {
    re += value * c;
    im += value * s;
    total += value * value;
    [c, s] = [c * cos - s * sin, s * cos + c * sin];
  }
  return total === 0 ? 0 : (2 * (re * re + im * im)) / (values.length * total);
}

/** The frequency that explains most; null where a stretch holds no two turns of any. */
function strongest(values: Float64Array, stepS: number, lasts: number): number | null {
  const slowest = Math.max(SLOWEST_HZ, 2 / lasts);
  const fastest = Math.min(FASTEST_HZ, 0.3 / stepS);
  if (fastest <= slowest) return null;
  const step = 0.25 / lasts;
  let [best, most] = [slowest, 0];
  for (let hz = slowest; hz <= fastest; hz += step) {
    const share = explained(values, stepS, hz);
    if (share > most) [best, most] = [hz, share];
  }
  return best;
}

function refine(values: Float64Array, stepS: number, guess: number) {
  let [hz, width] = [guess, 0.25 / (values.length * stepS)];
  for (let turn = 0; turn < 8; turn++) {
    const [low, high] = [explained(values, stepS, hz - width), explained(values, stepS, hz + width)];
    const here = explained(values, stepS, hz);
    if (low > here && low >= high) hz -= width;
    else if (high > here) hz += width;
    width /= 2;
  }
  let sum = 0;
  for (const value of values) sum += value * value;
  return { hz, power: explained(values, stepS, hz), spread: Math.sqrt(sum / values.length) };
}

/** The top of every compression, by when it came, and how far it stands over the mean of its surroundings. */
function depthsOf(values: Float64Array, stepS: number, period: number) {
  const times = Float64Array.from(values, (_, at) => at * stepS);
  const smooth = smoothed(values, times, Math.max(stepS, 0.22 * period));
  const half = Math.max(1, Math.round((0.4 * period) / stepS));
  const tops: number[] = [];
  const heights: number[] = [];
  const isTop = (at: number) => {
    const here = smooth[at] ?? 0;
    for (let near = Math.max(0, at - half); near <= Math.min(smooth.length - 1, at + half); near++)
      if ((smooth[near] ?? 0) > here) return false;
    return at >= half / 2 && at <= smooth.length - 1 - half / 2;
  };
  let lastTop = -half;
  for (let at = 0; at < smooth.length; at++) {
    if (!isTop(at) || at - lastTop < half) continue;
    lastTop = at;
    const [before = 0, here = 0, after = 0] = [smooth[at - 1], smooth[at], smooth[at + 1]];
    const curve = before - 2 * here + after;
    const shift = curve === 0 ? 0 : Math.min(1, Math.max(-1, (0.5 * (before - after)) / curve));
    tops.push((at + shift) * stepS);
    heights.push(here);
  }
  return { tops, depths: heights };
}

/** What two channels say of the same compressions, as one: each counts by how far its depths stand out of its noise. */
export function together(channels: readonly CrankRipple[]): CrankRipple | null {
  const [one, other] = channels;
  if (!one || !other) return one ?? null;
  const meanOf = ({ depths }: CrankRipple) => {
    const known = depths.filter(Number.isFinite);
    return known.reduce((sum, depth) => sum + depth, 0) / Math.max(1, known.length);
  };
  const [first, second] = [meanOf(one), meanOf(other)];
  const surer = (first / one.depthNoise || 0) >= (second / other.depthNoise || 0) ? one : other;
  const isSame = one.depths.length === other.depths.length && Math.abs(one.hz - other.hz) < 0.03 * one.hz;
  if (!isSame || !(first > 0) || !(second > 0)) return surer;
  const [w1, w2] = [(first / one.depthNoise) ** 2, (second / other.depthNoise) ** 2];
  return {
    hz: surer.hz,
    hzSd: surer.hzSd,
    depths: one.depths.map(
      (depth, at) => (w1 * (depth / first) + w2 * ((other.depths[at] ?? Number.NaN) / second)) / (w1 + w2),
    ),
    depthNoise: 1 / Math.sqrt(w1 + w2),
  };
}

/** How evenly cylinders compress, and the one that stands out as weak. */
export interface Evenness {
  /** Each cylinder’s mean depth against the mean of all, in the order in which they came. */
  readonly shares: readonly number[];
  /** The one that stands out below the others: how much it lacks, and how sure that is. */
  readonly weak: { readonly place: number; readonly loss: number; readonly sd: number } | null;
}

/** A cylinder that lacks less than this differs as sound ones do. A model of ours. */
const LEAST_LOSS = 0.085;
const SIGMAS = 3;
/** A loss that would not be seen in a recording; above it the recording does not tell of evenness. */
const MOST_UNSEEN = 0.15;

/**
 * How even the compressions are over the cylinders of an engine: every cylinder comes once in two turns. Null where not every one
 * came twice, or the recorder is too coarse or too noisy: nothing can be said of it then.
 */
export function evenness({ depths, depthNoise }: CrankRipple, cylinders: number): Evenness | null {
  const usable = depths.map((depth, at) => (at === 0 || at === depths.length - 1 ? Number.NaN : depth));
  const of = Array.from({ length: cylinders }, (_, cylinder) =>
    usable.filter((depth, at) => at % cylinders === cylinder && Number.isFinite(depth)),
  );
  if (cylinders < 2 || of.some((some) => some.length < 2)) return null;
  const all = of.flat();
  const mean = all.reduce((sum, depth) => sum + depth, 0) / all.length;
  if (!(mean > 0)) return null;
  const means = of.map((some) => some.reduce((sum, depth) => sum + depth, 0) / some.length);
  const least = means.indexOf(Math.min(...means));
  const others = means.filter((_, at) => at !== least);
  const usual = others.reduce((sum, one) => sum + one, 0) / others.length;
  // How far the same cylinder differs from turn to turn, and sound ones from each other.
  const within = Math.sqrt(
    of
      .flatMap((some, at) => some.map((depth) => (depth - (means[at] ?? 0)) ** 2))
      .reduce((sum, one) => sum + one, 0) / Math.max(1, all.length - cylinders),
  );
  const between = Math.sqrt(
    others.reduce((sum, one) => sum + (one - usual) ** 2, 0) / Math.max(1, others.length - 1),
  );
  const each = of[least]?.length ?? 2;
  const sd = Math.sqrt(Math.max(within, depthNoise) ** 2 / each + between ** 2 / others.length) / usual;
  const loss = 1 - (means[least] ?? usual) / usual;
  // What could be lost without standing out: where that is a good part, nothing is said instead of "all alike".
  const unseen =
    SIGMAS * Math.max(sd, Math.max(within, depthNoise) / Math.sqrt(each) / usual, between / usual);
  const standsOut = loss > LEAST_LOSS && loss > SIGMAS * sd && loss * usual > SIGMAS * between;
  if (!standsOut && unseen > MOST_UNSEEN) return null;
  return { shares: means.map((one) => one / mean), weak: standsOut ? { place: least, loss, sd } : null };
}
