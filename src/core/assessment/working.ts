import { figureAt } from '../rules/figures';
import type { HouseRules } from '../rules/house-rules';
import type { FindingCode } from './finding';
import { FINDING_FACTS } from './finding-facts';
import type { LedgerEntry } from './ledger-entry';
import { RULE_TABLE } from './rule-table';

/** Everything behind one finding: what was read and how it was corrected, what it is held against, and who says so. */
export interface Working {
  readonly entries: readonly LedgerEntry[];
  /** The house-rule figures that matter, each with what it is and its value under these rules. */
  readonly limits: readonly { readonly what: string; readonly value: string }[];
  /** What the rule table does with it; null where it is told only. */
  readonly rule: { readonly number: string; readonly about: string } | null;
  readonly source: string;
}

/** The full working of a finding, from the ledger of the assessment that it stands in. */
export function workingOf(code: FindingCode, ledger: readonly LedgerEntry[], rules: HouseRules): Working {
  const { steps, rule, limits, source } = FINDING_FACTS[code];
  const acting = RULE_TABLE.find(({ number }) => number === rule);
  return {
    entries: ledger.filter(({ step }) => steps.includes(step)),
    limits: limits.flatMap((path) => figureAt(rules, path) ?? []),
    rule: acting ? { number: acting.number, about: acting.about } : null,
    source,
  };
}
