import { eq } from 'drizzle-orm';
import { type FleetLearned, NOTHING_LEARNED } from '@/core/history/fleet-learning';
import type { Database, Transaction } from './database';
import { Unreadable } from './packed-json';
import { learned } from './schema';

const FLEET = 'fleet';

/** What the fleet has said of itself as it was worked out last, and when; undefined where nothing was worked out. */
export async function learnedLast(
  database: Database | Transaction,
): Promise<{ readonly madeAtMs: number; readonly learned: FleetLearned } | undefined> {
  const [row] = await database.select().from(learned).where(eq(learned.subject, FLEET));
  if (!row || row.value instanceof Unreadable) return undefined;
  return { madeAtMs: row.madeAtMs, learned: learnedFrom(row.value) };
}

/** What this fleet has said of itself, as it was worked out last; nothing where that never was. */
export async function learnedHere(database: Database | Transaction): Promise<FleetLearned> {
  return (await learnedLast(database))?.learned ?? NOTHING_LEARNED;
}

export async function keepLearned(
  transaction: Transaction,
  madeAtMs: number,
  said: FleetLearned,
): Promise<void> {
  const row = { subject: FLEET, madeAtMs, value: plainOf(said) };
  await transaction.insert(learned).values(row).onConflictDoUpdate({ target: learned.subject, set: row });
}

/** Has what the fleet has said of itself worked out anew, and with it every outlook. */
export async function forgetLearned(transaction: Transaction): Promise<void> {
  await transaction.update(learned).set({ madeAtMs: 0 });
}

/** What was learned as plain records: maps go into no JSON. */
function plainOf({ leftovers, lifeTimes }: FleetLearned) {
  return {
    instrument: [...leftovers.instrument],
    technician: [...leftovers.technician],
    season: [...leftovers.season],
    scatter: leftovers.scatter,
    lifeTimes: [...lifeTimes],
  };
}

/** The same read again; nothing where it is of another shape, so that it is worked out anew. */
function learnedFrom(value: unknown): FleetLearned {
  const kept = value as Partial<ReturnType<typeof plainOf>> | null;
  if (!kept?.instrument || !kept.technician || !kept.season || !kept.lifeTimes) return NOTHING_LEARNED;
  return {
    leftovers: {
      instrument: new Map(kept.instrument),
      technician: new Map(kept.technician),
      season: new Map(kept.season),
      // What was learned before anybody asked for it.
      scatter: kept.scatter ?? 1,
    },
    lifeTimes: new Map(kept.lifeTimes),
  };
}
