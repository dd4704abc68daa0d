import type { Verdict } from '../assessment/verdict';

const DAY_MS = 86_400_000;

/** Days after which a battery that went back to work is looked at again. A rule of ours, until the house says another. */
const CHECK_AFTER_DAYS: Readonly<Partial<Record<Verdict, number>>> = { serve: 180, watch: 60 };

/** When a battery is due for its next check, ms UTC; null where the verdict says what comes next by itself. */
export function nextCheckMs(verdict: Verdict, testedAtMs: number): number | null {
  const days = CHECK_AFTER_DAYS[verdict];
  return days === undefined ? null : testedAtMs + days * DAY_MS;
}
