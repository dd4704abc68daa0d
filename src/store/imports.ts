import { and, asc, count, desc, eq, exists, inArray, isNull, ne, notExists, or, sql } from 'drizzle-orm';
import { tagKey } from '@/core/battery/battery';
import type { ArrivalState, ImportRecord } from '@/core/exchange/arrival-views';
import type { KnownBattery } from '@/core/exchange/import/known-battery';
import type { BatteryRecord } from '@/core/exchange/views';
import { batteryOf, rowOf } from './batteries';
import type { Database, Store, Transaction } from './database';
import { inChunks } from './in-chunks';
import { inSight } from './in-sight';
import { outdateArrival } from './outdate';
import { insertsOf, type PackedStretch } from './packed-rows';
import { withReferences } from './references';
import { assessments, batteries, imports, lots, readings, runs, technicians, traces } from './schema';
import { RELEASE_TAGS, releaseTags } from './tags';

/** The registered batteries among some tags, by the key of the tag, with when their runs began. */
export async function knownBatteries(
  database: Database | Transaction,
  keys: readonly string[],
): Promise<Map<string, KnownBattery>> {
  const known = new Map<string, KnownBattery>();
  for (const some of inChunks(keys)) {
    const rows = await database
      .select()
      .from(batteries)
      .where(and(inArray(batteries.tagKey, some), inSight(batteries.arrivalId)));
    if (rows.length === 0) continue;
    const moments = new Map<string, number[]>(rows.map(({ id }) => [id, []]));
    const begun = await database
      .select({ batteryId: runs.batteryId, startedAtMs: runs.startedAtMs })
      .from(runs)
      .where(and(inArray(runs.batteryId, [...moments.keys()]), inSight(runs.arrivalId)));
    for (const { batteryId, startedAtMs } of begun) moments.get(batteryId ?? '')?.push(startedAtMs);
    const tested = await withReferences(database, rows.map(batteryOf));
    for (const battery of tested) {
      known.set(tagKey(battery.tag), { battery, runsAtMs: moments.get(battery.id) ?? [] });
    }
  }
  return known;
}

/** Begins an arrival: its rows come in by stretches and stay out of sight until `setArrival` says that all are there. */
export async function beginImport(transaction: Transaction, made: ImportRecord): Promise<void> {
  await transaction.insert(imports).values({ ...made, state: 'arriving' });
}

/** Rows that name each other are looked at once all of them are there, at the end of the transaction. */
export async function deferReferences(transaction: Transaction): Promise<void> {
  await transaction.run(sql`pragma defer_foreign_keys = on`);
}

/**
 * Adds a stretch of runs to an arrival, in a database that another machine keeps. Their readings are of one moment and
 * supersede nothing.
 */
export function addStretch(store: Store, stretch: PackedStretch): Promise<void> {
  return store.append([
    { sql: 'pragma defer_foreign_keys = on', args: [] },
    { sql: RELEASE_TAGS, args: [JSON.stringify(stretch.tagKeys)] },
    ...insertsOf(stretch).flatMap((inserts) =>
      inserts.values.map((values) => ({ sql: inserts.sql, args: [...values] })),
    ),
  ]);
}

/** Registers batteries that come in with an arrival. */
export async function addArrivingBatteries(
  transaction: Transaction,
  some: readonly BatteryRecord[],
  arrival: { readonly id: string; readonly byId: string; readonly atMs: number },
): Promise<void> {
  const rows = some.map((battery) => ({
    ...rowOf(battery, arrival.byId, arrival.atMs),
    importId: arrival.id,
    arrivalId: arrival.id,
  }));
  await releaseTags(
    transaction,
    rows.map(({ tagKey }) => tagKey),
  );
  await transaction.insert(batteries).values(rows);
}

/** Says how far an arrival is, and what it came to: with `in` all of its rows come into sight at once. */
export async function setArrival(
  transaction: Transaction,
  id: string,
  change: Partial<Pick<ImportRecord, 'runs' | 'newBatteries' | 'undoneAtMs' | 'undoneById'>> & {
    readonly state: ArrivalState;
  },
): Promise<void> {
  await transaction.update(imports).set(change).where(eq(imports.id, id));
}

/** Arrivals of which not all rows came, and whose rows nobody has seen: those of a server that ended meanwhile. */
export function unfinishedArrivals(store: Store): Promise<string[]> {
  return store.read(async (database) => {
    const rows = await database
      .select({ id: imports.id })
      .from(imports)
      .where(inArray(imports.state, ['arriving', 'stopped']));
    return rows.map(({ id }) => id);
  });
}

/** Runs of a stopped arrival that are cleared away in one stretch: little enough for a capture to pass between two. */
const CLEARED_AT_ONCE = 200;

