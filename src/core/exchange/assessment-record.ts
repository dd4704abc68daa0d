import type { Assessment } from '../assessment/assess';
import type { Evidence } from '../assessment/evidence';
import type { VerdictOverride } from '../procedure/override';
import type { AssessmentRecord } from './views';

/** An assessment as a record: what lists need beside the whole of it. */
export function assessmentRecord(made: {
  readonly id: string;
  readonly runId: string;
  readonly madeAtMs: number;
  readonly evidence: Evidence;
  readonly assessment: Assessment;
  readonly override: VerdictOverride | null;
}): AssessmentRecord {
  const { verdict, grade, core, rules, estimates } = made.assessment;
  return {
    ...made,
    core,
    rulesId: rules.id,
    rulesVersion: rules.version,
    verdict,
    grade,
    healthPct: estimates.health?.pct ?? null,
    healthSdPct: estimates.health?.sdPct ?? null,
    chargePct: estimates.charge?.pct ?? null,
  };
}
