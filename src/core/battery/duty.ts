import type { BatterySpec } from './battery';

/** What a battery is for: the engine's start, work over hours, or both. Rule of the trade. */
export const DUTIES = ['starting', 'deep_cycle', 'both'] as const;

export type Duty = (typeof DUTIES)[number];

/** Whether a word names a duty. */
export const isDuty = (word: string): word is Duty => (DUTIES as readonly string[]).includes(word);

export const DUTY_LABELS: Readonly<Record<Duty, string>> = {
  starting: 'Starting',
  deep_cycle: 'Deep cycle',
  both: 'Starting and service',
};

/** What it is for; one of which nobody said so starts an engine, as most do. */
export const dutyOf = ({ duty }: Pick<BatterySpec, 'duty'>): Duty => duty ?? 'starting';

/** Whether nothing but starting an engine is asked of it. */
export const suitsAnEngineOnly = (battery: Pick<BatterySpec, 'duty'>): boolean =>
  dutyOf(battery) === 'starting';
