import { CONSTRUCTION_FACTS, type Construction } from '../battery/construction';
import { requireFinite } from '../quantity/finite';

/** Rise of a hydrometer's reading for each kelvin above 25 °C that the reading lacks. Textbook: 0.004 per 10 °F. */
export const GRAVITY_PER_KELVIN = 0.0007;
const REFERENCE_C = 25;

/**
 * Brings a hydrometer's reading to 25 °C: `sg25 = sg + 0.0007 (T - 25)`. Not for a compensated hydrometer.
 * @example gravityAt25(1.25, 15) // 1.243
 */
export function gravityAt25(gravity: number, temperatureC: number): number {
  return (
    requireFinite('gravity', gravity) +
    GRAVITY_PER_KELVIN * (requireFinite('temperatureC', temperatureC) - REFERENCE_C)
  );
}

/**
 * State of charge in percent from the gravity at 25 °C, held within 0 and 100. Textbook; flooded and calcium with caps.
 * @example chargeFromGravity(1.265, 'flooded') // 100
 */
export function chargeFromGravity(gravity25: number, construction: Construction): number {
  const { emptyGravity, gravityRise } = CONSTRUCTION_FACTS[construction];
  const pct = (100 * (requireFinite('gravity25', gravity25) - emptyGravity)) / gravityRise;
  return Math.min(100, Math.max(0, pct));
}
