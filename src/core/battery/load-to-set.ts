import type { BatterySpec } from './battery';
import { crankingRating, workingCapacity } from './cranking-rating';

/** The schools of the load to set. */
export const LOAD_SETTINGS = ['half_rating', 'capacity', 'fixed'] as const;

export type LoadSettingName = (typeof LOAD_SETTINGS)[number];

/** A house's answer to "how much load?". */
export interface LoadSetting {
  readonly setting: LoadSettingName;
  /** What a bank that cannot be set draws, A. */
  readonly fixedAmps: number;
}

/** A load for a test, and what it was taken from. */
export interface LoadToSet {
  readonly amps: number;
  /** `half_rating`: half the SAE cranking rating; `capacity`: three times the 20 h capacity, a laxer test. */
  readonly basis: 'half_rating' | 'capacity';
}

/** Standard practice: half of the cold-cranking rating, or three times the ampere-hours where it is unknown. */
const RATING_SHARE = 0.5;
const CAPACITY_MULTIPLE = 3;
/** However large a block is that is known by its Ah alone: few banks give more, and few of its leads carry it. Rule of the trade. */
const MOST_BY_CAPACITY_AMPS = 500;
/** However many steps lower a rating is taken, no lower than this share of it. */
const LEAST_RATING_SHARE = 0.5;

const HALF_RATING: LoadSetting = { setting: 'half_rating', fixedAmps: 0 };

/**
 * The load that the limit is meant for, in A: half of the SAE rating, converted from the label's standard, or 3 x C20
 * where no cranking rating is known or the house always takes it. Undefined when neither is known.
 * @param stepAmps what the SAE rating is taken lower by, A: the cold allowance of one school
 * @example ratedLoad({ construction: 'flooded', nominalVolts: 12, ratings: [{ standard: 'DIN', amps: 300 }], c20Ah: null, rcMinutes: null })?.amps // 250
 */
export function ratedLoad(
  battery: BatterySpec,
  { setting }: LoadSetting = HALF_RATING,
  stepAmps = 0,
): LoadToSet | undefined {
  const rating = crankingRating(battery);
  if (!rating) return undefined;
  if (rating.basis !== 'capacity' && setting !== 'capacity') {
    const saeAmps = Math.max(rating.saeAmps - stepAmps, rating.saeAmps * LEAST_RATING_SHARE);
    return { amps: saeAmps * RATING_SHARE, basis: 'half_rating' };
  }
  const c20Ah = workingCapacity(battery);
  return c20Ah === undefined
    ? undefined
    : { amps: Math.min(MOST_BY_CAPACITY_AMPS, c20Ah * CAPACITY_MULTIPLE), basis: 'capacity' };
}

/** The load to set on the bank, in A: the rated one, or what a bank that cannot be set draws. */
export function loadToSet(battery: BatterySpec, setting: LoadSetting = HALF_RATING): LoadToSet | undefined {
  const rated = ratedLoad(battery, setting);
  return rated && setting.setting === 'fixed' ? { ...rated, amps: setting.fixedAmps } : rated;
}
