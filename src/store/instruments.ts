import { eq } from 'drizzle-orm';
import { uuidv7 } from 'uuidv7';
import { tidyLine } from '@/core/quantity/written-text';
import type { Transaction } from './database';
import { instruments } from './schema';
import { nameKey as keyOfName } from './technicians';

/** The number of the instrument of a name, which is registered where nobody has read anything with it yet. */
export async function instrumentNumber(
  transaction: Transaction,
  name: string,
  nowMs: number,
): Promise<number> {
  const nameKey = keyOfName(name);
  const [known] = await transaction
    .select({ number: instruments.number })
    .from(instruments)
    .where(eq(instruments.nameKey, nameKey));
  if (known) return known.number;
  const [made] = await transaction
    .insert(instruments)
    .values({ id: uuidv7(), name: tidyLine(name), nameKey, createdAtMs: nowMs })
    .returning({ number: instruments.number });
  if (!made) throw new Error('an instrument that was added has a number');
  return made.number;
}

/** The numbers of several, by name as it is written. */
export async function instrumentNumbers(
  transaction: Transaction,
  names: Iterable<string>,
  nowMs: number,
): Promise<ReadonlyMap<string, number>> {
  const numbers = new Map<string, number>();
  for (const name of new Set(names)) numbers.set(name, await instrumentNumber(transaction, name, nowMs));
  return numbers;
}
