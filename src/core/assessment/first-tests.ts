import type { BatterySpec } from '../battery/battery';
import { PLAUSIBLE_NEW_PCT, type ReferenceReading } from '../battery/own-reference';
import { STANDARD_RULES } from '../rules/standard-rules';
import { assess } from './assess';
import type { Evidence } from './evidence';

/** Charge from which on a test of a new unit is taken for its reference, percent. Rule of the trade. */
const LEAST_CHARGE_PCT = 75;
/** Temperatures at which it is: nearer to 25 °C than the corrections are certain. Rule of the trade. */
const TEMPERATURES_C = { lowest: 0, highest: 40 } as const;

/** What one run of a unit's first half year gives for its reference: a health for each way of reading it that counts. */
export type FirstTest = Pick<ReferenceReading, 'method' | 'pct'>;

/**
 * What the tests of a new unit come to, told against its label as everybody’s are. Those count that were taken charged and
 * warm, at the rated load and with nothing wrong; of a unit that was not found fit they say what is wrong with it, not what
 * it reads when new. By the standard rules, whatever the house’s: a reference is a fact of the unit. Rule of the trade.
 */
export function firstTests(evidence: Evidence, battery: BatterySpec): FirstTest[] {
  const { reference: _own, ...label } = battery;
  const { verdict, estimates } = assess({ ...evidence, battery: label }, STANDARD_RULES);
  const { charge, health, temperatureC, load, conductance } = estimates;
  if (verdict !== 'serve' && verdict !== 'charge' && verdict !== 'watch') return [];
  if (!charge || charge.pct < LEAST_CHARGE_PCT || charge.indicative || charge.surfaceSuspected) return [];
  if (
    temperatureC === null ||
    temperatureC < TEMPERATURES_C.lowest ||
    temperatureC > TEMPERATURES_C.highest
  ) {
    return [];
  }
  if (!health || health.methodsDisagree) return [];
  const told: FirstTest[] = [];
  const isPlausible = (pct: number) => pct >= PLAUSIBLE_NEW_PCT.least && pct <= PLAUSIBLE_NEW_PCT.most;
  if (load?.standing === 'counts' && !load.scaled && load.healthPct !== null && isPlausible(load.healthPct)) {
    told.push({ method: 'load', pct: load.healthPct });
  }
  if (conductance?.conclusive && isPlausible(conductance.healthPct)) {
    told.push({ method: 'conductance', pct: conductance.healthPct });
  }
  return told;
}
