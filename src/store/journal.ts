import { and, desc, eq, gt, inArray, lt, sql } from 'drizzle-orm';
import { type JournalAct, type JournalEntry, nextEntry } from '@/core/people/journal';
import type { Database, Store, Transaction } from './database';
import { journal, runs } from './schema';

/** Appends an act to the journal, in the transaction of what was done: both stand or neither does. */
export async function appendToJournal(transaction: Transaction, act: JournalAct): Promise<void> {
  const [last] = await transaction
    .select({ number: journal.number, hash: journal.hash })
    .from(journal)
    .orderBy(desc(journal.number))
    .limit(1);
  await transaction.insert(journal).values(nextEntry(last ?? null, act));
}

/** How many rows this connection has changed since it was opened. */
async function changesSoFar(transaction: Transaction): Promise<number> {
  const row = await transaction.get<{ readonly count: number }>(sql`select total_changes() as count`);
  return row.count;
}

/**
 * A store whose first write that changes something stands in the journal, in the same transaction. What changes nothing,
 * a request that is refused or one that is sent again, is no act.
 */
export function journaled(store: Store, act: () => JournalAct): Store {
  let isNoted = false;
  return {
    ...store,
    write: async (work) => {
      const { result, noted } = await store.write(async (transaction) => {
        const before = isNoted ? 0 : await changesSoFar(transaction);
        const done = await work(transaction);
        const isAct = !isNoted && (await changesSoFar(transaction)) > before;
        if (isAct) await appendToJournal(transaction, act());
        return { result: done, noted: isAct };
      });
      isNoted ||= noted;
      return result;
    },
  };
}

/** Which entries are asked for: those of one person, those about some things, and how far back. */
export interface JournalAsked {
  readonly personId?: string | null;
  readonly subjectIds?: readonly string[] | null;
  /** Only entries before this number: the next page. */
  readonly beforeNumber?: number | null;
}

/** Entries of the journal, the newest first. */
export function journalPage(
  database: Database | Transaction,
  { personId = null, subjectIds = null, beforeNumber = null }: JournalAsked,
  limit: number,
): Promise<JournalEntry[]> {
  return database
    .select()
    .from(journal)
    .where(
      and(
        personId === null ? undefined : eq(journal.personId, personId),
        subjectIds === null ? undefined : inArray(journal.subjectId, [...subjectIds]),
        beforeNumber === null ? undefined : lt(journal.number, beforeNumber),
      ),
    )
    .orderBy(desc(journal.number))
    .limit(limit);
}

/** A stretch of the journal after an entry, in the order in which it was written. */
export function journalAfter(
  database: Database | Transaction,
  number: number,
  limit: number,
): Promise<JournalEntry[]> {
  return database
    .select()
    .from(journal)
    .where(gt(journal.number, number))
    .orderBy(journal.number)
    .limit(limit);
}

/** The newest runs of a battery, or checks of a vehicle, by id: what was done to them was done to it. */
export async function runIdsOf(
  database: Database | Transaction,
  id: string,
  limit: number,
): Promise<string[]> {
  const newest = async (column: typeof runs.batteryId | typeof runs.vehicleId) =>
    database
      .select({ id: runs.id })
      .from(runs)
      .where(eq(column, id))
      .orderBy(desc(runs.startedAtMs))
      .limit(limit);
  const found = [...(await newest(runs.batteryId)), ...(await newest(runs.vehicleId))];
  return found.map((run) => run.id);
}
