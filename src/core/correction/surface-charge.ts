import type { Rest } from './rest';

/** When a surface charge is suspected. Rules of the trade, so a house may set its own. */
export interface SurfaceChargeLimits {
  /** Least rest that lets a surface charge fade by itself, minutes. */
  readonly restMinutes: number;
  /** Rested voltage at 25 °C that no settled battery of this construction shows, 12 V. */
  readonly ceilingVolts25: number;
}

/**
 * True when the open-circuit voltage may stand on a surface charge: a known rest that was too short with no load put
 * on to take it off, or a voltage that no settled battery shows.
 */
export function surfaceChargeSuspected(volts25: number, rest: Rest, limits: SurfaceChargeLimits): boolean {
  const restTooShort = rest.minutes !== null && rest.minutes < limits.restMinutes;
  return (restTooShort && rest.surfaceRemoved !== true) || volts25 > limits.ceilingVolts25;
}
