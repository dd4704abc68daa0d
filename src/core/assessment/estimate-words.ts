import { formatQuantity } from '../quantity/format';
import type { LoadResult } from './load-result';

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

/**
 * The margin by which a load test was judged, V, named where it is not the reading's own: `+0.19 V, at full charge`.
 * A judgement of an earlier core knows only the reading's.
 */
export function marginWords({ marginVolts, standing, ...load }: LoadResult): string {
  const deciding = load.decidingMarginVolts ?? marginVolts;
  return [
    formatQuantity(deciding, 'V', { signed: true }),
    deciding === marginVolts ? '' : 'at full charge',
    standing === 'indicative' ? 'indicative' : '',
  ]
    .filter((words) => words !== '')
    .join(', ');
}
