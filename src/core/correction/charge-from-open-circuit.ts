import { CONSTRUCTION_FACTS, CONSTRUCTIONS, type Construction } from '../battery/construction';
import { type Curve, interpolate } from '../quantity/interpolate';
import { openCircuitVoltsAt25 } from './open-circuit-temperature';

/**
 * State of charge in percent from the rested voltage at 25 °C, by the construction's curve; 0 and 100 at its ends.
 * @param volts25 open-circuit voltage of a 12 V battery at 25 °C, V
 * @example chargeFromOpenCircuit(12.45, 'flooded') // 75
 */
export function chargeFromOpenCircuit(volts25: number, construction: Construction): number {
  return interpolate(CONSTRUCTION_FACTS[construction].chargePctByVolts, volts25);
}

/**
 * The rested voltage of a 12 V battery at a charge and temperature: `chargeFromOpenCircuit` read backwards.
 * @example openCircuitVoltsAtCharge(75, 'flooded', 25) // 12.45
 */
export function openCircuitVoltsAtCharge(
  chargePct: number,
  construction: Construction,
  temperatureC: number,
): number {
  return interpolate(VOLTS_BY_CHARGE_PCT[construction], chargePct) - openCircuitVoltsAt25(0, temperatureC);
}

const VOLTS_BY_CHARGE_PCT = Object.fromEntries(
  CONSTRUCTIONS.map((construction) => [
    construction,
    CONSTRUCTION_FACTS[construction].chargePctByVolts.map(([volts, pct]) => [pct, volts] as const),
  ]),
) as Record<string, Curve> as Readonly<Record<Construction, Curve>>;
