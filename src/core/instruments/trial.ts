import type { Grade, Verdict } from '../assessment/verdict';
import type { BatterySpec } from '../battery/battery';
import { CONSTRUCTIONS } from '../battery/construction';
import { FAULT_KINDS, type Fault, type FaultKind } from '../physics/faults';
import { modelOf, trueHealthPct } from '../physics/physical-battery';
import { cellGravities } from '../physics/readouts';
import { wornBy } from '../physics/wear';
import type { Chance } from '../quantity/chance';
import type { HouseRules } from '../rules/house-rules';
import type { ReadingKind } from '../steps/reading';
import { arrivingState } from './arriving-state';
import { BenchHand } from './bench-hand';
import { type HandHabits, THOROUGH } from './hand-habits';

/** One simulated battery and what the procedure made of it. */
export interface Trial {
  readonly spec: BatterySpec;
  readonly temperatureC: number;
  readonly chargePct: number;
  readonly fault: Fault | null;
  /** The procedure itself has taken the fault away. */
  readonly mended: boolean;
  /** What it can truly crank, percent of its rating. */
  readonly healthPct: number;
  /** What its plates truly hold, percent of its label, and whether the procedure came to know it. */
  readonly capacityPct: number;
  readonly capacityTold: boolean;
  /** True spread of the gravities between the cells at the end. */
  readonly cellSpread: number;
  readonly verdict: Verdict;
  readonly grade: Grade | null;
  readonly decidedBy: string;
  /** Kinds of reading that were taken. */
  readonly taken: ReadonlySet<ReadingKind>;
}

/** Labels of the trial: one common size of each construction. */
const SIZES: Readonly<Record<(typeof CONSTRUCTIONS)[number], readonly [amps: number, c20Ah: number]>> = {
  flooded: [570, 60],
  calcium: [680, 74],
  efb: [650, 65],
  agm: [800, 70],
  gel: [480, 80],
};

/** Share of the trial's batteries with a fault beside their wear. */
const FAULTY_SHARE = 0.4;
const LIFE_YEARS = 5.5;

/** One battery drawn by chance, worked through the procedure to its verdict. */
export function tryOne(chance: Chance, rules: HouseRules, habits: HandHabits = THOROUGH): Trial {
  const construction = chance.pick(CONSTRUCTIONS as unknown as readonly ['flooded', ...typeof CONSTRUCTIONS]);
  const [amps, c20Ah] = SIZES[construction];
  const spec: BatterySpec = {
    ...{ construction, nominalVolts: 12, c20Ah, rcMinutes: null },
    ratings: [{ standard: 'SAE', amps }],
  };
  const fault = drawFault(chance);
  const worn = wornBy(chance.between(0, 1.5) * LIFE_YEARS, LIFE_YEARS);
  // No two units leave the factory alike.
  const health = worn.health * (1 + chance.normal(0.03));
  const model = modelOf({ spec, health, capacity: worn.capacity, faults: fault ? [fault] : [] });
  if (!model) throw new Error('every label of the trial has a rating');
  const temperatureC = chance.between(-12, 38);
  const chargePct = chance.uniform() < 0.35 ? chance.between(25, 70) : chance.between(70, 99);
  const restHours = chance.pick([3, 14, 40]);
  const hand = new BenchHand({
    ...{ spec, model, rules, chance, habits, startedAtMs: 0, technicianId: 'trial' },
    state: arrivingState(model, chargePct, temperatureC, restHours),
  });
  hand.work({ symptom: 'routine', restHours });
  const { assessment } = hand.judged();
  return {
    ...{ spec, temperatureC, chargePct, fault, healthPct: trueHealthPct(model) },
    ...{ verdict: assessment.verdict, grade: assessment.grade, decidedBy: assessment.decidedBy },
    mended: hand.model !== model,
    capacityPct: (100 * (model.cellAh[0] ?? 0)) / model.ratedAh,
    capacityTold: assessment.estimates.capacity !== null,
    cellSpread: spreadOf(cellGravities(hand.model, hand.battery)),
    taken: new Set(hand.readings.map(({ kind }) => kind)),
  };
}

const spreadOf = (values: readonly number[]) => Math.max(...values) - Math.min(...values);

function drawFault(chance: Chance): Fault | null {
  if (chance.uniform() >= FAULTY_SHARE) return null;
  const kind = chance.pick(FAULT_KINDS as unknown as readonly [FaultKind, ...FaultKind[]]);
  return { kind, degree: chance.uniform() };
}
