import type { BatterySpec } from './battery';
import type { Rating, SlotNeeds } from './battery-label';
import { CONSTRUCTION_FACTS, CONSTRUCTIONS, type Construction } from './construction';
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

/**
 * What speaks against fitting a battery in a place: that it cannot do the work of what the place asks for or of what stood there, or that
 * its rating is less. Null where nothing does.
 */
export function fitQuestion(
  battery: BatterySpec,
  asked: SlotNeeds | null,
  leaving: Pick<BatterySpec, 'construction' | 'nominalVolts' | 'ratings'> | null,
): string | null {
  const [rating = null] = leaving?.ratings ?? [];
  const slot = { type: asked?.type ?? leaving?.construction ?? null, rating: asked?.rating ?? rating };
  if (leaving && leaving.nominalVolts !== battery.nominalVolts)
    return `It is a block of ${battery.nominalVolts} V; what stood there is one of ${leaving.nominalVolts} V.`;
  const fit = slotFit({ ...battery, slot });
  if (fit?.typeFits === false && slot.type)
    return `It is ${CONSTRUCTION_FACTS[battery.construction].label}; the place takes ${CONSTRUCTION_FACTS[slot.type].label}.`;
  if (fit?.rating && !fit.rating.fits)
    return `It is rated ${Math.round(fit.rating.hasSaeAmps)} A SAE; the place asks for ${Math.round(fit.rating.asksSaeAmps)} A.`;
  return null;
}
