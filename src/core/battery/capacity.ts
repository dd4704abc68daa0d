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

/** From where on the cranking current grows less than the capacity, and where it has come to its least share of it, Ah. */
const SMALL_AH = 100;
const LARGE_AH = 180;

/**
 * Cranking current, SAE A, that a battery of a capacity usually has where no rating is printed: `k C20`, ±20 %.
 * A model of ours.
 * @example crankingFromCapacity(60, 'flooded') // 540
 */
export function crankingFromCapacity(c20Ah: number, construction: Construction): number {
  const { small, large } = CONSTRUCTION_FACTS[construction].crankingAmpsPerAh;
  const beyond = Math.min(
    1,
    Math.max(0, (requirePositive('c20Ah', c20Ah) - SMALL_AH) / (LARGE_AH - SMALL_AH)),
  );
  return (small + (large - small) * beyond) * c20Ah;
}

/** The capacity, Ah, that usually goes with a cranking current: `crankingFromCapacity` read backwards, the smaller of two. */
export function capacityFromCranking(saeAmps: number, construction: Construction): number {
  const { small, large } = CONSTRUCTION_FACTS[construction].crankingAmpsPerAh;
  if (requirePositive('saeAmps', saeAmps) <= small * SMALL_AH) return saeAmps / small;
  const perAh = (small - large) / (LARGE_AH - SMALL_AH);
  const linear = small + perAh * SMALL_AH;
  const inside = linear ** 2 - 4 * perAh * saeAmps;
  const between = inside < 0 ? Number.POSITIVE_INFINITY : (linear - Math.sqrt(inside)) / (2 * perAh);
  return between <= LARGE_AH ? between : Math.max(LARGE_AH, saeAmps / large);
}
