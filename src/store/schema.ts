import { sql } from 'drizzle-orm';
import {
  type AnySQLiteColumn,
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
import type { Rating, SlotNeeds } from '@/core/battery/battery-label';
import type { BatteryType } from '@/core/battery/construction';
import type { Duty } from '@/core/battery/duty';
import type { NominalVolts } from '@/core/battery/nominal-volts';
import type { RatingStandard } from '@/core/battery/rating-standard';
import { FIRST_SHAPES } from '@/core/exchange/stored/shapes';
import type { ArrivalState, ImportSource, LotRow } from '@/core/exchange/views';
import type { VerdictOverride } from '@/core/procedure/override';
import { MOMENT_BOUNDS } from '@/core/quantity/moment';
import type { ReadingKind } from '@/core/steps/reading';
import type { Cause } from '@/core/vehicle/cause';
import type { Engine } from '@/core/vehicle/engine';
import type {
  JoinedAs,
  Regulator,
  StartingPreventedBy,
  SystemVolts,
  VehicleClass,
} from '@/core/vehicle/vehicle';

import { keptJson, packedJson } from './packed-json';
import { packedJudgement } from './packed-judgement';
import { packedTrace } from './packed-trace';
import { uuid } from './uuid-column';

const moment = (name: string) => integer(name, { mode: 'number' });

/** Holds a moment in bounds in the database itself, whoever writes it; one that is not known yet passes. */
const momentCheck = (name: string, column: AnySQLiteColumn) =>
  check(
    name,
    sql`${column} is null or (typeof(${column}) = 'integer' and ${column} between ${sql.raw(String(MOMENT_BOUNDS.least))} and ${sql.raw(String(MOMENT_BOUNDS.most))})`,
  );

/** The arrival that a row came in with: while that is on its way, or once it was taken back, the row is out of sight. */
const arrival = () => uuid('arrival_id').references((): AnySQLiteColumn => imports.id);

/** In which shape a record was kept; it is read through the upgraders from there on. */
const shape = (first: number) => integer('shape').notNull().default(first);

export const technicians = sqliteTable(
  'technicians',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull(),
    nameKey: text('name_key').notNull(),
    /** Counts the changes, so that of two who change it the later one is told. */
    revision: integer('revision').notNull().default(1),
    createdAtMs: moment('created_at_ms').notNull(),
    arrivalId: arrival(),
  },
  (table) => [
    uniqueIndex('technicians_by_name').on(table.nameKey),
    index('technicians_by_arrival').on(table.arrivalId),
    momentCheck('technicians_moments', table.createdAtMs),
  ],
);

/**
 * Rows that came in together, from a file, a rack or another site: what one undo takes back. They come in by stretches,
 * and are seen once the last one is there (`in`). What never came in whole (`stopped`) is cleared away.
 */
export const imports = sqliteTable(
  'imports',
  {
    id: uuid('id').primaryKey(),
    source: text('source').$type<ImportSource>().notNull(),
    state: text('state').$type<ArrivalState>().notNull().default('in'),
    name: text('name').notNull(),
    runs: integer('runs').notNull(),
    newBatteries: integer('new_batteries').notNull(),
    madeAtMs: moment('made_at_ms').notNull(),
    madeById: uuid('made_by_id')
      .notNull()
      .references(() => technicians.id),
    undoneAtMs: moment('undone_at_ms'),
    undoneById: uuid('undone_by_id').references(() => technicians.id),
    arrivalId: arrival(),
  },
  (table) => [
    index('imports_by_time').on(table.madeAtMs),
    check('imports_state', sql`${table.state} in ('arriving', 'in', 'taken_back', 'stopped')`),
    momentCheck('imports_moments', table.madeAtMs),
    momentCheck('imports_undone', table.undoneAtMs),
  ],
);

/** A rack being graded: its grid as typed, until it is stored as runs. */
export const lots = sqliteTable(
  'lots',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull(),
    rows: text('rows', { mode: 'json' }).$type<LotRow[]>().notNull(),
    /** Counts the changes, so that of two who change it the later one is told. */
    revision: integer('revision').notNull(),
    startedAtMs: moment('started_at_ms').notNull(),
    startedById: uuid('started_by_id')
      .notNull()
      .references(() => technicians.id),
    changedAtMs: moment('changed_at_ms').notNull(),
    importId: uuid('import_id').references(() => imports.id),
    /** The house rules that it is judged by; null for those of today. */
    rulesId: text('rules_id'),
    rulesVersion: integer('rules_version'),
    shape: shape(FIRST_SHAPES.lot),
  },
  (table) => [
    index('lots_by_change').on(table.changedAtMs),
    momentCheck('lots_started', table.startedAtMs),
    momentCheck('lots_changed', table.changedAtMs),
  ],
);

