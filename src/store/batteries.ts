import { asc, count, eq, inArray, like, or } from 'drizzle-orm';
import { tagKey } from '@/core/battery/battery';
import type { BatteryRecord } from '@/core/exchange/views';
import type { Database, Store, Transaction } from './open';
import { batteries } from './schema';

type BatteryRow = typeof batteries.$inferSelect;

/** A row of the table without what only the store needs. */
export function batteryOf(row: BatteryRow): BatteryRecord {
  const { tagKey: _key, changedAtMs: _at, changedById: _by, importId: _import, ...battery } = row;
  return battery;
}

/** Registers a battery; the same id again changes nothing. Throws AlreadyThere for a tag that is taken. */
export function addBattery(
  store: Store,
  battery: BatteryRecord,
  technicianId: string,
  nowMs: number,
): Promise<void> {
  return store.write(async (transaction) => {
    const [known] = await transaction.select().from(batteries).where(eq(batteries.id, battery.id));
    if (known) return;
    await transaction.insert(batteries).values(rowOf(battery, technicianId, nowMs));
  });
}

/** Registers batteries that nothing can stand against: those of a sample. */
export async function addBatteries(
  transaction: Transaction,
  registered: readonly BatteryRecord[],
  technicianId: string,
  atMs: number,
): Promise<void> {
  await transaction.insert(batteries).values(registered.map((battery) => rowOf(battery, technicianId, atMs)));
}

/** Changes what a battery's label says; false where there is no such battery. */
export function changeBattery(
  store: Store,
  battery: BatteryRecord,
  technicianId: string,
  nowMs: number,
): Promise<boolean> {
  return store.write(async (transaction) => {
    const changed = await transaction
      .update(batteries)
      .set(rowOf(battery, technicianId, nowMs))
      .where(eq(batteries.id, battery.id))
      .returning({ id: batteries.id });
    return changed.length > 0;
  });
}

function rowOf(
  battery: BatteryRecord,
  changedById: string,
  changedAtMs: number,
): typeof batteries.$inferInsert {
  return { ...battery, tagKey: tagKey(battery.tag), changedAtMs, changedById };
}

export function batteryById(store: Store, id: string): Promise<BatteryRecord | undefined> {
  return store.read(async (database) => {
    const [row] = await database.select().from(batteries).where(eq(batteries.id, id));
    return row && batteryOf(row);
  });
}

export function batteryByTag(store: Store, tag: string): Promise<BatteryRecord | undefined> {
  return store.read(async (database) => {
    const [row] = await database
      .select()
      .from(batteries)
      .where(eq(batteries.tagKey, tagKey(tag)));
    return row && batteryOf(row);
  });
}

export interface BatteryPage {
  readonly batteries: readonly BatteryRecord[];
  readonly total: number;
}

/** One page of the batteries whose tag or place contains the words, by tag. */
export function searchBatteries(
  store: Store,
  words: string,
  offset: number,
  limit: number,
): Promise<BatteryPage> {
  const pattern = `%${tagKey(words).replace(/[%_\\]/g, '')}%`;
  const matches = or(
    like(batteries.tagKey, pattern),
    like(batteries.place, pattern),
    like(batteries.model, pattern),
  );
  return store.read(async (database) => {
    const rows = await database
      .select()
      .from(batteries)
      .where(matches)
      .orderBy(asc(batteries.tagKey))
      .limit(limit)
      .offset(offset);
    const [counted] = await database.select({ total: count() }).from(batteries).where(matches);
    return { batteries: rows.map(batteryOf), total: counted?.total ?? 0 };
  });
}

export function countBatteries(store: Store): Promise<number> {
  return store.read(async (database) => {
    const [counted] = await database.select({ total: count() }).from(batteries);
    return counted?.total ?? 0;
  });
}

/** Some batteries by their ids, by tag. */
export async function batteriesByIds(
  database: Database | Transaction,
  ids: readonly string[],
): Promise<BatteryRecord[]> {
  const rows = await database
    .select()
    .from(batteries)
    .where(inArray(batteries.id, [...ids]))
    .orderBy(asc(batteries.tagKey));
  return rows.map(batteryOf);
}
