import { type Curve, interpolate } from '../quantity/interpolate';

/** How a house allows for cold: by the limit's table, by a smaller load, or not at all. */
export type ColdAllowance = 'table' | 'rating_step' | 'none';

/**
 * The least voltage a 12 V battery may show at the end of the load test, V, for its own temperature. The limit is
 * what temperature corrects; the voltage and the current stay as read.
 * @param table limit in V over °C, linear between its rows, held at its ends
 * @param cold with another allowance than the table, the limit of its warm end holds at any temperature
 */
export function loadLimit(temperatureC: number, table: Curve, cold: ColdAllowance = 'table'): number {
  return interpolate(table, cold === 'table' ? temperatureC : Number.MAX_SAFE_INTEGER);
}
