import { firstTests } from '../assessment/first-tests';
import type { Grade, Verdict } from '../assessment/verdict';
import type { BatterySpec } from '../battery/battery';
import { CONSTRUCTIONS, type Construction } from '../battery/construction';
import type { Duty } from '../battery/duty';
import type { NominalVolts } from '../battery/nominal-volts';
import { ownReference } from '../battery/own-reference';
import { FAULT_KINDS, type Fault } from '../physics/faults';
import { fitnessPct, trueCapacityPct } from '../physics/fitness';
import { AS_LABELLED, drawMaker, type Maker } from '../physics/maker';
import { modelOf, trueHealthPct } from '../physics/physical-battery';
import { cellGravities } from '../physics/readouts';
import { wornBy } from '../physics/wear';
import type { Chance } from '../quantity/chance';
import type { HouseRules } from '../rules/house-rules';
import type { ReadingKind } from '../steps/reading';
import { arrivingState } from './arriving-state';
import { BenchHand } from './bench-hand';
import { type HandHabits, MISTAKES, type Mistake, THOROUGH } from './hand-habits';

/** One simulated battery and what the procedure made of it. */
export interface Trial {
  readonly spec: BatterySpec;
  readonly temperatureC: number;
  readonly chargePct: number;
  readonly fault: Fault | null;
  /** The procedure itself has taken the fault away. */
  readonly mended: boolean;
  readonly mistake: Mistake | null;
  /** What it can truly crank, percent of its rating. */
  readonly healthPct: number;
  /** The same, percent of what this very unit cranked when it was new: what a reference tells it against. */
  readonly ownHealthPct: number;
  /** What its plates truly hold, percent of its label, and whether the procedure came to know it. */
  readonly capacityPct: number;
  readonly capacityTold: boolean;
  /** How fit it is for what it is for, percent: by what it cranks, by the minutes that it works, by the lesser of the two. */
  readonly fitPct: number;
  /** True spread of the gravities between the cells at the end. */
  readonly cellSpread: number;
  readonly verdict: Verdict;
  readonly grade: Grade | null;
  readonly decidedBy: string;
  /** What was told of charge and health, and the truth at the end; null where nothing was. */
  readonly told: { readonly healthPct: number; readonly healthSdPct: number } | null;
  /** Kinds of reading that were taken. */
  readonly taken: ReadonlySet<ReadingKind>;
}

/** Labels of the trial: one common size of each construction, of 12 V. */
const SIZES: Readonly<Record<Construction, readonly [amps: number, c20Ah: number]>> = {
  flooded: [570, 60],
  calcium: [680, 74],
  efb: [650, 65],
  agm: [800, 70],
  gel: [480, 80],
};

/** Blocks that work for hours, larger the fewer cells they have. */
const BLOCKS: readonly (readonly [NominalVolts, c20Ah: number])[] = [
  [12, 105],
  [8, 170],
  [6, 225],
  [4, 320],
  [2, 400],
];

/** Share of the trial's batteries with a fault beside their wear, and of runs in which the hand gets something wrong. */
const FAULTY_SHARE = 0.4;
const MISTAKEN_SHARE = 0.2;
const STARTING_SHARE = 0.6;
const LIFE_YEARS = 5.5;
const COLDEST_C = -18;
const HOTTEST_C = 48;

/** The world that a trial draws from: makers, duties, blocks, days and mistakes. */
export interface World {
  readonly maker: (chance: Chance) => Maker;
  readonly mistakes: boolean;
  /** Every unit was tested when it was new. */
  readonly remembered?: true;
}

/** The world as it is: makers differ, and one run in five goes wrong somewhere. */
export const UNTIDY: World = { maker: drawMaker, mistakes: true };
/** The same, where every unit has its own first tests to be held against. */
export const REMEMBERED: World = { ...UNTIDY, remembered: true };
/** Every unit as its label says, every step as it is asked for: what the procedure is good for at best. */
export const TIDY: World = { maker: () => AS_LABELLED, mistakes: false };

