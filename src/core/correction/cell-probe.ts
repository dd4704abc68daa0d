import { tidy } from '../quantity/tidy';

/**
 * Single-cell voltages from readings taken from one end to each cell in turn: each minus the one before it.
 * @example singleCells([2.1, 4.2, 6.3]) // [2.1, 2.1, 2.1]
 */
export function singleCells(cumulative: readonly number[]): number[] {
  return cumulative.map((volts, cell) => tidy(volts - (cumulative[cell - 1] ?? 0)));
}
