import { formatQuantity } from '../quantity/format';
import type { OutlookFigures } from './kept-outlook';

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const;

/** A month as it is told of something so uncertain that a day would pretend. */
export function monthWords(atMs: number): string {
  const day = new Date(atMs);
  return `${MONTHS[day.getUTCMonth()]} ${day.getUTCFullYear()}`;
}

/**
 * When health crosses the line, in months: the middle with its interval, or how far off it is.
 * @example crossingWords({ crossP10Ms, crossP50Ms, crossP90Ms }) // 'Jan 2028 (Mar 2027 to Jun 2029)'
 */
export function crossingWords({
  crossP10Ms: p10,
  crossP50Ms: p50,
  crossP90Ms: p90,
}: Pick<OutlookFigures, 'crossP10Ms' | 'crossP50Ms' | 'crossP90Ms'>): string {
  if (p10 === null) return 'not within ten years';
  const until = p90 === null ? 'beyond ten years' : monthWords(p90);
  return p50 === null ? `from ${monthWords(p10)} on` : `${monthWords(p50)} (${monthWords(p10)} to ${until})`;
}

/** A chance as it is shown: small ones with a digit more, none as nothing. */
export function chanceShown(chance: number): string {
  const pct = 100 * chance;
  if (pct < 0.1) return 'under 0.1 %';
  return formatQuantity(Math.min(99, pct), '%', { decimals: pct < 10 ? 1 : 0 });
}

/** What an outlook rests on. */
export function restsOnWords(tests: number): string {
  if (tests === 0) return 'Nothing has read its health yet: this is what its kind does, and wide.';
  return tests === 1
    ? 'Rests on one test and on what its kind does: wide.'
    : `Rests on ${tests} tests and on what its kind does.`;
}
