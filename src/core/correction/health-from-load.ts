import { requirePositive } from '../quantity/finite';
import { resistanceRise } from './charge-effect';

/** Health that a battery exactly at the load limit counts as. A model of ours, from the limit's own meaning. */
export const HEALTH_AT_LIMIT_PCT = 65;
/** Open voltage of the battery that the limit table was written for, 12 V. */
const LIMIT_OPEN_VOLTS = 12.65;

/** What fixes the resistance that a load test is held against. */
export interface LoadConditions {
  /** Voltage just before the load, 12 V battery. */
  readonly voltsBefore: number;
  readonly chargePct: number;
  /** The corrected limit for the battery's temperature, 12 V battery. */
  readonly limitVolts: number;
  /** Rated cranking current, SAE A. */
  readonly saeAmps: number;
  /** The rated load, A. */
  readonly loadAmps: number;
}

const ohmsAtLimit = ({ limitVolts, saeAmps }: LoadConditions) =>
  (LIMIT_OPEN_VOLTS - limitVolts) / (requirePositive('saeAmps', saeAmps) / 2);

/**
 * State of health in percent from the voltage at the end of the rated load: `0.65 Rlim(T) / (R / m(soc))` with
 * `R = (V0 - V15)/I`. Undefined when the voltage did not fall, which no battery does.
 * @param volts voltage at 15 s under the rated load, 12 V battery
 */
export function healthFromLoad(volts: number, conditions: LoadConditions): number | undefined {
  const ohms = (conditions.voltsBefore - volts) / requirePositive('loadAmps', conditions.loadAmps);
  if (!(ohms > 0)) return undefined;
  return (HEALTH_AT_LIMIT_PCT * ohmsAtLimit(conditions) * resistanceRise(conditions.chargePct)) / ohms;
}

/** The voltage at which a battery of this health would end the rated load: `healthFromLoad` read backwards. */
export function loadVoltsAtHealth(healthPct: number, conditions: LoadConditions): number {
  const ohms =
    (HEALTH_AT_LIMIT_PCT * ohmsAtLimit(conditions) * resistanceRise(conditions.chargePct)) /
    requirePositive('healthPct', healthPct);
  return conditions.voltsBefore - ohms * conditions.loadAmps;
}

/** Relative uncertainty at the rated load, and where the scaling is trusted no further. A model of ours. */
const LEAST_UNCERTAINTY = 0.06;
const MOST_UNCERTAINTY = 0.15;

/**
 * Standard uncertainty of health from a load test, as a share of it: 6 % at the rated load, growing with
 * `|ln(I2/I1)|` to 15 % at the largest trusted ratio and staying there.
 * @param ratio rated load over load held
 * @param trustedRatio largest ratio that is trusted, above 1
 */
export function loadHealthUncertainty(ratio: number, trustedRatio: number): number {
  const distance = Math.abs(Math.log(requirePositive('ratio', ratio))) / Math.log(trustedRatio);
  return Math.min(MOST_UNCERTAINTY, LEAST_UNCERTAINTY + (MOST_UNCERTAINTY - LEAST_UNCERTAINTY) * distance);
}
