/** A copy in rising order of the values from one place up to another. */
function sorted(values: Float64Array, from: number, to: number): Float64Array {
  return values.slice(Math.max(0, from), Math.max(0, to)).sort();
}

/** What stands at a share of the values in their order; NaN where there are none. */
export function quantileOf(values: Float64Array, share: number, from = 0, to = values.length): number {
  const some = thinned(values, from, to);
  if (some.length === 0) return Number.NaN;
  return some[Math.min(some.length - 1, Math.floor(share * some.length))] ?? Number.NaN;
}

/** The middle value. */
export const medianOf = (values: Float64Array, from = 0, to = values.length): number =>
  quantileOf(values, 0.5, from, to);

/** At most so many values are put in order: the middle of more is no different. */
const MOST_SORTED = 20_001;

function thinned(values: Float64Array, from: number, to: number): Float64Array {
  const [first, last] = [Math.max(0, from), Math.min(values.length, to)];
  if (last - first <= MOST_SORTED) return sorted(values, first, last);
  const every = (last - first) / MOST_SORTED;
  const some = new Float64Array(MOST_SORTED);
  for (let at = 0; at < MOST_SORTED; at++) some[at] = values[first + Math.floor(at * every)] ?? 0;
  return some.sort();
}

/** The mean of the values from one place up to another; NaN where there are none. */
export function meanOf(values: Float64Array, from = 0, to = values.length): number {
  let sum = 0;
  for (let at = from; at < to; at++) sum += values[at] ?? 0;
  return sum / (to - from);
}

/**
 * How much neighbours differ by chance alone, as a standard deviation: from the middle difference of neighbours, which no slow
 * change and no single jump moves.
 */
export function noiseOf(values: Float64Array, from = 0, to = values.length): number {
  if (to - from < 3) return 0;
  const every = Math.max(1, Math.floor((to - from) / MOST_SORTED));
  const steps: number[] = [];
  for (let at = from + 1; at < to; at += every)
    steps.push(Math.abs((values[at] ?? 0) - (values[at - 1] ?? 0)));
  return medianOf(Float64Array.from(steps)) / (MEDIAN_OF_NORMAL * Math.SQRT2);
}

/** The middle of the absolute values of a normal variable of spread 1. */
const MEDIAN_OF_NORMAL = 0.6745;

/** A straight line through points by least squares: where it stands at x = 0, how it rises, and how sure that is. */
export interface Line {
  readonly at0: number;
  readonly slope: number;
  readonly slopeSd: number;
  /** What is left of the spread around it, as a standard deviation. */
  readonly rest: number;
}

/** The line through some points; null where they say nothing of a slope. */
export function lineThrough(xs: ArrayLike<number>, ys: ArrayLike<number>): Line | null {
  const count = xs.length;
  if (count < 3) return null;
  let [sx, sy] = [0, 0];
  for (let at = 0; at < count; at++) {
    sx += xs[at] ?? 0;
    sy += ys[at] ?? 0;
  }
  const [mx, my] = [sx / count, sy / count];
  let [xx, xy, yy] = [0, 0, 0];
  for (let at = 0; at < count; at++) {
    const [dx, dy] = [(xs[at] ?? 0) - mx, (ys[at] ?? 0) - my];
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
  }
  if (xx === 0) return null;
  const slope = xy / xx;
  const rest = Math.sqrt(Math.max(0, yy - slope * xy) / (count - 2));
  return { at0: my - slope * mx, slope, slopeSd: rest / Math.sqrt(xx), rest };
}
