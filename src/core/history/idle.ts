import type { Construction } from '../battery/construction';

/** Self-discharge at 25 °C, percent of capacity a month. Rule of the trade. */
const A_MONTH_PCT: Readonly<Record<Construction, number>> = {
  flooded: 10,
  calcium: 3,
  efb: 3,
  agm: 2,
  gel: 2,
};
/** It doubles every so many kelvin. Rule of the trade. */
const DOUBLES_KELVIN = 10;
const REFERENCE_C = 25;
const DAYS_A_MONTH = 30.4;
/** Below this charge a stored battery is charged again: what 12.4 V stands for, 12.5 for calcium and AGM. Rule of the trade. */
const TOP_UP_PCT: Readonly<Record<Construction, number>> = {
  flooded: 75,
  calcium: 80,
  efb: 78,
  agm: 72,
  gel: 72,
};

/** Self-discharge at a temperature, percent of capacity a day. */
export function selfDischargePctADay(construction: Construction, celsius: number): number {
  return (A_MONTH_PCT[construction] * 2 ** ((celsius - REFERENCE_C) / DOUBLES_KELVIN)) / DAYS_A_MONTH;
}

/** What is left of a charge after so many days on a shelf, percent. */
export function chargeAfter(
  chargePct: number,
  days: number,
  { construction, celsius }: { readonly construction: Construction; readonly celsius: number },
): number {
  return Math.max(0, chargePct - selfDischargePctADay(construction, celsius) * Math.max(0, days));
}

/**
 * Days until a stored battery is to be charged again, from a charge that was read; none where it is due already.
 * @example daysToTopUp(100, { construction: 'flooded', celsius: 25 }) // 76
 */
export function daysToTopUp(
  chargePct: number,
  { construction, celsius }: { readonly construction: Construction; readonly celsius: number },
): number {
  const left = chargePct - TOP_UP_PCT[construction];
  return Math.max(0, Math.floor(left / selfDischargePctADay(construction, celsius)));
}
