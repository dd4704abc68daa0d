import type { HouseRules } from '../rules/house-rules';
import { CORE_VERSION } from './core-version';
import type { Case, Decision, Rule } from './decision';
import { type Estimates, estimate } from './estimates';
import type { Evidence } from './evidence';
import { type Finding, type FindingCode, finding, type Severity } from './finding';
import { collectFindings } from './findings';
import { gradeOf } from './grade';
import { RULE_TABLE } from './rule-table';
import type { StepId } from './step-id';
import type { Grade, Verdict } from './verdict';

/** Charge, health, findings, verdict, grade and next step, computed from readings under house rules. */
export interface Assessment {
  readonly verdict: Verdict;
  readonly grade: Grade | null;
  /** Number of the rule that decided, as in the rule table. */
  readonly rule: string;
  /** The finding that carries the verdict. */
  readonly decidedBy: FindingCode;
  readonly next: StepId | null;
  readonly estimates: Estimates;
  /** Strongest first: the one that decides, then by severity. */
  readonly findings: readonly Finding[];
  readonly rules: { readonly id: string; readonly version: number };
  readonly core: string;
}

/**
 * The judgement: a pure function of what is known of a battery and of the house rules.
 * The first rule of the table that applies decides; every finding is listed whatever decides.
 */
export function assess(evidence: Evidence, rules: HouseRules): Assessment {
  const estimates = estimate(evidence, rules);
  const known: Case = { evidence, estimates, rules };
  const [rule, decision] = firstThatApplies(known);
  return {
    verdict: decision.verdict,
    grade: gradeOf(decision, known),
    rule: rule.number,
    decidedBy: decision.code,
    next: decision.next,
    estimates,
    findings: strongestFirst(collectFindings(known), decision.code),
    rules: { id: rules.id, version: rules.version },
    core: CORE_VERSION,
  };
}

/** Codes of the findings that weigh on the verdict, strongest first; notes on the working are left out. */
export function reasonsOf({ findings }: Assessment): FindingCode[] {
  return findings.filter(({ severity }) => severity !== 'note').map(({ code }) => code);
}

function firstThatApplies(known: Case): readonly [Rule, Decision] {
  for (const rule of RULE_TABLE) {
    const decision = rule.decide(known);
    if (decision) return [rule, decision];
  }
  throw new Error('the rule table must end with a rule that always applies');
}

const BY_STRENGTH: readonly Severity[] = ['danger', 'fault', 'caution', 'sound', 'note'];

function strongestFirst(findings: readonly Finding[], decidedBy: FindingCode): Finding[] {
  const decisive = findings.find(({ code }) => code === decidedBy) ?? decisiveOf(findings, decidedBy);
  const ordered = [decisive];
  for (const severity of BY_STRENGTH) {
    for (const other of findings) {
      if (other.severity === severity && other.code !== decidedBy) ordered.push(other);
    }
  }
  return ordered;
}

/** A conclusion has no reading of its own: it borrows the measured load that it was drawn from. */
function decisiveOf(findings: readonly Finding[], code: FindingCode): Finding {
  const fromLoad = code === 'fails_charged' || code === 'recovery_due';
  const load = fromLoad ? findings.find((other) => other.code === 'load_fails') : undefined;
  return finding(code, load?.measured ?? null);
}

/** Whether anything that a judgement rests on was forced or is not certain: the mark travels with it into every list. */
export function isIndicative({ estimates: { charge, health } }: Pick<Assessment, 'estimates'>): boolean {
  return charge?.indicative === true || health?.indicative === true;
}
