import { desc, eq } from 'drizzle-orm';
import type { Attempt } from '@/core/practice/attempt';
import type { Database, Transaction } from './database';
import { practiceResults } from './schema';

/** What somebody came to in a case. */
export type KeptAttempt = Attempt & { readonly personId: string };

/** The newest results of somebody, or of everybody. */
export async function practiceOf(
  database: Database | Transaction,
  personId: string | null,
  limit: number,
): Promise<KeptAttempt[]> {
  const rows = await database
    .select()
    .from(practiceResults)
    .where(personId === null ? undefined : eq(practiceResults.personId, personId))
    .orderBy(desc(practiceResults.atMs))
    .limit(limit);
  return rows.map(({ isRight, ...rest }) => ({ ...rest, right: isRight }));
}

/** Keeps results, each once however often it is sent. */
export async function keepPractice(
  transaction: Transaction,
  personId: string,
  attempts: readonly Attempt[],
): Promise<void> {
  for (const { right, minutes, ...rest } of attempts)
    await transaction
      .insert(practiceResults)
      .values({ ...rest, personId, isRight: right, minutes: Math.round(minutes) })
      .onConflictDoNothing();
}
