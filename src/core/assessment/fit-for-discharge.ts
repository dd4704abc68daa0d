import type { Evidence } from './evidence';

/** From here on a battery that nobody has just charged counts as full, percent of charge. Rule of the trade. */
const FULL_PCT = 97;
/** Under it plates give so little that what the correction makes of it is a guess, °C. Rule of the trade. */
export const DISCHARGE_LOWEST_C = 5;

/** Whether a discharge would begin from full: what is missing would be counted as lost. */
export function isFull({ chargesGiven }: Pick<Evidence, 'chargesGiven'>, chargePct: number): boolean {
  return chargesGiven > 0 || chargePct >= FULL_PCT;
}
