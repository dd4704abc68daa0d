import type { Assessment } from '../assessment/assess';
import type { Evidence } from '../assessment/evidence';
import { LEVERS, type Lever, leverWords } from '../assessment/levers';
import type { StepId } from '../assessment/step-id';
import { VERDICT_LABELS, type Verdict } from '../assessment/verdict';
import { canDecide, type Outcome, outcomesOf } from '../assessment/what-if';
import { suitsAnEngineOnly } from '../battery/duty';
import type { HouseRules } from '../rules/house-rules';
import { COMPLAINTS } from '../steps/complaint/plans';
import type { CurrentReadings } from '../steps/current-readings';
import { STEPS } from '../steps/registry';

/** A test that is open and whose plausible outcomes do not all leave the verdict where it is. */
export interface OpenTest {
  readonly step: StepId;
  readonly lever: Lever;
  /** At the bench, waiting included. */
  readonly minutes: number;
  readonly outcomes: readonly Outcome[];
}

/** The tests, each with the reading that its outcomes are imagined by. */
const TESTS: readonly Lever[] = [
  'open_circuit',
  'gravity',
  'weakest_cell',
  'conductance',
  'load',
  'recovery',
  'crank',
  'three_minute',
  'stand',
  'discharge',
];

/** Gates that only a clock or the settle step opens do not bar a test here: the wait is part of its cost. */
const FAR_AHEAD_MS = Number.MAX_SAFE_INTEGER;
/** Saying how long a battery has rested costs no more than asking. */
const ASK_MINUTES = 1;

/**
 * Every test not yet done, open, and able to change the verdict: its plausible range is cut where the verdict would
 * differ, and a test whose whole range leaves the verdict as it is falls out. The cheapest in minutes comes first.
 */
export function testsThatCanChange(
  current: CurrentReadings,
  evidence: Evidence,
  assessment: Assessment,
  rules: HouseRules,
): OpenTest[] {
  const told = cheapestFirst(current, evidence, assessment, rules).flatMap((lever): OpenTest[] => {
    const outcomes = outcomesOf(evidence, assessment.estimates, rules, lever);
    const changes = outcomes.some(({ verdict }) => verdict !== assessment.verdict);
    const { step } = LEVERS[lever];
    return changes ? [{ step, lever, minutes: minutesOf(step, current), outcomes }] : [];
  });
  return told.filter(({ step }, at) => told.findIndex((test) => test.step === step) === at);
}

/** The tests that are not done yet and that this battery can have here and now, whether they would change the verdict or not. */
export function possibleTests(
  current: CurrentReadings,
  evidence: Evidence,
  assessment: Assessment,
  rules: HouseRules,
): StepId[] {
  return [...new Set(openLevers(current, evidence, assessment, rules).map((lever) => LEVERS[lever].step))];
}

function cheapestFirst(
  current: CurrentReadings,
  evidence: Evidence,
  assessment: Assessment,
  rules: HouseRules,
): Lever[] {
  const minutes = (lever: Lever) => minutesOf(LEVERS[lever].step, current);
  return openLevers(current, evidence, assessment, rules).sort((one, other) => minutes(one) - minutes(other));
}

function openLevers(
  current: CurrentReadings,
  evidence: Evidence,
  assessment: Assessment,
  rules: HouseRules,
): Lever[] {
  if (!current.last.inspection || assessment.verdict === 'quarantine') return [];
  return TESTS.filter((lever) => isOpen(lever, current, evidence, assessment, rules));
}

/**
 * The step that the tests make the next: while nothing is decided, the cheapest that can decide. Null where the
 * judgement asks for a remedy rather than for a test, or has decided.
 */
export function bestOf(
  current: CurrentReadings,
  evidence: Evidence,
  assessment: Assessment,
  rules: HouseRules,
): StepId | null {
  const { verdict, next, decidedBy, estimates } = assessment;
  if (verdict !== 'undecided' || next === null || !ASKS_FOR_A_TEST.has(next)) return null;
  // A method to be repeated and a reading to be taken again are named by the rule itself.
  if (decidedBy !== 'power_unknown' && decidedBy !== 'charge_unknown') return null;
  const lever = cheapestFirst(current, evidence, assessment, rules).find((one) =>
    canDecide(evidence, estimates, rules, one),
  );
  return lever ? LEVERS[lever].step : null;
}

const ASKS_FOR_A_TEST: ReadonlySet<StepId> = new Set(TESTS.map((lever) => LEVERS[lever].step));

function isOpen(
  lever: Lever,
  current: CurrentReadings,
  evidence: Evidence,
  assessment: Assessment,
  rules: HouseRules,
): boolean {
  const { step, read } = LEVERS[lever];
  if (read(evidence) !== null && assessment.next !== step) return false;
  if (evidence.skipped.includes(step) || !belongs(step, current, evidence, assessment, rules)) return false;
  if (step === 'open_circuit') return !current.last.charge_start && assessment.next !== 'clean';
  return STEPS[step].gate({ current, assessment, rules, nowMs: FAR_AHEAD_MS }).open;
}

function belongs(
  step: StepId,
  { last: { complaint, charge } }: CurrentReadings,
  { battery, load }: Evidence,
  { next }: Assessment,
  rules: HouseRules,
): boolean {
  const { construction } = battery;
  switch (step) {
    case 'hydrometer':
      return construction === 'flooded' || construction === 'calcium';
    case 'three_minute':
      return rules.threeMinute.used && construction === 'flooded' && charge !== undefined;
    case 'discharge':
      return !suitsAnEngineOnly(battery) || next === 'discharge';
    case 'crank':
      return complaint !== undefined && COMPLAINTS[complaint.data.symptom].cranks;
    case 'recovery':
      return load !== null && next === 'recovery';
    default:
      return true;
  }
}

function minutesOf(step: StepId, current: CurrentReadings): number {
  const settling = step === 'open_circuit' && !current.last.settle ? ASK_MINUTES : 0;
  return STEPS[step].minutes + settling;
}

const EFFECT: Readonly<Record<Verdict, string>> = {
  serve: 'returns it to service',
  watch: 'serves and watches it',
  charge: 'sends it to charge',
  retire: 'retires it',
  quarantine: 'quarantines it',
  undecided: 'leaves it open',
};

/**
 * Why this step, in a sentence: what its outcomes would mean.
 * @example reasonFor(load) // '10.02 V or more returns it to service, below 9.60 V retires it.'
 */
export function reasonFor({ outcomes, lever }: OpenTest, evidence: Evidence): string {
  const [first] = outcomes;
  const last = outcomes.at(-1);
  if (!first || !last) return '';
  if (first === last) return `Whatever it shows, it ${EFFECT[first.verdict]}.`;
  const high = `${leverWords(lever, last.from, evidence)} or more ${EFFECT[last.verdict]}`;
  const low = `below ${leverWords(lever, first.to, evidence)} ${EFFECT[first.verdict]}`;
  const between = outcomes.length > 2 ? ', in between it is less clear' : '';
  return `${high}, ${low}${between}.`;
}

/** The labels of the verdicts that a test could still give, the present one left out. */
export function couldBecome({ outcomes }: OpenTest, now: Verdict): string[] {
  const others = new Set(outcomes.map(({ verdict }) => verdict).filter((verdict) => verdict !== now));
  return [...others].map((verdict) => VERDICT_LABELS[verdict]);
}
