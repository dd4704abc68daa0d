import { CONSTRUCTION_FACTS, type Construction } from '../battery/construction';
import { convertRating, isRatingStandard, type RatingStandard } from '../battery/rating-standard';
import { requireFinite, requirePositive } from '../quantity/finite';
import { resistanceRise } from './charge-effect';

/** What a conductance tester shows: siemens, milliohms, or amperes under a rating standard. */
export type ConductanceUnit = 'S' | 'mohm' | RatingStandard;

/** What the tester has corrected for already. */
export type Compensation = 'none' | 'temp' | 'both';

/** Shares of the resistance that fall steeply and hardly with temperature. A model of ours. */
const STEEP_SHARE = 0.45;
const STEEP_PER_KELVIN = 0.0195;
const FLAT_SHARE = 0.55;
const FLAT_PER_KELVIN = 0.004;
const REFERENCE_C = 25;

/**
 * How many times its resistance at 25 °C a battery has at a temperature:
 * `f(T) = 0.45 exp(0.0195 (25 - T)) + 0.55 (1 + 0.004 (T - 25))`.
 * @example resistanceAtTemperature(25) // 1
 */
export function resistanceAtTemperature(temperatureC: number): number {
  const colder = REFERENCE_C - requireFinite('temperatureC', temperatureC);
  return STEEP_SHARE * Math.exp(STEEP_PER_KELVIN * colder) + FLAT_SHARE * (1 - FLAT_PER_KELVIN * colder);
}

/** What a conductance reading is multiplied by, term by term, on its way to a cranking current. */
export interface ConductanceTerms {
  /** Cranking current per siemens, V; null where the tester shows amperes. */
  readonly voltsPerSiemens: number | null;
  /** What the reading comes to before it is corrected, SAE A. */
  readonly rawAmps: number;
  /** f(T), and m(charge); null where the tester has done it already. */
  readonly forTemperature: number | null;
  readonly forCharge: number | null;
  /** The product of all: SAE A at 25 °C and full charge. */
  readonly saeAmps: number;
}

/**
 * The cranking current that a conductance reading stands for, with the terms that it is made of: `p x G` from siemens,
 * `p / R` from milliohms, converted from a tester's amperes; then times f(T) and m(charge) unless the tester has done that.
 */
export function conductanceTerms(
  reading: { readonly value: number; readonly unit: ConductanceUnit; readonly compensated: Compensation },
  battery: {
    readonly temperatureC: number;
    readonly chargePct: number;
    /** Cranking current per siemens of this battery, V. */
    readonly voltsPerSiemens: number;
  },
): ConductanceTerms {
  const { value, unit, compensated } = reading;
  const bare = !isRatingStandard(unit);
  const rawAmps = rawCrankingAmps(requirePositive('value', value), unit, battery.voltsPerSiemens);
  const forTemperature = compensated === 'none' ? resistanceAtTemperature(battery.temperatureC) : null;
  const forCharge = compensated === 'both' ? null : resistanceRise(battery.chargePct);
  return {
    voltsPerSiemens: bare ? battery.voltsPerSiemens : null,
    rawAmps,
    forTemperature,
    forCharge,
    saeAmps: rawAmps * (forTemperature ?? 1) * (forCharge ?? 1),
  };
}

/**
 * Cranking current per siemens, V, of a battery of some construction: its cells stand in series, so that half as many
 * conduct twice as well. A model of ours.
 */
export function crankingVoltsOf(construction: Construction, nominalVolts: number): number {
  return CONSTRUCTION_FACTS[construction].crankingVolts * (nominalVolts / REFERENCE_VOLTS);
}

/** Nominal voltage for which the cranking volts of the constructions stand. */
const REFERENCE_VOLTS = 12;

function rawCrankingAmps(value: number, unit: ConductanceUnit, voltsPerSiemens: number): number {
  if (isRatingStandard(unit)) return convertRating(value, unit, 'SAE').amps;
  const siemens = unit === 'S' ? value : 1000 / value;
  return voltsPerSiemens * siemens;
}
