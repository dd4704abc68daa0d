import { CONSTRUCTION_FACTS, type Construction } from '../battery/construction';
import { interpolate } from '../quantity/interpolate';

/**
 * State of charge in percent from the rested voltage at 25 °C, by the construction's curve; 0 and 100 at its ends.
 * @param volts25 open-circuit voltage of a 12 V battery at 25 °C, V
 * @example chargeFromOpenCircuit(12.45, 'flooded') // 75
 */
export function chargeFromOpenCircuit(volts25: number, construction: Construction): number {
  return interpolate(CONSTRUCTION_FACTS[construction].chargePctByVolts, volts25);
}
