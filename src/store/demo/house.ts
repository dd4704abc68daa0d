import type { HouseRules } from '@/core/rules/house-rules';
import { answered } from '@/core/rules/schools';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { DEMO_SITE } from './scenario';
import { MS_PER_DAY } from './units';

/** The shop's own versions of its rules, each with its age in days and why it was made. */
export const HOUSE: readonly {
  readonly daysAgo: number;
  readonly reason: string;
  readonly rules: HouseRules;
}[] = [
  {
    daysAgo: 310,
    reason: 'Mixed fleet: the newer vans regulate up to 15 V and were called too high.',
    rules: answered(named(1), { regulated: '13.5_15' }),
  },
  {
    daysAgo: 40,
    reason: 'Older units in service never reach 12.6 V; 12.5 V has held for a winter.',
    rules: answered(named(2), { regulated: '13.5_15', resting: '12.5' }),
  },
];

function named(version: number): HouseRules {
  return { ...STANDARD_RULES, id: DEMO_SITE.rulesId, name: 'Ferngate bench', version };
}

/** The rules that were in force when a run began. */
export function rulesAt(startedAtMs: number, nowMs: number): HouseRules {
  const inForce = HOUSE.findLast(({ daysAgo }) => startedAtMs >= nowMs - daysAgo * MS_PER_DAY);
  return inForce?.rules ?? STANDARD_RULES;
}
