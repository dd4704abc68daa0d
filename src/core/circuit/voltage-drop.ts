import { requireFinite, requirePositive } from '../quantity/finite';

/** Resistance of a metre of copper of one square millimetre at 20 °C, ohm. Textbook. */
const COPPER_OHM_MM2_PER_M = 0.0178;

/**
 * What a resistance takes from the voltage: `U = I R`. Textbook.
 * @example dropVolts(200, 0.001) // 0.2
 */
export function dropVolts(amps: number, ohms: number): number {
  return requireFinite('amps', amps) * requireFinite('ohms', ohms);
}

/** The resistance behind a voltage drop, ohm: `R = U / I`. */
export function dropOhms(volts: number, amps: number): number {
  return requireFinite('volts', volts) / requirePositive('amps', amps);
}

/**
 * Resistance of a copper cable, ohm: `R = 0.0178 l / A`.
 * @param metres the whole way that the current goes, there and back
 * @param squareMillimetres cross-section of the copper
 * @example cableOhms(4, 35) // 0.002034…
 */
export function cableOhms(metres: number, squareMillimetres: number): number {
  return (
    (COPPER_OHM_MM2_PER_M * requireFinite('metres', metres)) / requirePositive('area', squareMillimetres)
  );
}

/** The cross-section, mm², with which a cable of this length has this resistance: `cableOhms` read backwards. */
export function cableArea(metres: number, ohms: number): number {
  return (COPPER_OHM_MM2_PER_M * requireFinite('metres', metres)) / requirePositive('ohms', ohms);
}
