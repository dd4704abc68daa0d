import type { Evidence } from '../assessment/evidence';
import { ownVolt } from '../assessment/reference';
import type { StepId } from '../assessment/step-id';
import { loadToSet } from '../battery/load-to-set';
import { trueChargePct } from '../physics/battery-state';
import { drawMaker } from '../physics/maker';
import { modelOf } from '../physics/physical-battery';
import { seededChance } from '../quantity/chance';
import { EXPLANATION_FACTS, type Explanation, explanationsFor } from './explanations';
import {
  type Observable,
  type Observations,
  observationsOf,
  predict,
  stateAtOpenVolts,
} from './observations';

/** An explanation with its probability, 0 to 1. */
export interface Likelihood {
  readonly explanation: Explanation;
  readonly probability: number;
}

type TestUnit = 'V' | '' | 'mΩ' | '%';

/** A test that was not made, and what it would show under each of two explanations. */
export interface Separation {
  readonly step: StepId;
  readonly shows: readonly {
    readonly explanation: Explanation;
    readonly value: number;
    readonly unit: TestUnit;
  }[];
  /** How far apart they lie, in standard deviations. */
  readonly sigmas: number;
}

/** What the model makes of a run: its likeliest explanations, and the test that would best tell the first two apart. */
export interface SecondOpinion {
  readonly likelihoods: readonly Likelihood[];
  readonly separation: Separation | null;
}

/** The tests that a battery can have here and now. */
export interface TestsAllowed {
  readonly steps: readonly StepId[];
  /** The voltage of the three-minute charge from which on it speaks against the plates, V of this battery. */
  readonly threeMinuteLimitVolts: number;
}

/** States that are tried for each explanation. */
const TRIES = 400;
const SEED = 1859;
const OPEN_SD_VOLTS = 0.012;
/** Surface charge that may still be there: after a rest of no time, V of a 12 V battery, and how fast it fades, min. */
const SURFACE_VOLTS = 0.1;
const SURFACE_MINUTES = 240;
const ASSUMED_C = 25;
const UNKNOWN_REST_MINUTES = 120;
/** Charges outside what comes to a bench are not impossible, only rare. */
const RARE = 1e-4;

interface Tried {
  readonly weight: number;
  readonly predicted: Partial<Record<Observable, number>>;
}

/**
 * Fits the physical model to a run: for each explanation many states that it allows are drawn, brought to the open
 * voltage that was read, and weighed by how well they tell the other readings. Null without an open voltage or a label to
 * scale from. The same run gives the same answer. A model of ours; it never overrides the rules.
 * @param tests what may be proposed to tell two explanations apart; null where that is not asked
 * @param onProgress told a share from 0 to 1 after each explanation
 */
export function secondOpinion(
  evidence: Evidence,
  tests: TestsAllowed | null,
  onProgress: (share: number) => void = () => undefined,
): SecondOpinion | null {
  const { openCircuit, battery } = evidence;
  const loadAmps = loadToSet(battery)?.amps;
  if (!openCircuit || loadAmps === undefined) return null;
  const observations = observationsOf(evidence);
  const wanted = new Set(Object.keys(observations) as Observable[]);
  const explanations = explanationsFor(battery);
  const tried = new Map<Explanation, readonly Tried[]>();
  for (const [at, explanation] of explanations.entries()) {
    tried.set(explanation, tryStates(explanation, evidence, observations, wanted, loadAmps));
    onProgress((at + 1) / (explanations.length + 1));
  }
  const evidences = explanations.map((explanation) => ({
    explanation,
    mass: EXPLANATION_FACTS[explanation].prior * meanWeight(tried.get(explanation) ?? []),
  }));
  const total = evidences.reduce((sum, { mass }) => sum + mass, 0);
  if (!(total > 0)) return { likelihoods: [], separation: null };
  const likelihoods = evidences
    .map(({ explanation, mass }) => ({ explanation, probability: mass / total }))
    .sort((one, other) => other.probability - one.probability);
  const separation = tests && separationOf(likelihoods, evidence, observations, loadAmps, tests);
  onProgress(1);
  return { likelihoods, separation };
}

const meanWeight = (tried: readonly Tried[]) => tried.reduce((sum, { weight }) => sum + weight, 0) / TRIES;

function tryStates(
  explanation: Explanation,
  evidence: Evidence,
  observations: Observations,
  wanted: ReadonlySet<Observable>,
  loadAmps: number,
): Tried[] {
  const { battery: spec, openCircuit } = evidence;
  const { draw, chargePct } = EXPLANATION_FACTS[explanation];
  const chance = seededChance(SEED);
  const restMinutes = openCircuit?.restMinutes ?? UNKNOWN_REST_MINUTES;
  const surface = ownVolt(SURFACE_VOLTS, spec.nominalVolts) * Math.exp(-restMinutes / SURFACE_MINUTES);
  const temperatureC = openCircuit?.temperatureC ?? ASSUMED_C;
  const tried: Tried[] = [];
  for (let turn = 0; turn < TRIES; turn++) {
    const { contact, ...drawn } = draw(chance);
    const noise = ownVolt(chance.normal(OPEN_SD_VOLTS), spec.nominalVolts) + surface * chance.uniform();
    const model = modelOf({ spec, ...drawn, maker: drawMaker(chance) });
    const state = model && stateAtOpenVolts(model, (openCircuit?.volts ?? 0) - noise, temperatureC);
    if (!model || !state) continue;
    const chargeWeight = chargeDensity(trueChargePct(model, state), chargePct);
    if (chargeWeight === 0) continue;
    const predicted = predict(model, state, contact, evidence, wanted, loadAmps);
    tried.push({ weight: chargeWeight * fits(observations, predicted), predicted });
  }
  return tried;
}

