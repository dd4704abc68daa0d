import { and, desc, eq, gt, isNull } from 'drizzle-orm';
import type { Database, Transaction } from './database';
import { sharedSlips } from './schema';

export type SharedSlip = typeof sharedSlips.$inferSelect;

export async function addSharedSlip(
  transaction: Transaction,
  shared: Omit<SharedSlip, 'endedAtMs'>,
): Promise<void> {
  await transaction.insert(sharedSlips).values(shared);
}

const stillOpen = (nowMs: number) => and(isNull(sharedSlips.endedAtMs), gt(sharedSlips.untilMs, nowMs));

/** The run that a shared address shows; undefined once it has ended, was taken back, or never was. */
export async function runShared(
  database: Database | Transaction,
  tokenHash: string,
  nowMs: number,
): Promise<string | undefined> {
  const [found] = await database
    .select({ runId: sharedSlips.runId })
    .from(sharedSlips)
    .where(and(eq(sharedSlips.tokenHash, tokenHash), stillOpen(nowMs)));
  return found?.runId;
}

/** The addresses under which a run is shared now, the newest first. */
export function sharesOfRun(
  database: Database | Transaction,
  runId: string,
  nowMs: number,
): Promise<SharedSlip[]> {
  return database
    .select()
    .from(sharedSlips)
    .where(and(eq(sharedSlips.runId, runId), stillOpen(nowMs)))
    .orderBy(desc(sharedSlips.madeAtMs));
}

/** Takes an address back; answers whether it was open. */
export async function endShare(
  transaction: Transaction,
  { id, runId, atMs }: { readonly id: string; readonly runId: string; readonly atMs: number },
): Promise<boolean> {
  const rows = await transaction
    .update(sharedSlips)
    .set({ endedAtMs: atMs })
    .where(and(eq(sharedSlips.id, id), eq(sharedSlips.runId, runId), isNull(sharedSlips.endedAtMs)))
    .returning({ id: sharedSlips.id });
  return rows.length > 0;
}
