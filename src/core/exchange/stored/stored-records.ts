import type { Assessment } from '../../assessment/assess';
import { type Evidence, evidenceAsOfToday, type StoredEvidence } from '../../assessment/evidence';
import { upgradeAssessment } from '../../assessment/upgrade-assessment';
import { isRecord } from '../../quantity/record';
import { fail, problem, type Result, succeed } from '../../quantity/result';
import { type HouseRules, HouseRulesSchema } from '../../rules/house-rules';
import { upgradeRules } from '../../rules/upgrade-rules';
import { isReadingKind, type Reading } from '../../steps/reading';
import { READING_SCHEMAS } from '../../steps/reading-data';
import { checkShape } from '../check-shape';
import { AssessmentSchema, EvidenceSchema } from '../site/assessment-schema';

/** House rules as they were kept, in whatever shape, or what cannot be read in them. */
export function readStoredRules(stored: unknown, shape: number): Result<HouseRules> {
  if (!isRecord(stored)) return fail(problem('rules', stored, 'house rules'));
  return checkShape(HouseRulesSchema, upgradeRules(stored, shape));
}

/** A record of house rules with the rules brought to what they hold today; anything else as it is, for the schema to refuse. */
export function upgradedRecord(record: unknown, shape: number): unknown {
  if (!isRecord(record) || !isRecord(record.rules)) return record;
  return { ...record, rules: upgradeRules(record.rules, shape) };
}

/** A reading as it was kept, or what cannot be read in it. Readings have had one shape so far. */
export function readStoredReading(stored: unknown): Result<Reading> {
  const kind = isRecord(stored) ? stored.kind : undefined;
  if (!isReadingKind(kind)) return fail(problem('kind', kind, 'a kind of reading that is known here'));
  const checked = checkShape(READING_SCHEMAS[kind], stored);
  return checked.ok ? succeed(checked.value as Reading) : checked;
}

/** What a judgement rested on and what it came to. */
export interface StoredJudgement {
  readonly evidence: Evidence;
  readonly assessment: Assessment;
}

/** A judgement as the core of its time wrote it, or what cannot be read in it. Nothing that it came to is changed. */
export function readStoredJudgement(stored: {
  readonly core: string;
  readonly evidence: unknown;
  readonly assessment: unknown;
}): Result<StoredJudgement> {
  const { core, evidence, assessment } = stored;
  if (!isRecord(evidence)) return fail(problem('evidence', evidence, 'the evidence of a judgement'));
  if (!isRecord(assessment)) return fail(problem('assessment', assessment, 'a judgement'));
  const known = checkShape(EvidenceSchema, evidence);
  if (!known.ok) return known;
  const upgraded = checkShape(AssessmentSchema, upgradeAssessment(assessment, core));
  if (!upgraded.ok) return upgraded;
  return succeed({
    evidence: evidenceAsOfToday(known.value as StoredEvidence),
    assessment: upgraded.value,
  });
}
