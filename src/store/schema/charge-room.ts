import { integer, real, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { keptJson } from '../packed-json';
import { uuid } from '../uuid-column';
import { moment, momentCheck } from './columns';
import { runs } from './runs';
import { chargers, technicians } from './shop';

/** What is true of the charge room as a whole: one row, none while nobody has said anything. */
export const chargeRoom = sqliteTable(
  'charge_room',
  {
    id: integer('id').primaryKey(),
    facts: keptJson('facts').notNull(),
    revision: integer('revision').notNull().default(1),
    changedAtMs: moment('changed_at_ms').notNull(),
    changedById: uuid('changed_by_id').references(() => technicians.id),
  },
  (table) => [momentCheck('charge_room_changed', table.changedAtMs)],
);

/** When the battery of a run is wanted, and where a hand has put it in the plan. */
export const chargeWishes = sqliteTable(
  'charge_wishes',
  {
    runId: uuid('run_id')
      .primaryKey()
      .references(() => runs.id, { onDelete: 'cascade' }),
    dueMs: moment('due_ms'),
    weight: real('weight').notNull(),
    reason: text('reason').notNull(),
    heldChargerId: uuid('held_charger_id').references(() => chargers.id),
    heldChannel: integer('held_channel'),
    heldStartMs: moment('held_start_ms'),
    changedById: uuid('changed_by_id').references(() => technicians.id),
    changedAtMs: moment('changed_at_ms').notNull(),
    revision: integer('revision').notNull().default(1),
  },
  (table) => [
    momentCheck('charge_wishes_due', table.dueMs),
    momentCheck('charge_wishes_held', table.heldStartMs),
    momentCheck('charge_wishes_changed', table.changedAtMs),
  ],
);
