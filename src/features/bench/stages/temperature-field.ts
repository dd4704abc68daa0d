import { ASSUMED_TEMPERATURE_C } from '@/core/assessment/reference';
import type { NumberField } from '../number-fields';

/** The battery's own temperature beside a reading, °C; it may be left out. */
export function temperatureField(initial: number | null): NumberField<'temperatureC'> {
  return {
    name: 'temperatureC',
    label: 'Temperature',
    quantity: 'temperatureC',
    unit: '°C',
    initial,
    assumes: ASSUMED_TEMPERATURE_C,
  };
}
