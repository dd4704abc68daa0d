import { CHARGER_EFFICIENCY } from './mains';
import type { RoomFacts } from './room-facts';

/** What charging took from the mains, kWh, and what that costs in the site's currency. */
export interface ChargeEnergy {
  readonly kwh: number;
  readonly cost: number;
}

/** What went into a battery from the mains: charge by voltage, over what a charger makes of it. */
export function energyOf(
  { ampHours, volts }: { readonly ampHours: number; readonly volts: number },
  { pricePerKwh }: Pick<RoomFacts, 'pricePerKwh'>,
): ChargeEnergy {
  const kwh = (ampHours * volts) / 1000 / CHARGER_EFFICIENCY;
  return { kwh, cost: kwh * pricePerKwh };
}

/** A battery that takes so much more than its capacity turns it into gas and heat. Rule of the trade. */
const TOO_MUCH = 1.3;

/** Whether a battery has been given back more than it can hold: a cell may be shorted, or it gasses. */
export function tookTooMuch(ampHours: number, c20Ah: number | null): boolean {
  return c20Ah !== null && ampHours > TOO_MUCH * c20Ah;
}
