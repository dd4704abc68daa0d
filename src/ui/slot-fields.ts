import type { SlotNeeds } from '@/core/battery/battery-label';
import type { Construction } from '@/core/battery/construction';
import type { RatingStandard } from '@/core/battery/rating-standard';
import { typedNumber } from './typed-number';

/** What a place asks of its battery, as a form holds it: everything as typed. */
export interface SlotFields {
  slotType: Construction | '';
  slotStandard: RatingStandard;
  slotAmps: string;
}

export function slotFieldsOf(needs: SlotNeeds | null | undefined): SlotFields {
  return {
    slotType: needs?.type ?? '',
    slotStandard: needs?.rating?.standard ?? 'SAE',
    slotAmps: needs?.rating ? String(needs.rating.amps) : '',
  };
}

/** What the place asks for; null where nothing of it was noted. */
export function slotNeedsOf({ slotType, slotStandard, slotAmps }: SlotFields): SlotNeeds | null {
  const amps = typedNumber(slotAmps);
  if (slotType === '' && amps === null) return null;
  return {
    type: slotType === '' ? null : slotType,
    rating: amps === null ? null : { standard: slotStandard, amps },
  };
}