export const batteries = sqliteTable(
  'batteries',
  {
    id: uuid('id').primaryKey(),
    tag: text('tag').notNull(),
    tagKey: text('tag_key').notNull(),
    type: text('type').$type<BatteryType>().notNull(),
    nominalVolts: integer('nominal_volts').$type<NominalVolts>().notNull(),
    ratings: text('ratings', { mode: 'json' }).$type<Rating[]>().notNull(),
    c20Ah: real('c20_ah'),
    rcMinutes: real('rc_minutes'),
    model: text('model').notNull(),
    place: text('place').notNull(),
    dateCode: text('date_code').notNull(),
    fittedOn: text('fitted_on'),
    group: text('size_group').notNull().default(''),
    slot: text('slot', { mode: 'json' }).$type<SlotNeeds>(),
    baselineSiemens: real('baseline_siemens'),
    duty: text('duty').$type<Duty>(),
    referenceFromMs: moment('reference_from_ms'),
    changedAtMs: moment('changed_at_ms').notNull(),
    changedById: uuid('changed_by_id')
      .notNull()
      .references(() => technicians.id),
    /** Counts the changes of the label, so that of two who put it right the later one is told. */
    revision: integer('revision').notNull().default(1),
    /** The import that it was registered by. */
    importId: uuid('import_id').references(() => imports.id),
    arrivalId: arrival(),
    shape: shape(FIRST_SHAPES.label),
  },
  (table) => [
    index('batteries_by_import').on(table.importId),
    index('batteries_by_arrival').on(table.arrivalId),
    uniqueIndex('batteries_by_tag').on(table.tagKey),
    momentCheck('batteries_moments', table.changedAtMs),
    momentCheck('batteries_reference', table.referenceFromMs),
  ],
);

export const vehicles = sqliteTable(
  'vehicles',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull(),
    class: text('class').$type<VehicleClass>().notNull(),
    site: text('site').notNull(),
    engine: text('engine').$type<Engine>(),
    cylinders: integer('cylinders'),
    systemVolts: integer('system_volts').$type<SystemVolts>(),
    alternatorAmps: real('alternator_amps'),
    regulator: text('regulator').$type<Regulator>(),
    ownVoltsFrom: real('own_volts_from'),
    ownVoltsTo: real('own_volts_to'),
    preventedBy: text('prevented_by').$type<StartingPreventedBy>(),
    joined: text('joined').$type<JoinedAs>(),
    needs: text('needs', { mode: 'json' }).$type<SlotNeeds>(),
    note: text('note').notNull().default(''),
    /** Counts the changes, so that of two who change it the later one is told. */
    revision: integer('revision').notNull().default(1),
  },
  (table) => [uniqueIndex('vehicles_by_name').on(table.name)],
);

/** Which battery held which place of which vehicle, and from when to when. */
export const slots = sqliteTable(
  'slots',
  {
    id: uuid('id').primaryKey(),
    vehicleId: uuid('vehicle_id')
      .notNull()
      .references(() => vehicles.id),
    batteryId: uuid('battery_id')
      .notNull()
      .references(() => batteries.id),
    name: text('name').notNull(),
    fromOn: text('from_on').notNull(),
    toOn: text('to_on'),
  },
  (table) => [
    index('slots_by_battery').on(table.batteryId, table.fromOn),
    index('slots_by_vehicle').on(table.vehicleId, table.fromOn),
  ],
);

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

/** Every version of the house rules that was ever in force: runs go on being judged by the one they began under. */
export const houseRules = sqliteTable(
  'house_rules',
  {
    id: text('id').notNull(),
    version: integer('version').notNull(),
    rules: keptJson('rules').notNull(),
    reason: text('reason').notNull(),
    authorId: uuid('author_id')
      .notNull()
      .references(() => technicians.id),
    madeAtMs: moment('made_at_ms').notNull(),
    shape: shape(FIRST_SHAPES.rules),
  },
  (table) => [
    primaryKey({ columns: [table.id, table.version] }),
    momentCheck('house_rules_moments', table.madeAtMs),
  ],
);

/** Rows that an earlier version took in although they cannot be: kept as they were, out of every list's way. */
export const setAside = sqliteTable(
  'set_aside',
  {
    id: integer('id').primaryKey(),
    origin: text('origin').notNull(),
    runId: uuid('run_id'),
    found: text('found').notNull(),
  },
  (table) => [index('set_aside_by_run').on(table.runId)],
);

/** The site that this store is of: one row. */
export const sites = sqliteTable(
  'sites',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull(),
    address: text('address').notNull(),
    zone: text('zone').notNull(),
    temperatureUnit: text('temperature_unit').$type<'°C' | '°F'>().notNull(),
    currency: text('currency').notNull(),
    codesAddress: text('codes_address').notNull(),
    ratingStandard: text('rating_standard').$type<RatingStandard>().notNull(),
    /** The id that the versions of its own rules are kept under: no other site's. */
    rulesId: text('rules_id').notNull(),
    revision: integer('revision').notNull().default(1),
    changedAtMs: moment('changed_at_ms').notNull(),
    changedById: uuid('changed_by_id').references(() => technicians.id),
  },
  (table) => [momentCheck('sites_moments', table.changedAtMs)],
);

/** What the store knows of itself: which one it is, and when it last was looked at. */
export const storeFacts = sqliteTable('store_facts', {
  name: text('name').primaryKey(),
  value: text('value').notNull(),
});
