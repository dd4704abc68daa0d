import type { Construction } from '../battery/construction';
import { requirePositive } from '../quantity/finite';
import { resistanceRise, resistanceRiseSlope } from './charge-effect';
import { openCircuitVoltsAtCharge } from './charge-from-open-circuit';
import { resistanceAtTemperature } from './conductance';
import { activationVolts } from './load-normalising';

/** What fixes what a battery of some health ends a load test at. Volts are of a battery of 12 V. */
export interface LoadConditions {
  readonly construction: Construction;
  readonly temperatureC: number;
  /** Voltage just before the load. */
  readonly voltsBefore: number;
  readonly chargePct: number;
  /** Rated cranking current, SAE A. */
  readonly saeAmps: number;
  /** The rated load, A. */
  readonly loadAmps: number;
  readonly c20Ah: number;
  /** What this very unit read when it was new, percent of what is usual for its label; absent where nobody knows. */
  readonly newPct?: number | undefined;
}

/**
 * What a battery of full health and charge loses at 25 °C under half of its rating, V: in its resistance, and by
 * diffusion, which temperature and charge leave alone. A model of ours, fitted to the physical one.
 */
interface Drop {
  readonly ohmicVolts: number;
  readonly diffusionVolts: number;
}
const FREE_ACID: Drop = { ohmicVolts: 1.325, diffusionVolts: 0.15 };
const BOUND_ACID: Drop = { ohmicVolts: 1.355, diffusionVolts: 0.158 };
const dropOf = (construction: Construction) =>
  construction === 'agm' || construction === 'gel' ? BOUND_ACID : FREE_ACID;

/** New batteries give a little more than their label says. A model of ours. */
const NEW_OVER_LABEL = 1.03;

/** What a new unit reads that is as its label says. */
const USUAL_PCT = 100;

/** Open voltage of a full, settled battery at its own temperature, V of a battery of 12 V. */
function fullOpenVolts(construction: Construction, temperatureC: number): number {
  return openCircuitVoltsAtCharge(100, construction, temperatureC);
}

/** What is left of the voltage before the load once a surface charge is taken off: it carries no current. */
export const carriedVolts = ({ construction, temperatureC, voltsBefore }: LoadConditions) =>
  Math.min(voltsBefore, fullOpenVolts(construction, temperatureC));

/** What a battery of full health loses beside its activation under this load, V. */
function healthyDrop(conditions: LoadConditions): number {
  const { construction, temperatureC, chargePct, saeAmps, loadAmps, newPct = USUAL_PCT } = conditions;
  const { ohmicVolts, diffusionVolts } = dropOf(construction);
  const atHalfRating =
    NEW_OVER_LABEL *
    (ohmicVolts * resistanceAtTemperature(temperatureC) * resistanceRise(chargePct) + diffusionVolts);
  const ofThisLoad = requirePositive('loadAmps', loadAmps) / (requirePositive('saeAmps', saeAmps) / 2);
  return atHalfRating * ofThisLoad * (USUAL_PCT / requirePositive('newPct', newPct));
}

const activation = ({ construction, temperatureC, loadAmps, c20Ah }: LoadConditions) =>
  activationVolts(loadAmps, { construction, temperatureC, c20Ah });

/**
 * State of health in percent from the voltage at the end of the rated load: the cranking fraction itself,
 * `1.03 (u f(T) m(soc) + w)/(min(V0, Vf) - V15 - Va)`. Undefined when the voltage fell by no more than activation takes,
 * which no battery does. A model of ours.
 * @param volts voltage at 15 s under the rated load, 12 V battery
 */
export function healthFromLoad(volts: number, conditions: LoadConditions): number | undefined {
  const lost = carriedVolts(conditions) - volts - activation(conditions);
  return lost > 0 ? (100 * healthyDrop(conditions)) / lost : undefined;
}

/** The voltage at which a battery of this health would end the rated load: `healthFromLoad` read backwards. */
export function loadVoltsAtHealth(healthPct: number, conditions: LoadConditions): number {
  const lost = (100 * healthyDrop(conditions)) / requirePositive('healthPct', healthPct);
  return carriedVolts(conditions) - activation(conditions) - lost;
}

/**
 * The reading that the same battery would have given at full charge, V of a battery of 12 V: what is lost, less what the
 * missing charge adds to it. A model of ours.
 */
export function loadVoltsAtFullCharge(volts: number, conditions: LoadConditions): number {
  const lost = carriedVolts(conditions) - volts;
  return (
    fullOpenVolts(conditions.construction, conditions.temperatureC) -
    lost / resistanceRise(conditions.chargePct)
  );
}

/** Relative uncertainty at the rated load, and where the scaling is trusted no further. A model of ours. */
const LEAST_UNCERTAINTY = 0.06;
/** What remains of it against the unit's own first tests: of each reading, and of how a unit differs as it ages. A model of ours. */
const OWN_READING_SD = 0.025;
const OWN_AGEING_SD = 0.045;
const MOST_UNCERTAINTY = 0.15;

/**
 * Standard uncertainty of health from a load test, as a share of it: 6 % at the rated load, growing with
 * `|ln(I2/I1)|` to 15 % at the largest trusted ratio and staying there; with it in quadrature the band of the rating that
 * the health is told against, and what the uncertainty of the charge makes of it. Against the unit's own first tests neither
 * its maker nor the rating is in it, but those tests are.
 */
export function loadHealthUncertainty(
  held: {
    /** Rated load over load held. */
    readonly ratio: number;
    /** Largest ratio that is trusted, above 1. */
    readonly trustedRatio: number;
    /** Relative uncertainty of the rating. */
    readonly ratingBand: number;
    /** Standard uncertainty of the charge, percent. */
    readonly chargeSdPct: number;
    /** Tests of its own that it is held against; absent where it is held against its label. */
    readonly ownTests?: number | undefined;
  },
  conditions: Pick<LoadConditions, 'construction' | 'temperatureC' | 'chargePct'>,
): number {
  const distance = Math.abs(Math.log(requirePositive('ratio', held.ratio))) / Math.log(held.trustedRatio);
  const { ownTests } = held;
  const least =
    ownTests === undefined ? LEAST_UNCERTAINTY : againstOwnTests(OWN_READING_SD, OWN_AGEING_SD, ownTests);
  const own = Math.min(MOST_UNCERTAINTY, least + (MOST_UNCERTAINTY - least) * distance);
  const ratingBand = ownTests === undefined ? held.ratingBand : 0;
  return Math.hypot(own, ratingBand, byCharge(held.chargeSdPct, conditions));
}

/** Relative uncertainty of a reading that is held against the mean of a unit's own first ones. */
export function againstOwnTests(readingSd: number, ageingSd: number, tests: number): number {
  return Math.hypot(readingSd, readingSd / Math.sqrt(requirePositive('tests', tests)), ageingSd);
}

/** What an uncertain charge leaves open of the drop, as a share of it. */
function byCharge(
  chargeSdPct: number,
  {
    construction,
    temperatureC,
    chargePct,
  }: Pick<LoadConditions, 'construction' | 'temperatureC' | 'chargePct'>,
): number {
  const { ohmicVolts, diffusionVolts } = dropOf(construction);
  const ohmic = ohmicVolts * resistanceAtTemperature(temperatureC);
  const moved = ohmic * Math.abs(resistanceRiseSlope(chargePct)) * (chargeSdPct / 100);
  return moved / (ohmic * resistanceRise(chargePct) + diffusionVolts);
}
