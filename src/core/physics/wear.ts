import { type Climate, LIFE_SCALE_YEARS, LIFE_SHAPE } from '../battery/length-of-life';
import type { Chance } from '../quantity/chance';
import { requirePositive } from '../quantity/finite';

/** A length of life drawn by chance, in years until cranking ability has fallen to 65 %. */
export function drawLifeYears(chance: Chance, climate: Climate): number {
  return LIFE_SCALE_YEARS[climate] * (-Math.log(1 - chance.uniform())) ** (1 / LIFE_SHAPE);
}

/** A new unit cranks somewhat more than its label says; at the end of its life 65 % is left. */
const NEW_HEALTH = 1.03;
const HEALTH_LOST = 0.38;
/** Wear is slow at first and fast late: 3 to 6 % a year, then 8 to 15 %. A model of ours after the rule of the trade. */
const HEALTH_BEND = 1.6;
const CAPACITY_LOST = 0.3;
const CAPACITY_BEND = 2;
const LEAST_LEFT = 0.2;

/** Cranking ability and capacity after some years in use, as shares of the label. */
export function wornBy(
  years: number,
  lifeYears: number,
): { readonly health: number; readonly capacity: number } {
  const used = Math.max(0, years) / requirePositive('lifeYears', lifeYears);
  return {
    health: Math.max(LEAST_LEFT, NEW_HEALTH - HEALTH_LOST * used ** HEALTH_BEND),
    capacity: Math.max(LEAST_LEFT, 1 - CAPACITY_LOST * used ** CAPACITY_BEND),
  };
}

/** However good a unit is, some of it has gone. */
const LEAST_LOST = 0.005;

/**
 * The length of life, years, that leaves a unit at this health, a share of its label, after so many years in use:
 * `wornBy` read backwards.
 */
export function lifeForHealth(health: number, years: number): number {
  const lost = Math.max(LEAST_LOST, NEW_HEALTH - requirePositive('health', health)) / HEALTH_LOST;
  return requirePositive('years', years) / lost ** (1 / HEALTH_BEND);
}
