import FFT from 'fft.js';
import { indexAt, type Recording, type Span, stepOf } from './recording';
import { noiseOf } from './statistics';

/** What the alternator leaves on the voltage. */
export interface AlternatorRipple {
  /** Root of its mean square, V. */
  readonly volts: number;
  readonly sd: number;
  /** A phase or a diode is missing; null where the recording is too coarse to tell. */
  readonly phaseMissing: boolean | null;
}

/** Below this the hum of six diodes cannot be told from chance, Hz of samples. */
const LEAST_RATE = 1990;
/** Long enough to part its lines, s; more is not looked at. */
const LOOKED_AT_S = 0.5;
const LOWEST_HZ = 60;
const HIGHEST_HZ = 5000;
/** Of what the strongest line has, what another needs to count as one. */
const LINE_SHARE = 0.12;

/**
 * The ripple of a charging alternator, and whether one of its phases is missing: six diodes leave even humps, and one line with its
 * multiples in their spectrum; a missing one leaves a hole every turn of the field, and lines in between.
 */
export function alternatorRipple(recording: Recording, { fromS, toS }: Span): AlternatorRipple | null {
  const { seconds, volts } = recording;
  if (!volts) return null;
  const step = stepOf(recording);
  const rate = 1 / step;
  if (rate < LEAST_RATE) return null;
  const from = indexAt(seconds, Math.max(fromS, toS - LOOKED_AT_S));
  const to = indexAt(seconds, toS);
  if (to - from < 0.1 * rate) return null;
  const some = steady(volts, from, to, Math.round(0.02 * rate));
  const variance = some.reduce((sum, value) => sum + value * value, 0) / some.length;
  const lines = linesOf(some, step);
  const told = lines.reduce((sum, { power }) => sum + power, 0);
  const noise = Math.max(0, variance - told);
  const [strongest] = lines;
  const floor = noise / some.length;
  if (!strongest || strongest.power < 40 * floor) {
    const least = Math.sqrt(Math.max(0, variance - noiseOf(volts, from, to) ** 2));
    return { volts: least, sd: 0.3 * Math.sqrt(variance), phaseMissing: null };
  }
  return {
    volts: Math.sqrt(told),
    sd: Math.max(0.002, 0.05 * Math.sqrt(told)),
    phaseMissing: missingIn(lines, strongest, rate),
  };
}

interface SpectralLine {
  readonly hz: number;
  /** Mean square of it, V². */
  readonly power: number;
}

/** The values without what changes slowly. */
function steady(volts: Float64Array, from: number, to: number, width: number): Float64Array {
  const values = new Float64Array(to - from);
  let sum = 0;
  let [low, high] = [from, from];
  for (let at = from; at < to; at++) {
    while (high < to && high < at + width) sum += volts[high++] ?? 0;
    while (low < at - width) sum -= volts[low++] ?? 0;
    values[at - from] = (volts[at] ?? 0) - sum / (high - low);
  }
  return values;
}

/** The strongest lines of a spectrum, the strongest first: those that stand out, each with what stands beside its top. */
function linesOf(values: Float64Array, step: number): SpectralLine[] {
  const size = 1 << Math.floor(Math.log2(Math.min(values.length, 65_536)));
  const windowed = new Float64Array(size);
  let windowSquare = 0;
  for (let at = 0; at < size; at++) {
    const window = 0.5 - 0.5 * Math.cos((2 * Math.PI * (at + 0.5)) / size);
    windowSquare += window * window;
    windowed[at] = (values[values.length - size + at] ?? 0) * window;
  }
  const transform = new FFT(size);
  const spectrum = transform.createComplexArray();
  transform.realTransform(spectrum, Array.from(windowed));
  const square = (at: number) => (spectrum[2 * at] ?? 0) ** 2 + (spectrum[2 * at + 1] ?? 0) ** 2;
  const power = Float64Array.from({ length: size / 2 }, (_, at) => (2 * square(at)) / size / windowSquare);
  const width = 1 / (size * step);
  const from = Math.max(3, Math.ceil(LOWEST_HZ / width));
  const to = Math.min(size / 2 - 3, Math.floor(HIGHEST_HZ / width));
  const lines: SpectralLine[] = [];
  for (let turn = 0; turn < 16; turn++) {
    let best = -1;
    for (let at = from; at < to; at++) if ((power[at] ?? 0) > (power[best] ?? 0)) best = at;
    if (best < 0) break;
    let sum = 0;
    let middle = 0;
    for (let at = best - 3; at <= best + 3; at++) {
      const here = power[at] ?? 0;
      sum += here;
      middle += here * at;
      power[at] = 0;
    }
    if (sum <= 0 || (lines[0] && sum < 0.001 * lines[0].power)) break;
    lines.push({ hz: (middle / sum) * width, power: sum });
  }
  return lines;
}

/**
 * Whether lines stand between what six even humps leave: at fractions of the strongest, or so low that no six of an idling
 * alternator’s are.
 */
function missingIn(lines: readonly SpectralLine[], strongest: SpectralLine, rate: number): boolean | null {
  if (rate < 4 * LEAST_HUMP_HZ && strongest.hz > LEAST_HUMP_HZ) return null;
  const amplitude = Math.sqrt(strongest.power);
  const real = lines.filter(({ power }) => Math.sqrt(power) > LINE_SHARE * amplitude);
  // A hole a turn: the strongest line is the turn itself or its double, and others follow at its multiples and halves.
  const isLow = strongest.hz < LEAST_HUMP_HZ;
  const between = real.filter(({ hz }) => {
    const times = hz / strongest.hz;
    return (
      Math.abs(times - Math.round(times)) > 0.06 && [6, 3, 2, 1.5].some((part) => isMultiple(times * part))
    );
  });
  const above = real.filter(({ hz }) => hz > 1.5 * strongest.hz && isMultiple(hz / strongest.hz));
  return (isLow && above.length >= 1) || between.length >= 2;
}

const isMultiple = (times: number) => Math.round(times) >= 1 && Math.abs(times - Math.round(times)) < 0.06;

/** Six humps a turn of the field are no fewer a second, even while an engine idles slowly. A model of ours. */
const LEAST_HUMP_HZ = 600;
