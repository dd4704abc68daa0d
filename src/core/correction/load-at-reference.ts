import type { Construction } from '../battery/construction';
import { resistanceRise } from './charge-effect';
import { openCircuitVoltsAtCharge } from './charge-from-open-circuit';
import { resistanceAtTemperature } from './conductance';
import { activationVolts } from './load-normalising';

/** A load test under the conditions in which it was held, on a battery of so many volts. */
export interface HeldUnder {
  readonly construction: Construction;
  readonly nominalVolts: number;
  readonly c20Ah: number;
  readonly amps: number;
  readonly temperatureC: number;
  readonly chargePct: number;
}

const REFERENCE_C = 25;
const FULL_PCT = 100;

/**
 * The course of a load test, seconds and volts, as it would have been at 25 °C and full charge under the same current: the drop over the
 * battery's own resistance is brought there by temperature and charge, the open voltage and the activation are those of 25 °C and
 * full. What is left of the difference between two tests is the battery. A model of ours (docs/physical-model.md).
 * @example a test at 25 °C and full charge comes back as it was
 */
export function loadAtReference(
  trace: readonly (readonly [seconds: number, volts: number])[],
  { construction, nominalVolts, c20Ah, amps, temperatureC, chargePct }: HeldUnder,
): (readonly [seconds: number, volts: number])[] {
  const blocks = nominalVolts / 12;
  const open = (pct: number, celsius: number) => openCircuitVoltsAtCharge(pct, construction, celsius);
  const bends = (celsius: number) => activationVolts(amps, { construction, temperatureC: celsius, c20Ah });
  const times = 1 / (resistanceAtTemperature(temperatureC) * resistanceRise(chargePct));
  const [before, after] = [open(chargePct, temperatureC), open(FULL_PCT, REFERENCE_C)];
  const [bentBefore, bentAfter] = [bends(temperatureC), bends(REFERENCE_C)];
  return trace.map(([seconds, volts]) => {
    const ohmic = before - volts / blocks - bentBefore;
    return [seconds, blocks * (after - bentAfter - ohmic * times)] as const;
  });
}
