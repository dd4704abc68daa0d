import type { HouseRules } from '../rules/house-rules';
import type { Estimates } from './estimates';
import type { Evidence } from './evidence';
import type { FindingCode } from './finding';
import type { StepId } from './step-id';
import type { Verdict } from './verdict';

/** What a rule decides: the verdict, the finding that carries it, and the step to do next. */
export interface Decision {
  readonly verdict: Verdict;
  readonly code: FindingCode;
  readonly next: StepId | null;
}

/** What a rule looks at. */
export interface Case {
  readonly evidence: Evidence;
  readonly estimates: Estimates;
  readonly rules: HouseRules;
}

/** What a rule decides of a case; null where it does not apply. */
export type Decide = (known: Case) => Decision | null;

/** A rule of the table: its number there, what it is about, and what it decides. */
export interface Rule {
  readonly number: string;
  readonly about: string;
  readonly decide: Decide;
}

export const retire = (code: FindingCode): Decision => ({ verdict: 'retire', code, next: null });
export const charge = (code: FindingCode, next: StepId = 'charge'): Decision => ({
  verdict: 'charge',
  code,
  next,
});
export const undecided = (code: FindingCode, next: StepId): Decision => ({
  verdict: 'undecided',
  code,
  next,
});

/** Back to work, with an eye on it; on charge before that where it is low. */
export const watch = (code: FindingCode, known: Case): Decision => ({
  verdict: 'watch',
  code,
  next: chargeBefore(known),
});

/** Whether it goes on charge before it goes back. */
export function chargeBefore({ estimates: { charge: known }, rules }: Case): StepId | null {
  return known !== null && known.pct < rules.charge.servicePct ? 'charge' : null;
}

/**
 * Health that a battery may go back to work on: one that counts, or that of a forced load test which passes. A load
 * test that fails without counting says nothing.
 */
export function healthToServeOn({ estimates, rules }: Case): number | null {
  const { health, load } = estimates;
  if (!health || health.pct < rules.health.retirePct) return null;
  const forcedPass = load?.standing === 'indicative' && load.marginVolts >= 0;
  return health.indicative && !forcedPass ? null : health.pct;
}
