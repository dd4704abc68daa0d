import { requireFinite } from './finite';

/**
 * Degrees Celsius from degrees Fahrenheit, exact by definition of the scales.
 * @example celsiusFromFahrenheit(14) // -10
 */
export function celsiusFromFahrenheit(fahrenheit: number): number {
  return (requireFinite('fahrenheit', fahrenheit) - 32) / 1.8;
}

/**
 * Degrees Fahrenheit from degrees Celsius, exact by definition of the scales.
 * @example fahrenheitFromCelsius(-10) // 14
 */
export function fahrenheitFromCelsius(celsius: number): number {
  return requireFinite('celsius', celsius) * 1.8 + 32;
}

/** The units that temperatures are shown and typed in. */
export type TemperatureUnit = '°C' | '°F';
