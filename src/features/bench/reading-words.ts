import type { VehicleCheck } from '@/core/assessment/evidence';
import { VERDICT_LABELS } from '@/core/assessment/verdict';
import { isRatingStandard } from '@/core/battery/rating-standard';
import { COMPLAINTS } from '@/core/procedure/complaint';
import type { Reading } from '@/core/procedure/reading';
import type { SettleMethod } from '@/core/procedure/settle-method';
import { formatMinutes, formatQuantity } from '@/core/quantity/format';
import { fahrenheitFromCelsius } from '@/core/quantity/temperature';
import type { TemperatureUnit } from '@/ui/site';

/** A temperature in the unit that this screen shows; words where none was measured. */
export function temperatureWords(celsius: number | null, unit: TemperatureUnit): string {
  if (celsius === null) return 'temperature not measured';
  return unit === '°C' ? formatQuantity(celsius, '°C') : formatQuantity(fahrenheitFromCelsius(celsius), '°F');
}

const VEHICLE_WORDS: Readonly<Record<VehicleCheck, string>> = {
  side_drop: 'side drop',
  joint_drop: 'joint drop',
  clamp_drop: 'clamp drop',
  regulated: 'regulated',
  draw: 'draw',
};

const SETTLE_WORDS: Readonly<Record<SettleMethod, string>> = {
  rested: 'had rested',
  rest: 'rests',
  headlamps: 'surface charge removed with headlamps',
  bank: 'surface charge removed with the bank',
  one_percent: '1 % of its capacity taken off',
  thaw: 'thaws indoors',
  surface_load: 'surface charge removed',
};

/** What a reading says, in a few words for the run sheet. */
export function readingWords(reading: Reading, unit: TemperatureUnit): string {
  switch (reading.kind) {
    case 'identify':
      return 'label agrees';
    case 'complaint':
      return COMPLAINTS[reading.data.symptom].label;
    case 'vehicle_check': {
      const { check, value } = reading.data;
      const words = check === 'draw' ? formatQuantity(value * 1000, 'mA') : formatQuantity(value, 'V');
      return `${VEHICLE_WORDS[check]} ${words}`;
    }
    case 'inspection': {
      const { case: body, smell, terminals, level, topVolts, holdDown } = reading.data;
      const odd = [
        body === null || body === 'ok' ? '' : `case ${body}`,
        smell === 'rotten_egg' ? 'rotten eggs' : '',
        terminals === null || terminals === 'ok' ? '' : `terminals ${terminals}`,
        topVolts != null && topVolts > 0 ? `top ${formatQuantity(topVolts, 'V')}` : '',
        holdDown === 'loose' || holdDown === 'missing' ? `hold-down ${holdDown}` : '',
        level === 'low' ? 'level low' : level === 'exposed' ? 'plates bare' : '',
        [body, smell, terminals, level].includes(null) ? 'not every point looked at' : '',
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
    case 'cell_probe': {
      const { volts } = reading.data;
      return `${formatQuantity(Math.min(...volts), 'V')} to ${formatQuantity(Math.max(...volts), 'V')}`;
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
      if (reading.data.refused) return 'took no charge';
      return reading.data.full ? 'full charge given' : 'part charge given';
    case 'charge_start':
      return `on charge, ${formatQuantity(reading.data.amps, 'A', { decimals: 1 })}`;
    case 'charge_log':
      return `${formatQuantity(reading.data.volts, 'V')}, ${formatQuantity(reading.data.amps, 'A', { decimals: 1 })}`;
    case 'crank':
      return `${formatQuantity(reading.data.volts, 'V')} lowest`;
    case 'stand':
      return `${formatQuantity(reading.data.volts, 'V')} after ${formatQuantity(reading.data.hours, 'h')}`;
    case 'override':
      return `set to ${VERDICT_LABELS[reading.data.verdict]}`;
    case 'load':
      return `${formatQuantity(reading.data.volts, 'V')} at ${formatQuantity(reading.data.amps, 'A')}`;
    case 'recovery':
      return `${formatQuantity(reading.data.volts, 'V')} after ${formatMinutes(reading.data.minutes)}`;
    case 'withdrawal':
      return 'taken back';
  }
}
