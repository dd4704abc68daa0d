/** A voltage and when it was shown, ms. */
export type Shown = readonly [atMs: number, volts: number];

/** A reading has settled once it has stayed so long within so little, s and V of a 12 V battery. Rule of the trade. */
const SETTLED_SECONDS = 3;
const SETTLED_WITHIN_VOLTS = 0.01;

/** What is of no use any more to tell whether a voltage has settled is left out. */
export function stillOfUse(shown: readonly Shown[], nowMs: number): Shown[] {
  const from = nowMs - 2 * SETTLED_SECONDS * 1000;
  return shown.filter(([atMs]) => atMs >= from);
}

/** Whether a live voltage has settled: what it showed over the last three seconds lies within 10 mV. */
export function hasSettled(shown: readonly Shown[], nowMs: number): boolean {
  const from = nowMs - SETTLED_SECONDS * 1000;
  const oldest = shown[0];
  // A little of rounding is not a movement.
  const within = SETTLED_WITHIN_VOLTS + 1e-9;
  if (!oldest || oldest[0] > from) return false;
  const recent = shown.flatMap(([atMs, volts]) => (atMs >= from ? [volts] : []));
  return recent.length > 1 && Math.max(...recent) - Math.min(...recent) <= within;
}
