import type { Rest } from './rest';

/** When a surface charge is suspected. Rules of the trade, so a house may set its own. */
export interface SurfaceChargeLimits {
  /** Least rest that lets a surface charge fade by itself, minutes. */
  readonly restMinutes: number;
  /** Rested voltage at 25 °C that no settled battery of this construction shows, 12 V. */
  readonly ceilingVolts25: number;
}

/** After so long at rest, or once it was taken off, no surface charge is left, however high the voltage. Rule of the trade. */
const SETTLED_MINUTES = 720;
/** No battery by itself stands higher, V of 12 at 25 °C: something still charges it. Rule of the trade. */
const STILL_CHARGING_VOLTS = 13.2;

/**
 * True when the open-circuit voltage may stand on a surface charge: a known rest that was too short with no load put
 * on to take it off, or a voltage that no settled battery shows, unless it has rested half a day or the charge was taken off.
 */
export function surfaceChargeSuspected(volts25: number, rest: Rest, limits: SurfaceChargeLimits): boolean {
  const restTooShort = rest.minutes !== null && rest.minutes < limits.restMinutes;
  if (restTooShort && rest.surfaceRemoved !== true) return true;
  const settled = rest.surfaceRemoved === true || (rest.minutes !== null && rest.minutes >= SETTLED_MINUTES);
  return volts25 > limits.ceilingVolts25 && !settled;
}

/** True for a voltage that no battery keeps by itself: a charger or a running engine is still connected. */
export const stillCharging = (volts25: number) => volts25 >= STILL_CHARGING_VOLTS;
