import { formatQuantity } from '../quantity/format';
import type { CapacityResult } from './capacity-result';
import type { ConductanceResult } from './conductance-result';
import type { Evidence } from './evidence';
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
 * What a health is told against: the unit's own first tests, or its label, and then what makers differ by is in its
 * uncertainty. Null where no method tells one.
 */
export function healthBasisWords({
  load,
  conductance,
}: {
  readonly load: LoadResult | null;
  readonly conductance: ConductanceResult | null;
}): string | null {
  const told = [load?.healthPct == null ? null : load, conductance].filter((result) => result !== null);
  if (told.length === 0) return null;
  if (told.every(({ referredTo }) => referredTo)) return 'Against its own tests when new.';
  if (told.some(({ referredTo }) => referredTo)) return 'In part against its own tests when new.';
  return 'Against its label: the ± holds what makers differ by.';
}

/** A charge, unless the battery was emptied since by its own discharge. */
export function chargeWords(charge: Told | null, { discharge }: Pick<Evidence, 'discharge'>): string | null {
  if (discharge?.drained) return 'emptied';
  return charge && estimateWords(charge);
}

/**
 * A capacity as every screen and paper says it: how much, or only whether enough is left.
 * @example capacityWords(result) // '97 % ± 4 %'
 */
export function capacityWords({ pct, sdPct, atLeast, low, forced, method }: CapacityResult): string {
  if (pct === null || method !== 'discharge') return `${low ? 'low' : 'enough'}, by ${METHOD_WORDS[method]}`;
  const told = `${formatQuantity(pct, '%')} ± ${formatQuantity(sdPct ?? 0, '%')}`;
  return [atLeast ? `at least ${formatQuantity(pct, '%')}` : told, forced ? 'indicative' : '']
    .filter((words) => words !== '')
    .join(', ');
}

const METHOD_WORDS: Readonly<Record<CapacityResult['method'], string>> = {
  discharge: 'a discharge',
  short_discharge: 'the short discharge',
  returned: 'what its charge took',
};

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
