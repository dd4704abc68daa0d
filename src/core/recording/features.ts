import { alternatorRipple } from './alternator-ripple';
import { type Crank, systemOf } from './cranks';
import type { Marks } from './marks';
import { indexAt, type Recording, stepOf } from './recording';
import { crankRipple, type Evenness, evenness, together } from './ripple';
import { placesIn, type SlowView } from './slow-view';
import { meanOf, medianOf, noiseOf, quantileOf } from './statistics';
import { supplyOf } from './supply';
import { taperOf } from './taper';

/** What is read off a recorded start, by the names of the open format. */
export const FEATURE_NAMES = [
  'rest_v',
  'key_on_s',
  'inrush_s',
  'inrush_v',
  'inrush_a',
  'supply_mohm',
  'plateau_v',
  'plateau_a',
  'crank_rpm',
  'weak_cylinder',
  'start_s',
  'cross_s',
  'charging_v',
  'ripple_v',
  'taper_tau_s',
  'net_end_a',
] as const;
export type FeatureName = (typeof FEATURE_NAMES)[number];

/** Something that was read off: its value, how sure it is, and where in the recording it stands. */
export interface Feature {
  readonly value: number;
  /** As a standard deviation, in its own unit. */
  readonly sd: number;
  readonly fromS: number;
  readonly toS: number;
}

/** All that is read off a recording. What is not there is null, and why is said. */
export interface Features {
  readonly values: Readonly<Record<FeatureName, Feature | null>>;
  /** A phase of the alternator is missing; null where that cannot be told. */
  readonly phaseMissing: boolean | null;
  /** How even its cylinders are; null where that cannot be told. */
  readonly evenness: Evenness | null;
  /** Compressions a second while it was cranked. */
  readonly compressionHz: number | null;
  /** What the clamp said while nothing flowed, A: it is taken off. */
  readonly offsetAmps: number;
  readonly why: Readonly<Partial<Record<FeatureName, string>>>;
}

/** A current that is read at rest and is no lamp’s, A: the clamp was not zeroed. */
const LEAST_OFFSET_AMPS = 1;

/**
 * Reads everything off a recording at its marks.
 * @param cylinders of the engine; null where nobody knows: its speed cannot be told then
 */
export function featuresAt(
  recording: Recording,
  view: SlowView,
  marks: Marks,
  cranks: readonly Crank[],
  cylinders: number | null,
): Features {
  return new Reading(recording, view, marks, cranks, cylinders).all();
}

class Reading {
  private readonly values: Partial<Record<FeatureName, Feature>> = {};
  private readonly why: Partial<Record<FeatureName, string>> = {};
  private readonly step: number;
  private readonly offset: number;
  private readonly crank: Crank | undefined;

  constructor(
    private readonly recording: Recording,
    private readonly view: SlowView,
    private readonly marks: Marks,
    cranks: readonly Crank[],
    private readonly cylinders: number | null,
  ) {
    this.step = stepOf(recording);
    this.offset = offsetOf(view, marks);
    const { onsetS } = marks;
    const near = (one: Crank) => Math.abs(one.onsetS - (onsetS ?? 0));
    this.crank = onsetS === null ? undefined : [...cranks].sort((one, other) => near(one) - near(other))[0];
  }

  all(): Features {
    this.rest();
    this.moments();
    this.inrush();
    this.plateau();
    this.supply();
    const { even, hz } = this.turning();
    const phaseMissing = this.charging();
    this.taper();
    const values = Object.fromEntries(FEATURE_NAMES.map((name) => [name, this.values[name] ?? null]));
    return {
      values: values as Features['values'],
      phaseMissing,
      evenness: even,
      compressionHz: hz,
      offsetAmps: this.offset,
      why: this.why,
    };
  }

  private note(name: FeatureName, value: number, sd: number, fromS: number, toS = fromS): void {
    if (Number.isFinite(value)) this.values[name] = { value, sd: Number.isFinite(sd) ? sd : 0, fromS, toS };
  }

  private rest(): void {
    const { rest } = this.marks;
    const { volts, seconds } = this.view;
    if (!volts) this.why.rest_v = 'No voltage was recorded.';
    else if (!rest) this.why.rest_v = 'The recording begins after the battery had been at rest.';
    else {
      const [from, to] = placesIn(seconds, rest.fromS, rest.toS);
      const sd = Math.max(0.002, noiseOf(volts, from, to) / Math.sqrt(Math.max(1, to - from)));
      this.note('rest_v', medianOf(volts, from, Math.max(from + 1, to)), sd, rest.fromS, rest.toS);
    }
  }

