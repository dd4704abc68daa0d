import { and, asc, eq } from 'drizzle-orm';
import type { Database, Transaction } from './database';
import { passkeys } from './schema';

export type KeptPasskey = typeof passkeys.$inferSelect;

/** The passkeys of somebody, the oldest first. */
export function passkeysOf(database: Database | Transaction, personId: string): Promise<KeptPasskey[]> {
  return database
    .select()
    .from(passkeys)
    .where(eq(passkeys.personId, personId))
    .orderBy(asc(passkeys.madeAtMs));
}

export async function passkeyById(
  database: Database | Transaction,
  id: string,
): Promise<KeptPasskey | undefined> {
  const [row] = await database.select().from(passkeys).where(eq(passkeys.id, id));
  return row;
}

export async function addPasskey(transaction: Transaction, passkey: KeptPasskey): Promise<void> {
  await transaction.insert(passkeys).values(passkey);
}

/** Notes how often a passkey says it was used: one that counts backwards was copied. */
export async function countPasskey(transaction: Transaction, id: string, counter: number): Promise<void> {
  await transaction.update(passkeys).set({ counter }).where(eq(passkeys.id, id));
}

/** Takes a passkey away from whoever it is of; answers whether it was theirs. */
export async function removePasskey(
  transaction: Transaction,
  id: string,
  personId: string,
): Promise<boolean> {
  const rows = await transaction
    .delete(passkeys)
    .where(and(eq(passkeys.id, id), eq(passkeys.personId, personId)))
    .returning({ id: passkeys.id });
  return rows.length > 0;
}
