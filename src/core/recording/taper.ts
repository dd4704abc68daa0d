import type { Span } from './recording';
import { placesIn, type SlowView } from './slow-view';
import { meanOf, medianOf } from './statistics';

/** How the net current into the battery falls after a start. */
export interface Taper {
  /** Time constant, s; null where the recording ends before it can be told, or nothing falls. */
  readonly tauS: number | null;
  readonly tauSd: number;
  /** What still flows into the battery at the end, A; negative: it is being drained. */
  readonly endAmps: number;
  readonly endSd: number;
}

const STRETCHES = 240;

/** Fits an exponential fall to the current into the battery: over every time constant the best level and size, then the best of them. */
export function taperOf({ seconds, amps }: SlowView, { fromS, toS }: Span, restAmps: number): Taper | null {
  if (!amps) return null;
  const [from, to] = placesIn(seconds, fromS, toS);
  if (to - from < 8) return null;
  const points = binned(seconds, amps, from, to, restAmps);
  const lasts = toS - fromS;
  const tail = Math.max(2, Math.ceil((to - from) * 0.06));
  const endAmps = restAmps - meanOf(amps, to - tail, to);
  const noise = spreadAround(points);
  const endSd = Math.max(0.3, noise / Math.sqrt(Math.max(1, 0.06 * points.length)));
  const costAt = (tau: number) => fitAt(points, tau).cost;
  let [best, least] = [0, Number.POSITIVE_INFINITY];
  for (let share = -4.2; share <= 1.2; share += 0.06) {
    const tau = lasts * Math.exp(share);
    const cost = costAt(tau);
    if (cost < least) [best, least] = [tau, cost];
  }
  let width = 0.06;
  for (let turn = 0; turn < 24; turn++) {
    const [shorter, longer] = [costAt(best * Math.exp(-width)), costAt(best * Math.exp(width))];
    if (shorter < least) [best, least] = [best * Math.exp(-width), shorter];
    else if (longer < least) [best, least] = [best * Math.exp(width), longer];
    else width /= 2;
  }
  const { size } = fitAt(points, best);
  const variance = least / Math.max(1, points.length - 3);
  const tauSd = sdOf(points, best, costAt, least, variance);
  const falls = size > Math.max(1, 5 * Math.sqrt(variance / points.length), 0.25 * Math.abs(endAmps));
  const isTold = falls && best < 0.9 * lasts && tauSd < 0.3 * best;
  return { tauS: isTold ? best : null, tauSd: isTold ? tauSd : 0, endAmps, endSd };
}

interface Point {
  readonly at: number;
  readonly amps: number;
}

function binned(
  seconds: Float64Array,
  amps: Float64Array,
  from: number,
  to: number,
  restAmps: number,
): Point[] {
  const every = Math.max(1, Math.floor((to - from) / STRETCHES));
  const first = seconds[from] ?? 0;
  const points: Point[] = [];
  for (let at = from; at + every <= to; at += every)
    points.push({
      at: meanOf(seconds, at, at + every) - first,
      amps: restAmps - (every < 5 ? meanOf(amps, at, at + every) : medianOf(amps, at, at + every)),
    });
  return points;
}

/** The level and the size that fit best at a time constant, and what is left. */
function fitAt(points: readonly Point[], tau: number) {
  let [n, e, ee, y, ye, yy] = [0, 0, 0, 0, 0, 0];
  for (const { at, amps } of points) {
    const fall = Math.exp(-at / tau);
    n++;
    e += fall;
    ee += fall * fall;
    y += amps;
    ye += amps * fall;
    yy += amps * amps;
  }
  const det = n * ee - e * e || 1e-12;
  const size = (n * ye - e * y) / det;
  const level = (ee * y - e * ye) / det;
  return { size, level, cost: Math.max(0, yy - size * ye - level * y) };
}

function spreadAround(points: readonly Point[]): number {
  const steps = points.slice(1).map(({ amps }, at) => Math.abs(amps - (points[at]?.amps ?? 0)));
  return medianOf(Float64Array.from(steps)) / (0.6745 * Math.SQRT2);
}

/** How far the time constant can be moved until the fit is worse by more than chance. */
function sdOf(
  points: readonly Point[],
  best: number,
  costAt: (tau: number) => number,
  least: number,
  variance: number,
): number {
  const away = costAt(best * 1.1) - least;
  if (away <= 0 || points.length < 4) return best;
  return Math.max(0.01 * best, 0.1 * best * Math.sqrt(variance / away));
}
