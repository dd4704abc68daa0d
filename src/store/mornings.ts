import { asc, gte } from 'drizzle-orm';
import type { Morning } from '@/core/history/mornings';
import type { Database, Transaction } from './database';
import { inChunks } from './in-chunks';
import { mornings } from './schema';

/** The mornings of the site's own file from a day on; none where it has none. */
export function morningsFrom(
  database: Database | Transaction,
  day: string,
  limit: number,
): Promise<Morning[]> {
  return database
    .select()
    .from(mornings)
    .where(gte(mornings.day, day))
    .orderBy(asc(mornings.day))
    .limit(limit);
}

/** Replaces the site's own mornings, all of them. */
export async function replaceMornings(transaction: Transaction, some: readonly Morning[]): Promise<void> {
  await transaction.delete(mornings);
  for (const chunk of inChunks(some)) await transaction.insert(mornings).values(chunk);
}
