import type { FindingCode } from './finding';

/** What makes a battery unsafe to handle, each in a few words. */
export const DANGER_TITLES = {
  case_cracked: 'Case cracked',
  case_bulged: 'Case bulged',
  case_leaking: 'Case leaking',
  case_frozen: 'Frozen',
  sulphur_smell: 'Smells of rotten eggs',
  too_hot: 'Too hot to handle',
  frozen_likely: 'Cold enough to be frozen',
} as const satisfies Partial<Record<FindingCode, string>>;

type Danger = keyof typeof DANGER_TITLES;

const isDanger = (code: FindingCode): code is Danger => Object.hasOwn(DANGER_TITLES, code);

/** What is unsafe about a battery, as whoever is barred from it is told; nothing where it is no danger. */
export function dangerTitle(code: FindingCode): string | null {
  return isDanger(code) ? DANGER_TITLES[code] : null;
}
