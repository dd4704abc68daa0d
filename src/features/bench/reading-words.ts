import { isRatingStandard } from '@/core/battery/rating-standard';
import type { Reading } from '@/core/procedure/reading';
import { formatMinutes, formatQuantity } from '@/core/quantity/format';
import { fahrenheitFromCelsius } from '@/core/quantity/temperature';
import type { TemperatureUnit } from '@/ui/site';

/** A temperature in the unit that this screen shows; words where none was measured. */
export function temperatureWords(celsius: number | null, unit: TemperatureUnit): string {
  if (celsius === null) return 'temperature not measured';
  return unit === '°C' ? formatQuantity(celsius, '°C') : formatQuantity(fahrenheitFromCelsius(celsius), '°F');
}

const SETTLE_WORDS = { rested: 'had rested', rest: 'rests', surface_load: 'surface charge removed' } as const;

/** What a reading says, in a few words for the run sheet. */
export function readingWords(reading: Reading, unit: TemperatureUnit): string {
  switch (reading.kind) {
    case 'identify':
      return 'label agrees';
    case 'inspection': {
      const { case: body, smell, terminals, level } = reading.data;
      const odd = [
        body === 'ok' ? '' : `case ${body}`,
        smell === 'none' ? '' : 'rotten eggs',
        terminals === 'ok' ? '' : `terminals ${terminals}`,
        level === 'ok' || level === 'sealed' ? '' : level === 'exposed' ? 'plates bare' : 'level low',
      ].filter((word) => word !== '');
      return odd.length === 0 ? 'all in order' : odd.join(', ');
    }
    case 'clean':
      return `terminals ${reading.data.terminals}`;
    case 'top_up':
      return `level ${reading.data.level}`;
    case 'settle': {
      const { method, restMinutes } = reading.data;
      const rest = restMinutes === null ? 'rest not known' : formatMinutes(restMinutes);
      return method === 'rested' ? `${SETTLE_WORDS[method]} ${rest}` : SETTLE_WORDS[method];
    }
    case 'open_circuit':
      return `${formatQuantity(reading.data.volts, 'V')}, ${temperatureWords(reading.data.temperatureC, unit)}`;
    case 'hydrometer': {
      const { gravities } = reading.data;
      return `${Math.min(...gravities).toFixed(3)} to ${Math.max(...gravities).toFixed(3)}`;
    }
    case 'conductance': {
      const { value, unit } = reading.data;
      return isRatingStandard(unit) ? `${value} A ${unit}` : `${value} ${unit === 'S' ? 'S' : 'mΩ'}`;
    }
    case 'three_minute':
      return `${formatQuantity(reading.data.volts, 'V')} at ${formatQuantity(reading.data.amps, 'A')}`;
    case 'skip':
      return `passed over: ${reading.data.reason}`;
    case 'charge':
      return reading.data.full ? 'full charge given' : 'part charge given';
    case 'load':
      return `${formatQuantity(reading.data.volts, 'V')} at ${formatQuantity(reading.data.amps, 'A')}`;
    case 'recovery':
      return `${formatQuantity(reading.data.volts, 'V')} after ${formatMinutes(reading.data.minutes)}`;
    case 'withdrawal':
      return 'taken back';
  }
}
