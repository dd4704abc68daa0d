import { type Crank, systemOf } from './cranks';
import { type Excursion, excursionsIn } from './excursions';
import { type Features, featuresAt } from './features';
import { findMarks, type Marks } from './marks';
import type { Recording } from './recording';
import { type SlowView, slowViewOf } from './slow-view';
import { medianOf } from './statistics';

/** All that Integra makes of a recording. */
export interface Examined {
  /** As it was examined: a clamp that was the wrong way round is turned. */
  readonly recording: Recording;
  readonly marks: Marks;
  readonly features: Features;
  readonly cranks: readonly Crank[];
  readonly systemVolts: 6 | 12 | 24;
  readonly excursions: readonly Excursion[];
  /** What is wrong with the recording, or was put right, a sentence each. */
  readonly problems: readonly string[];
}

/** Examines a recording: finds where everything is, and reads everything off there. */
export function examine(given: Recording, cylinders: number | null, told: readonly string[] = []): Examined {
  const problems = [...told];
  const recording = turnedRight(given, problems);
  const view = slowViewOf(recording);
  const { marks, cranks } = findMarks(view, recording);
  const features = featuresAt(recording, view, marks, cranks, cylinders);
  if (Math.abs(features.offsetAmps) > 0)
    problems.push(
      `The clamp says ${features.offsetAmps.toFixed(1)} A while nothing flows: that is taken off. Zero it before a recording.`,
    );
  tellClipping(recording, problems);
  tellConstant(recording, problems);
  const systemVolts = systemOf(view);
  return {
    recording,
    marks,
    features,
    cranks,
    systemVolts,
    excursions: excursionsIn(recording, cranks, systemVolts),
    problems,
  };
}

/** The same once marks were moved by hand. */
export function examinedAt(
  examined: Examined,
  marks: Marks,
  cylinders: number | null,
  view: SlowView = slowViewOf(examined.recording),
): Examined {
  const { recording, cranks } = examined;
  return { ...examined, marks, features: featuresAt(recording, view, marks, cranks, cylinders) };
}

/** A current that rises while the voltage rises with it, at the pull of a starter, was measured the wrong way round. */
function turnedRight(recording: Recording, problems: string[]): Recording {
  const { seconds, volts, amps } = recording;
  if (!amps) return recording;
  const view = slowViewOf(recording, 0.005);
  if (!view.amps) return recording;
  const steepest = volts ? agreement(view) : loneDirection(view.amps);
  if (steepest >= 0) return recording;
  problems.push(
    'The clamp was the wrong way round: the current is turned, so that what the battery gives is positive.',
  );
  return { seconds, volts, amps: amps.map((value) => -value) };
}

/** Changes that count are a good part of all that a current does; the rest is what disturbs both channels alike. */
const LARGE_SHARE = 0.08;
const LAG_S = 0.03;

/** How the large changes of current go with those of the voltage: positive as it should be, one up while the other is down. */
function agreement({ volts, amps, stepS }: SlowView): number {
  if (!volts || !amps) return 0;
  let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const value of amps) {
    least = Math.min(least, value);
    most = Math.max(most, value);
  }
  const large = LARGE_SHARE * (most - least);
  const lag = Math.max(1, Math.round(LAG_S / stepS));
  let [together, va, vv] = [0, 0, 0];
  for (let at = lag; at < amps.length; at++) {
    const [dv, da] = [(volts[at] ?? 0) - (volts[at - lag] ?? 0), (amps[at] ?? 0) - (amps[at - lag] ?? 0)];
    if (Math.abs(da) < large) continue;
    together -= dv * da;
    va += da * da;
    vv += dv * dv;
  }
  // Only changes that hang together say something.
  const linked = together / Math.sqrt(va * vv || 1);
  return Math.abs(linked) > 0.25 ? linked : 0;
}

/** A current alone: a starter takes far more than any alternator gives back. */
function loneDirection(amps: Float64Array): number {
  let [least, most] = [0, 0];
  for (const value of amps) {
    least = Math.min(least, value);
    most = Math.max(most, value);
  }
  return -least > 1.5 * most && -least > 60 ? -1 : 1;
}

/** So many samples in a row at the very edge are no chance. */
const CLIPPED_RUN = 5;

function tellClipping({ volts, amps }: Recording, problems: string[]): void {
  const low = volts && clippedAt(volts, -1);
  if (low !== null && low !== undefined)
    problems.push(`The voltage is clipped at ${low.toFixed(2)} V: what lies below was not recorded.`);
  const high = amps && clippedAt(amps, 1);
  if (high !== null && high !== undefined)
    problems.push(`The current is clipped at ${high.toFixed(0)} A: what lies above was not recorded.`);
}

/** Of a smooth turn about as many samples stand at its last step as at the one before; at an edge many times as many. */
const EDGE_TIMES = 4;

/** The edge at which many samples in a row stand, far from the middle of all; null where there is none. */
function clippedAt(values: Float64Array, sign: 1 | -1): number | null {
  const least = Number.NEGATIVE_INFINITY;
  let [edge, next] = [least, least];
  for (const value of values) {
    const here = sign * value;
    if (here > edge) [edge, next] = [here, edge];
    else if (here < edge && here > next) next = here;
  }
  let [run, longest, atEdge, atNext] = [0, 0, 0, 0];
  for (const value of values) {
    const here = sign * value;
    run = here === edge ? run + 1 : 0;
    longest = Math.max(longest, run);
    if (here === edge) atEdge++;
    else if (here === next) atNext++;
  }
  const middle = sign * medianOf(values);
  const isFar = edge - middle > 0.05 * Math.max(1, Math.abs(middle));
  const isEdge = longest >= CLIPPED_RUN && atEdge > EDGE_TIMES * atNext;
  return isFar && isEdge && longest < 0.5 * values.length ? sign * edge : null;
}

function tellConstant({ volts, amps }: Recording, problems: string[]): void {
  const still = (values: Float64Array | null) => values?.every((value) => value === values[0]);
  if (still(volts)) problems.push(`The voltage is ${volts?.[0]} V in every row: nothing can be read off it.`);
  if (still(amps) && amps?.[0] !== 0)
    problems.push(`The current is ${amps?.[0]} A in every row: nothing can be read off it.`);
}
