import { and, asc, eq, isNull } from 'drizzle-orm';
import type { RulesProposal } from '@/core/exchange/rules-views';
import { SHAPES } from '@/core/exchange/stored/shapes';
import type { HouseRules } from '@/core/rules/house-rules';
import type { Database, Transaction } from './database';
import { decodeRules } from './decode';
import { ruleProposals } from './schema';

/** What was proposed and waits, the oldest first; one that cannot be read today is left out. */
export async function openProposals(database: Database | Transaction): Promise<RulesProposal[]> {
  const rows = await database
    .select()
    .from(ruleProposals)
    .where(isNull(ruleProposals.endedAtMs))
    .orderBy(asc(ruleProposals.madeAtMs));
  return rows.flatMap(({ id, reason, authorId, madeAtMs, rules, shape }) => {
    const read = decodeRules({ id: `proposed as ${id}`, version: 0, rules, shape });
    return read.ok ? [{ id, reason, authorId, madeAtMs, rules: read.value }] : [];
  });
}

/** Keeps a proposal, once however often it is sent. */
export async function addProposal(
  transaction: Transaction,
  proposal: RulesProposal & { readonly rules: HouseRules },
): Promise<void> {
  await transaction
    .insert(ruleProposals)
    .values({ ...proposal, shape: SHAPES.rules })
    .onConflictDoNothing();
}

/** Ends a proposal; of `authorId` only where one is given. Answers whether one waited. */
export async function endProposal(
  transaction: Transaction,
  id: string,
  endedAtMs: number,
  authorId: string | null = null,
): Promise<boolean> {
  const ended = await transaction
    .update(ruleProposals)
    .set({ endedAtMs })
    .where(
      and(
        eq(ruleProposals.id, id),
        isNull(ruleProposals.endedAtMs),
        authorId === null ? undefined : eq(ruleProposals.authorId, authorId),
      ),
    )
    .returning({ id: ruleProposals.id });
  return ended.length > 0;
}
