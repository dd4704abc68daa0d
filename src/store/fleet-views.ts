import { asc, eq } from 'drizzle-orm';
import type { FleetSavedView } from '@/core/exchange/fleet-views';
import { lookAlikeKey } from '@/core/quantity/written-text';
import type { Database, Store, Transaction } from './database';
import { fleetViews } from './schema';

/** The ways of looking at the fleet that were kept, by name. */
export function savedViews(database: Database | Transaction): Promise<FleetSavedView[]> {
  return database
    .select({ id: fleetViews.id, name: fleetViews.name, address: fleetViews.address })
    .from(fleetViews)
    .orderBy(asc(fleetViews.nameKey));
}

/** Keeps a view; one of the same name is kept anew under it. Answers with the id that it has. */
export function keepView(
  store: Store,
  view: FleetSavedView & { readonly madeAtMs: number; readonly madeById: string },
): Promise<string> {
  const nameKey = lookAlikeKey(view.name);
  return store.write(async (transaction) => {
    const { address, name, madeAtMs, madeById } = view;
    const [kept] = await transaction
      .insert(fleetViews)
      .values({ ...view, nameKey })
      .onConflictDoUpdate({ target: fleetViews.nameKey, set: { address, name, madeAtMs, madeById } })
      .returning({ id: fleetViews.id });
    return kept?.id ?? view.id;
  });
}

/** Forgets a view; one that is gone already is gone. */
export async function forgetView(store: Store, id: string): Promise<void> {
  await store.write((transaction) => transaction.delete(fleetViews).where(eq(fleetViews.id, id)));
}
