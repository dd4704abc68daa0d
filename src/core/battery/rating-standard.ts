import { requirePositive } from '../quantity/finite';

/** Cranking-rating standards, in the order in which a label's figures are preferred for the working. */
export const RATING_STANDARDS = ['SAE', 'JIS', 'EN', 'EN2', 'CA', 'IEC', 'DIN', 'HCA'] as const;

export type RatingStandard = (typeof RATING_STANDARDS)[number];

/** True for the name of a standard. */
export function isRatingStandard(name: string): name is RatingStandard {
  return (RATING_STANDARDS as readonly string[]).includes(name);
}

interface StandardFacts {
  /** What the figure in this standard is, times the SAE figure of the same battery. Rule of the trade. */
  readonly timesSae: number;
  /** What the standard asks of the battery, for a person who meets the name on a label. Public standard. */
  readonly asks: string;
}

export const STANDARD_FACTS: Readonly<Record<RatingStandard, StandardFacts>> = {
  SAE: { timesSae: 1, asks: '−18 °C: 30 s at 7.2 V or more' },
  JIS: { timesSae: 1, asks: '−18 °C: 30 s at 7.2 V or more' },
  EN: {
    timesSae: 0.95,
    asks: '−18 °C: 10 s at 7.5 V or more, 10 s rest, then 0.6 of the current for 73 s or more to 6.0 V',
  },
  EN2: {
    timesSae: 0.85,
    asks: '−18 °C: 10 s at 7.5 V or more, 10 s rest, then 0.6 of the current for 133 s or more to 6.0 V',
  },
  CA: { timesSae: 1.25, asks: '0 °C: 30 s at 7.2 V or more' },
  IEC: { timesSae: 0.68, asks: '−18 °C: 60 s at 8.4 V or more' },
  DIN: { timesSae: 0.6, asks: '−18 °C: 30 s at 9.0 V or more, 150 s or more to 6.0 V' },
  HCA: { timesSae: 1.5, asks: '26.7 °C: 30 s at 7.2 V or more' },
};

/** Relative half-width of a figure converted between two standards of different test. Rule of the trade. */
const CONVERSION_BAND = 0.07;

/** A cranking current in a standard, with the band in which the true figure lies. */
export interface ConvertedRating {
  readonly standard: RatingStandard;
  readonly amps: number;
  readonly lowAmps: number;
  readonly highAmps: number;
  /** False where the figure is the label's own, or of a standard with the same test. */
  readonly approximate: boolean;
}

/**
 * A cranking current from one standard in another: `amps x factor(to) / factor(from)`, ±7 % between different tests.
 * @param amps cranking current under `from`, A, above 0
 * @example convertRating(300, 'DIN', 'SAE').amps // 500
 */
export function convertRating(amps: number, from: RatingStandard, to: RatingStandard): ConvertedRating {
  requirePositive('amps', amps);
  const factor = STANDARD_FACTS[to].timesSae / STANDARD_FACTS[from].timesSae;
  const approximate = STANDARD_FACTS[from].asks !== STANDARD_FACTS[to].asks;
  const band = approximate ? CONVERSION_BAND : 0;
  const converted = amps * factor;
  return {
    standard: to,
    amps: converted,
    lowAmps: converted * (1 - band),
    highAmps: converted * (1 + band),
    approximate,
  };
}