/** Clears away a stretch of an arrival that never came in whole; false once nothing of it is left. */
export async function clearStretch(transaction: Transaction, id: string): Promise<boolean> {
  await deferReferences(transaction);
  await transaction.update(imports).set({ state: 'stopped' }).where(eq(imports.id, id));
  const some = await transaction
    .select({ id: runs.id })
    .from(runs)
    .where(eq(runs.arrivalId, id))
    .limit(CLEARED_AT_ONCE);
  if (some.length > 0) {
    const ids = some.map((run) => run.id);
    await transaction.delete(readings).where(inArray(readings.runId, ids));
    await transaction.delete(traces).where(inArray(traces.runId, ids));
    await transaction.delete(assessments).where(inArray(assessments.runId, ids));
    await transaction.delete(runs).where(inArray(runs.id, ids));
    return true;
  }
  await transaction.delete(batteries).where(eq(batteries.arrivalId, id));
  await transaction.delete(imports).where(eq(imports.arrivalId, id));
  await transaction.delete(imports).where(eq(imports.id, id));
  await transaction.delete(technicians).where(eq(technicians.arrivalId, id));
  return false;
}

export async function importById(
  database: Database | Transaction,
  id: string,
): Promise<ImportRecord | undefined> {
  const [row] = await database.select().from(imports).where(eq(imports.id, id));
  return row && importOf(row);
}

/** A row of the table without what only the store needs. */
function importOf({ arrivalId: _arrival, ...made }: typeof imports.$inferSelect): ImportRecord {
  return made;
}

/** The imports that came in whole, the newest first, and those on their way. */
export function listImports(store: Store, limit: number): Promise<ImportRecord[]> {
  return store.read(async (database) => {
    const rows = await database
      .select()
      .from(imports)
      .where(and(ne(imports.state, 'stopped'), inSight(imports.arrivalId)))
      .orderBy(desc(imports.madeAtMs))
      .limit(limit);
    return rows.map(importOf);
  });
}

/** Tags of batteries whose imported runs somebody has worked on since: they cannot be taken back unseen. */
export async function touchedSince(transaction: Transaction, id: string, limit: number): Promise<string[]> {
  const rows = await transaction
    .select({ tag: batteries.tag })
    .from(runs)
    .innerJoin(batteries, eq(batteries.id, runs.batteryId))
    .innerJoin(imports, eq(imports.id, runs.importId))
    .leftJoin(assessments, eq(assessments.runId, runs.id))
    .where(eq(runs.importId, id))
    .groupBy(runs.id)
    .having(or(ne(count(assessments.id), 1), isNull(runs.finishedAtMs)))
    .limit(limit);
  return rows.map(({ tag }) => tag);
}

/**
 * Takes back an import: all that came with it goes out of sight and stays in the store, marked; batteries that were
 * tested since, or that sit in a vehicle, stay in sight. The record of the import says who took it back and when.
 */
export async function takeBack(
  transaction: Transaction,
  id: string,
  undone: { readonly undoneAtMs: number; readonly undoneById: string },
): Promise<void> {
  const testedSince = transaction
    .select({ one: sql`1` })
    .from(runs)
    .where(and(eq(runs.batteryId, batteries.id), or(isNull(runs.arrivalId), ne(runs.arrivalId, id))));
  await transaction
    .update(batteries)
    .set({ arrivalId: null, importId: null })
    .where(and(eq(batteries.arrivalId, id), exists(testedSince)));
  await transaction.update(lots).set({ importId: null }).where(eq(lots.importId, id));
  // Runs and batteries of an import from before arrivals were marked are marked now.
  await transaction
    .update(runs)
    .set({ arrivalId: id })
    .where(and(eq(runs.importId, id), isNull(runs.arrivalId)));
  await transaction
    .update(batteries)
    .set({ arrivalId: id })
    .where(and(eq(batteries.importId, id), isNull(batteries.arrivalId), notExists(testedSince)));
  await setArrival(transaction, id, { ...undone, state: 'taken_back' });
  await outdateArrival(transaction, id);
}

/** The rules that the runs of an import were judged by: all of them by the same; undefined where it has none in sight. */
export async function rulesOfImport(
  database: Database | Transaction,
  id: string,
): Promise<Pick<typeof runs.$inferSelect, 'rulesId' | 'rulesVersion'> | undefined> {
  const [row] = await database
    .select({ rulesId: runs.rulesId, rulesVersion: runs.rulesVersion })
    .from(runs)
    .where(and(eq(runs.importId, id), inSight(runs.arrivalId)))
    .limit(1);
  return row;
}

/** The batteries whose runs came in with an import, by tag. */
export async function batteriesOfImport(
  database: Database | Transaction,
  id: string,
  limit: number,
): Promise<BatteryRecord[]> {
  const rows = await database
    .selectDistinct({ battery: batteries })
    .from(runs)
    .innerJoin(batteries, eq(batteries.id, runs.batteryId))
    .where(and(eq(runs.importId, id), inSight(runs.arrivalId)))
    .orderBy(asc(batteries.tagKey))
    .limit(limit);
  return rows.map(({ battery }) => batteryOf(battery));
}
