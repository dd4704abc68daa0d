import { CAUSES, type Cause } from '../vehicle/cause';
import type { RankedCause } from './ranking';

/** Under this chance of its cause a check closes a caution, if what was read speaks this much against it. Rules of ours. */
const CLOSED_UNDER = 0.15;
/** Ten to one, in natural logarithms of odds: a check that has read nothing of it, or something beside it, closes none. */
const SPEAKS_AGAINST = Math.log(10);

/** Whether what was read makes a cause so unlikely that a caution for it is closed. */
export const closesCaution = ({ probability, opposing }: Pick<RankedCause, 'probability' | 'opposing'>) =>
  probability < CLOSED_UNDER && opposing.reduce((sum, { weight }) => sum - weight, 0) >= SPEAKS_AGAINST;

/** What a finished check says about cautions: those that it raised, and the causes for which it closes earlier ones. */
export interface CautionsOfCheck {
  readonly runId: string;
  readonly finishedAtMs: number;
  readonly raised: readonly { readonly cause: Cause; readonly text: string }[];
  readonly closes: readonly Cause[];
}

/** A caution that stands on a vehicle until a later check has closed it. */
export interface OpenCaution {
  readonly cause: Cause;
  readonly text: string;
  /** The last check that raised it, and when the first of them was finished. */
  readonly runId: string;
  readonly sinceMs: number;
}

/** The cautions that some checks of a vehicle, the oldest first, have left open, one a cause. */
export function cautionsLeftOpen(checks: readonly CautionsOfCheck[]): OpenCaution[] {
  const open = new Map<Cause, OpenCaution>();
  for (const { runId, finishedAtMs, raised, closes } of checks) {
    for (const cause of closes) open.delete(cause);
    for (const { cause, text } of raised)
      open.set(cause, { cause, text, runId, sinceMs: open.get(cause)?.sinceMs ?? finishedAtMs });
  }
  return CAUSES.flatMap((cause) => open.get(cause) ?? []);
}
