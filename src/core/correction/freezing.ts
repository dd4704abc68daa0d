import { CONSTRUCTION_FACTS, type Construction } from '../battery/construction';
import { type Curve, interpolate } from '../quantity/interpolate';

/** Freezing point of the electrolyte, °C, over its gravity at 25 °C. Rule of the trade. */
const FREEZING_BY_GRAVITY: Curve = [
  [1.0, 0],
  [1.05, -3],
  [1.1, -8],
  [1.12, -10],
  [1.155, -16],
  [1.19, -24],
  [1.225, -37],
  [1.265, -57],
];

/**
 * Freezing point of the electrolyte in °C for a gravity at 25 °C, held at the table's ends.
 * @example freezingPoint(1.155) // -16
 */
export function freezingPoint(gravity25: number): number {
  return interpolate(FREEZING_BY_GRAVITY, gravity25);
}

/** Voltage of a cell at rest over its gravity, V. Textbook. */
const VOLTS_OVER_GRAVITY = 0.84;
/** Gravity of water: no acid is thinner. */
const WATER = 1;

/**
 * Electrolyte gravity at 25 °C that goes with the rested voltage of a single cell, water at the least.
 * @example gravityFromCellVolts(2.1) // 1.26
 */
export function gravityFromCellVolts(volts25: number): number {
  return Math.max(WATER, volts25 - VOLTS_OVER_GRAVITY);
}

/**
 * Electrolyte gravity at 25 °C that goes with a charge in percent: the hydrometer's line read backwards.
 * @example gravityFromCharge(100, 'flooded') // 1.265
 */
export function gravityFromCharge(chargePct: number, construction: Construction): number {
  const { emptyGravity, gravityRise } = CONSTRUCTION_FACTS[construction];
  return emptyGravity + (gravityRise * chargePct) / 100;
}
