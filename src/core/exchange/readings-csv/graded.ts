import { type Assessment, reasonsOf } from '../../assessment/assess';
import type { Evidence } from '../../assessment/evidence';
import { ledgerOf } from '../../assessment/ledger';
import { because, findingTitle } from '../../assessment/wording';
import { fixedWriter } from '../../quantity/decimal';
import type { HouseRules } from '../../rules/house-rules';
import { APPENDED_COLUMNS } from './columns';

/** The appended cells of a row that could not be graded. */
export const BLANK_GRADES: readonly string[] = APPENDED_COLUMNS.map(() => '');

const tenths = fixedWriter(1);
const thousandths = fixedWriter(3);

/** The cells that grading appends to a row, in the order of `APPENDED_COLUMNS`. */
export function gradedCells(assessment: Assessment): string[] {
  const { charge, health, load, task } = assessment.estimates;
  const { id, version } = assessment.rules;
  return [
    charge ? tenths(charge.pct) : '',
    charge ? tenths(charge.sdPct) : '',
    health ? tenths(health.pct) : '',
    health ? tenths(health.sdPct) : '',
    task ? tenths(task.setAmps) : '',
    task ? thousandths(task.limitVolts) : '',
    load && load.standing !== 'unusable' ? thousandths(load.marginVolts) : '',
    assessment.verdict,
    assessment.grade ?? '',
    assessment.next ?? '',
    reasonsOf(assessment).join(';'),
    `${id}/${version}`,
    assessment.core,
  ];
}

/** One row's assessment as a JSON value, with every finding and the ledger. */
export function gradedRecord(
  line: number,
  tag: string,
  evidence: Evidence,
  assessment: Assessment,
  rules: HouseRules,
) {
  const { charge, health, load, task } = assessment.estimates;
  return {
    line,
    tag,
    verdict: assessment.verdict,
    grade: assessment.grade,
    next_step: assessment.next,
    because: because(assessment.decidedBy),
    rule: assessment.rule,
    reasons: reasonsOf(assessment),
    soc_pct: charge?.pct ?? null,
    soc_sd: charge?.sdPct ?? null,
    soh_pct: health?.pct ?? null,
    soh_sd: health?.sdPct ?? null,
    load_set_a: task?.setAmps ?? null,
    load_limit_v: task?.limitVolts ?? null,
    load_margin_v: load && load.standing !== 'unusable' ? load.marginVolts : null,
    findings: assessment.findings.map((finding) => ({
      code: finding.code,
      title: findingTitle(finding),
      severity: finding.severity,
      indicative: finding.indicative,
      ...finding.measured,
    })),
    ledger: ledgerOf(evidence, assessment, rules),
    rules: assessment.rules,
    core: assessment.core,
  };
}
