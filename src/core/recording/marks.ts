import { type Crank, cranksIn, restingAmps, systemOf } from './cranks';
import { indexAt, type Recording, type Span } from './recording';
import { placesIn, type SlowView, smoothed } from './slow-view';
import { meanOf, medianOf, noiseOf, quantileOf } from './statistics';

/**
 * Where in a recording what is read off stands. Found by itself, each can be moved by hand; what was not there is null. All else
 * follows from them.
 */
export interface Marks {
  readonly rest: Span | null;
  readonly keyOnS: number | null;
  /** When the starter pulls. */
  readonly onsetS: number | null;
  /** Where it turns evenly. */
  readonly plateau: Span | null;
  /** When the engine runs by itself; null where it does not, or nobody can tell. */
  readonly startS: number | null;
  readonly crossS: number | null;
  readonly charging: Span | null;
  readonly taper: Span | null;
}

export type MarkName = keyof Marks;

/** All marks of a recording, and the attempts that it holds. */
export interface FoundMarks {
  readonly marks: Marks;
  readonly cranks: readonly Crank[];
}

/** How long it takes until it turns evenly, s. */
export const EVEN_AFTER_S = 0.3;
const LONGEST_REST_S = 5;

/** Finds by itself where everything is. */
export function findMarks(view: SlowView, recording: Recording): FoundMarks {
  const cranks = cranksIn(view);
  const crank =
    cranks.find(({ started }) => started === true) ??
    cranks.findLast(({ started }) => started === null) ??
    cranks.at(-1);
  if (!crank) {
    const charging = view.volts && wholeCharging(view, view.volts);
    return {
      cranks,
      marks: {
        ...NO_MARKS,
        rest: restWithout(view),
        charging,
        taper: charging && view.amps ? charging : null,
      },
    };
  }
  const [first = crank] = cranks;
  const begin = view.seconds[0] ?? 0;
  const keyOnS = keyOnBefore(view, begin, first.onsetS);
  const quietUntil = (keyOnS ?? first.onsetS) - Math.max(0.01, 2 * view.stepS);
  const rest =
    quietUntil - begin >= 0.05 && placesCount(view, begin, quietUntil) >= 3
      ? { fromS: Math.max(begin, quietUntil - LONGEST_REST_S), toS: quietUntil }
      : null;
  const letsGoS = startIn(view, recording, crank);
  const startS = crank.started === true ? letsGoS : null;
  const evenFrom = crank.onsetS + EVEN_AFTER_S;
  const evenTo = startS ?? Math.min(crank.endS, letsGoS) - 0.01;
  const plateau =
    evenTo - evenFrom >= Math.max(0.1, 2 * view.stepS) ? { fromS: evenFrom, toS: evenTo } : null;
  const restVolts =
    rest && view.volts ? medianOf(view.volts, ...placesIn(view.seconds, rest.fromS, rest.toS)) : null;
  const crossS =
    startS === null || restVolts === null || !view.volts
      ? null
      : crossingAfter(view, view.volts, startS, restVolts);
  const charging = startS === null ? null : chargingAfter(view, startS, restVolts);
  const taper = startS === null || !view.amps ? null : taperAfter(view, view.amps, startS);
  return { cranks, marks: { rest, keyOnS, onsetS: crank.onsetS, plateau, startS, crossS, charging, taper } };
}

const NO_MARKS: Marks = {
  rest: null,
  keyOnS: null,
  onsetS: null,
  plateau: null,
  startS: null,
  crossS: null,
  charging: null,
  taper: null,
};

const placesCount = ({ seconds }: SlowView, fromS: number, toS: number) =>
  indexAt(seconds, toS) - indexAt(seconds, fromS);

