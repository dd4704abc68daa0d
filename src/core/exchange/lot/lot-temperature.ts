import { formatNumber } from '../../quantity/format';
import {
  celsiusFromFahrenheit,
  fahrenheitFromCelsius,
  type TemperatureUnit,
} from '../../quantity/temperature';
import type { LotRow } from '../arrival-views';
import { COLUMN_FACTS, type UsedColumn } from '../readings-csv/columns';

/** Whether a column of the grid holds a temperature, which a rack keeps in degrees Celsius. */
const isTemperature = (column: UsedColumn) =>
  column.endsWith('_c') && COLUMN_FACTS[column].title.endsWith('°C');

/** What stands over a column, in the unit that is shown. */
export function columnTitle(column: UsedColumn, unit: TemperatureUnit): string {
  const { title } = COLUMN_FACTS[column];
  return isTemperature(column) ? title.replace('°C', unit) : title;
}

/** A cell as it is shown: a temperature in the unit of the screen, whichever it was typed in; what is no number as it is. */
export function shownCell(row: LotRow, column: UsedColumn, unit: TemperatureUnit): string {
  const text = row[column] ?? '';
  const fahrenheit = column === 'temp_c' && text === '' ? (row.temp_f ?? '') : '';
  if (fahrenheit !== '') {
    return unit === '°F' ? fahrenheit : converted(fahrenheit, (value) => celsiusFromFahrenheit(value));
  }
  return unit === '°F' && isTemperature(column) ? converted(text, fahrenheitFromCelsius) : text;
}

/** Fine enough that a tenth of a degree Fahrenheit comes back as it was typed. */
const KEPT_DECIMALS = 2;

/** A cell as the rack keeps it, from what was typed on a screen of this unit. */
export function keptCell(text: string, column: UsedColumn, unit: TemperatureUnit): string {
  if (unit !== '°F' || !isTemperature(column)) return text;
  const value = numberIn(text);
  return value === null ? text : String(Number(celsiusFromFahrenheit(value).toFixed(KEPT_DECIMALS)));
}

function converted(text: string, convert: (value: number) => number): string {
  const value = numberIn(text);
  if (value === null) return text;
  const told = formatNumber(convert(value), '°C', { decimals: 1 }).replace('−', '-');
  return told.replace(/\.0$/, '');
}

/** A decimal number with a point or a comma; null for anything else. */
function numberIn(text: string): number | null {
  const written = text.trim().replace('−', '-').replace(',', '.');
  return /^[+-]?\d*\.?\d+$/.test(written) ? Number(written) : null;
}
