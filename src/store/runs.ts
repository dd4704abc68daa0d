import { and, asc, desc, eq, gt, gte, inArray, isNull } from 'drizzle-orm';
import { alias } from 'drizzle-orm/sqlite-core';
import type { Assessment } from '@/core/assessment/assess';
import type { Evidence } from '@/core/assessment/evidence';
import type { Verdict } from '@/core/assessment/verdict';
import type { AssessmentRecord, LoadRecord, RunRecord, RunSummary, WholeRun } from '@/core/exchange/views';
import type { VerdictOverride } from '@/core/procedure/override';
import type { Reading } from '@/core/procedure/reading';
import { batteryOf } from './batteries';
import type { Database, Store, Transaction } from './open';
import { assessments, batteries, readings, runs } from './schema';

type NewRun = Omit<RunRecord, 'finishedAtMs' | 'finishedById' | 'assessmentId'>;

/** Starts a run, or answers with the one that is open on the battery already: two people at one battery share it. */
export function startRun(store: Store, run: NewRun): Promise<RunRecord> {
  return store.write(async (transaction) => {
    const [known] = await transaction.select().from(runs).where(eq(runs.id, run.id));
    if (known) return known;
    const [open] = await transaction
      .select()
      .from(runs)
      .where(and(eq(runs.batteryId, run.batteryId), isNull(runs.finishedAtMs)));
    if (open) return open;
    const row = { ...run, finishedAtMs: null, finishedById: null, assessmentId: null };
    await transaction.insert(runs).values(row);
    return row;
  });
}

export function wholeRun(store: Store, id: string): Promise<WholeRun | undefined> {
  return store.read((database) => loadRun(database, id));
}

/** Loads a run inside a transaction or outside of one. */
export async function loadRun(database: Database | Transaction, id: string): Promise<WholeRun | undefined> {
  const [found] = await database
    .select()
    .from(runs)
    .innerJoin(batteries, eq(batteries.id, runs.batteryId))
    .where(eq(runs.id, id));
  if (!found) return undefined;
  const readingRows = await database
    .select()
    .from(readings)
    .where(eq(readings.runId, id))
    .orderBy(readings.takenAtMs);
  const assessmentRows = await database
    .select()
    .from(assessments)
    .where(eq(assessments.runId, id))
    .orderBy(desc(assessments.madeAtMs));
  return {
    run: found.runs,
    battery: batteryOf(found.batteries),
    readings: readingRows.map(readingOf),
    assessments: assessmentRows,
  };
}

/** A stored reading: the table checks its own shape on the way in, so the row is one of the union. */
function readingOf({ recordedAtMs: _recorded, ...row }: typeof readings.$inferSelect): Reading {
  return row as Reading;
}

/** Adds a reading to a run; the same id again changes nothing. */
export async function addReading(transaction: Transaction, reading: Reading, nowMs: number): Promise<void> {
  await transaction
    .insert(readings)
    .values({ ...reading, recordedAtMs: nowMs })
    .onConflictDoNothing({ target: readings.id });
}

/** An assessment as a row: what lists need beside the whole of it. */
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

/** Finishes a run with the assessment that it comes to, which is kept beside any earlier one. */
export async function finishWith(
  transaction: Transaction,
  assessment: AssessmentRecord,
  finished: { atMs: number; byId: string },
): Promise<void> {
  await transaction.insert(assessments).values(assessment).onConflictDoNothing({ target: assessments.id });
  await transaction
    .update(runs)
    .set({ finishedAtMs: finished.atMs, finishedById: finished.byId, assessmentId: assessment.id })
    .where(eq(runs.id, assessment.runId));
}

/** Opens a finished run again; its assessments stay. */
export async function reopen(transaction: Transaction, id: string): Promise<void> {
  await transaction
    .update(runs)
    .set({ finishedAtMs: null, finishedById: null, assessmentId: null })
    .where(eq(runs.id, id));
}

/** Runs not finished yet, the newest first, each whole: there are as many as batteries on the bench. */
export function openRuns(store: Store, limit: number): Promise<WholeRun[]> {
  return store.read(async (database) => {
    const open = await database
      .select({ id: runs.id })
      .from(runs)
      .where(isNull(runs.finishedAtMs))
      .orderBy(desc(runs.startedAtMs))
      .limit(limit);
    const whole = await Promise.all(open.map(({ id }) => loadRun(database, id)));
    return whole.filter((run) => run !== undefined);
  });
}

