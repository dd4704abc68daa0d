import { sql } from 'drizzle-orm';
import { index, integer, real, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { Verdict } from '@/core/assessment/verdict';
import { packedJson } from '../packed-json';
import { uuid } from '../uuid-column';
import { moment } from './columns';
import { batteries } from './fleet';
import { instruments } from './runs';
import { technicians } from './shop';

/** Up to date; out of date; being worked out anew, which counts as out of date again once the server has gone away over it. */
export const FRESHNESS = { fresh: 0, outdated: 1, takenOn: 2 } as const;

/**
 * What is expected of each battery: worked out from its finished runs, kept so that lists can be sorted by it, and made anew when one
 * of them changes. Nothing in it is a fact: it can be emptied at any time, and goes into no file.
 */
export const outlooks = sqliteTable(
  'outlooks',
  {
    batteryId: uuid('battery_id')
      .primaryKey()
      .references(() => batteries.id, { onDelete: 'cascade' }),
    /** Whether something that it rests on has changed since it was made: one of `FRESHNESS`. */
    stale: integer('stale').$type<(typeof FRESHNESS)[keyof typeof FRESHNESS]>().notNull(),
    madeAtMs: moment('made_at_ms'),
    healthPct: real('health_pct'),
    healthSdPct: real('health_sd_pct'),
    slopePct: real('slope_pct'),
    slopeSdPct: real('slope_sd_pct'),
    /** When its health crosses the house’s line: the middle, and the ends of an interval that holds four of five. */
    crossP10Ms: moment('cross_p10_ms'),
    crossP50Ms: moment('cross_p50_ms'),
    crossP90Ms: moment('cross_p90_ms'),
    fails30: real('fails_30'),
    fails90: real('fails_90'),
    fails365: real('fails_365'),
    /** Chances of having failed by and by, as the core keeps them. */
    fails: text('fails', { mode: 'json' }).$type<readonly number[]>(),
    /** What leaving it as it is for 90 days costs, in the site’s currency; none where it sits in no vehicle. */
    waitCost: real('wait_cost'),
    /** Rating of its set against what its engine asks; none where nobody knows the engine. */
    reserve: real('reserve'),
    nextCheckMs: moment('next_check_ms'),
    /** Tests that it rests on; none: its kind’s alone. */
    tests: integer('tests'),
    /** How its newest run counts, and when that was finished: what lists are filtered and sorted by. */
    verdict: text('verdict').$type<Verdict>(),
    testedMs: moment('tested_ms'),
    /** What it left the battery at. */
    chargePct: real('charge_pct'),
  },
  (table) => [
    index('outlooks_stale').on(table.batteryId).where(sql`${table.stale}`),
    // Each says the verdict too: a verdict that few have is found without a look at all the others.
    index('outlooks_by_crossing').on(table.crossP50Ms, table.batteryId, table.verdict),
    index('outlooks_by_health').on(table.healthPct, table.batteryId, table.verdict),
    index('outlooks_by_failing').on(table.fails90, table.batteryId, table.verdict),
    index('outlooks_by_tested').on(table.testedMs, table.batteryId, table.verdict),
    index('outlooks_by_waiting').on(table.waitCost, table.batteryId, table.verdict),
    index('outlooks_by_slope').on(table.slopePct, table.batteryId, table.verdict),
    index('outlooks_by_check').on(table.nextCheckMs, table.batteryId, table.verdict),
  ],
);

/** Ways of looking at the fleet that somebody has kept under a name, for all. */
export const fleetViews = sqliteTable(
  'fleet_views',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull(),
    nameKey: text('name_key').notNull(),
    /** The question and how it is asked, as its address has it. */
    address: text('address').notNull(),
    madeAtMs: moment('made_at_ms').notNull(),
    madeById: uuid('made_by_id')
      .notNull()
      .references(() => technicians.id),
  },
  (table) => [uniqueIndex('fleet_views_by_name').on(table.nameKey)],
);

/** The lowest temperatures of mornings to come, as the site has brought them in. */
export const mornings = sqliteTable('mornings', {
  day: text('day').primaryKey(),
  lowC: real('low_c').notNull(),
});

/**
 * What instruments are known to read high or low from a day on, points of health: taken out of what is expected, never out of a
 * verdict. One that is ended stays, with when and by whom.
 */
export const instrumentCorrections = sqliteTable(
  'instrument_corrections',
  {
    id: uuid('id').primaryKey(),
    instrumentNumber: integer('instrument_number')
      .notNull()
      .references(() => instruments.number),
    fromMs: moment('from_ms').notNull(),
    pct: real('pct').notNull(),
    reason: text('reason').notNull(),
    madeAtMs: moment('made_at_ms').notNull(),
    madeById: uuid('made_by_id')
      .notNull()
      .references(() => technicians.id),
    endedAtMs: moment('ended_at_ms'),
    endedById: uuid('ended_by_id').references(() => technicians.id),
  },
  (table) => [index('instrument_corrections_by_instrument').on(table.instrumentNumber, table.fromMs)],
);

/** What the fleet has said of itself as a whole: one row a subject, worked out like the outlooks. */
export const learned = sqliteTable('learned', {
  subject: text('subject').primaryKey(),
  madeAtMs: moment('made_at_ms').notNull(),
  value: packedJson('value').notNull(),
});
