import { and, asc, eq, inArray } from 'drizzle-orm';
import { tagKey } from '@/core/battery/battery';
import { SHAPES } from '@/core/exchange/stored/shapes';
import type { BatteryRecord } from '@/core/exchange/views';
import { tidyLine } from '@/core/quantity/written-text';
import type { Database, Store, Transaction } from './database';
import { inSight } from './in-sight';
import { outdate } from './outdate';
import { batteries } from './schema';
import { countMatching, matchingIds, type Whereabouts } from './search';
import { releaseTags } from './tags';

type BatteryRow = typeof batteries.$inferSelect;

/** A row of the table without what only the store needs. */
export function batteryOf(row: BatteryRow): BatteryRecord {
  const { tagKey: _key, changedAtMs: _at, changedById: _by, importId: _import, ...known } = row;
  const { arrivalId: _arrival, shape: _shape, ...battery } = known;
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
    const row = rowOf(battery, technicianId, nowMs);
    await releaseTags(transaction, [row.tagKey]);
    await transaction.insert(batteries).values(row);
    await outdate(transaction, [battery.id]);
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

/** How a change of a label ended: it stands, there is no such battery, or somebody changed it since it was seen. */
export type LabelChange =
  | { readonly kind: 'changed'; readonly revision: number }
  | { readonly kind: 'missing' }
  | { readonly kind: 'overtaken'; readonly battery: BatteryRecord };

/** Changes what a battery's label says, unless it is no longer as it was seen. */
export function changeBattery(
  store: Store,
  { seenRevision, ...battery }: BatteryRecord & { readonly seenRevision: number },
  technicianId: string,
  nowMs: number,
): Promise<LabelChange> {
  return store.write(async (transaction) => {
    const [row] = await transaction.select().from(batteries).where(eq(batteries.id, battery.id));
    if (!row) return { kind: 'missing' };
    if (row.revision !== seenRevision) return { kind: 'overtaken', battery: batteryOf(row) };
    const changed = rowOf(battery, technicianId, nowMs);
    if (changed.tagKey !== row.tagKey) await releaseTags(transaction, [changed.tagKey]);
    const revision = seenRevision + 1;
    await transaction
      .update(batteries)
      .set({ ...changed, revision })
      .where(eq(batteries.id, battery.id));
    await outdate(transaction, [battery.id]);
    return { kind: 'changed', revision };
  });
}

/** A battery as its row of the table. */
export function rowOf(
  battery: BatteryRecord,
  changedById: string,
  changedAtMs: number,
): typeof batteries.$inferInsert {
  const { revision: _seen, reference: _workedOut, ...label } = battery;
  return {
    ...label,
    tag: tidyLine(label.tag),
    tagKey: tagKey(label.tag),
    changedAtMs,
    changedById,
    shape: SHAPES.label,
  };
}

export function batteryById(store: Store, id: string): Promise<BatteryRecord | undefined> {
  return store.read(async (database) => {
    const [row] = await database
      .select()
      .from(batteries)
      .where(and(eq(batteries.id, id), inSight(batteries.arrivalId)));
    return row && batteryOf(row);
  });
}

export function batteryByTag(store: Store, tag: string): Promise<BatteryRecord | undefined> {
  return store.read(async (database) => {
    const [row] = await database
      .select()
      .from(batteries)
      .where(and(eq(batteries.tagKey, tagKey(tag)), inSight(batteries.arrivalId)));
    return row && batteryOf(row);
  });
}

/** A stretch of the batteries that match the words, by tag, and whether there are further ones that way. */
export interface BatteryStretch {
  readonly batteries: readonly BatteryRecord[];
  readonly more: boolean;
  /** The keys of the first tag and the last one, from which to go on. */
  readonly ends: readonly [first: string, last: string];
}

/** Finds batteries by words in their tag, place, model, type or vehicles, from a tag on or back from one. */
export function searchBatteries(
  store: Store,
  words: string,
  where: Whereabouts,
  limit: number,
): Promise<BatteryStretch> {
  return store.read(async (database) => {
    const { ids, ...found } = await matchingIds(database, words, where, limit);
    return { batteries: await batteriesByIds(database, ids), ...found };
  });
}

/** How many batteries match the words; all of them where there are none. */
export function countBatteries(store: Store, words = ''): Promise<number> {
  return store.read((database) => countMatching(database, words));
}

/** Some batteries by their ids, by tag. */
export async function batteriesByIds(
  database: Database | Transaction,
  ids: readonly string[],
): Promise<BatteryRecord[]> {
  const rows = await database
    .select()
    .from(batteries)
    .where(and(inArray(batteries.id, [...ids]), inSight(batteries.arrivalId)))
    .orderBy(asc(batteries.tagKey));
  return rows.map(batteryOf);
}
