import { and, desc, eq, sql } from 'drizzle-orm';
import type { LotRecord, LotRow, LotSummary } from '@/core/exchange/arrival-views';
import type { Database, Store, Transaction } from './database';
import { lots } from './schema';

export async function lotById(database: Database | Transaction, id: string): Promise<LotRecord | undefined> {
  const [row] = await database.select().from(lots).where(eq(lots.id, id));
  return row;
}

/** The racks, the one that was worked on last first. Their rows are counted, not loaded. */
export function listLots(store: Store, limit: number): Promise<LotSummary[]> {
  return store.read((database) =>
    database
      .select({
        id: lots.id,
        name: lots.name,
        revision: lots.revision,
        startedAtMs: lots.startedAtMs,
        startedById: lots.startedById,
        changedAtMs: lots.changedAtMs,
        importId: lots.importId,
        batteries: sql<number>`json_array_length(${lots.rows})`,
      })
      .from(lots)
      .orderBy(desc(lots.changedAtMs))
      .limit(limit),
  );
}

/** Begins a rack; the same id again changes nothing. */
export function addLot(store: Store, lot: LotRecord): Promise<void> {
  return store.write(async (transaction) => {
    await transaction
      .insert(lots)
      .values({ ...lot, rows: [...lot.rows] })
      .onConflictDoNothing({ target: lots.id });
  });
}

/** Keeps a rack as it now stands, unless somebody has changed it since `seenRevision`: then answers undefined. */
export function changeLot(
  store: Store,
  change: {
    readonly id: string;
    readonly name: string;
    readonly rows: readonly LotRow[];
    readonly seenRevision: number;
    readonly changedAtMs: number;
  },
): Promise<number | undefined> {
  const { id, name, rows, seenRevision, changedAtMs } = change;
  return store.write(async (transaction) => {
    const [changed] = await transaction
      .update(lots)
      .set({ name, rows: [...rows], revision: seenRevision + 1, changedAtMs })
      .where(and(eq(lots.id, id), eq(lots.revision, seenRevision)))
      .returning({ revision: lots.revision });
    return changed?.revision;
  });
}

/** Has a rack judged by other house rules from here on; false where it was stored already. */
export function judgeLotBy(
  store: Store,
  id: string,
  rules: { readonly rulesId: string; readonly rulesVersion: number },
): Promise<boolean> {
  return store.write(async (transaction) => {
    const changed = await transaction
      .update(lots)
      .set(rules)
      .where(and(eq(lots.id, id), sql`${lots.importId} is null`))
      .returning({ id: lots.id });
    return changed.length > 0;
  });
}

/** Says by which import a rack was stored. */
export async function closeLot(transaction: Transaction, id: string, importId: string): Promise<void> {
  await transaction.update(lots).set({ importId }).where(eq(lots.id, id));
}

/** Throws a rack away that was never stored; false where there is none, or where it was. */
export function dropLot(store: Store, id: string): Promise<boolean> {
  return store.write(async (transaction) => {
    const gone = await transaction
      .delete(lots)
      .where(and(eq(lots.id, id), sql`${lots.importId} is null`))
      .returning({ id: lots.id });
    return gone.length > 0;
  });
}
