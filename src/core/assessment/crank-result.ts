import { workingCapacity } from '../battery/cranking-rating';
import { healthFromLoad, loadHealthUncertainty } from '../correction/health-from-load';
import { loadLimit } from '../correction/load-limit';
import { normaliseLoadVolts } from '../correction/load-normalising';
import { tidy } from '../quantity/tidy';
import type { HouseRules } from '../rules/house-rules';
import type { ChargeEstimate } from './charge-estimate';
import type { Evidence } from './evidence';
import type { Estimate } from './fusion';
import { type LoadTask, loadConditions } from './load-result';
import { ASSUMED_TEMPERATURE_C, ownVolt, twelveVolt } from './reference';

/** What cranking the engine said. Volts are the battery's own. */
export interface CrankResult {
  readonly volts: number;
  readonly limitVolts: number;
  readonly marginVolts: number;
  /** Health from the mean current, where one was measured and it is near enough to the rated load. */
  readonly health: Estimate | null;
  readonly indicative: boolean;
}

/** Cranking held against the load table: the lowest sustained voltage, corrected for the battery's temperature. */
export function judgeCrank(
  evidence: Evidence,
  charge: ChargeEstimate | null,
  task: LoadTask | null,
  rules: HouseRules,
): CrankResult | null {
  const { crank, battery } = evidence;
  if (!crank) return null;
  const temperatureC = crank.temperatureC ?? ASSUMED_TEMPERATURE_C;
  const limitVolts = ownVolt(loadLimit(temperatureC, rules.load.limitVoltsByCelsius), battery.nominalVolts);
  const enoughCharge = charge !== null && charge.pct >= rules.charge.loadGatePct && !charge.indicative;
  return {
    volts: crank.volts,
    limitVolts,
    marginVolts: tidy(crank.volts - limitVolts),
    health: healthOfCrank(evidence, charge, task && { ...task, limitVolts, temperatureC }, rules),
    indicative: crank.forced || !enoughCharge,
  };
}

function healthOfCrank(
  evidence: Evidence,
  charge: ChargeEstimate | null,
  task: LoadTask | null,
  rules: HouseRules,
): Estimate | null {
  const { crank, battery } = evidence;
  const conditions = charge && task && loadConditions(evidence, charge, task);
  const c20Ah = workingCapacity(battery);
  if (!crank || !task || !conditions || c20Ah === undefined || crank.amps === null || crank.seconds === null)
    return null;
  const ratio = task.setAmps / crank.amps;
  if (ratio > rules.load.trustedRatio || crank.amps < rules.load.leastAmps) return null;
  const held = {
    voltsBefore: conditions.voltsBefore,
    volts: twelveVolt(crank.volts, battery.nominalVolts),
    amps: crank.amps,
    seconds: crank.seconds,
  };
  const pct = healthFromLoad(normaliseLoadVolts(held, task.setAmps, task.holdSeconds, c20Ah), conditions);
  if (pct === undefined) return null;
  return { pct: tidy(pct), sdPct: pct * loadHealthUncertainty(ratio, rules.load.trustedRatio) };
}
