/** Finer than any instrument on a bench, coarser than the noise of binary fractions. */
const DECIMALS = 1e6;

/**
 * Strips the noise of binary fractions, so that a value that lies on a limit is found on the limit: 9.45 − 9.6 is
 * −0.15, not −0.15000000000000036.
 */
export function tidy(value: number): number {
  return Math.round(value * DECIMALS) / DECIMALS;
}