/** Where nothing is cranked, a recording that stays at one level below charging is one of a battery at rest. */
function restWithout(view: SlowView): Span | null {
  const { volts, seconds } = view;
  if (!volts || seconds.length < 3) return null;
  const k = systemOf(view) / 12;
  const [low, high] = [quantileOf(volts, 0.02), quantileOf(volts, 0.98)];
  return high < 13.1 * k && high - low < 0.1 * k
    ? { fromS: seconds[0] ?? 0, toS: seconds.at(-1) ?? 0 }
    : null;
}

function wholeCharging(view: SlowView, volts: Float64Array): Span | null {
  const { seconds } = view;
  const k = systemOf(view) / 12;
  const isCharging = quantileOf(volts, 0.1) > 13.0 * k && seconds.length > 2;
  return isCharging ? { fromS: seconds[0] ?? 0, toS: seconds.at(-1) ?? 0 } : null;
}

/** A step down of the voltage, or up of the current, that stays: the key is turned on. Null where there is none. */
function keyOnBefore(view: SlowView, fromS: number, onsetS: number): number | null {
  const k = systemOf(view) / 12;
  const until = onsetS - Math.max(0.03, 2 * view.stepS);
  const byAmps = view.amps && stepIn(view, view.amps, fromS, until, 1, { least: 1.2 / k, sigmas: 5 });
  const byVolts = view.volts && stepIn(view, view.volts, fromS, until, -1, { least: 0.02 * k, sigmas: 6 });
  return byAmps ?? byVolts ?? null;
}

/** The moment at which a series steps from one level to another, up or down; null where it does not do so at once and for good. */
function stepIn(
  { seconds, stepS }: Pick<SlowView, 'seconds' | 'stepS'>,
  values: Float64Array,
  fromS: number,
  toS: number,
  direction: 1 | -1,
  { least, sigmas }: { readonly least: number; readonly sigmas: number },
): number | null {
  const [from, to] = placesIn(seconds, fromS, toS);
  const edge = Math.max(3, Math.ceil(0.05 / stepS));
  if (to - from < 2 * edge) return null;
  const sums = new Float64Array(to - from + 1);
  for (let at = from; at < to; at++)
    sums[at - from + 1] = (sums[at - from] ?? 0) + direction * (values[at] ?? 0);
  const total = sums[to - from] ?? 0;
  let [best, place] = [0, -1];
  for (let cut = edge; cut <= to - from - edge; cut++) {
    const before = (sums[cut] ?? 0) / cut;
    const after = (total - (sums[cut] ?? 0)) / (to - from - cut);
    const gain = (after - before) * Math.sqrt((cut * (to - from - cut)) / (to - from));
    if (gain > best) [best, place] = [gain, cut];
  }
  if (place < 0) return null;
  const near = Math.max(3, Math.min(edge * 4, place, to - from - place));
  const at = from + place;
  const step = direction * (meanOf(values, at, at + near) - meanOf(values, at - near, at));
  const noise = Math.max(noiseOf(values, from, at), noiseOf(values, at, to));
  const whole = direction * (medianOf(values, at, to) - medianOf(values, from, at));
  const isSharp = step > 0.6 * whole && whole > 0.6 * step;
  if (!(step > Math.max(least, (sigmas * noise) / Math.sqrt(near)) && isSharp)) return null;
  // The key comes before whatever draws most: plugs that glow, a pump.
  const wanted = { least, sigmas };
  const earlier = stepIn(
    { seconds, stepS },
    values,
    fromS,
    (seconds[at] ?? fromS) - 2 * stepS,
    direction,
    wanted,
  );
  return earlier ?? seconds[at] ?? null;
}

/**
 * When the engine ran by itself: the current falls away, and the voltage comes up, with a time of its own; where that began is read
 * off at two depths of the fall. A sharp one began where it is.
 */
function startIn(view: SlowView, recording: Recording, { onsetS, endS }: Crank): number {
  const fall = view.amps
    ? fallOf(view, view.amps, onsetS, endS)
    : view.volts
      ? fallOf(view, negated(view.volts), onsetS, endS)
      : null;
  return Math.max(onsetS, fall ?? endS - stepBack(recording));
}

