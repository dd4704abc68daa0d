/** A value with so many decimals, as an instrument shows it. */
export function rounded(value: number, decimals: number): number {
  return Number(value.toFixed(decimals));
}
