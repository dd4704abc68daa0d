/**
 * The moments that a record can carry, ms UTC since 1970: up to the end of the year 2199. Later ones come from a broken
 * clock or a forged request, and from 8.64e15 on no calendar can even write them.
 */
export const MOMENT_BOUNDS = { least: 0, most: 7_258_118_399_999 } as const;

/**
 * How far a clock may run ahead of another before anybody is told, ms. Radio clocks and phones agree within seconds; two
 * minutes is more than any request takes and less than any step of a run that waits.
 */
export const CLOCK_TOLERANCE_MS = 120_000;

/** Whether a moment lies so far ahead of now that it cannot have been yet, the other clock's tolerance allowed for. */
export function isAhead(atMs: number, nowMs: number): boolean {
  return atMs > nowMs + CLOCK_TOLERANCE_MS;
}