const stepBack = ({ seconds }: Recording) => ((seconds[1] ?? 0) - (seconds[0] ?? 0)) / 2;
const negated = (values: Float64Array) => values.map((value) => -value);

function fallOf(
  { seconds, stepS }: SlowView,
  values: Float64Array,
  onsetS: number,
  endS: number,
): number | null {
  const lasts = endS - onsetS;
  const [from, to] = placesIn(
    seconds,
    onsetS + Math.min(EVEN_AFTER_S, lasts / 2),
    endS - Math.min(0.06, lasts / 4),
  );
  const [after, end] = placesIn(seconds, endS + 0.12, endS + 0.3);
  if (to - from < 2 || end - after < 1) return null;
  const smooth = smoothed(values, seconds, Math.max(0.004, stepS));
  const [high, low] = [
    meanOf(values, Math.max(from, to - Math.ceil(0.6 / stepS)), to),
    medianOf(smooth, after, Math.max(end, after + 1)),
  ];
  const depth = (share: number) => {
    const level = high + share * (low - high);
    // Backwards from where it has fallen: what swings before it does not count.
    let at = after;
    while (at > from && (smooth[at] ?? 0) < level) at--;
    const [above = high, below = low] = [smooth[at], smooth[at + 1]];
    const part = above > below ? (above - level) / (above - below) : 0;
    const [one = 0, other = one] = [seconds[at], seconds[at + 1]];
    return one + Math.min(1, Math.max(0, part)) * (other - one);
  };
  const [early, late] = [depth(0.4), depth(0.7)];
  const tau = Math.min(0.15, Math.max(0, late - early) / Math.log(0.6 / 0.3));
  return early + Math.log(0.6) * tau;
}

function crossingAfter(
  { seconds, stepS }: SlowView,
  volts: Float64Array,
  startS: number,
  rest: number,
): number | null {
  const smooth = smoothed(volts, seconds, Math.max(0.03, stepS));
  const from = indexAt(seconds, startS);
  const hold = Math.max(1, Math.ceil(0.3 / stepS));
  for (let at = from; at < smooth.length; at++) {
    if ((smooth[at] ?? 0) <= rest) continue;
    const until = Math.min(smooth.length, at + hold);
    if (quantileOf(smooth, 0.1, at, until) > rest - 0.005) return seconds[at] ?? null;
  }
  return null;
}

/** The settled part at the end: some seconds from where the voltage has come up. */
function chargingAfter(view: SlowView, startS: number, restVolts: number | null): Span | null {
  const { volts, seconds } = view;
  if (!volts) return null;
  const last = seconds.at(-1) ?? 0;
  const fromS = Math.max(startS + Math.min(2.5, 0.6 * (last - startS)), last - 10);
  if (last - fromS < 0.5 || last - startS < 1.2) return null;
  const level = medianOf(volts, ...placesIn(seconds, fromS, last));
  const k = systemOf(view) / 12;
  const isCharging = level > 12.9 * k && (restVolts === null || level > restVolts + 0.25 * k);
  return isCharging ? { fromS, toS: last } : null;
}

/** From where the current into the battery is at its most to the end; null while none flows into it. */
function taperAfter(view: SlowView, amps: Float64Array, startS: number): Span | null {
  const { seconds, stepS } = view;
  const k = 12 / systemOf(view);
  const smooth = smoothed(amps, seconds, Math.max(0.2, stepS));
  const from = indexAt(seconds, startS + 0.3);
  if (smooth.length - from < 8) return null;
  let peak = from;
  for (let at = from; at < smooth.length; at++) if ((smooth[at] ?? 0) < (smooth[peak] ?? 0)) peak = at;
  const rest = restingAmps(view, amps);
  const last = seconds.at(-1) ?? 0;
  const fromS = (seconds[peak] ?? 0) + 0.3;
  return (smooth[peak] ?? 0) - rest < -3 * k && last - fromS > 1.5 ? { fromS, toS: last } : null;
}
