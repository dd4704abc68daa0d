import type { Curve } from '../quantity/interpolate';

/** The lead-acid constructions that the rules of this core are for. */
export const CONSTRUCTIONS = ['flooded', 'calcium', 'efb', 'agm', 'gel'] as const;

export type Construction = (typeof CONSTRUCTIONS)[number];

/** Chemistries that can be recorded but are never graded here: the lead-acid rules say nothing about them. */
export const OTHER_CHEMISTRIES = ['lithium', 'nickel'] as const;

/** What a battery can be recorded as. */
export type BatteryType = Construction | (typeof OTHER_CHEMISTRIES)[number];

/** True for the constructions that these rules can grade. */
export function isLeadAcid(type: string): type is Construction {
  return (CONSTRUCTIONS as readonly string[]).includes(type);
}

interface ConstructionFacts {
  readonly label: string;
  /** Whether the cells can be opened for water and a hydrometer. A sealed type is never opened. */
  readonly opens: 'always' | 'sometimes' | 'never';
  /** Charge in percent over rested open-circuit voltage at 25 °C, 12 V. Textbook for flooded, else rule of the trade. */
  readonly chargePctByVolts: Curve;
  /** Electrolyte gravity at 25 °C when empty, and its rise to full. Textbook; efb, agm and gel taken as calcium. */
  readonly emptyGravity: number;
  readonly gravityRise: number;
  /**
   * Cranking current per ampere-hour where no rating is known, SAE A/Ah, ±20 %: of blocks up to 100 Ah, and of those of
   * 180 Ah and more, whose plates are thicker; linear between. A model of ours.
   */
  readonly crankingAmpsPerAh: { readonly small: number; readonly large: number };
  /** Cranking current times resistance at full charge and 25 °C, 12 V: A x ohm = V, ±10 %. A model of ours. */
  readonly crankingVolts: number;
  /** Exponent of the discharge time over the current. Rule of the trade. */
  readonly peukert: number;
  /** Ampere-hours that a charge to full returns for each that was missing. A model of ours. */
  readonly returned: number;
  /** RC = factor x C20^exponent, minutes and Ah. Published fit. */
  readonly reserve: { readonly factor: number; readonly exponent: number };
}

const FLOODED_RESERVE = { factor: 0.7732, exponent: 1.1828 } as const;
const RECOMBINANT_RESERVE = { factor: 1.1339, exponent: 1.1201 } as const;
const CALCIUM_GRAVITY = { emptyGravity: 1.11, gravityRise: 0.17 } as const;

const curve = (empty: number, quarter: number, half: number, threeQuarters: number, full: number): Curve => [
  [empty, 0],
  [quarter, 25],
  [half, 50],
  [threeQuarters, 75],
  [full, 100],
];

/** What differs between the constructions, in one table. */
export const CONSTRUCTION_FACTS: Readonly<Record<Construction, ConstructionFacts>> = {
  flooded: {
    label: 'Flooded',
    opens: 'always',
    chargePctByVolts: curve(11.89, 12.06, 12.24, 12.45, 12.65),
    emptyGravity: 1.12,
    gravityRise: 0.145,
    crankingAmpsPerAh: { small: 9, large: 6 },
    crankingVolts: 3.2,
    peukert: 1.19,
    returned: 1.11,
    reserve: FLOODED_RESERVE,
  },
  calcium: {
    label: 'Calcium',
    opens: 'sometimes',
    chargePctByVolts: curve(11.8, 12.03, 12.27, 12.51, 12.75),
    ...CALCIUM_GRAVITY,
    crankingAmpsPerAh: { small: 9.2, large: 6 },
    crankingVolts: 3.0,
    peukert: 1.17,
    returned: 1.11,
    reserve: FLOODED_RESERVE,
  },
  efb: {
    label: 'EFB',
    opens: 'sometimes',
    chargePctByVolts: curve(11.8, 12.04, 12.29, 12.54, 12.78),
    ...CALCIUM_GRAVITY,
    crankingAmpsPerAh: { small: 9.5, large: 6 },
    crankingVolts: 2.85,
    peukert: 1.15,
    returned: 1.14,
    reserve: FLOODED_RESERVE,
  },
  agm: {
    label: 'AGM',
    opens: 'never',
    chargePctByVolts: curve(11.8, 12.06, 12.34, 12.62, 12.88),
    ...CALCIUM_GRAVITY,
    crankingAmpsPerAh: { small: 10.5, large: 6 },
    crankingVolts: 2.7,
    peukert: 1.11,
    returned: 1.14,
    reserve: RECOMBINANT_RESERVE,
  },
  gel: {
    label: 'Gel',
    opens: 'never',
    chargePctByVolts: curve(11.8, 12.08, 12.37, 12.63, 12.85),
    ...CALCIUM_GRAVITY,
    crankingAmpsPerAh: { small: 6, large: 5 },
    crankingVolts: 3.4,
    peukert: 1.13,
    returned: 1.07,
    reserve: RECOMBINANT_RESERVE,
  },
};

/** True for the types that are never opened: a low level seen in one means that it has dried out. */
export function isSealed(construction: Construction): boolean {
  return CONSTRUCTION_FACTS[construction].opens === 'never';
}

/** The name of a battery's type on screen. */
export function batteryTypeLabel(type: BatteryType): string {
  if (isLeadAcid(type)) return CONSTRUCTION_FACTS[type].label;
  return type === 'lithium' ? 'Lithium' : 'Nickel';
}
