import { and, asc, eq } from 'drizzle-orm';
import type { Charger } from '@/core/charging/charger-schema';
import type { KeptCharger } from '@/core/exchange/views';
import { lookAlikeKey } from '@/core/quantity/written-text';
import type { Database, Store, Transaction } from './database';
import { inChunks } from './in-chunks';
import { chargers } from './schema';

/** The chargers of the site with how often each was changed, by name; those that were put aside among them. */
export async function keptChargers(database: Database | Transaction): Promise<KeptCharger[]> {
  const rows = await database.select().from(chargers).orderBy(asc(chargers.id));
  return rows.sort((one, other) => one.name.localeCompare(other.name, 'en', { numeric: true }));
}

/** The same as they go into a file. */
export async function listChargers(database: Database | Transaction): Promise<Charger[]> {
  return (await keptChargers(database)).map(({ revision: _revision, ...charger }) => charger);
}

/** How keeping a charger ended: it is kept, its name is another's that is in use, or somebody else changed it meanwhile. */
export type ChargerKept = 'kept' | 'name_taken' | 'overtaken';

/** Adds a charger, or changes the one of this id as it was seen: how often changed, 0 for a new one. */
export function keepCharger(store: Store, said: Charger, seenRevision: number): Promise<ChargerKept> {
  return store.write(async (transaction) => {
    const all = await keptChargers(transaction);
    const known = all.find(({ id }) => id === said.id);
    // It was put aside when it was first said to be.
    const retiredAtMs = said.retiredAtMs === null ? null : (known?.retiredAtMs ?? said.retiredAtMs);
    const charger = { ...said, retiredAtMs };
    const taken = all.some(
      ({ id, name, retiredAtMs }) =>
        id !== charger.id && retiredAtMs === null && lookAlikeKey(name) === lookAlikeKey(charger.name),
    );
    if (taken && charger.retiredAtMs === null) return 'name_taken';
    if (known && isSame(known, charger)) return 'kept';
    if ((known?.revision ?? 0) !== seenRevision) return 'overtaken';
    if (!known) await transaction.insert(chargers).values(charger);
    else {
      await transaction
        .update(chargers)
        .set({ ...charger, revision: seenRevision + 1 })
        .where(and(eq(chargers.id, charger.id), eq(chargers.revision, seenRevision)));
    }
    return 'kept';
  });
}

/** The same again, as when an answer was lost on its way. */
function isSame({ revision: _revision, ...known }: KeptCharger, charger: Charger): boolean {
  return JSON.stringify(known, Object.keys(charger)) === JSON.stringify(charger, Object.keys(charger));
}

/** Adds chargers of another site. */
export async function addChargers(transaction: Transaction, some: readonly Charger[]): Promise<void> {
  for (const chunk of inChunks(some)) {
    await transaction
      .insert(chargers)
      .values([...chunk])
      .onConflictDoNothing();
  }
}
