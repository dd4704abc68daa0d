import type { Evidence } from '../../assessment/evidence';
import { VERDICT_LABELS } from '../../assessment/verdict';
import type { CurrentReadings } from '../current-readings';
import type { ReadingPart, Written } from '../step';

export const RUN_PARTS: {
  readonly [K in 'skip' | 'override' | 'reopened' | 'withdrawal']: ReadingPart<K>;
} = {
  skip: { words: ({ reason }) => `passed over: ${reason}` },
  override: { words: ({ verdict }) => `set to ${VERDICT_LABELS[verdict]}` },
  reopened: { words: ({ reason }) => `opened again: ${reason}` },
  withdrawal: { words: () => 'taken back' },
};

/** What is said of a run as a whole, by name. */
export const RUN_TITLES: Readonly<Record<keyof typeof RUN_PARTS, string>> = {
  skip: 'Passed over',
  override: 'Verdict set',
  reopened: 'Opened again',
  withdrawal: 'Taken back',
};

/** The steps that were passed over, which the judgement does not ask for again. */
export function skippedIn({ all }: CurrentReadings): Evidence['skipped'] {
  return all.skip.map(({ data }) => data.step);
}

/** Steps passed over, as the readings that say so. */
export function writtenSkips({ skipped }: Evidence): Written[] {
  return skipped.map((step) => ({ kind: 'skip', data: { step, reason: 'passed over' } }));
}
