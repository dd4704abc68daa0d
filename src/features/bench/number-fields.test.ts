import type { Quantity } from '@/core/quantity/entry';
import { type NumberField, readFields, shownValue } from './number-fields';

const field = (quantity: Quantity, unit = ''): NumberField => ({
  name: 'value',
  label: 'Reading',
  quantity,
  unit,
  initial: null,
});

it.each([
  ['gravity', 1.235, '1.235'],
  ['vehicleReading', 0.042, '0.042'],
  ['openCircuitVolts', 12.64, '12.64'],
  ['cellVolts', 2.115, '2.115'],
  ['loadAmps', 285, '285'],
] as const)('a %s of %d is shown as it was read: %s', (quantity, value, text) => {
  expect(shownValue(field(quantity), value, '°C')).toBe(text);
});

it('a value that changes while it is read keeps its width, and loses no digit for it', () => {
  const volts = field('openCircuitVolts', 'V');
  expect(shownValue(volts, 12.7, '°C', 2)).toBe('12.70');
  expect(shownValue(volts, 13, '°C', 2)).toBe('13.00');
  expect(shownValue(volts, 12.715, '°C', 2)).toBe('12.715');
  expect(shownValue(field('gravity'), 1.26, '°C', 3)).toBe('1.260');
});

it('a temperature is shown in the unit of the screen, and typed back to the same', () => {
  const celsius = field('temperatureC', '°C');
  expect(shownValue(celsius, 7.5, '°C')).toBe('7.5');
  expect(shownValue(celsius, 7.5, '°F')).toBe('45.5');
  const read = readFields([celsius], { value: '45.5' }, 12, '°F', new Set());
  expect(read.values.value).toBeCloseTo(7.5, 9);
});
