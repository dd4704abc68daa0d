import { and, asc, eq, isNull } from 'drizzle-orm';
import { lookAlikeKey } from '@/core/quantity/written-text';
import type { Database, Transaction } from './database';
import { instrumentKeys } from './schema';

/** An instrument that speaks for itself, with the hash of its key. */
export type KeptInstrument = typeof instrumentKeys.$inferSelect;

const IN_USE = isNull(instrumentKeys.endedAtMs);

/** The instruments whose keys are good, by name. */
export function keyedInstruments(database: Database | Transaction): Promise<KeptInstrument[]> {
  return database.select().from(instrumentKeys).where(IN_USE).orderBy(asc(instrumentKeys.name));
}

/** The instrument that a key is of; undefined for one that is none, or was ended. */
export async function instrumentByKey(
  database: Database | Transaction,
  keyHash: string,
): Promise<KeptInstrument | undefined> {
  const [row] = await database
    .select()
    .from(instrumentKeys)
    .where(and(eq(instrumentKeys.keyHash, keyHash), IN_USE));
  return row;
}

/** Adds an instrument; answers whether its name was free, or it was there already. */
export async function addInstrument(transaction: Transaction, added: KeptInstrument): Promise<boolean> {
  const all = await keyedInstruments(transaction);
  if (all.some(({ name }) => lookAlikeKey(name) === lookAlikeKey(added.name))) return false;
  await transaction.insert(instrumentKeys).values(added);
  return true;
}

/** Stands an instrument at another bench, null for every one, or ends its key; answers what it is now. */
export async function changeInstrument(
  transaction: Transaction,
  id: string,
  change: Partial<Pick<KeptInstrument, 'deviceId' | 'endedAtMs'>>,
): Promise<KeptInstrument | undefined> {
  const [row] = await transaction
    .update(instrumentKeys)
    .set(change)
    .where(and(eq(instrumentKeys.id, id), IN_USE))
    .returning();
  return row;
}
