import { sql } from 'drizzle-orm';
import { index, integer, real, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { packedJson } from '../packed-json';
import { uuid } from '../uuid-column';
import { moment } from './columns';
import { batteries } from './fleet';

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
    /** Something it rests on has changed since it was made. */
    stale: integer('stale', { mode: 'boolean' }).notNull(),
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
    nextCheckMs: moment('next_check_ms'),
    /** Tests that it rests on; none: its kind’s alone. */
    tests: integer('tests'),
  },
  (table) => [
    index('outlooks_stale').on(table.batteryId).where(sql`${table.stale}`),
    index('outlooks_by_crossing').on(table.crossP50Ms, table.batteryId),
    index('outlooks_by_waiting').on(table.waitCost, table.batteryId),
    index('outlooks_by_slope').on(table.slopePct, table.batteryId),
    index('outlooks_by_check').on(table.nextCheckMs, table.batteryId),
  ],
);

/** What the fleet has said of itself as a whole: one row a subject, worked out like the outlooks. */
export const learned = sqliteTable('learned', {
  subject: text('subject').primaryKey(),
  madeAtMs: moment('made_at_ms').notNull(),
  value: packedJson('value').notNull(),
});
