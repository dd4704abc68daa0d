import type { BatterySpec } from './battery';
import type { Rating } from './battery-label';
import { CONSTRUCTIONS, type Construction } from './construction';
import { crankingRating } from './cranking-rating';
import { convertRating } from './rating-standard';

/** Which constructions do the work of the one that a slot asks for. Rule of the trade. */
const DOES_THE_WORK_OF: Readonly<Record<Construction, readonly Construction[]>> = {
  flooded: CONSTRUCTIONS,
  calcium: ['calcium', 'efb', 'agm'],
  efb: ['efb', 'agm'],
  agm: ['agm'],
  gel: ['gel'],
};

/** How a battery suits its slot. */
export interface SlotFit {
  /** Null where the slot asks for no construction. */
  readonly typeFits: boolean | null;
  /** What the slot asks for, in SAE amperes, and what the battery is rated for; null where either is unknown. */
  readonly rating: {
    readonly asksSaeAmps: number;
    readonly hasSaeAmps: number;
    readonly fits: boolean;
  } | null;
}

/**
 * Whether a battery is of the right construction and rating for its slot. Ratings of different standards are brought
 * to SAE first; a shortfall inside the band of the conversion is let pass.
 */
export function slotFit(battery: BatterySpec): SlotFit | null {
  const { slot, construction } = battery;
  if (!slot) return null;
  const typeFits = slot.type && DOES_THE_WORK_OF[slot.type].includes(construction);
  return { typeFits, rating: ratingFit(battery, slot.rating) };
}

function ratingFit(battery: BatterySpec, asked: Rating | null): SlotFit['rating'] {
  const own = crankingRating(battery);
  if (!asked || !own) return null;
  const asks = convertRating(asked.amps, asked.standard, 'SAE');
  const least = own.printed?.standard === asked.standard ? asks.amps : asks.lowAmps * (1 - own.band);
  return { asksSaeAmps: asks.amps, hasSaeAmps: own.saeAmps, fits: own.saeAmps >= least };
}
