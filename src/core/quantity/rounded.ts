const SCALES = [1, 10, 100, 1000, 10_000, 100_000, 1_000_000];

/** A value with so many decimals, 0 to 6, as an instrument shows it. */
export function rounded(value: number, decimals: 0 | 1 | 2 | 3 | 4 | 5 | 6): number {
  const scale = SCALES[decimals] ?? 1;
  return Math.round(value * scale) / scale;
}
