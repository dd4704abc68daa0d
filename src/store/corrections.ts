import { and, asc, eq, isNull } from 'drizzle-orm';
import type { KeptCorrection } from '@/core/exchange/fleet-views';
import type { Database, Transaction } from './database';
import { instrumentCorrections, instruments, technicians } from './schema';
import { nameKey } from './technicians';

/** The corrections of instruments that are in force, by when they begin. */
export async function correctionsInForce(database: Database | Transaction): Promise<KeptCorrection[]> {
  return database
    .select({
      id: instrumentCorrections.id,
      instrument: instruments.name,
      by: technicians.name,
      fromMs: instrumentCorrections.fromMs,
      pct: instrumentCorrections.pct,
      reason: instrumentCorrections.reason,
    })
    .from(instrumentCorrections)
    .innerJoin(instruments, eq(instruments.number, instrumentCorrections.instrumentNumber))
    .innerJoin(technicians, eq(technicians.id, instrumentCorrections.madeById))
    .where(isNull(instrumentCorrections.endedAtMs))
    .orderBy(asc(instrumentCorrections.fromMs));
}

/** Adds a correction of a known instrument; answers whether there is such a one. The same id again adds nothing. */
export async function addCorrection(
  transaction: Transaction,
  {
    instrument,
    ...made
  }: Omit<typeof instrumentCorrections.$inferInsert, 'instrumentNumber'> & {
    readonly instrument: string;
  },
): Promise<boolean> {
  const [known] = await transaction
    .select({ number: instruments.number })
    .from(instruments)
    .where(eq(instruments.nameKey, nameKey(instrument)));
  if (!known) return false;
  await transaction
    .insert(instrumentCorrections)
    .values({ ...made, instrumentNumber: known.number })
    .onConflictDoNothing();
  return true;
}

/** Ends one that is in force; answers whether it was. */
export async function endCorrection(
  transaction: Transaction,
  id: string,
  ended: { readonly atMs: number; readonly byId: string },
): Promise<boolean> {
  const rows = await transaction
    .update(instrumentCorrections)
    .set({ endedAtMs: ended.atMs, endedById: ended.byId })
    .where(and(eq(instrumentCorrections.id, id), isNull(instrumentCorrections.endedAtMs)))
    .returning({ id: instrumentCorrections.id });
  return rows.length > 0;
}
