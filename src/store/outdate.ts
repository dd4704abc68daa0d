import { and, asc, count, eq, inArray, sql } from 'drizzle-orm';
import type { Database, Transaction } from './database';
import { inChunks } from './in-chunks';
import { outlooks } from './schema';
import { FRESHNESS } from './schema/outlooks';
import { uuidBytes } from './uuid-column';

const { outdated: OUTDATED, takenOn: TAKEN_ON } = FRESHNESS;
// The index of those that are not fresh is found by its own words alone.
const isNotFresh = sql`${outlooks.stale}`;

/** Marks what is expected of some batteries as out of date. */
export async function outdate(transaction: Transaction, batteryIds: readonly string[]): Promise<void> {
  for (const some of inChunks(batteryIds)) {
    await transaction
      .insert(outlooks)
      .values(some.map((batteryId) => ({ batteryId, stale: OUTDATED })))
      .onConflictDoUpdate({ target: outlooks.batteryId, set: { stale: OUTDATED } });
  }
}

/** Marks the batteries whose runs, or that themselves, came with an arrival or were taken back with it. */
export async function outdateArrival(transaction: Transaction, id: string): Promise<void> {
  const came = uuidBytes(id);
  await transaction.run(
    sql`insert into outlooks (battery_id, stale) select distinct battery_id, 1 from runs where (import_id = ${came} or arrival_id = ${came}) and battery_id is not null on conflict (battery_id) do update set stale = 1`,
  );
  await outdateAll(transaction, 'missing');
}

/** Marks every battery of which nothing was ever worked out, and all of them where the whole fleet has said something new. */
export async function outdateAll(transaction: Transaction, also: 'missing' | 'all'): Promise<void> {
  await transaction.run(
    sql`insert into outlooks (battery_id, stale) select id, 1 from batteries where not exists (select 1 from outlooks where outlooks.battery_id = batteries.id)`,
  );
  if (also === 'all') await transaction.update(outlooks).set({ stale: OUTDATED });
}

/** Marks what was taken on and never finished, because the server went away over it. */
export async function outdateUnfinished(transaction: Transaction): Promise<void> {
  await transaction
    .update(outlooks)
    .set({ stale: OUTDATED })
    .where(and(isNotFresh, eq(outlooks.stale, TAKEN_ON)));
}

/** Takes on some batteries of which what is expected is out of date, so many at most: they are worked out now. */
export async function takeOn(transaction: Transaction, limit: number): Promise<string[]> {
  const rows = await transaction
    .select({ id: outlooks.batteryId })
    .from(outlooks)
    .where(and(isNotFresh, eq(outlooks.stale, OUTDATED)))
    .orderBy(asc(outlooks.batteryId))
    .limit(limit);
  const ids = rows.map(({ id }) => id);
  if (ids.length > 0)
    await transaction.update(outlooks).set({ stale: TAKEN_ON }).where(inArray(outlooks.batteryId, ids));
  return ids;
}

/** How many batteries wait for what is expected of them to be worked out, or have it worked out now. */
export async function countOutdated(database: Database | Transaction): Promise<number> {
  const [row] = await database.select({ count: count() }).from(outlooks).where(isNotFresh);
  return row?.count ?? 0;
}
