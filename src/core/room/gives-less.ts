import type { ChargeOn } from './charge-standing';

/** A voltage that is further under the set one has not been reached: the charger still gives all its current, V of 12. Rule of ours. */
const UNDER_VOLTS = 0.4;
/** Less than this share of what it is set to is not the meter’s doing. Rule of ours. */
const LESS_THAN = 0.8;

/**
 * What a charger gives of the current that it is set to, A of A, where it gives less although the voltage is not reached: then it is not the
 * battery that takes less. Null where nothing is wrong, or nothing was read.
 */
export function givesLess(
  { last, volts, amps }: Pick<ChargeOn, 'last' | 'volts' | 'amps'>,
  nominalVolts: number,
): { readonly gives: number; readonly setTo: number } | null {
  if (!last || last.volts > volts - (UNDER_VOLTS * nominalVolts) / 12) return null;
  return last.amps < LESS_THAN * amps ? { gives: last.amps, setTo: amps } : null;
}
