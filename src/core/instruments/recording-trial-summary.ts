import { FEATURE_NAMES, type FeatureName } from '../recording/features';
import { type TriedStart, trueValue } from './recording-trial';

/** How one feature was found over a trial. */
export interface FeatureTally {
  readonly name: FeatureName;
  /** How often it was there and found, there and missed, and found where it was not. */
  readonly found: number;
  readonly missed: number;
  readonly ghosts: number;
  readonly absent: number;
  /** How far off, in its unit, or as a share of the true value: middle, nineteen of twenty, most. */
  readonly isShare: boolean;
  readonly off: { readonly middle: number; readonly p95: number; readonly most: number };
  /** How often the truth lay within two standard deviations. */
  readonly held: number;
}

/** What a trial of recorded starts came to. */
export interface RecordingTrial {
  readonly tried: number;
  readonly features: readonly FeatureTally[];
  readonly attemptsWrong: number;
  readonly phase: {
    readonly asked: number;
    readonly right: number;
    readonly wrong: number;
    readonly untold: number;
  };
  /** Where it could be told at all: weak cylinders there and found, none there and found all the same. */
  readonly weak: {
    readonly there: number;
    readonly found: number;
    readonly none: number;
    readonly ghosts: number;
    readonly untold: number;
  };
}

/** Features whose error is a share of what is true. */
const SHARES: ReadonlySet<FeatureName> = new Set([
  'inrush_a',
  'supply_mohm',
  'plateau_a',
  'crank_rpm',
  'taper_tau_s',
]);
/** A weak cylinder is told or not; how weak says little more. */
const isTold = (name: FeatureName) => name !== 'weak_cylinder';
/** A missing phase is a matter of fast recorders. */
const LEAST_PHASE_RATE = 5000;

/** Sums up a trial. */
export function recordingTrial(starts: Iterable<TriedStart>): RecordingTrial {
  const all = FEATURE_NAMES.filter(isTold).map((name) => ({
    name,
    found: 0,
    missed: 0,
    ghosts: 0,
    absent: 0,
    off: [] as number[],
    held: 0,
  }));
  const phase = { asked: 0, right: 0, wrong: 0, untold: 0 };
  const weak = { there: 0, found: 0, none: 0, ghosts: 0, untold: 0 };
  let [tried, attemptsWrong] = [0, 0];
  for (const start of starts) {
    tried++;
    if (start.examined.cranks.length !== start.truth.attempts) attemptsWrong++;
    for (const tally of all) tallyOne(tally, start);
    tallyPhase(phase, start);
    tallyWeak(weak, start);
  }
  return { tried, features: all.map(summed), attemptsWrong, phase, weak };
}

interface Tally {
  readonly name: FeatureName;
  found: number;
  missed: number;
  ghosts: number;
  absent: number;
  off: number[];
  held: number;
}

function tallyOne(tally: Tally, start: TriedStart): void {
  const truth = trueValue(tally.name, start);
  const found = start.examined.features.values[tally.name];
  if (truth === undefined) return;
  if (truth === null) {
    tally.absent++;
    if (found) tally.ghosts++;
  } else if (!found) tally.missed++;
  else {
    tally.found++;
    const off = Math.abs(found.value - truth);
    if (off <= 2 * found.sd) tally.held++;
    tally.off.push(SHARES.has(tally.name) ? off / Math.abs(truth) : off);
  }
}

function summed({ off, held, ...tally }: Tally): FeatureTally {
  const rising = [...off].sort((one, other) => one - other);
  const at = (share: number) =>
    rising[Math.min(rising.length - 1, Math.floor(share * rising.length))] ?? Number.NaN;
  return {
    ...tally,
    isShare: SHARES.has(tally.name),
    off: { middle: at(0.5), p95: at(0.95), most: at(1) },
    held: held / Math.max(1, off.length),
  };
}

function tallyPhase(
  phase: { asked: number; right: number; wrong: number; untold: number },
  { start, truth, examined }: TriedStart,
): void {
  const { rate, channels } = start.recorder;
  if (truth.phaseMissing === null || rate < LEAST_PHASE_RATE || channels === 'amps') return;
  phase.asked++;
  const { phaseMissing } = examined.features;
  if (phaseMissing === null) phase.untold++;
  else if (phaseMissing === truth.phaseMissing) phase.right++;
  else phase.wrong++;
}

function tallyWeak(
  weak: { there: number; found: number; none: number; ghosts: number; untold: number },
  { truth, examined }: TriedStart,
): void {
  const { evenness, values } = examined.features;
  if (!evenness) weak.untold++;
  else if (truth.weakLoss === null) {
    weak.none++;
    if (values.weak_cylinder) weak.ghosts++;
  } else {
    weak.there++;
    if (values.weak_cylinder) weak.found++;
  }
}
