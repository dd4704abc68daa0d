/** A value in percent with its standard uncertainty. */
export interface Estimate {
  readonly pct: number;
  readonly sdPct: number;
}

/** Inverse-variance mean of estimates that are independent. Null of none. Textbook. */
export function fuse(estimates: readonly Estimate[]): Estimate | null {
  const [first] = estimates;
  if (!first) return null;
  // One estimate is itself, to the last bit: a value on a limit stays on it.
  if (estimates.length === 1) return { pct: first.pct, sdPct: first.sdPct };
  let weights = 0;
  let sum = 0;
  for (const { pct, sdPct } of estimates) {
    const weight = 1 / sdPct ** 2;
    weights += weight;
    sum += weight * pct;
  }
  return { pct: sum / weights, sdPct: Math.sqrt(1 / weights) };
}

/** The same in logarithms, for values whose uncertainty is a share of them. Null of none. */
export function fuseRelative(estimates: readonly Estimate[]): Estimate | null {
  const [first] = estimates;
  if (first && estimates.length === 1) return { pct: first.pct, sdPct: first.sdPct };
  const logs = estimates.map(({ pct, sdPct }) => ({ pct: Math.log(pct), sdPct: sdPct / pct }));
  const fused = fuse(logs);
  if (!fused) return null;
  const pct = Math.exp(fused.pct);
  return { pct, sdPct: pct * fused.sdPct };
}

/** Whether two estimates of one value differ, in logarithms, by more than some combined standard uncertainties. */
export function disagree(one: Estimate, other: Estimate, sigmas: number): boolean {
  const apart = Math.abs(Math.log(one.pct / other.pct));
  return apart > sigmas * Math.hypot(one.sdPct / one.pct, other.sdPct / other.pct);
}
