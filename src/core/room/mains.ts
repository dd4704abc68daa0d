import type { ChargePlan } from '../charging/charge-plan';

/** Share of what a charger takes from the mains that reaches the battery. Rule of the trade. */
export const CHARGER_EFFICIENCY = 0.85;
/** The mains where nothing else is said, V. */
export const MAINS_VOLTS = 230;

/** What a charge draws from its circuit while it gives its full current, A of the mains. */
export function mainsAmps(
  { absorptionVolts, amps }: Pick<ChargePlan, 'absorptionVolts' | 'amps'>,
  mainsVolts = MAINS_VOLTS,
): number {
  return (absorptionVolts * amps) / CHARGER_EFFICIENCY / mainsVolts;
}
