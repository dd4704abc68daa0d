import {
  type AnySQLiteColumn,
  index,
  integer,
  primaryKey,
  real,
  sqliteTable,
  text,
  uniqueIndex,
} from 'drizzle-orm/sqlite-core';
import type { Assessment } from '@/core/assessment/assess';
import type { Evidence } from '@/core/assessment/evidence';
import type { Grade, Verdict } from '@/core/assessment/verdict';
import type { Rating, SlotNeeds } from '@/core/battery/battery-label';
import type { BatteryType } from '@/core/battery/construction';
import type { VehicleClass } from '@/core/battery/vehicle';
import type { ImportSource, LotRow } from '@/core/exchange/views';
import type { VerdictOverride } from '@/core/procedure/override';
import type { Reading, ReadingKind } from '@/core/procedure/reading';
import type { HouseRules } from '@/core/rules/house-rules';

import { packedJson } from './packed-json';

const moment = (name: string) => integer(name, { mode: 'number' });

export const technicians = sqliteTable(
  'technicians',
  {
    id: text('id').primaryKey(),
    name: text('name').notNull(),
    nameKey: text('name_key').notNull(),
    createdAtMs: moment('created_at_ms').notNull(),
  },
  (table) => [uniqueIndex('technicians_by_name').on(table.nameKey)],
);

/** Rows that came in together, from a file or a rack: what one undo takes back. */
export const imports = sqliteTable(
  'imports',
  {
    id: text('id').primaryKey(),
    source: text('source').$type<ImportSource>().notNull(),
    name: text('name').notNull(),
    runs: integer('runs').notNull(),
    newBatteries: integer('new_batteries').notNull(),
    madeAtMs: moment('made_at_ms').notNull(),
    madeById: text('made_by_id')
      .notNull()
      .references(() => technicians.id),
    undoneAtMs: moment('undone_at_ms'),
    undoneById: text('undone_by_id').references(() => technicians.id),
  },
  (table) => [index('imports_by_time').on(table.madeAtMs)],
);

/** A rack being graded: its grid as typed, until it is stored as runs. */
export const lots = sqliteTable(
  'lots',
  {
    id: text('id').primaryKey(),
    name: text('name').notNull(),
    rows: text('rows', { mode: 'json' }).$type<LotRow[]>().notNull(),
    /** Counts the changes, so that of two who change it the later one is told. */
    revision: integer('revision').notNull(),
    startedAtMs: moment('started_at_ms').notNull(),
    startedById: text('started_by_id')
      .notNull()
      .references(() => technicians.id),
    changedAtMs: moment('changed_at_ms').notNull(),
    importId: text('import_id').references(() => imports.id),
  },
  (table) => [index('lots_by_change').on(table.changedAtMs)],
);

export const batteries = sqliteTable(
  'batteries',
  {
    id: text('id').primaryKey(),
    tag: text('tag').notNull(),
    tagKey: text('tag_key').notNull(),
    type: text('type').$type<BatteryType>().notNull(),
    nominalVolts: integer('nominal_volts').$type<6 | 12>().notNull(),
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
    changedAtMs: moment('changed_at_ms').notNull(),
    changedById: text('changed_by_id')
      .notNull()
      .references(() => technicians.id),
    /** The import that it was registered by. */
    importId: text('import_id').references(() => imports.id),
  },
  (table) => [
    index('batteries_by_import').on(table.importId),
    uniqueIndex('batteries_by_tag').on(table.tagKey),
  ],
);

export const vehicles = sqliteTable(
  'vehicles',
  {
    id: text('id').primaryKey(),
    name: text('name').notNull(),
    class: text('class').$type<VehicleClass>().notNull(),
    site: text('site').notNull(),
  },
  (table) => [uniqueIndex('vehicles_by_name').on(table.name)],
);

/** Which battery held which place of which vehicle, and from when to when. */
export const slots = sqliteTable(
  'slots',
  {
    id: text('id').primaryKey(),
    vehicleId: text('vehicle_id')
      .notNull()
      .references(() => vehicles.id),
    batteryId: text('battery_id')
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
    id: text('id').primaryKey(),
    batteryId: text('battery_id')
      .notNull()
      .references(() => batteries.id),
    startedAtMs: moment('started_at_ms').notNull(),
    startedById: text('started_by_id')
      .notNull()
      .references(() => technicians.id),
    finishedAtMs: moment('finished_at_ms'),
    finishedById: text('finished_by_id').references(() => technicians.id),
    rulesId: text('rules_id').notNull(),
    rulesVersion: integer('rules_version').notNull(),
    /** The assessment that it was last finished with. */
    assessmentId: text('assessment_id').references((): AnySQLiteColumn => assessments.id),
    /** The import that it came in with. */
    importId: text('import_id').references(() => imports.id),
  },
  (table) => [
    index('runs_by_import').on(table.importId),
    index('runs_by_battery').on(table.batteryId, table.startedAtMs),
    index('runs_by_finish').on(table.finishedAtMs),
  ],
);

/** Append-only: nothing in the store updates or deletes a row of this table. */
export const readings = sqliteTable(
  'readings',
  {
    id: text('id').primaryKey(),
    runId: text('run_id')
      .notNull()
      .references(() => runs.id),
    kind: text('kind').$type<ReadingKind>().notNull(),
    data: packedJson<Reading['data']>('data').notNull(),
    takenAtMs: moment('taken_at_ms').notNull(),
    recordedAtMs: moment('recorded_at_ms').notNull(),
    technicianId: text('technician_id')
      .notNull()
      .references(() => technicians.id),
    instrument: text('instrument').notNull(),
    forced: integer('forced', { mode: 'boolean' }).notNull(),
    supersedesId: text('supersedes_id').references((): AnySQLiteColumn => readings.id),
    reason: text('reason'),
  },
  (table) => [index('readings_by_run').on(table.runId, table.takenAtMs)],
);

/** Append-only: an old verdict stays as it was beside any newer one. */
export const assessments = sqliteTable(
  'assessments',
  {
    id: text('id').primaryKey(),
    runId: text('run_id')
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
    /** The evidence it was computed from and all that came out, as they were. */
    evidence: text('evidence', { mode: 'json' }).$type<Evidence>().notNull(),
    assessment: text('assessment', { mode: 'json' }).$type<Assessment>().notNull(),
    /** The verdict that the technician set over the computed one, with the reason. */
    override: text('override', { mode: 'json' }).$type<VerdictOverride>(),
  },
  (table) => [index('assessments_by_run').on(table.runId, table.madeAtMs)],
);

/** Every version of the house rules that was ever in force: runs go on being judged by the one they began under. */
export const houseRules = sqliteTable(
  'house_rules',
  {
    id: text('id').notNull(),
    version: integer('version').notNull(),
    rules: text('rules', { mode: 'json' }).$type<HouseRules>().notNull(),
    reason: text('reason').notNull(),
    authorId: text('author_id')
      .notNull()
      .references(() => technicians.id),
    madeAtMs: moment('made_at_ms').notNull(),
  },
  (table) => [primaryKey({ columns: [table.id, table.version] })],
);
