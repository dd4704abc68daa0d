import { requireFinite } from '../quantity/finite';

/** Temperature that charge is stated at, °C. */
const REFERENCE_C = 25;
/** Fall of a 12 V battery's rested voltage for each kelvin below the reference, V/K. Textbook. */
export const OPEN_CIRCUIT_VOLTS_PER_KELVIN = 0.0015;

/**
 * Brings a rested voltage to 25 °C: `ocv25 = ocv + 0.0015 (25 - T)`.
 * @param volts open-circuit voltage of a 12 V battery, V
 * @param temperatureC the battery's own temperature, °C
 * @example openCircuitVoltsAt25(12.4, 5) // 12.43
 */
export function openCircuitVoltsAt25(volts: number, temperatureC: number): number {
  return (
    requireFinite('volts', volts) +
    OPEN_CIRCUIT_VOLTS_PER_KELVIN * (REFERENCE_C - requireFinite('temperatureC', temperatureC))
  );
}