/** How thickly the charges that an explanation allows lie at this one. */
function chargeDensity(pct: number, [least, most]: readonly [number, number]): number {
  if (pct >= least && pct <= most) return 1 / (most - least);
  return pct < least && least <= 20 ? RARE : 0;
}

function fits(observations: Observations, predicted: Partial<Record<Observable, number>>): number {
  let weight = 1;
  for (const [name, observed] of Object.entries(observations) as [
    Observable,
    { value: number; sd: number },
  ][]) {
    const off = (observed.value - (predicted[name] ?? observed.value)) / observed.sd;
    // Readings err more often than the bell curve says: a wide one beside it keeps a single slip from deciding.
    weight *=
      (0.97 * Math.exp(-0.5 * off * off) + (0.03 / 6) * Math.exp(-0.5 * (off / 6) ** 2)) / observed.sd;
  }
  return weight;
}

/** The tests that could tell two explanations apart, by what they read; voltages are of a 12 V battery. */
const TESTS: readonly {
  readonly step: StepId;
  readonly reads: Observable;
  readonly sd: number;
  readonly unit: TestUnit;
}[] = [
  { step: 'load', reads: 'load', sd: 0.05, unit: 'V' },
  { step: 'recovery', reads: 'recovery', sd: 0.03, unit: 'V' },
  { step: 'conductance', reads: 'conductance', sd: 0.05, unit: 'mΩ' },
  { step: 'hydrometer', reads: 'gravity', sd: 0.005, unit: '' },
  { step: 'three_minute', reads: 'three_minute', sd: 0.15, unit: 'V' },
  { step: 'stand', reads: 'stand', sd: 0.015, unit: 'V' },
  { step: 'discharge', reads: 'capacity', sd: 5, unit: '%' },
];
/** Two explanations closer than this by a test are not told apart by it, all that is not known of them counted in. */
const LEAST_SIGMAS = 1;
/** Nor are two readings closer than this, in the test's own standard deviations. */
const LEAST_OWN_SIGMAS = 2;

function separationOf(
  likelihoods: readonly Likelihood[],
  evidence: Evidence,
  observations: Observations,
  loadAmps: number,
  { steps, threeMinuteLimitVolts }: TestsAllowed,
): Separation | null {
  const [first, second] = likelihoods;
  const open = TESTS.filter(({ reads, step }) => !observations[reads] && steps.includes(step));
  if (!first || !second || open.length === 0) return null;
  const wanted = new Set([...open.map(({ reads }) => reads), ...(Object.keys(observations) as Observable[])]);
  const states = [first, second].map(({ explanation }) =>
    tryStates(explanation, evidence, observations, wanted, loadAmps),
  );
  const told = open.flatMap(({ step, reads, sd, unit }): Separation[] => {
    const [one, other] = states.map((tried) => weighed(tried, reads));
    if (!one || !other) return [];
    const own = unit === 'V' ? ownVolt(sd, evidence.battery.nominalVolts) : sd;
    const apart = Math.abs(one.mean - other.mean);
    const sigmas = apart / Math.hypot(one.sd, other.sd, own);
    if (sigmas < LEAST_SIGMAS || apart < LEAST_OWN_SIGMAS * own) return [];
    // The three-minute charge says one thing only: on which side of its line the plates are.
    const line = step === 'three_minute' ? threeMinuteLimitVolts : null;
    if (line !== null && one.mean < line === other.mean < line) return [];
    const shown = (value: number) => (reads === 'conductance' ? 1000 * Math.exp(value) : value);
    return [
      {
        step,
        sigmas,
        shows: [
          { explanation: first.explanation, value: shown(one.mean), unit },
          { explanation: second.explanation, value: shown(other.mean), unit },
        ],
      },
    ];
  });
  return told.sort((one, other) => other.sigmas - one.sigmas)[0] ?? null;
}

function weighed(
  tried: readonly Tried[],
  reads: Observable,
): { readonly mean: number; readonly sd: number } | undefined {
  let weights = 0;
  let sum = 0;
  let squares = 0;
  for (const { weight, predicted } of tried) {
    const value = predicted[reads] ?? 0;
    weights += weight;
    sum += weight * value;
    squares += weight * value * value;
  }
  if (!(weights > 0)) return undefined;
  const mean = sum / weights;
  return { mean, sd: Math.sqrt(Math.max(0, squares / weights - mean * mean)) };
}
