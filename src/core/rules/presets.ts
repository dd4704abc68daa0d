import type { HouseRules } from './house-rules';
import { answered } from './schools';
import { STANDARD_RULES } from './standard-rules';

/** Answers that go together, under a name. */
export interface Preset {
  readonly id: string;
  readonly name: string;
  readonly suits: string;
  readonly rules: HouseRules;
}

const named = (name: string, answers: Readonly<Record<string, string>>): HouseRules => ({
  ...answered(STANDARD_RULES, answers),
  name,
});

/** Three consistent sets of answers to begin with. */
export const PRESETS: readonly Preset[] = [
  {
    id: 'even-keel',
    name: 'Even keel',
    suits:
      'A depot bench with a set load bank: common figures, the more careful school where two are common.',
    rules: { ...STANDARD_RULES, name: 'Even keel' },
  },
  {
    id: 'ice-season',
    name: 'Ice season',
    suits: 'Ploughs and lifeboats: where a failed start costs more than a battery.',
    rules: named('Ice season', {
      load_gate: '75',
      surface: 'overnight',
      health: '75_70',
      crank_floor: '10',
    }),
  },
  {
    id: 'short-tide',
    name: 'Short tide',
    suits: 'A busy counter with a small fixed tester: quick, and lenient where a test is rough.',
    rules: named('Short tide', {
      hold: '10',
      load: 'fixed',
      load_limit: '9.5',
      resting: '12.5',
      health: '80_60',
      three_minute: '16',
      regulated: '13_15',
    }),
  },
];
