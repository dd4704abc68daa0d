import type { BatterySpec } from './battery';
import { crankingRating, workingCapacity } from './cranking-rating';

/** The load to set on the bank, and what it was taken from. */
export interface LoadToSet {
  readonly amps: number;
  /** `half_rating`: half the SAE cranking rating; `capacity`: three times the 20 h capacity, a laxer test. */
  readonly basis: 'half_rating' | 'capacity';
}

/** Standard practice: half of the cold-cranking rating, or three times the ampere-hours where it is unknown. */
const RATING_SHARE = 0.5;
const CAPACITY_MULTIPLE = 3;

/**
 * The load-test current in A: half of the SAE rating, converted from the label's standard, or 3 x C20 where no
 * cranking rating is known. Undefined when neither is.
 * @example loadToSet({ construction: 'flooded', nominalVolts: 12, ratings: [{ standard: 'DIN', amps: 300 }], c20Ah: null, rcMinutes: null })?.amps // 250
 */
export function loadToSet(battery: BatterySpec): LoadToSet | undefined {
  const rating = crankingRating(battery);
  if (!rating) return undefined;
  if (rating.basis !== 'capacity') return { amps: rating.saeAmps * RATING_SHARE, basis: 'half_rating' };
  const c20Ah = workingCapacity(battery);
  return c20Ah === undefined ? undefined : { amps: c20Ah * CAPACITY_MULTIPLE, basis: 'capacity' };
}
