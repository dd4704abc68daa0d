import { formatQuantity } from '../../quantity/format';
import { checkFacts, isMeasured, MEASURED_FACTS } from '../../vehicle/check-reading';
import { segmentLabel } from '../../vehicle/path';
import { STARTING_PREVENTED_BY } from '../../vehicle/starting-prevented';
import type { ReadingData } from '../reading';
import type { ReadingPart } from '../step';

type CheckKind = 'check_reading' | 'kept_from_starting' | 'put_back';

export const CHECK_PARTS: { readonly [K in CheckKind]: ReadingPart<K> } = {
  check_reading: {
    words: checkReadingWords,
  },
  kept_from_starting: { words: ({ by }) => STARTING_PREVENTED_BY[by].toLowerCase() },
  put_back: { words: () => 'put back' },
};

export const CHECK_TITLES: Readonly<Record<CheckKind, string>> = {
  check_reading: 'Vehicle',
  kept_from_starting: 'Kept from starting',
  put_back: 'Put back',
};

/** One reading of a check in a few words: what was read, where, at what current or with what pulled. */
export function checkReadingWords({
  of,
  value,
  state,
  segment,
  amps,
  fuse,
}: ReadingData<'check_reading'>): string {
  const name = segment ? segmentLabel(segment) : checkFacts(of).label;
  if (value === null || !isMeasured(of)) return `${name}: ${state ?? '–'}`;
  const current = amps === null ? '' : ` at ${formatQuantity(amps, 'A')}`;
  const without = fuse ? ` with fuse ${fuse} pulled` : '';
  return `${name} ${checkValueWords(of, value)}${current}${without}`;
}

/** A value of a check as it is shown: small currents and drops in thousandths. */
export function checkValueWords(of: keyof typeof MEASURED_FACTS, value: number): string {
  const { unit } = MEASURED_FACTS[of];
  if (unit === 's') return formatQuantity(value, 's', { decimals: 1 });
  if (of === 'draw_a') return formatQuantity(1000 * value, 'mA');
  if (unit === 'A') return formatQuantity(value, 'A', { decimals: Math.abs(value) < 100 ? 1 : 0 });
  return formatQuantity(value, 'V');
}
