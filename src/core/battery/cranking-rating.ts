import type { BatterySpec } from './battery';
import type { Rating } from './battery-label';
import { capacityFromCranking, capacityFromReserve, crankingFromCapacity } from './capacity';
import { convertRating, RATING_STANDARDS } from './rating-standard';

/** The cranking current that the working stands on, in SAE amperes, and where it comes from. */
export interface CrankingRating {
  readonly saeAmps: number;
  /** `label`: printed in SAE or a standard of the same test; `converted`: from another standard, ±7 %; `capacity`:
   * from the Ah alone, ±20 %. */
  readonly basis: 'label' | 'converted' | 'capacity';
  /** Relative half-width of the figure. */
  readonly band: number;
  /** The printed rating that was used, where there is one. */
  readonly printed: Rating | undefined;
}

/** Half-width of a cranking current guessed from capacity. A model of ours. */
const CAPACITY_BAND = 0.2;

/**
 * The cranking rating to work with: the printed one that needs the least conversion, else `k x C20`.
 * Undefined when neither a cranking rating nor a capacity is known.
 */
export function crankingRating(battery: BatterySpec): CrankingRating | undefined {
  const printed = preferredRating(battery.ratings);
  if (printed) {
    const { amps, lowAmps, approximate } = convertRating(printed.amps, printed.standard, 'SAE');
    return { saeAmps: amps, basis: approximate ? 'converted' : 'label', band: 1 - lowAmps / amps, printed };
  }
  const c20Ah = printedCapacity(battery);
  if (c20Ah === undefined) return undefined;
  const saeAmps = crankingFromCapacity(c20Ah, battery.construction);
  return { saeAmps, basis: 'capacity', band: CAPACITY_BAND, printed: undefined };
}

/** 20 h capacity in Ah: as printed, else from the reserve capacity, else from the cranking rating. */
export function workingCapacity(battery: BatterySpec): number | undefined {
  const printed = printedCapacity(battery);
  if (printed !== undefined) return printed;
  const rating = crankingRating(battery);
  return rating && capacityFromCranking(rating.saeAmps, battery.construction);
}

/** 20 h capacity, Ah, as the label says it or as goes with its reserve capacity; undefined where it says neither. */
export function printedCapacity(battery: BatterySpec): number | undefined {
  if (battery.c20Ah !== null) return battery.c20Ah;
  if (battery.rcMinutes !== null) return capacityFromReserve(battery.rcMinutes, battery.construction);
  return undefined;
}

function preferredRating(ratings: readonly Rating[]): Rating | undefined {
  if (ratings.length < 2) return ratings[0];
  for (const standard of RATING_STANDARDS) {
    const found = ratings.find((rating) => rating.standard === standard);
    if (found) return found;
  }
  return undefined;
}
