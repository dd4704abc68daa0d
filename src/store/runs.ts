import { group } from 'd3-array';
import { and, asc, desc, eq, gt, gte, inArray, isNull, notExists, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/sqlite-core';
import { isIndicative } from '@/core/assessment/assess';
import type {
  AssessmentRecord,
  DoneLine,
  LoadRecord,
  RackCharge,
  RunRecord,
  RunSummary,
  WholeRun,
} from '@/core/exchange/views';
import { problem } from '@/core/quantity/result';
import type { NewestVerdict } from '@/core/report/battery-tag';
import type { Reading } from '@/core/steps/reading';
import { batteryOf } from './batteries';
import type { Database, Store, Transaction } from './database';
import { assessmentRow, decodeAssessment, decodeReading } from './decode';
import { inSight } from './in-sight';
import { outdate } from './outdate';
import { READING_COLUMNS, readingsOfRuns } from './readings';
import { withReference } from './references';
import {
  assessments,
  batteries,
  imports,
  instruments,
  readings,
  runs,
  setAside,
  technicians,
} from './schema';
import { keepTraces, NO_TRACES, tracesOf } from './traces';
import { uuidOf } from './uuid-column';

type NewRun = Omit<RunRecord, 'finishedAtMs' | 'finishedById' | 'assessmentId'>;

/** Starts a run, or answers with the one that is open on the battery already: two people at one battery share it. */
export function startRun(store: Store, run: NewRun): Promise<RunRecord> {
  return store.write(async (transaction) => {
    const [known] = await transaction.select().from(runs).where(eq(runs.id, run.id));
    if (known) return runOf(known);
    const open = await transaction
      .select()
      .from(runs)
      .where(and(eq(runs.batteryId, run.batteryId), isNull(runs.finishedAtMs), inSight(runs.arrivalId)));
    for (const { id } of open) {
      // A run of which something cannot be read comes to no verdict any more: it does not bar the next one.
      const whole = await loadRun(transaction, id);
      if (whole && whole.unreadable.length === 0) return whole.run;
    }
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
    .where(and(eq(runs.id, id), inSight(runs.arrivalId)));
  if (!found) return undefined;
  const traces = await tracesOf(database, [id]);
  const taken = (await readingsOfRuns(database, [id], traces)).map(({ read }) => read);
  const assessmentRows = await database
    .select()
    .from(assessments)
    .where(eq(assessments.runId, id))
    .orderBy(desc(assessments.madeAtMs));
  const asideRows = await database.select().from(setAside).where(eq(setAside.runId, id));
  const made = assessmentRows.map((row) => decodeAssessment(row, traces(id)));
  return {
    run: runOf(found.runs),
    battery: await withReference(database, batteryOf(found.batteries), found.runs.startedAtMs),
    readings: taken.flatMap((read) => (read.ok ? [read.value] : [])),
    assessments: made.flatMap((read) => (read.ok ? [read.value] : [])),
    unreadable: [
      ...[...taken, ...made].flatMap((read) => (read.ok ? [] : read.problems.slice(0, 1))),
      ...asideRows.map(({ origin, found: kept }) =>
        problem(`one of its ${origin}`, kept, 'what can be read'),
      ),
    ],
  };
}

/** The row of a run on a battery, without what only the store needs. */
export function runOf({
  arrivalId: _arrival,
  vehicleId: _vehicle,
  batteryId,
  ...run
}: typeof runs.$inferSelect): RunRecord {
  return { ...run, batteryId: onBattery(batteryId) };
}

/** The battery of a run that is on one: the database holds that each run is on a battery or on a vehicle. */
export function onBattery(batteryId: string | null): string {
  if (batteryId === null) throw new Error('a run of a battery is on one');
  return batteryId;
}

/** What a run was finished with, where it can be read; where not, the list goes on without it and says so. */
function finishedWith(
  row: typeof assessments.$inferSelect | null,
): Pick<RunSummary, 'assessment' | 'unreadable'> {
  if (!row) return { assessment: null };
  const read = decodeAssessment(row, NO_TRACES);
  return read.ok ? { assessment: read.value } : { assessment: null, unreadable: read.problems };
}

/** Finishes a run with the assessment that it comes to, which is kept beside any earlier one. */
export async function finishWith(
  transaction: Transaction,
  assessment: AssessmentRecord,
  finished: { atMs: number; byId: string },
): Promise<void> {
  const { row, traces } = assessmentRow(assessment);
  await keepTraces(transaction, assessment.runId, traces);
  await transaction.insert(assessments).values(row).onConflictDoNothing({ target: assessments.id });
  await transaction
    .update(runs)
    .set({ finishedAtMs: finished.atMs, finishedById: finished.byId, assessmentId: assessment.id })
    .where(eq(runs.id, assessment.runId));
  await outdateOf(transaction, assessment.runId);
}

/** Opens a finished run again; its assessments stay. */
export async function reopen(transaction: Transaction, id: string): Promise<void> {
  await transaction
    .update(runs)
    .set({ finishedAtMs: null, finishedById: null, assessmentId: null })
    .where(eq(runs.id, id));
  await outdateOf(transaction, id);
}

/** What is expected of the battery of a run is to be worked out anew. */
async function outdateOf(transaction: Transaction, runId: string): Promise<void> {
  const [run] = await transaction.select({ of: runs.batteryId }).from(runs).where(eq(runs.id, runId));
  if (run?.of) await outdate(transaction, [run.of]);
}

/** Ids of the runs not finished yet, the newest first: there are as many as batteries on the bench. */
export function openRunIds(store: Store, limit: number): Promise<string[]> {
  return store.read(async (database) => {
    const open = await database
      .select({ id: runs.id })
      .from(runs)
      .where(and(isNull(runs.finishedAtMs), inSight(runs.arrivalId)))
      .orderBy(desc(runs.startedAtMs))
      .limit(limit);
    return open.map(({ id }) => id);
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
      .where(and(gte(runs.finishedAtMs, sinceMs), inSight(runs.arrivalId)))
      .orderBy(desc(runs.finishedAtMs))
      .limit(limit);
    return rows.map((row) => ({
      run: runOf(row.runs),
      battery: batteryOf(row.batteries),
      ...finishedWith(row.assessments),
    }));
  });
}

/** What the runs finished at or after a moment came to, the newest first: the columns of a list and nothing else. */
export function doneSince(store: Store, sinceMs: number, limit: number): Promise<DoneLine[]> {
  return store.read(async (database) => {
    const rows = await database
      .select({
        runId: runs.id,
        tag: batteries.tag,
        place: batteries.place,
        finishedAtMs: runs.finishedAtMs,
        made: assessments,
      })
      .from(runs)
      .innerJoin(batteries, eq(batteries.id, runs.batteryId))
      .innerJoin(assessments, eq(assessments.id, runs.assessmentId))
      .where(and(gte(runs.finishedAtMs, sinceMs), inSight(runs.arrivalId)))
      .orderBy(desc(runs.finishedAtMs))
      .limit(limit);
    return rows.map(({ made, finishedAtMs, ...row }) => {
      const { verdict, grade, override } = made;
      const read = decodeAssessment(made, NO_TRACES);
      const indicative = read.ok && isIndicative(read.value.assessment);
      return { ...row, finishedAtMs: finishedAtMs ?? 0, verdict, grade, override, indicative };
    });
  });
}

/**
 * Batteries of racks stored since a moment that are to be charged first and have not been on the bench since, by tag. A
 * verdict that a technician set over it counts.
 */
export function toChargeFromRacks(store: Store, sinceMs: number, limit: number): Promise<RackCharge[]> {
  return store.read(async (database) => {
    const racks = await database
      .select({ id: imports.id, name: imports.name })
      .from(imports)
      .where(and(gte(imports.madeAtMs, sinceMs), eq(imports.source, 'lot'), eq(imports.state, 'in')));
    if (racks.length === 0) return [];
    const names = new Map(racks.map(({ id, name }) => [id, name]));
    const later = alias(runs, 'later');
    const newer = database
      .select({ one: sql`1` })
      .from(later)
      .where(
        and(
          eq(later.batteryId, runs.batteryId),
          gt(later.startedAtMs, runs.startedAtMs),
          inSight(later.arrivalId),
        ),
      );
    const rows = await database
      .select({ runId: runs.id, batteryId: runs.batteryId, tag: batteries.tag, importId: runs.importId })
      .from(runs)
      .innerJoin(batteries, eq(batteries.id, runs.batteryId))
      .innerJoin(assessments, eq(assessments.id, runs.assessmentId))
      .where(
        and(
          inArray(runs.importId, [...names.keys()]),
          inSight(runs.arrivalId),
          eq(sql`coalesce(${assessments.override} ->> 'verdict', ${assessments.verdict})`, 'charge'),
          notExists(newer),
        ),
      )
      .orderBy(asc(batteries.tagKey))
      .limit(limit);
    return rows.map(({ importId, batteryId, ...unit }) => ({
      ...unit,
      batteryId: onBattery(batteryId),
      rack: names.get(importId ?? '') ?? '',
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
      .where(and(eq(runs.batteryId, batteryId), inSight(runs.arrivalId)))
      .orderBy(desc(runs.startedAtMs))
      .limit(limit);
    return rows.map((row) => ({ run: runOf(row.runs), ...finishedWith(row.assessments) }));
  });
}

/** The open voltages of a battery's newest runs, with what was taken back of them, by run. */
export function openVoltagesOfBattery(
  store: Store,
  batteryId: string,
  limit: number,
): Promise<Map<string, Reading[]>> {
  return store.read(async (database) => {
    const rows = await database
      .select({ reading: READING_COLUMNS })
      .from(readings)
      .innerJoin(instruments, eq(instruments.number, readings.instrumentNumber))
      .innerJoin(runs, eq(runs.id, readings.runId))
      .where(
        and(
          eq(runs.batteryId, batteryId),
          inSight(runs.arrivalId),
          inArray(readings.kind, ['open_circuit', 'withdrawal']),
        ),
      )
      .orderBy(desc(runs.startedAtMs))
      .limit(limit);
    const read = rows.flatMap(({ reading }) => {
      const decoded = decodeReading(reading, NO_TRACES);
      return decoded.ok ? [decoded.value] : [];
    });
    return group(read, ({ runId }) => runId);
  });
}

/** Recorded load tests of a battery that still stand, the newest first. */
export function loadsOfBattery(store: Store, batteryId: string, limit: number): Promise<LoadRecord[]> {
  return store.read(async (database) => {
    const later = alias(readings, 'later');
    const rows = await database
      .select({ reading: READING_COLUMNS })
      .from(readings)
      .innerJoin(instruments, eq(instruments.number, readings.instrumentNumber))
      .innerJoin(runs, eq(runs.id, readings.runId))
      .leftJoin(later, eq(later.supersedesId, readings.id))
      .where(
        and(
          eq(runs.batteryId, batteryId),
          inSight(runs.arrivalId),
          eq(readings.kind, 'load'),
          isNull(later.id),
        ),
      )
      .orderBy(desc(readings.takenAtMs))
      .limit(limit * 3);
    const runIds = rows.map(({ reading }) => reading.runId);
    const traces = await tracesOf(database, runIds);
    const loads = rows.flatMap(({ reading }): LoadRecord[] => {
      const read = decodeReading(reading, traces(reading.runId));
      if (!read.ok || read.value.kind !== 'load') return [];
      const { id: readingId, data, runId, takenAtMs: atMs, instrument, forced } = read.value;
      if (!data.trace || data.trace.length < 2) return [];
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
          inSight(runs.arrivalId),
          of.batteryId === null ? undefined : eq(runs.batteryId, of.batteryId),
          of.sinceMs === null ? undefined : gte(runs.finishedAtMs, of.sinceMs),
        ),
      )
      .orderBy(asc(runs.id))
      .limit(of.limit);
    return rows.map((row) => ({
      run: runOf(row.runs),
      battery: batteryOf(row.batteries),
      ...finishedWith(row.assessments),
    }));
  });
}

/** The verdict that each battery's newest finished run counts with: the technician's, where one was set. */
export async function newestVerdicts(
  database: Database | Transaction,
  batteryIds: readonly string[],
): Promise<Map<string, NewestVerdict>> {
  const rows = await database
    .select({
      batteryId: runs.batteryId,
      atMs: runs.finishedAtMs,
      verdict: assessments.verdict,
      override: assessments.override,
      by: technicians.name,
    })
    .from(runs)
    .innerJoin(assessments, eq(assessments.id, runs.assessmentId))
    .leftJoin(technicians, eq(technicians.id, uuidOf(sql`${assessments.override} ->> 'byId'`)))
    .where(and(inArray(runs.batteryId, [...batteryIds]), inSight(runs.arrivalId)))
    .orderBy(asc(runs.finishedAtMs));
  return new Map(
    rows.map(({ batteryId, atMs, verdict, override, by }) => [
      onBattery(batteryId),
      {
        verdict: override?.verdict ?? verdict,
        atMs: atMs ?? 0,
        over: override && { by: by ?? '–', computed: verdict },
      },
    ]),
  );
}
