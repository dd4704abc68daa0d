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

/**
 * The cranking current that a conductance reading stands for, SAE A at 25 °C and full charge, for a 12 V battery:
 * `p x G` from siemens, `p / R` from milliohms, converted from a tester's amperes; then times f(T) and m(charge) unless
 * the tester has done that already.
 */
export function crankingAmpsFromConductance(
  reading: { readonly value: number; readonly unit: ConductanceUnit; readonly compensated: Compensation },
  battery: {
    readonly construction: Construction;
    readonly temperatureC: number;
    readonly chargePct: number;
    /** Cranking current per siemens of this unit, V; else the construction's usual one. */
    readonly voltsPerSiemens?: number | undefined;
  },
): number {
  const perSiemens = battery.voltsPerSiemens ?? CONSTRUCTION_FACTS[battery.construction].crankingVolts;
  const raw = rawCrankingAmps(requirePositive('value', reading.value), reading.unit, perSiemens);
  const forTemperature = reading.compensated === 'none' ? resistanceAtTemperature(battery.temperatureC) : 1;
  const forCharge = reading.compensated === 'both' ? 1 : resistanceRise(battery.chargePct);
  return raw * forTemperature * forCharge;
}

function rawCrankingAmps(value: number, unit: ConductanceUnit, perSiemens: number): number {
  if (isRatingStandard(unit)) return convertRating(value, unit, 'SAE').amps;
  const siemens = unit === 'S' ? value : 1000 / value;
  return perSiemens * siemens;
}
