import { CONSTRUCTION_FACTS, CONSTRUCTIONS } from '../battery/construction';
import type { Trial } from './trial';

/** How the healths that were told compare with the truth, points of percent. */
export interface Calibration {
  readonly name: string;
  readonly count: number;
  /** Told minus true, its mean and its spread about that. */
  readonly bias: number;
  readonly spread: number;
  /** Mean of the standard uncertainty that was told beside it. */
  readonly toldSd: number;
  /** Shares of the truths that lie within one and two of it. */
  readonly withinOne: number;
  readonly withinTwo: number;
}

/** A health that was told, and what it truly is. */
interface Told {
  readonly error: number;
  readonly sdPct: number;
}

/** Faults that leave no one truth: a joint’s resistance hangs on the current, and what was stirred is another battery. */
const NO_ONE_TRUTH: ReadonlySet<string> = new Set(['joint', 'open_joint', 'stratification']);

function toldIn({ told, fault, mended, spec, healthPct, ownHealthPct }: Trial): Told[] {
  if (!told || mended || spec.ratings.length === 0 || NO_ONE_TRUTH.has(fault?.kind ?? '')) return [];
  const truth = spec.reference ? ownHealthPct : healthPct;
  return [{ error: told.healthPct - truth, sdPct: told.healthSdPct }];
}

function calibrationOf(name: string, trials: readonly Trial[]): Calibration {
  const told = trials.flatMap(toldIn);
  const mean = (values: readonly number[]) =>
    values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
  const bias = mean(told.map(({ error }) => error));
  const within = (sigmas: number) =>
    mean(told.map(({ error, sdPct }) => (Math.abs(error) <= sigmas * sdPct ? 1 : 0)));
  return {
    name,
    bias,
    count: told.length,
    spread: Math.sqrt(mean(told.map(({ error }) => (error - bias) ** 2))),
    toldSd: mean(told.map(({ sdPct }) => sdPct)),
    withinOne: within(1),
    withinTwo: within(2),
  };
}

/** Edges of the bands, °C and percent of charge. */
const WARMTH = [-18, -5, 0, 15, 30, 40, 48] as const;
const CHARGES = [25, 65, 75, 90, 100] as const;

/**
 * The calibration of hands that make no mistake, as a whole and in every band of construction, temperature and charge on
 * arrival; last that of hands that make one: what somebody gets wrong without knowing it is in no uncertainty.
 */
export function calibrationsOf(trials: readonly Trial[]): Calibration[] {
  const sure = trials.filter(({ mistake }) => mistake === null);
  const bands = (edges: readonly number[], unit: string, of: (trial: Trial) => number) =>
    edges.slice(1).map((to, at) => {
      const from = edges[at] ?? 0;
      const inside = sure.filter((trial) => of(trial) >= from && of(trial) < to);
      return calibrationOf(`${from} to ${to} ${unit}`.replaceAll('-', '−'), inside);
    });
  return [
    calibrationOf('all', sure),
    ...CONSTRUCTIONS.map((construction) =>
      calibrationOf(
        CONSTRUCTION_FACTS[construction].label,
        sure.filter(({ spec }) => spec.construction === construction),
      ),
    ),
    ...bands(WARMTH, '°C', ({ temperatureC }) => temperatureC),
    ...bands(CHARGES, '% of charge', ({ chargePct }) => chargePct),
    calibrationOf(
      WITH_A_MISTAKE,
      trials.filter(({ mistake }) => mistake !== null),
    ),
  ];
}

/** The band that no uncertainty can hold for. */
export const WITH_A_MISTAKE = 'a hand with a mistake';
