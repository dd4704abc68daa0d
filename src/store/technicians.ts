import { asc, eq } from 'drizzle-orm';
import type { Technician } from '@/core/exchange/views';
import type { Store } from './open';
import { technicians } from './schema';

/** How names are compared: in any case. */
export const nameKey = (name: string) => name.trim().toLowerCase();

export function listTechnicians(store: Store): Promise<Technician[]> {
  return store.read((database) =>
    database
      .select({ id: technicians.id, name: technicians.name })
      .from(technicians)
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
      .values({ id, name: name.trim(), nameKey: nameKey(name), createdAtMs: nowMs });
  });
}
