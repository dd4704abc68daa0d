import type { Trace } from '../../assessment/evidence';

/** Longest trace that a reading keeps, a load of 20 s at 1 kHz; a longer one is thinned first, so that no spike is lost. */
export const LONGEST_TRACE = 20_000;

/**
 * A trace with at most `most` points: it is cut into stretches, of each of which the lowest and the highest point are
 * kept, so that no spike is lost; first and last always stay.
 * @param most at least 4
 */
export function thinTrace(trace: Trace, most: number): Trace {
  const first = trace[0];
  const last = trace.at(-1);
  if (!first || !last || trace.length <= most) return trace;
  const stretches = Math.floor((most - 2) / 2);
  const inner = trace.slice(1, -1);
  const kept = Array.from({ length: stretches }, (_, index) => {
    const from = Math.floor((index * inner.length) / stretches);
    const to = Math.floor(((index + 1) * inner.length) / stretches);
    return extremesOf(inner.slice(from, to));
  });
  return [first, ...kept.flat(), last];
}

function extremesOf(points: Trace): Trace {
  let [lowest, highest] = [points[0], points[0]];
  if (!lowest || !highest) return [];
  for (const point of points) {
    if (point[1] < lowest[1]) lowest = point;
    if (point[1] > highest[1]) highest = point;
  }
  if (lowest === highest) return [lowest];
  return lowest[0] < highest[0] ? [lowest, highest] : [highest, lowest];
}
