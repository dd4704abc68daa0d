import { type Curve, interpolate } from '../quantity/interpolate';

/**
 * The least voltage a 12 V battery may show at the end of the load test, V, for its own temperature. The limit is
 * what temperature corrects; the voltage and the current stay as read.
 * @param table limit in V over °C, linear between its rows, held at its ends
 */
export function loadLimit(temperatureC: number, table: Curve): number {
  return interpolate(table, temperatureC);
}
