import { requirePositive } from '../quantity/finite';
import { CONSTRUCTION_FACTS, type Construction } from './construction';

/**
 * Reserve capacity in minutes (25 A to 10.5 V at 25 °C) from the 20 h capacity in Ah. Published fit.
 * @example reserveFromCapacity(60, 'flooded') // about 98
 */
export function reserveFromCapacity(c20Ah: number, construction: Construction): number {
  const { factor, exponent } = CONSTRUCTION_FACTS[construction].reserve;
  return factor * requirePositive('c20Ah', c20Ah) ** exponent;
}

/**
 * 20 h capacity in Ah from the reserve capacity in minutes: the inverse of `reserveFromCapacity`.
 * @example capacityFromReserve(98, 'flooded') // about 60
 */
export function capacityFromReserve(rcMinutes: number, construction: Construction): number {
  const { factor, exponent } = CONSTRUCTION_FACTS[construction].reserve;
  return (requirePositive('rcMinutes', rcMinutes) / factor) ** (1 / exponent);
}
