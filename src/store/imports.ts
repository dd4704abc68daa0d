import { asc, count, desc, eq, inArray, isNull, ne, or, sql } from 'drizzle-orm';
import { tagKey } from '@/core/battery/battery';
import type { KnownBattery } from '@/core/exchange/import/known-battery';
import type { AssessmentRecord, BatteryRecord, ImportRecord, RunRecord } from '@/core/exchange/views';
import type { Reading } from '@/core/procedure/reading';
import { batteryOf } from './batteries';
import type { Database, Store, Transaction } from './open';
import { assessments, batteries, imports, lots, readings, runs } from './schema';

/** Values that one statement takes: SQLite binds at most 32,766, and a row has up to 18. */
const ROWS_A_STATEMENT = 500;

/** The registered batteries among some tags, by the key of the tag, with when their runs began. */
export async function knownBatteries(
  database: Database | Transaction,
  keys: readonly string[],
): Promise<Map<string, KnownBattery>> {
  const known = new Map<string, KnownBattery>();
  for (const some of inChunks(keys)) {
    const rows = await database.select().from(batteries).where(inArray(batteries.tagKey, some));
    const moments = new Map<string, number[]>(rows.map(({ id }) => [id, []]));
    const begun = await database
      .select({ batteryId: runs.batteryId, startedAtMs: runs.startedAtMs })
      .from(runs)
      .where(inArray(runs.batteryId, [...moments.keys()]));
    for (const { batteryId, startedAtMs } of begun) moments.get(batteryId)?.push(startedAtMs);
    for (const row of rows) {
      known.set(row.tagKey, { battery: batteryOf(row), runsAtMs: moments.get(row.id) ?? [] });
    }
  }
  return known;
}

/** A run as it comes in: with its battery where that is new, its readings and what it came to. */
export interface IncomingRun {
  readonly newBattery: BatteryRecord | null;
  readonly run: RunRecord;
  readonly readings: readonly Reading[];
  readonly assessment: AssessmentRecord;
}

/** Begins an import inside a transaction; its counts are set by `endImport`. */
export async function beginImport(transaction: Transaction, made: ImportRecord): Promise<void> {
  await transaction.insert(imports).values(made);
}

/** Adds runs to an import. Their readings are of one moment and supersede nothing. */
export async function addIncoming(
  transaction: Transaction,
  { id, madeAtMs, madeById }: ImportRecord,
  incoming: readonly IncomingRun[],
): Promise<void> {
  const registered = incoming.flatMap(({ newBattery }) => newBattery ?? []);
  for (const some of inChunks(registered)) {
    await transaction.insert(batteries).values(
      some.map((battery) => ({
        ...battery,
        ...{ tagKey: tagKey(battery.tag), changedAtMs: madeAtMs, changedById: madeById, importId: id },
      })),
    );
  }
  for (const some of inChunks(incoming)) {
    await transaction
      .insert(runs)
      .values(some.map(({ run }) => ({ ...run, assessmentId: null, importId: id })));
    await transaction.insert(assessments).values(some.map(({ assessment }) => assessment));
  }
  for (const some of inChunks(incoming.flatMap((run) => run.readings))) {
    await transaction
      .insert(readings)
      .values(some.map((reading) => ({ ...reading, recordedAtMs: madeAtMs })));
  }
}

/** Ends an import: each of its runs is finished with the assessment that came in with it. */
export async function endImport(
  transaction: Transaction,
  id: string,
  counts: Pick<ImportRecord, 'runs' | 'newBatteries'>,
): Promise<void> {
  await transaction.update(imports).set(counts).where(eq(imports.id, id));
  await transaction
    .update(runs)
    .set({
      assessmentId: sql`(select ${assessments.id} from ${assessments} where ${assessments.runId} = ${runs.id})`,
    })
    .where(eq(runs.importId, id));
}

export async function importById(
  database: Database | Transaction,
  id: string,
): Promise<ImportRecord | undefined> {
  const [row] = await database.select().from(imports).where(eq(imports.id, id));
  return row;
}

/** The imports, the newest first. */
export function listImports(store: Store, limit: number): Promise<ImportRecord[]> {
  return store.read((database) =>
    database.select().from(imports).orderBy(desc(imports.madeAtMs)).limit(limit),
  );
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
 * Takes back an import: its runs with all that is in them, and the batteries that it registered, unless they have been
 * tested since. The record of the import stays, and says who took it back and when.
 */
export async function takeBack(
  transaction: Transaction,
  id: string,
  undone: { readonly undoneAtMs: number; readonly undoneById: string },
): Promise<void> {
  const own = transaction.select({ id: runs.id }).from(runs).where(eq(runs.importId, id));
  await transaction.update(runs).set({ assessmentId: null }).where(eq(runs.importId, id));
  await transaction.delete(assessments).where(inArray(assessments.runId, own));
  await transaction.update(readings).set({ supersedesId: null }).where(inArray(readings.runId, own));
  await transaction.delete(readings).where(inArray(readings.runId, own));
  await transaction.delete(runs).where(eq(runs.importId, id));
  await transaction
    .delete(batteries)
    .where(
      sql`${batteries.importId} = ${id} and not exists (select 1 from ${runs} where ${runs.batteryId} = ${batteries.id})`,
    );
  await transaction.update(batteries).set({ importId: null }).where(eq(batteries.importId, id));
  await transaction.update(lots).set({ importId: null }).where(eq(lots.importId, id));
  await transaction.update(imports).set(undone).where(eq(imports.id, id));
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
    .where(eq(runs.importId, id))
    .orderBy(asc(batteries.tagKey))
    .limit(limit);
  return rows.map(({ battery }) => batteryOf(battery));
}

/** Pieces that one statement can take. */
export function inChunks<T>(all: readonly T[], size = ROWS_A_STATEMENT): T[][] {
  const chunks: T[][] = [];
  for (let from = 0; from < all.length; from += size) chunks.push(all.slice(from, from + size));
  return chunks;
}
