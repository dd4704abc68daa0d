import { asc, eq } from 'drizzle-orm';
import { tagKey } from '@/core/battery/battery';
import type { Transaction } from './database';
import { batteries, instruments, technicians } from './schema';
import { nameKey } from './technicians';

/** Raised when tags or names are compared otherwise than before: the keys in the store are then written anew. */
export const KEYS_VERSION = '4';

/**
 * Writes the keys of tags and names of people and instruments anew. Two that only now look alike both stay: the older keeps the key, the younger
 * gets one of its own, and shows as it is written.
 */
export async function renewKeys(transaction: Transaction): Promise<void> {
  const units = await transaction
    .select({ id: batteries.id, text: batteries.tag, key: batteries.tagKey })
    .from(batteries)
    .orderBy(asc(batteries.id));
  for (const { id, key } of changed(units, tagKey)) {
    await transaction.update(batteries).set({ tagKey: key }).where(eq(batteries.id, id));
  }
  const people = await transaction
    .select({ id: technicians.id, text: technicians.name, key: technicians.nameKey })
    .from(technicians)
    .orderBy(asc(technicians.id));
  for (const { id, key } of changed(people, nameKey)) {
    await transaction.update(technicians).set({ nameKey: key }).where(eq(technicians.id, id));
  }
  const tools = await transaction
    .select({ id: instruments.id, text: instruments.name, key: instruments.nameKey })
    .from(instruments)
    .orderBy(asc(instruments.number));
  for (const { id, key } of changed(tools, nameKey)) {
    await transaction.update(instruments).set({ nameKey: key }).where(eq(instruments.id, id));
  }
}

interface Keyed {
  readonly id: string;
  readonly text: string;
  readonly key: string;
}

function changed(rows: readonly Keyed[], keyOf: (text: string) => string): { id: string; key: string }[] {
  const taken = new Set<string>();
  return rows.flatMap(({ id, text, key }) => {
    const wanted = keyOf(text);
    const renewed = taken.has(wanted) ? `${wanted} #${id}` : wanted;
    taken.add(renewed);
    return renewed === key ? [] : [{ id, key: renewed }];
  });
}
