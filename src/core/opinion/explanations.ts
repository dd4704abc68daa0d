import type { BatterySpec } from '../battery/battery';
import { CONSTRUCTION_FACTS } from '../battery/construction';
import type { Fault, FaultKind } from '../physics/faults';
import type { Chance } from '../quantity/chance';

/** What can lie behind a run's readings, as the model tells it. */
export const EXPLANATIONS = [
  'sound',
  'low_charge',
  'worn',
  'sulphated',
  'shorted_cell',
  'joint',
  'joint_under_current',
  'shed_plates',
  'slow_short',
  'stratified',
  'dried_out',
  'bad_contact',
] as const;

export type Explanation = (typeof EXPLANATIONS)[number];

/** A state of a battery, and of the clamps on it, that an explanation allows. */
export interface Hypothesis {
  readonly health: number;
  readonly capacity: number;
  readonly faults: readonly Fault[];
  /** What a badly set jaw adds to a tester’s way, as a share of a new unit’s resistance. */
  readonly contact: number;
}

interface ExplanationFacts {
  readonly label: string;
  /** How often it is behind a battery that comes to the bench. A model of ours. */
  readonly prior: number;
  /** Range of the charge that goes with it, percent. */
  readonly chargePct: readonly [least: number, most: number];
  readonly draw: (chance: Chance) => Hypothesis;
}

const ANY_CHARGE = [20, 100] as const;
/** Below this nothing but a charge is looked for; the same as the gate of a load test. */
const LOW_PCT = 65;

const good = (chance: Chance): Hypothesis => ({
  health: chance.between(0.78, 1.07),
  capacity: chance.between(0.85, 1),
  faults: [],
  contact: 0,
});

const faulty =
  (kind: FaultKind) =>
  (chance: Chance): Hypothesis => ({
    ...good(chance),
    faults: [{ kind, degree: chance.uniform() }],
  });

export const EXPLANATION_FACTS: Readonly<Record<Explanation, ExplanationFacts>> = {
  sound: { label: 'Sound', prior: 0.31, chargePct: [LOW_PCT, 100], draw: good },
  low_charge: { label: 'Only low in charge', prior: 0.16, chargePct: [20, LOW_PCT], draw: good },
  worn: {
    label: 'Worn',
    prior: 0.2,
    chargePct: ANY_CHARGE,
    draw: (chance) => ({
      ...good(chance),
      health: chance.between(0.35, 0.78),
      capacity: chance.between(0.5, 0.9),
    }),
  },
  sulphated: { label: 'Sulphated plates', prior: 0.06, chargePct: ANY_CHARGE, draw: faulty('sulphation') },
  shorted_cell: { label: 'Shorted cell', prior: 0.04, chargePct: ANY_CHARGE, draw: faulty('shorted_cell') },
  joint: { label: 'High-resistance joint', prior: 0.03, chargePct: ANY_CHARGE, draw: faulty('joint') },
  joint_under_current: {
    label: 'Joint that opens under current',
    prior: 0.02,
    chargePct: ANY_CHARGE,
    draw: (chance) => ({
      ...good(chance),
      faults: [{ kind: 'joint', degree: chance.uniform(), underCurrent: true }],
    }),
  },
  shed_plates: { label: 'Shed plates', prior: 0.03, chargePct: ANY_CHARGE, draw: faulty('shedding') },
  slow_short: {
    label: 'Slow short in one cell',
    prior: 0.02,
    chargePct: ANY_CHARGE,
    draw: faulty('soft_short'),
  },
  stratified: { label: 'Acid in layers', prior: 0.04, chargePct: ANY_CHARGE, draw: faulty('stratification') },
  dried_out: { label: 'Dried out', prior: 0.04, chargePct: ANY_CHARGE, draw: faulty('dry_out') },
  bad_contact: {
    label: 'Bad contact of the tester',
    prior: 0.05,
    chargePct: [LOW_PCT, 100],
    draw: (chance) => ({ ...good(chance), contact: chance.between(0.2, 0.55) }),
  },
};

/** What can be behind the readings of a battery of this kind: acid lies in layers only where it is free to. */
export function explanationsFor({ construction }: BatterySpec): Explanation[] {
  const free = CONSTRUCTION_FACTS[construction].opens !== 'never';
  return EXPLANATIONS.filter((explanation) => explanation !== 'stratified' || free);
}
