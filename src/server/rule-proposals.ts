import 'server-only';
import { checkShape } from '@/core/exchange/check-shape';
import { succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { contradictionsIn } from '@/core/rules/check-rules';
import { HouseRulesSchema } from '@/core/rules/house-rules';
import { addProposal, endProposal, openProposals } from '@/store/rule-proposals';
import { type Answer, refusedSaying } from './answer';
import type { Context } from './context';

const Uuid = Type.String({ format: 'uuid' });
const Propose = Type.Object(
  {
    id: Uuid,
    technicianId: Uuid,
    rules: HouseRulesSchema,
    reason: Type.String({ minLength: 1, maxLength: 300, pattern: '\\S', description: 'reason' }),
  },
  { additionalProperties: false },
);
const End = Type.Object({ id: Uuid }, { additionalProperties: false });

/** So many wait at most: a lead who decides on none is not buried. */
const MOST_OPEN = 50;

/** Proposes house rules to whoever leads; nothing is judged by them until they are put in force. */
export async function proposeRules(context: Context, input: unknown): Promise<Answer<{ id: string }>> {
  const checked = checkShape(Propose, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id, rules, reason, technicianId } = checked.value;
  const problems = contradictionsIn(rules);
  if (problems.length > 0) return { ok: false, problems, failure: 'input' };
  const proposal = {
    id,
    reason: reason.trim(),
    authorId: technicianId,
    madeAtMs: context.now(),
    rules: { ...rules, id: context.site.rulesId },
  };
  const isKept = await context.store.write(async (transaction) => {
    const open = await openProposals(transaction);
    if (open.length >= MOST_OPEN) return false;
    await addProposal(transaction, proposal);
    return true;
  });
  return isKept
    ? succeed({ id })
    : refusedSaying(
        'conflict',
        'rules',
        `${MOST_OPEN} proposals wait already: a lead decides on them first.`,
      );
}

/** Ends a proposal: a lead turns it down, or whoever made it takes it back. */
export async function endProposalAsked(context: Context, input: unknown): Promise<Answer<{ id: string }>> {
  const checked = checkShape(End, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id } = checked.value;
  const own = context.role === 'lead' ? null : (context.actor ?? '');
  const ended = await context.store.write((transaction) => endProposal(transaction, id, context.now(), own));
  return ended
    ? succeed({ id })
    : refusedSaying(
        'missing',
        'id',
        'No proposal of yours waits under this number: it was decided on already.',
      );
}
