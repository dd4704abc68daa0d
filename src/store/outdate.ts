import { asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { Database, Transaction } from './database';
import { inChunks } from './in-chunks';
import { outlooks } from './schema';
import { uuidBytes } from './uuid-column';

/** Marks what is expected of some batteries as out of date. */
export async function outdate(transaction: Transaction, batteryIds: readonly string[]): Promise<void> {
  for (const some of inChunks(batteryIds)) {
    await transaction
      .insert(outlooks)
      .values(some.map((batteryId) => ({ batteryId, stale: true })))
      .onConflictDoUpdate({ target: outlooks.batteryId, set: { stale: true } });
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
  // What was taken on and never came to anything is taken on once more.
  const some = also === 'all' ? undefined : isNull(outlooks.madeAtMs);
  await transaction.update(outlooks).set({ stale: true }).where(some);
}

/** Some batteries of which what is expected is out of date. */
export async function outdated(database: Database | Transaction, limit: number): Promise<string[]> {
  const rows = await database
    .select({ id: outlooks.batteryId })
    .from(outlooks)
    .where(eq(outlooks.stale, true))
    .orderBy(asc(outlooks.batteryId))
    .limit(limit);
  return rows.map(({ id }) => id);
}

/** How many batteries wait for what is expected of them to be worked out. */
export async function countOutdated(database: Database | Transaction): Promise<number> {
  const [row] = await database
    .select({ count: sql<number>`count(*)` })
    .from(outlooks)
    .where(eq(outlooks.stale, true));
  return row?.count ?? 0;
}

/** Takes some batteries off the list of those that are out of date: they are worked out now. */
export async function takeOn(transaction: Transaction, ids: readonly string[]): Promise<void> {
  for (const some of inChunks(ids)) {
    await transaction.update(outlooks).set({ stale: false }).where(inArray(outlooks.batteryId, some));
  }
}
