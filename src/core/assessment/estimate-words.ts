import { formatQuantity } from '../quantity/format';

interface Told {
  readonly pct: number;
  readonly sdPct: number;
  readonly indicative: boolean;
}

/**
 * A charge or a health as every screen and paper says it: with one standard uncertainty, and with its mark where it rests on
 * what was forced or does not count. The mark travels with the number.
 * @example estimateWords({ pct: 78, sdPct: 7, indicative: true }) // '78 % ± 7 %, indicative'
 */
export function estimateWords({ pct, sdPct, indicative }: Told): string {
  const told = `${formatQuantity(pct, '%')} ± ${formatQuantity(sdPct, '%')}`;
  return indicative ? `${told}, indicative` : told;
}
