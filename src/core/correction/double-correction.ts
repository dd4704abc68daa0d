import { isRatingStandard } from '../battery/rating-standard';
import { type Compensation, type ConductanceUnit, resistanceAtTemperature } from './conductance';

/** Temperatures within this of 25 °C make no difference worth a warning, K. */
const WORTH_A_WARNING_K = 3;
const REFERENCE_C = 25;

/**
 * The warning that belongs to a conductance reading about to be corrected for what its tester has corrected already.
 * Null when nothing is corrected twice. Rule of the trade: what shows amperes has corrected for temperature, and most
 * for charge.
 */
export function conductanceCorrectedTwice(
  unit: ConductanceUnit,
  compensated: Compensation,
  temperatureC: number | null,
): string | null {
  if (!isRatingStandard(unit) || compensated === 'both') return null;
  const again = compensated === 'none' ? 'temperature and charge' : 'charge';
  const cold =
    compensated === 'none' &&
    temperatureC !== null &&
    Math.abs(temperatureC - REFERENCE_C) > WORTH_A_WARNING_K
      ? ` At this temperature that alone makes ${Math.round(100 * (resistanceAtTemperature(temperatureC) - 1))} % of difference.`
      : '';
  return `A tester that shows amperes has nearly always corrected for ${again} itself. Correcting again counts it twice.${cold}`;
}

/** The warning for a hydrometer that corrects for temperature itself. Null where it does not. */
export function gravityCorrectedTwice(compensated: boolean, temperatureC: number | null): string | null {
  if (!compensated || temperatureC === null || Math.abs(temperatureC - REFERENCE_C) <= WORTH_A_WARNING_K)
    return null;
  return 'This hydrometer corrects for temperature itself: the temperature is kept in the record and not applied again.';
}

/** Said with every cold load test: which of the numbers temperature corrects. */
export const LOAD_CORRECTED_ONCE =
  'Temperature has corrected the limit. Enter the voltage and the current as read, not corrected.';

/** Said with ratings and testers’ amperes: they stand for −18 °C already. */
export const CRANKING_STANDS_FOR_COLD =
  'Cranking amperes stand for −18 °C already: never multiply them by a cold factor.';