/** One battery drawn by chance, worked through the procedure to its verdict. */
export function tryOne(
  chance: Chance,
  rules: HouseRules,
  habits: HandHabits = THOROUGH,
  world: World = UNTIDY,
): Trial {
  const label = drawSpec(chance);
  const fault = drawFault(chance);
  const worn = wornBy(chance.between(0, 1.5) * LIFE_YEARS, LIFE_YEARS);
  // No two units leave the factory alike.
  const asNew = 1 + chance.normal(0.03);
  const health = worn.health * asNew;
  const maker = world.maker(chance);
  const spec = world.remembered ? testedWhenNew(label, { asNew, maker }, chance, rules) : label;
  const model = modelOf({ spec, health, capacity: worn.capacity, faults: fault ? [fault] : [], maker });
  if (!model) throw new Error('every label of the trial has a rating or a capacity');
  const temperatureC = chance.between(COLDEST_C, HOTTEST_C);
  const chargePct = chance.uniform() < 0.35 ? chance.between(25, 70) : chance.between(70, 99);
  const restHours = chance.pick([3, 14, 40]);
  const mistake = world.mistakes && chance.uniform() < MISTAKEN_SHARE ? chance.pick(MISTAKES) : null;
  const hand = new BenchHand({
    spec,
    model,
    rules,
    chance,
    startedAtMs: 0,
    technicianId: 'trial',
    habits: { ...habits, mistake },
    state: arrivingState(model, chargePct, temperatureC, restHours),
  });
  hand.work({ symptom: 'routine', restHours });
  const { assessment } = hand.judged();
  const { health: told } = assessment.estimates;
  return {
    spec,
    temperatureC,
    chargePct,
    fault,
    mistake,
    healthPct: trueHealthPct(model),
    verdict: assessment.verdict,
    grade: assessment.grade,
    decidedBy: assessment.decidedBy,
    ownHealthPct: trueHealthPct(model) / asNew,
    mended: hand.model !== model,
    told: told && !told.indicative ? { healthPct: told.pct, healthSdPct: told.sdPct } : null,
    capacityPct: trueCapacityPct(model),
    capacityTold: assessment.estimates.capacity !== null,
    fitPct: fitnessPct(spec, model),
    cellSpread: spreadOf(cellGravities(hand.model, hand.battery)),
    taken: new Set(hand.readings.map(({ kind }) => kind)),
  };
}

/** How often a unit was tested in its first half year, and how it was met then. */
const MOST_FIRST_TESTS = 2;
const FIRST_TEMPERATURES_C = [2, 35] as const;
const FIRST_CHARGES_PCT = [80, 99] as const;

/** A label with what the first tests of this unit came to: once or twice, on mild days, by a hand that makes no mistake. */
function testedWhenNew(
  spec: BatterySpec,
  { asNew, maker }: { readonly asNew: number; readonly maker: Maker },
  chance: Chance,
  rules: HouseRules,
): BatterySpec {
  const model = modelOf({ spec, health: asNew, capacity: 1, faults: [], maker });
  if (!model) return spec;
  const times = chance.uniform() < 0.5 ? 1 : MOST_FIRST_TESTS;
  const told = Array.from({ length: times }, () => {
    const [temperatureC, chargePct] = [
      chance.between(...FIRST_TEMPERATURES_C),
      chance.between(...FIRST_CHARGES_PCT),
    ];
    const hand = new BenchHand({
      spec,
      model,
      rules,
      chance,
      startedAtMs: 0,
      technicianId: 'trial',
      habits: THOROUGH,
      state: arrivingState(model, chargePct, temperatureC, FIRST_REST_HOURS),
    });
    hand.work({ symptom: 'routine', restHours: FIRST_REST_HOURS });
    return firstTests(hand.judged().evidence, spec);
  });
  const reference = ownReference(told.flat());
  return reference ? { ...spec, reference } : spec;
}

const FIRST_REST_HOURS = 14;

const spreadOf = (values: readonly number[]) => Math.max(...values) - Math.min(...values);

/** Six in ten start engines; the others work for hours, half of them alone, in blocks of any size. */
function drawSpec(chance: Chance): BatterySpec {
  const construction = chance.pick(CONSTRUCTIONS);
  const [amps, c20Ah] = SIZES[construction];
  const starts = chance.uniform() < STARTING_SHARE;
  const duty: Duty = starts ? 'starting' : chance.pick(['deep_cycle', 'both']);
  const rated = { construction, nominalVolts: 12, c20Ah, rcMinutes: null, duty } as const;
  if (duty !== 'deep_cycle') return { ...rated, ratings: [{ standard: 'SAE', amps }] };
  const [nominalVolts, ah] = chance.pick(BLOCKS);
  return { ...rated, nominalVolts, c20Ah: ah, ratings: [] };
}

function drawFault(chance: Chance): Fault | null {
  if (chance.uniform() >= FAULTY_SHARE) return null;
  const kind = chance.pick(FAULT_KINDS);
  const degree = chance.uniform();
  // Half of the bad joints are seen by nothing but a current.
  return kind === 'joint' && chance.uniform() < 0.5 ? { kind, degree, underCurrent: true } : { kind, degree };
}
