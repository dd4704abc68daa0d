import { formatNumber } from './format';
import { fahrenheitFromCelsius, type TemperatureUnit } from './temperature';

/** One temperature, or two with a word or a dash between them, as the core writes them. */
const WRITTEN = /([−-]?\d+(?:\.\d+)?)(?:( to | and |–)([−-]?\d+(?:\.\d+)?))?([\u00A0 ])°C/g;

/**
 * A text of ours with its temperatures in the unit that is shown. The core says all of them in degrees Celsius; whoever
 * shows a text says it through this. Differences are kelvins, and stay.
 * @example temperaturesIn('Stop above 50 °C', '°F') // 'Stop above 122 °F'
 */
export function temperaturesIn(text: string, unit: TemperatureUnit): string {
  if (unit === '°C') return text;
  return text.replace(WRITTEN, (_, one: string, between = '', other = '', blank: string) => {
    const last = other === '' ? '' : inFahrenheit(other);
    return `${inFahrenheit(one)}${between}${last}${blank}°F`;
  });
}

/** As finely as it was written. */
function inFahrenheit(written: string): string {
  const decimals = written.split('.')[1]?.length ?? 0;
  return formatNumber(fahrenheitFromCelsius(Number(written.replace('−', '-'))), '°F', { decimals });
}
