import { resistanceRise } from '../../correction/charge-effect';
import { openCircuitVoltsAtCharge } from '../../correction/charge-from-open-circuit';
import { resistanceAtTemperature } from '../../correction/conductance';
import { activationVolts } from '../../correction/load-normalising';
import type { SetTruth } from './vehicle-truth';

/** Resistance of a new set at 25 °C, mΩ A: 5 mΩ at 570 A SAE. A model of ours. */
const MILLIOHM_AMPS = 2850;
/** What a shorted cell takes from the open voltage, V. */
const CELL_VOLTS = 2.1;

/** The open voltage of a set, V of 12 V. */
export function openVolts({ chargePct, construction, shortedCell }: SetTruth, temperatureC: number): number {
  return openCircuitVoltsAtCharge(chargePct, construction, temperatureC) - (shortedCell ? CELL_VOLTS : 0);
}

/** What stands in the way of a current inside a set, ohm. */
export function setOhms({ saeAmps, health, chargePct }: SetTruth, temperatureC: number): number {
  const newOhms = MILLIOHM_AMPS / saeAmps / 1000;
  return (newOhms * resistanceAtTemperature(temperatureC) * resistanceRise(chargePct)) / health;
}

/** The voltage at its posts while it gives a current, V of 12 V. */
export function voltsUnder(amps: number, set: SetTruth, temperatureC: number): number {
  const { construction, c20Ah } = set;
  return (
    openVolts(set, temperatureC) -
    amps * setOhms(set, temperatureC) -
    activationVolts(amps, { construction, temperatureC, c20Ah })
  );
}

/** What a volt over its own drives into a full set, and what an empty one takes more, of its capacity an hour. A model of ours. */
const FULL_TAKES = 0.07;
const EMPTY_TAKES = 0.9;
/** What stands against the first current of a charge, V. */
const BEFORE_IT_TAKES = 0.3;
/** A shorted cell lets the others gas: it takes without end, A a volt. */
const SHORTED_TAKES = 12;
const HALVES_PER_KELVIN = 15;

/** The current into a set at a voltage, some minutes after a start; out of it is negative. */
export function ampsInto(set: SetTruth, volts: number, temperatureC: number): number {
  const own = openVolts(set, temperatureC);
  if (volts <= own) return (volts - own) / (3 * setOhms(set, temperatureC));
  const over = Math.max(0, volts - own - BEFORE_IT_TAKES);
  const cold = 2 ** Math.min(0, (temperatureC - 25) / HALVES_PER_KELVIN);
  const takes = set.c20Ah * (FULL_TAKES + EMPTY_TAKES * (1 - set.chargePct / 100)) * cold * set.health;
  return over * (takes + (set.shortedCell ? SHORTED_TAKES : 0));
}
