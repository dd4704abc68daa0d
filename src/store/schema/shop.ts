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
import type { Climate } from '@/core/battery/length-of-life';
import type { RatingStandard } from '@/core/battery/rating-standard';
import type { ChargeMode } from '@/core/charging/charge-plan';
import type { ArrivalState, ImportSource, LotRow } from '@/core/exchange/arrival-views';
import { FIRST_SHAPES } from '@/core/exchange/stored/shapes';
import type { Winter } from '@/core/history/surroundings';
import type { Role } from '@/core/people/roles';
import { IDLE_MINUTES } from '@/core/people/session';
import { keptJson } from '../packed-json';
import { uuid } from '../uuid-column';
import { moment, momentCheck, shape } from './columns';

/** The arrival that a row came in with: while that is on its way, or once it was taken back, the row is out of sight. */
export const arrival = () => uuid('arrival_id').references((): AnySQLiteColumn => imports.id);

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
    climate: text('climate').$type<Climate>().notNull().default('mild'),
    /** The month that its coldest quarter begins with. */
    winter: text('winter').$type<Winter>().notNull().default('december'),
    /** The id that the versions of its own rules are kept under: no other site's. */
    rulesId: text('rules_id').notNull(),
    /** A bench that nobody touches locks after so long, minutes. */
    idleMinutes: integer('idle_minutes').notNull().default(IDLE_MINUTES.first),
    /** What batteries, work and standing still cost here; nothing while nobody has said so. */
    costs: keptJson('costs'),
    revision: integer('revision').notNull().default(1),
    changedAtMs: moment('changed_at_ms').notNull(),
    changedById: uuid('changed_by_id').references(() => technicians.id),
  },
  (table) => [momentCheck('sites_moments', table.changedAtMs)],
);

/** The chargers of the site, those that were put aside among them. */
export const chargers = sqliteTable(
  'chargers',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull(),
    place: text('place').notNull(),
    circuit: text('circuit').notNull(),
    channels: integer('channels').notNull(),
    mostAmps: real('most_amps').notNull(),
    leastVolts: real('least_volts').notNull(),
    mostVolts: real('most_volts').notNull(),
    modes: text('modes', { mode: 'json' }).$type<ChargeMode[]>().notNull(),
    senses: integer('senses', { mode: 'boolean' }).notNull(),
    retiredAtMs: moment('retired_at_ms'),
    /** Counts the changes, so that of two who change it the later one is told. */
    revision: integer('revision').notNull().default(1),
  },
  (table) => [momentCheck('chargers_retired', table.retiredAtMs)],
);

export const technicians = sqliteTable(
  'technicians',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull(),
    nameKey: text('name_key').notNull(),
    /** Counts the changes, so that of two who change it the later one is told. */
    revision: integer('revision').notNull().default(1),
    createdAtMs: moment('created_at_ms').notNull(),
    role: text('role').$type<Role>().notNull().default('technician'),
    /** When they left: history keeps the name, and nobody signs in under it. */
    leftAtMs: moment('left_at_ms'),
    /** Hashes that cost memory to try; null where there is no such secret. */
    pinHash: text('pin_hash'),
    passwordHash: text('password_hash'),
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

/** What the store knows of itself: which one it is, and when it last was looked at. */
export const storeFacts = sqliteTable('store_facts', {
  name: text('name').primaryKey(),
  value: text('value').notNull(),
});

/** House rules that somebody proposed who may not put them in force, until a lead has decided. */
export const ruleProposals = sqliteTable('rule_proposals', {
  id: uuid('id').primaryKey(),
  rules: keptJson('rules').notNull(),
  reason: text('reason').notNull(),
  authorId: uuid('author_id')
    .notNull()
    .references(() => technicians.id),
  madeAtMs: moment('made_at_ms').notNull(),
  /** When it was taken, turned down or taken back; null while it waits. */
  endedAtMs: moment('ended_at_ms'),
  shape: shape(FIRST_SHAPES.rules),
});
