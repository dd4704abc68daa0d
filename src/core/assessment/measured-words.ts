import { decimalsApart, formatNumber, formatQuantity } from '../quantity/format';
import { fahrenheitFromCelsius, type TemperatureUnit } from '../quantity/temperature';
import type { Measured } from './finding';

/** A number and its limit as text: apart where they differ, and the margin what is printed of one less the other. */
export interface MeasuredWords {
  /** With its unit. */
  readonly value: string;
  /** Without. */
  readonly limit: string;
  /** With its unit and its sign; positive is good. */
  readonly margin: string;
}

/**
 * How a measured number, its limit and its margin are written together.
 * @example measuredWords({ value: 64.6, limit: 65, margin: -0.4, sd: 5, unit: '%' }).value // '64.6 %'
 */
export function measuredWords({ value, limit, margin, unit }: Measured): MeasuredWords {
  const decimals = decimalsApart(value, limit, unit);
  const apart = Math.abs(Number(value.toFixed(decimals)) - Number(limit.toFixed(decimals)));
  return {
    value: formatQuantity(value, unit, { decimals }),
    limit: formatNumber(limit, unit, { decimals }),
    margin: formatQuantity(margin < 0 ? -apart : apart, unit, { decimals, signed: true }),
  };
}

/** A measured temperature in the unit that is shown; anything else as it is. */
export function measuredIn(measured: Measured, unit: TemperatureUnit): Measured {
  if (measured.unit !== '°C' || unit === '°C') return measured;
  const degrees = fahrenheitFromCelsius(1) - fahrenheitFromCelsius(0);
  const { value, limit, margin, sd } = measured;
  return {
    value: fahrenheitFromCelsius(value),
    limit: fahrenheitFromCelsius(limit),
    unit,
    margin: margin * degrees,
    sd: sd * degrees,
  };
}

/** The same as slips say it: `64.6 % to 65.0`. */
export function againstLimit(measured: Measured): string {
  const { value, limit } = measuredWords(measured);
  return `${value} to ${limit}`;
}
