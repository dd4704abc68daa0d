import { formatQuantity } from '../quantity/format';
import { fahrenheitFromCelsius, type TemperatureUnit } from '../quantity/temperature';

/** A temperature in the unit that is shown; words where none was measured. */
export function temperatureWords(celsius: number | null, unit: TemperatureUnit): string {
  if (celsius === null) return 'temperature not measured';
  return unit === '°C' ? formatQuantity(celsius, '°C') : formatQuantity(fahrenheitFromCelsius(celsius), '°F');
}

/** A voltage and the current at which it was read. */
export function voltsAtAmps({ volts, amps }: { readonly volts: number; readonly amps: number }): string {
  return `${formatQuantity(volts, 'V')} at ${formatQuantity(amps, 'A')}`;
}

/** The lowest and the highest of some voltages. */
export function voltsRange(volts: readonly number[]): string {
  return `${formatQuantity(Math.min(...volts), 'V')} to ${formatQuantity(Math.max(...volts), 'V')}`;
}
