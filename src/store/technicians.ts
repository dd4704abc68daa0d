import { asc, eq } from 'drizzle-orm';
import type { Technician } from '@/core/exchange/views';
import { lookAlikeKey, tidyLine } from '@/core/quantity/written-text';
import type { Store } from './database';
import { inSight } from './in-sight';
import { technicians } from './schema';

/** How names are compared: in any case and spelling, and whatever looks the same is the same. */
export const nameKey = (name: string) => lookAlikeKey(name);

export function listTechnicians(store: Store): Promise<Technician[]> {
  return store.read((database) =>
    database
      .select({ id: technicians.id, name: technicians.name })
      .from(technicians)
      .where(inSight(technicians.arrivalId))
      .orderBy(asc(technicians.nameKey)),
  );
}

/** Adds a technician; the same id again changes nothing. Throws AlreadyThere for a name that is taken. */
export function addTechnician(store: Store, { id, name }: Technician, nowMs: number): Promise<void> {
  return store.write(async (transaction) => {
    const [known] = await transaction.select().from(technicians).where(eq(technicians.id, id));
    if (known) return;
    await transaction
      .insert(technicians)
      .values({ id, name: tidyLine(name), nameKey: nameKey(name), createdAtMs: nowMs });
  });
}
