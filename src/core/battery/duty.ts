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

/** What knows what it is for, or that nobody said. */
interface HasDuty {
  readonly duty?: Duty;
}

/** What it is for; one of which nobody said so starts an engine, as most do. */
export const dutyOf = ({ duty }: HasDuty): Duty => duty ?? 'starting';

/** Whether nothing but starting an engine is asked of it. */
export const suitsAnEngineOnly = (battery: HasDuty): boolean => dutyOf(battery) === 'starting';
