import type { BatterySpec } from '../battery/battery';
import { dutyOf } from '../battery/duty';
import { CHARGE_MODES } from './charge-plan';

const MS_PER_DAY = 86_400_000;

/** How often a battery that is cycled deeply and can be opened is equalised where nobody says otherwise, days. Rule of the trade. */
export const USUAL_EQUALISE_DAYS = 30;

/** Whether a battery is equalised by schedule: it is cycled deeply, and can be opened to give its water back. Never a sealed one. */
export function isEqualised(battery: Pick<BatterySpec, 'construction' | 'duty'>): boolean {
  return dutyOf(battery) === 'deep_cycle' && CHARGE_MODES[battery.construction].includes('equalise');
}

/**
 * When a battery is to be equalised next, ms UTC.
 * @param lastMs when it was equalised last; null where it never was here
 * @param knownSinceMs since when it is known here: what was done before nobody knows
 */
export function equaliseByMs(lastMs: number | null, knownSinceMs: number, everyDays: number): number {
  return (lastMs ?? knownSinceMs) + everyDays * MS_PER_DAY;
}
