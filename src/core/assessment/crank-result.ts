import { isSealed } from '../battery/construction';
import { workingCapacity } from '../battery/cranking-rating';
import { healthFromLoad, loadHealthUncertainty } from '../correction/health-from-load';
import { loadLimit } from '../correction/load-limit';
import { normaliseLoadVolts } from '../correction/load-normalising';
import { tidy } from '../quantity/tidy';
import type { HouseRules } from '../rules/house-rules';
import type { ChargeEstimate } from './charge-estimate';
import type { Evidence } from './evidence';
import type { Estimate } from './fusion';
import { LIMIT_SECONDS, type LoadResult, type LoadTask, loadConditions } from './load-result';
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

/** Temperature from which on the floor holds in full, °C. */
const WARM_C = 21;

/** Cranking held against the load table: the lowest sustained voltage, corrected for the battery's temperature. */
export function judgeCrank(
  evidence: Evidence,
  charge: ChargeEstimate | null,
  { task, load }: { readonly task: LoadTask | null; readonly load: LoadResult | null },
  rules: HouseRules,
): CrankResult | null {
  const { crank } = evidence;
  if (!crank) return null;
  const temperatureC = crank.temperatureC ?? ASSUMED_TEMPERATURE_C;
  const limitVolts = crankLimit(evidence, load, temperatureC, rules);
  const enoughCharge = charge !== null && charge.pct >= rules.charge.loadGatePct && !charge.indicative;
  return {
    volts: crank.volts,
    limitVolts,
    marginVolts: tidy(crank.volts - limitVolts),
    health: healthOfCrank(evidence, charge, crankTask(evidence, task, temperatureC, rules), rules),
    indicative: crank.forced || !enoughCharge,
  };
}

/** Health is always told against the load table: the floor while cranking is a rule of thumb beside it. */
function crankTask(
  { battery }: Evidence,
  task: LoadTask | null,
  temperatureC: number,
  { load }: HouseRules,
): LoadTask | null {
  const limitVolts = ownVolt(
    loadLimit(temperatureC, load.limitVoltsByCelsius, load.cold),
    battery.nominalVolts,
  );
  return task && { ...task, limitVolts, temperatureC };
}

/** A motorcycle's floor knows no temperature; a vehicle's follows the load table, or the load test of the same run. */
function crankLimit(
  { crank, battery, load: read }: Evidence,
  load: LoadResult | null,
  temperatureC: number,
  rules: HouseRules,
): number {
  const own = (volts: number) => ownVolt(volts, battery.nominalVolts);
  const { judgedBy, floorVolts, largeEngineVolts, smallEngineVolts } = rules.crank;
  const { motorcycleFloodedVolts, motorcycleSealedVolts } = rules.crank;
  if (crank?.engine === 'motorcycle') {
    return own(isSealed(battery.construction) ? motorcycleSealedVolts : motorcycleFloodedVolts);
  }
  if (judgedBy === 'near_load' && read && load && load.standing !== 'unusable') {
    return tidy(load.volts - own(crank?.engine === 'small' ? smallEngineVolts : largeEngineVolts));
  }
  const { limitVoltsByCelsius, cold } = rules.load;
  const colder = loadLimit(WARM_C, limitVoltsByCelsius) - loadLimit(temperatureC, limitVoltsByCelsius, cold);
  return tidy(own(floorVolts - Math.max(0, colder)));
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
  const ratio = task.ratedAmps / crank.amps;
  if (ratio > rules.load.trustedRatio || crank.amps < rules.load.leastAmps) return null;
  const held = {
    voltsBefore: conditions.voltsBefore,
    volts: twelveVolt(crank.volts, battery.nominalVolts),
    amps: crank.amps,
    seconds: crank.seconds,
  };
  const pct = healthFromLoad(normaliseLoadVolts(held, task.ratedAmps, LIMIT_SECONDS, c20Ah), conditions);
  if (pct === undefined) return null;
  return { pct: tidy(pct), sdPct: pct * loadHealthUncertainty(ratio, rules.load.trustedRatio) };
}
