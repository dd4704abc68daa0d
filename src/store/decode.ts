import type { Trace } from '@/core/assessment/evidence';
import {
  readStoredJudgement,
  readStoredReading,
  readStoredRules,
} from '@/core/exchange/stored/stored-records';
import type { AssessmentRecord } from '@/core/exchange/views';
import { fail, problem, type Result, succeed } from '@/core/quantity/result';
import type { HouseRules } from '@/core/rules/house-rules';
import type { Reading } from '@/core/steps/reading';
import { Unreadable } from './packed-json';
import type { assessments, houseRules, readings } from './schema';
import { type TracesOfRun, withTraceFound, withTraceNamed } from './traces';

type ReadingRow = typeof readings.$inferSelect & { readonly instrument: string };

/** A reading as it stands in its row, with the traces of its run, or what of it cannot be read. */
export function decodeReading(
  { shape: _shape, instrumentNumber: _number, ...row }: ReadingRow,
  traces: TracesOfRun,
): Result<Reading> {
  const name = `reading ${row.id}`;
  if (row.data instanceof Unreadable) return fail(problem(name, row.data.why, 'JSON'));
  return named(name, readStoredReading({ ...row, data: withTraceFound(row.data, traces) }));
}

/**
 * An assessment as it stands in its row, as the core of its time made it, or what of it cannot be read.
 * @param traces those of its run, where the courses that it rests on are of interest
 */
export function decodeAssessment(
  { judgement, ...row }: typeof assessments.$inferSelect,
  traces: TracesOfRun,
): Result<AssessmentRecord> {
  const name = `judgement ${row.id}`;
  if (judgement instanceof Unreadable) return fail(problem(name, judgement.why, 'a judgement'));
  if (row.override instanceof Unreadable) return fail(problem(name, row.override.why, 'JSON'));
  const evidence = withLoad(judgement.evidence, (load) => withTraceFound(load, traces));
  const read = named(name, readStoredJudgement({ core: row.core, ...judgement, evidence }));
  return read.ok ? succeed({ ...row, ...read.value }) : read;
}

/** An assessment as its row holds it: the trace that it rests on is kept once, beside it. */
export function assessmentRow({ evidence, assessment, ...columns }: AssessmentRecord): {
  readonly row: typeof assessments.$inferInsert;
  readonly traces: ReadonlyMap<string, Trace>;
} {
  const traces = new Map<string, Trace>();
  const held = withLoad(evidence, (load) => withTraceNamed(load, traces));
  return { row: { ...columns, judgement: { evidence: held, assessment } }, traces };
}

/** Evidence, as far as it is some, with its load test changed. */
function withLoad(evidence: unknown, change: (load: object) => unknown): unknown {
  if (typeof evidence !== 'object' || evidence === null || !('load' in evidence)) return evidence;
  const { load } = evidence;
  return typeof load === 'object' && load !== null ? { ...evidence, load: change(load) } : evidence;
}

/** House rules as they stand in their row, or what of them cannot be read. */
export function decodeRules({
  id,
  version,
  rules,
  shape,
}: Pick<typeof houseRules.$inferSelect, 'id' | 'version' | 'rules' | 'shape'>): Result<HouseRules> {
  const name = `house rules ${id}, version ${version}`;
  if (rules instanceof Unreadable) return fail(problem(name, rules.why, 'JSON'));
  return named(name, readStoredRules(rules, shape));
}

/** What is wrong, with whose it is: a list of runs names the one that cannot be read. */
function named<T>(name: string, read: Result<T>): Result<T> {
  if (read.ok) return read;
  return fail(
    ...read.problems.map(({ field, found, expected, message }) => ({
      field: `${name}/${field}`,
      found,
      expected,
      message: `${name}: ${message}`,
    })),
  );
}
