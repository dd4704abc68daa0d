import { sql } from 'drizzle-orm';
import {
  type AnySQLiteColumn,
  blob,
  check,
  index,
  integer,
  primaryKey,
  real,
  sqliteTable,
  text,
  uniqueIndex,
} from 'drizzle-orm/sqlite-core';
import type { Grade, Verdict } from '@/core/assessment/verdict';
import { FIRST_SHAPES } from '@/core/exchange/stored/shapes';
import type { VerdictOverride } from '@/core/procedure/override';
import type { ReadingKind } from '@/core/steps/reading';
import type { Cause } from '@/core/vehicle/cause';
import { keptJson, packedJson } from '../packed-json';
import { packedJudgement } from '../packed-judgement';
import { packedTrace } from '../packed-trace';
import { uuid } from '../uuid-column';
import { moment, momentCheck, shape } from './columns';
import { batteries, vehicles } from './fleet';
import { arrival, imports, technicians } from './shop';

export const runs = sqliteTable(
  'runs',
  {
    id: uuid('id').primaryKey(),
    /** What it is on: a battery or a vehicle, one of the two. */
    batteryId: uuid('battery_id').references(() => batteries.id),
    vehicleId: uuid('vehicle_id').references(() => vehicles.id),
    startedAtMs: moment('started_at_ms').notNull(),
    startedById: uuid('started_by_id')
      .notNull()
      .references(() => technicians.id),
    finishedAtMs: moment('finished_at_ms'),
    finishedById: uuid('finished_by_id').references(() => technicians.id),
    rulesId: text('rules_id').notNull(),
    rulesVersion: integer('rules_version').notNull(),
    /** The assessment that it was last finished with. */
    assessmentId: uuid('assessment_id').references((): AnySQLiteColumn => assessments.id),
    /** The import that it came in with. */
    importId: uuid('import_id').references(() => imports.id),
    arrivalId: arrival(),
  },
  (table) => [
    index('runs_by_import').on(table.importId),
    index('runs_by_arrival').on(table.arrivalId),
    index('runs_by_battery').on(table.batteryId, table.startedAtMs),
    index('runs_by_vehicle')
      .on(table.vehicleId, table.startedAtMs)
      .where(sql`${table.vehicleId} is not null`),
    check('runs_subject', sql`(${table.batteryId} is null) <> (${table.vehicleId} is null)`),
    index('runs_by_finish').on(table.finishedAtMs),
    // Whoever adds or deletes a judgement asks whether a run was finished with it: without this by reading all runs.
    // With what decides over sight beside it, the finished runs are counted without looking at any of them.
    index('runs_by_assessment').on(table.assessmentId, table.arrivalId),
    momentCheck('runs_started', table.startedAtMs),
    momentCheck('runs_finished', table.finishedAtMs),
  ],
);

/** The kinds of reading there are: a word that is none of them cannot be stored. */
export const readingKinds = sqliteTable('reading_kinds', { kind: text('kind').primaryKey() });

/** What readings were taken with, a row each: meters by their name, a hand that typed, a file that was read. */
export const instruments = sqliteTable(
  'instruments',
  {
    /** What the readings name it by: some hundred thousand of them share a few instruments. */
    number: integer('number').primaryKey(),
    id: uuid('id').notNull(),
    name: text('name').notNull(),
    nameKey: text('name_key').notNull(),
    revision: integer('revision').notNull().default(1),
    createdAtMs: moment('created_at_ms').notNull(),
  },
  (table) => [
    uniqueIndex('instruments_by_id').on(table.id),
    uniqueIndex('instruments_by_name').on(table.nameKey),
    momentCheck('instruments_moments', table.createdAtMs),
  ],
);

/** Append-only: triggers of the database itself refuse to change or delete a row of this table. */
export const readings = sqliteTable(
  'readings',
  {
    id: uuid('id').primaryKey(),
    runId: uuid('run_id')
      .notNull()
      .references(() => runs.id),
    kind: text('kind')
      .$type<ReadingKind>()
      .notNull()
      .references(() => readingKinds.kind),
    data: packedJson('data').notNull(),
    takenAtMs: moment('taken_at_ms').notNull(),
    recordedAtMs: moment('recorded_at_ms').notNull(),
    technicianId: uuid('technician_id')
      .notNull()
      .references(() => technicians.id),
    instrumentNumber: integer('instrument_number')
      .notNull()
      .references(() => instruments.number),
    forced: integer('forced', { mode: 'boolean' }).notNull(),
    supersedesId: uuid('supersedes_id').references((): AnySQLiteColumn => readings.id),
    reason: text('reason'),
    shape: shape(FIRST_SHAPES.reading),
  },
  (table) => [
    index('readings_by_run').on(table.runId, table.takenAtMs),
    // Few readings replace another: only those are in it.
    index('readings_by_superseded').on(table.supersedesId).where(sql`${table.supersedesId} is not null`),
    // A charge room asks what was put on since a day.
    index('readings_of_charges').on(table.takenAtMs).where(sql`${table.kind} = 'charge_start'`),
    momentCheck('readings_taken', table.takenAtMs),
    momentCheck('readings_recorded', table.recordedAtMs),
  ],
);

