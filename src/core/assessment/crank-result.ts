import { isSealed } from '../battery/construction';
import { crankingRating } from '../battery/cranking-rating';
import { carriedVolts, healthFromLoad } from '../correction/health-from-load';
import { loadLimit } from '../correction/load-limit';
import { normaliseLoadVolts } from '../correction/load-normalising';
import { tidy } from '../quantity/tidy';
import type { HouseRules } from '../rules/house-rules';
import type { ChargeEstimate } from './charge-estimate';
import type { CrankEvidence, Evidence } from './evidence';
import type { Estimate } from './fusion';
import {
  LIMIT_SECONDS,
  type LoadResult,
  type LoadTask,
  loadConditions,
  loadUncertainty,
} from './load-result';
import { ASSUMED_TEMPERATURE_C, ownVolt, twelveVolt } from './reference';

/** What cranking the engine said. Volts are the battery's own. */
export interface CrankResult {
  readonly volts: number;
  readonly limitVolts: number;
  readonly marginVolts: number;
  /** Health from the mean current, where one was measured and it is near enough to the rated load. */
  readonly health: Estimate | null;
  readonly indicative: boolean;
  /** Told from the lowest voltage, which belongs to the peak of the compression and not to the mean current. */
  readonly healthIndicative: boolean;
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
  const limitVolts = crankLimit(crank, evidence, load, temperatureC, rules);
  const enoughCharge = charge !== null && charge.pct >= rules.charge.loadGatePct && !charge.indicative;
  return {
    volts: crank.volts,
    limitVolts,
    marginVolts: tidy(crank.volts - limitVolts),
    health: charge && task && healthOfCrank(crank, evidence, charge, { ...task, temperatureC }, rules),
    indicative: crank.forced || !enoughCharge,
    healthIndicative: crank.forced || !enoughCharge || crank.meanVolts == null,
  };
}

/** A motorcycle's floor knows no temperature; a vehicle's follows the load table, or the load test of the same run. */
function crankLimit(
  { engine }: CrankEvidence,
  { battery }: Evidence,
  load: LoadResult | null,
  temperatureC: number,
  rules: HouseRules,
): number {
  const own = (volts: number) => ownVolt(volts, battery.nominalVolts);
  const { judgedBy, floorVolts, largeEngineVolts, smallEngineVolts } = rules.crank;
  const { motorcycleFloodedVolts, motorcycleSealedVolts } = rules.crank;
  if (engine === 'motorcycle') {
    return own(isSealed(battery.construction) ? motorcycleSealedVolts : motorcycleFloodedVolts);
  }
  if (judgedBy === 'near_load' && load && load.standing !== 'unusable') {
    return tidy(load.volts - own(engine === 'small' ? smallEngineVolts : largeEngineVolts));
  }
  const { limitVoltsByCelsius, cold } = rules.load;
  const colder = loadLimit(WARM_C, limitVoltsByCelsius) - loadLimit(temperatureC, limitVoltsByCelsius, cold);
  return tidy(own(floorVolts - Math.max(0, colder)));
}

function healthOfCrank(
  { volts, meanVolts, amps, seconds }: CrankEvidence,
  evidence: Evidence,
  charge: ChargeEstimate,
  task: LoadTask,
  rules: HouseRules,
): Estimate | null {
  const conditions = loadConditions(evidence, charge, task);
  const rating = crankingRating(evidence.battery);
  if (!conditions || !rating || amps === null || seconds === null) return null;
  const { trustedRatio, leastAmps } = rules.load;
  const ratio = task.ratedAmps / amps;
  if (ratio > trustedRatio || amps < leastAmps) return null;
  const voltsBefore = carriedVolts(conditions);
  const held = {
    voltsBefore,
    volts: twelveVolt(meanVolts ?? volts, evidence.battery.nominalVolts),
    amps,
    seconds,
  };
  const pct = healthFromLoad(normaliseLoadVolts(held, task.ratedAmps, LIMIT_SECONDS, conditions), conditions);
  if (pct === undefined) return null;
  const relative = loadUncertainty(
    { ratio, ratingBand: rating.band, charge, battery: evidence.battery },
    conditions,
    rules,
  );
  return { pct: tidy(pct), sdPct: pct * relative };
}