/** Runs finished at or after a moment, the newest first, with their verdicts. */
export function runsFinishedSince(store: Store, sinceMs: number, limit: number): Promise<RunSummary[]> {
  return store.read(async (database) => {
    const rows = await database
      .select()
      .from(runs)
      .innerJoin(batteries, eq(batteries.id, runs.batteryId))
      .leftJoin(assessments, eq(assessments.id, runs.assessmentId))
      .where(gte(runs.finishedAtMs, sinceMs))
      .orderBy(desc(runs.finishedAtMs))
      .limit(limit);
    return rows.map((row) => ({
      run: row.runs,
      battery: batteryOf(row.batteries),
      assessment: row.assessments,
    }));
  });
}

/** A battery's runs, the newest first, finished or not. */
export function runsOfBattery(
  store: Store,
  batteryId: string,
  limit: number,
): Promise<Omit<RunSummary, 'battery'>[]> {
  return store.read(async (database) => {
    const rows = await database
      .select()
      .from(runs)
      .leftJoin(assessments, eq(assessments.id, runs.assessmentId))
      .where(eq(runs.batteryId, batteryId))
      .orderBy(desc(runs.startedAtMs))
      .limit(limit);
    return rows.map((row) => ({ run: row.runs, assessment: row.assessments }));
  });
}

/** Recorded load tests of a battery that still stand, the newest first. */
export function loadsOfBattery(store: Store, batteryId: string, limit: number): Promise<LoadRecord[]> {
  return store.read(async (database) => {
    const later = alias(readings, 'later');
    const rows = await database
      .select({ reading: readings })
      .from(readings)
      .innerJoin(runs, eq(runs.id, readings.runId))
      .leftJoin(later, eq(later.supersedesId, readings.id))
      .where(and(eq(runs.batteryId, batteryId), eq(readings.kind, 'load'), isNull(later.id)))
      .orderBy(desc(readings.takenAtMs))
      .limit(limit * 3);
    const loads = rows.flatMap(({ reading }): LoadRecord[] => {
      const { id: readingId, data, runId, takenAtMs: atMs, instrument, forced } = reading;
      if (!('trace' in data) || !data.trace || data.trace.length < 2) return [];
      const { volts, amps, trace } = data;
      return [{ readingId, runId, atMs, volts, amps, instrument, forced, trace }];
    });
    return loads.slice(0, limit);
  });
}

/** A stretch of the finished runs after one of them, by id, of one battery or of all, since a moment or ever, with what they were finished with. */
export function finishedRuns(
  store: Store,
  of: {
    readonly batteryId: string | null;
    readonly sinceMs: number | null;
    readonly afterId: string;
    readonly limit: number;
  },
): Promise<RunSummary[]> {
  return store.read(async (database) => {
    const rows = await database
      .select()
      .from(runs)
      .innerJoin(batteries, eq(batteries.id, runs.batteryId))
      .innerJoin(assessments, eq(assessments.id, runs.assessmentId))
      .where(
        and(
          gt(runs.id, of.afterId),
          of.batteryId === null ? undefined : eq(runs.batteryId, of.batteryId),
          of.sinceMs === null ? undefined : gte(runs.finishedAtMs, of.sinceMs),
        ),
      )
      .orderBy(asc(runs.id))
      .limit(of.limit);
    return rows.map((row) => ({
      run: row.runs,
      battery: batteryOf(row.batteries),
      assessment: row.assessments,
    }));
  });
}

/** The verdict that each battery's newest finished run counts with: the technician's, where one was set. */
export async function newestVerdicts(
  database: Database | Transaction,
  batteryIds: readonly string[],
): Promise<Map<string, { readonly verdict: Verdict; readonly atMs: number }>> {
  const rows = await database
    .select({
      batteryId: runs.batteryId,
      atMs: runs.finishedAtMs,
      verdict: assessments.verdict,
      override: assessments.override,
    })
    .from(runs)
    .innerJoin(assessments, eq(assessments.id, runs.assessmentId))
    .where(inArray(runs.batteryId, [...batteryIds]))
    .orderBy(asc(runs.finishedAtMs));
  return new Map(
    rows.map(({ batteryId, atMs, verdict, override }) => [
      batteryId,
      { verdict: override?.verdict ?? verdict, atMs: atMs ?? 0 },
    ]),
  );
}