/**
 * The courses that instruments recorded, of any length, each once in its run however many records of it rest on it: the
 * reading, a correction of it, every judgement. They name it by its digest.
 */
export const traces = sqliteTable(
  'traces',
  {
    runId: uuid('run_id')
      .notNull()
      .references(() => runs.id),
    digest: text('digest').notNull(),
    points: integer('points').notNull(),
    trace: packedTrace('trace').notNull(),
  },
  (table) => [primaryKey({ columns: [table.runId, table.digest] })],
);

/** What the checks of vehicles were finished with: append-only, as the judgements of batteries are. */
export const checkJudgements = sqliteTable(
  'check_judgements',
  {
    id: uuid('id').primaryKey(),
    runId: uuid('run_id')
      .notNull()
      .references(() => runs.id),
    madeAtMs: moment('made_at_ms').notNull(),
    core: text('core').notNull(),
    rulesId: text('rules_id').notNull(),
    rulesVersion: integer('rules_version').notNull(),
    /** The likeliest cause and its chance: what lists need. */
    cause: text('cause').$type<Cause>().notNull(),
    probability: real('probability').notNull(),
    judgement: packedJson('judgement').notNull(),
  },
  (table) => [
    index('check_judgements_by_run').on(table.runId, table.madeAtMs),
    momentCheck('check_judgements_moments', table.madeAtMs),
  ],
);

/** Append-only like the readings: an old verdict stays as it was beside any newer one. */
export const assessments = sqliteTable(
  'assessments',
  {
    id: uuid('id').primaryKey(),
    runId: uuid('run_id')
      .notNull()
      .references(() => runs.id),
    madeAtMs: moment('made_at_ms').notNull(),
    core: text('core').notNull(),
    rulesId: text('rules_id').notNull(),
    rulesVersion: integer('rules_version').notNull(),
    verdict: text('verdict').$type<Verdict>().notNull(),
    grade: text('grade').$type<Grade>(),
    healthPct: real('health_pct'),
    healthSdPct: real('health_sd_pct'),
    chargePct: real('charge_pct'),
    /** The evidence it was computed from and all that came out, as they were: what no list needs. */
    judgement: packedJudgement('judgement').notNull(),
    /** The verdict that the technician set over the computed one, with the reason. */
    override: keptJson('override').$type<VerdictOverride>(),
  },
  (table) => [
    index('assessments_by_run').on(table.runId, table.madeAtMs),
    momentCheck('assessments_moments', table.madeAtMs),
  ],
);

/** Recorded starts and drives, whole: packed so that every sample comes back as it was. */
export const recordings = sqliteTable(
  'recordings',
  {
    id: uuid('id').primaryKey(),
    vehicleId: uuid('vehicle_id')
      .notNull()
      .references(() => vehicles.id),
    /** The check that it was recorded for; null for one that stands by itself. */
    checkId: uuid('check_id').references(() => runs.id),
    name: text('name').notNull(),
    takenAtMs: moment('taken_at_ms').notNull(),
    temperatureC: real('temperature_c'),
    cylinders: integer('cylinders'),
    samples: integer('samples').notNull(),
    seconds: real('seconds').notNull(),
    /** What was found by itself, by the version of the core that found it. */
    found: keptJson('found').notNull(),
    core: text('core').notNull(),
    /** What hands have moved; null while nobody has. */
    moved: keptJson('moved'),
    revision: integer('revision').notNull().default(1),
    addedById: uuid('added_by_id')
      .notNull()
      .references(() => technicians.id),
    addedAtMs: moment('added_at_ms').notNull(),
    /** Taken back by whoever brought it in, or a lead; it stays, out of sight. */
    endedAtMs: moment('ended_at_ms'),
  },
  (table) => [
    index('recordings_by_vehicle').on(table.vehicleId, table.takenAtMs),
    index('recordings_by_check').on(table.checkId),
  ],
);

/** The samples of a recording, squeezed; in a table of their own, so that lists never read them. */
export const recordedSamples = sqliteTable('recorded_samples', {
  recordingId: uuid('recording_id')
    .primaryKey()
    .references(() => recordings.id),
  packed: blob('packed', { mode: 'buffer' }).notNull(),
});