  private moments(): void {
    const { keyOnS, startS, crossS, onsetS } = this.marks;
    const sd = Math.max(this.step, this.view.stepS);
    if (keyOnS === null)
      this.why.key_on_s =
        onsetS === null
          ? 'Nothing was cranked.'
          : 'No step of the key is seen before the starter pulls: it was on before, or too little was drawn.';
    else this.note('key_on_s', keyOnS, sd, keyOnS);
    if (startS === null)
      this.why.start_s = this.crank
        ? this.crank.started === false
          ? 'It did not start.'
          : 'The recording ends before it can be told whether it ran.'
        : 'Nothing was cranked.';
    else this.note('start_s', startS, Math.max(0.005, sd), startS);
    if (crossS === null)
      this.why.cross_s =
        startS === null
          ? 'It did not start.'
          : 'The voltage does not come back above what the battery rested at.';
    else this.note('cross_s', crossS, Math.max(0.02, sd), crossS);
  }

  /** The first pull: the deepest moment and the highest current of the first quarter of a second. */
  private inrush(): void {
    const { onsetS } = this.marks;
    const { seconds, volts, amps } = this.recording;
    if (onsetS === null) {
      for (const name of ['inrush_s', 'inrush_v', 'inrush_a'] as const)
        this.why[name] = 'Nothing was cranked.';
      return;
    }
    const from = Math.max(0, indexAt(seconds, onsetS) - 1);
    const to = Math.min(seconds.length, indexAt(seconds, onsetS + INRUSH_S) + 1);
    // A thousandth of a second is what a meter for it averages over; chance alone would go deeper.
    const width = Math.max(1, Math.round(0.0008 / this.step));
    const coarse = Math.max(0, this.step - 0.001);
    const deepest = volts && extremeOf(volts, from, to, width, -1);
    const highest = amps && extremeOf(amps, from, to, width, 1);
    const at = seconds[(deepest ?? highest)?.at ?? from] ?? onsetS;
    this.note('inrush_s', at, Math.max(this.step, 0.002), at);
    if (deepest) {
      const slow = coarse * COARSE_VOLTS * (systemOf(this.view) / 12);
      this.note(
        'inrush_v',
        deepest.value,
        Math.hypot(noiseOf(volts, from, to) / Math.sqrt(width), slow, 0.005),
        at,
      );
    } else this.why.inrush_v = 'No voltage was recorded.';
    if (highest)
      this.note(
        'inrush_a',
        highest.value - this.offset,
        Math.hypot(noiseOf(amps, from, to) / Math.sqrt(width), coarse * 4000, 1),
        at,
      );
    else this.why.inrush_a = 'No current was recorded.';
  }

  private plateau(): void {
    const { plateau } = this.marks;
    const { seconds, volts, amps } = this.view;
    const missing = this.crank ? 'It was not cranked long enough to turn evenly.' : 'Nothing was cranked.';
    for (const [name, values, shift] of [
      ['plateau_v', volts, 0],
      ['plateau_a', amps, this.offset],
    ] as const) {
      if (!plateau) this.why[name] = missing;
      else if (!values) this.why[name] = `No ${name === 'plateau_v' ? 'voltage' : 'current'} was recorded.`;
      else {
        const [from, to] = placesIn(seconds, plateau.fromS, plateau.toS);
        const swing = quantileOf(values, 0.9, from, to) - quantileOf(values, 0.1, from, to);
        const turns = Math.max(1, (plateau.toS - plateau.fromS) * 6);
        this.note(
          name,
          meanOf(values, from, Math.max(from + 1, to)) - shift,
          Math.max(0.002, (0.3 * swing) / turns),
          plateau.fromS,
          plateau.toS,
        );
      }
    }
  }

  private supply(): void {
    const { onsetS, plateau, startS } = this.marks;
    if (onsetS === null) {
      this.why.supply_mohm = 'Nothing was cranked.';
      return;
    }
    const found = supplyOf(this.view, {
      onsetS,
      endS: startS ?? plateau?.toS ?? this.crank?.endS ?? onsetS + 1,
      restVolts: this.values.rest_v?.value ?? null,
      restAmps: this.offset,
    });
    if (found)
      this.note('supply_mohm', found.milliohms, found.sd, onsetS, startS ?? plateau?.toS ?? onsetS + 1);
    else
      this.why.supply_mohm =
        this.recording.volts && this.recording.amps
          ? 'The current does not swing enough to tell it.'
          : 'It takes voltage and current, recorded together.';
  }

  /** How fast it was turned, and how evenly. */
  private turning(): { readonly even: Evenness | null; readonly hz: number | null } {
    const { plateau } = this.marks;
    const { seconds, volts, amps } = this.recording;
    if (!plateau) {
      this.why.crank_rpm = this.crank
        ? 'It was not cranked long enough to turn evenly.'
        : 'Nothing was cranked.';
      this.why.weak_cylinder = this.why.crank_rpm;
      return { even: null, hz: null };
    }
    const candidates = [amps, volts && negative(volts)].flatMap((values) => {
      if (!values || isClipped(values, ...placesIn(seconds, plateau.fromS, plateau.toS))) return [];
      const [from, to] = placesIn(seconds, plateau.fromS, plateau.toS);
      const ripple = crankRipple(seconds, values, plateau, noiseOf(values, from, to));
      return ripple ? [ripple] : [];
    });
    const ripple = together(candidates);
    if (!ripple) {
      this.why.crank_rpm =
        'No compressions stand out while it is cranked: too short, too coarse, or it does not turn.';
      this.why.weak_cylinder = this.why.crank_rpm;
      return { even: null, hz: null };
    }
    if (this.cylinders === null || this.cylinders < 1) {
      this.why.crank_rpm = 'It takes the number of cylinders.';
      this.why.weak_cylinder = this.why.crank_rpm;
      return { even: null, hz: ripple.hz };
    }
    const perHz = 120 / this.cylinders;
    this.note(
      'crank_rpm',
      ripple.hz * perHz,
      Math.max(ripple.hzSd * perHz, 0.003 * ripple.hz * perHz),
      plateau.fromS,
      plateau.toS,
    );
    const even = evenness(ripple, this.cylinders);
    if (even?.weak) this.note('weak_cylinder', even.weak.loss, even.weak.sd, plateau.fromS, plateau.toS);
    else
      this.why.weak_cylinder = even
        ? 'All cylinders compress alike.'
        : 'Not every cylinder came often and clearly enough: crank it longer, kept from starting.';
    return { even, hz: ripple.hz };
  }

  private charging(): boolean | null {
    const { charging, startS } = this.marks;
    const { seconds, volts } = this.view;
    if (!charging || !volts) {
      const said = !this.recording.volts
        ? 'No voltage was recorded.'
        : startS === null
          ? 'It did not start.'
          : 'It does not charge, or the recording ends before it does.';
      this.why.charging_v = said;
      this.why.ripple_v = said;
      return null;
    }
    const [from, to] = placesIn(seconds, charging.fromS, charging.toS);
    const swing = quantileOf(volts, 0.84, from, to) - quantileOf(volts, 0.16, from, to);
    this.note(
      'charging_v',
      meanOf(volts, from, to),
      Math.max(0.005, swing / 2 / Math.sqrt(Math.max(1, (to - from) / 20))),
      charging.fromS,
      charging.toS,
    );
    const ripple = alternatorRipple(this.recording, charging);
    if (!ripple) {
      this.why.ripple_v = 'It takes 2,000 samples a second and more.';
      return null;
    }
    this.note('ripple_v', ripple.volts, ripple.sd, charging.fromS, charging.toS);
    return ripple.phaseMissing;
  }

  private taper(): void {
    const { taper } = this.marks;
    const found = taper && taperOf(this.view, taper, this.offset);
    if (!taper || !found) {
      const said = !this.recording.amps
        ? 'No current was recorded.'
        : 'No current flows back into the battery for long enough.';
      this.why.taper_tau_s = said;
      this.why.net_end_a = said;
      return;
    }
    this.note('net_end_a', found.endAmps, found.endSd, taper.fromS, taper.toS);
    if (found.tauS === null)
      this.why.taper_tau_s =
        'The recording ends before the fall of the current can be told, or it does not fall.';
    else this.note('taper_tau_s', found.tauS, found.tauSd, taper.fromS, taper.toS);
  }
}

const INRUSH_S = 0.25;
/** How much the first dip changes in a second around its deepest, V of 12 V: what coarse samples may miss. A model of ours. */
const COARSE_VOLTS = 60;

const negative = (values: Float64Array) => values.map((value) => -value);

/** A recorder that stands at its edge for a good part of a stretch shows no tops there. */
function isClipped(values: Float64Array, from: number, to: number): boolean {
  let most = Number.NEGATIVE_INFINITY;
  let count = 0;
  for (let at = from; at < to; at++) {
    const value = values[at] ?? 0;
    if (value > most) [most, count] = [value, 1];
    else if (value === most) count++;
  }
  return count > Math.max(5, 0.02 * (to - from)) && values.length > 0;
}

/** What the clamp says while nothing flows: known where the key was still off, or where it says what cannot be. */
function offsetOf(view: SlowView, { rest, keyOnS }: Marks): number {
  const { amps, seconds } = view;
  // Where nothing rests, current may flow either way by right.
  if (!amps || !rest) return 0;
  const level = medianOf(amps, ...placesIn(seconds, rest.fromS, rest.toS));
  if (!Number.isFinite(level)) return 0;
  const isKnown = keyOnS !== null;
  return (isKnown && Math.abs(level) > LEAST_OFFSET_AMPS) || level < -LEAST_OFFSET_AMPS ? level : 0;
}

/** The deepest or the highest mean over a few samples in a row, and where. */
function extremeOf(values: Float64Array, from: number, to: number, width: number, sign: 1 | -1) {
  let sum = 0;
  let best = { value: Number.NaN, at: from };
  for (let at = from; at < to; at++) {
    sum += values[at] ?? 0;
    if (at - from >= width) sum -= values[at - width] ?? 0;
    if (at - from < width - 1) continue;
    const mean = sum / width;
    if (Number.isNaN(best.value) || sign * mean > sign * best.value)
      best = { value: mean, at: at - ((width - 1) >> 1) };
  }
  return best;
}
