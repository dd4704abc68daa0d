import 'server-only';
import { checkShape } from '@/core/exchange/check-shape';
import { AttemptSchema, type PracticeView, practiceSummary } from '@/core/practice/attempt';
import { succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { allPeople } from '@/store/people';
import { keepPractice, practiceOf } from '@/store/practice-results';
import { type Answer, refusedSaying } from '../answer';
import type { Context } from '../context';

const MOST_AT_ONCE = 100;
/** So many results are summed up; older ones say little about somebody now. */
const MOST_SEEN = 2000;
const SHOWN = 60;

const Keep = Type.Object(
  {
    /** Who worked them, where names are only chosen. */
    technicianId: Type.String({ format: 'uuid' }),
    attempts: Type.Array(AttemptSchema, { minItems: 1, maxItems: MOST_AT_ONCE }),
  },
  { additionalProperties: false },
);

/** Keeps what somebody came to in practice cases, under whoever is signed in. */
export async function keepPracticeAsked(context: Context, input: unknown): Promise<Answer<{ kept: number }>> {
  const checked = checkShape(Keep, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { technicianId, attempts } = checked.value;
  if (!context.isOpen && context.actor !== technicianId)
    return refusedSaying(
      'may_not',
      'technicianId',
      'These are somebody else’s: they are kept once they sign in here.',
    );
  const people = await context.store.read(allPeople);
  if (!people.some(({ id }) => id === technicianId))
    return refusedSaying('missing', 'technicianId', 'Nobody of this site has this name.');
  await context.store.write((transaction) => keepPractice(transaction, technicianId, attempts));
  return succeed({ kept: attempts.length });
}

/** What practice came to: of everybody for a lead, else one's own. */
export async function practiceView(context: Context, personId: string | null): Promise<PracticeView> {
  const isLead = context.role === 'lead';
  const who = isLead ? personId : (context.actor ?? '');
  return context.store.read(async (database) => {
    const people = await allPeople(database);
    const all = await practiceOf(database, who, MOST_SEEN);
    const lines = people
      .filter(({ id, leftAtMs }) => leftAtMs === null && (isLead || id === context.actor))
      .map(({ id, name }) => ({
        id,
        name,
        ...practiceSummary(all.filter((attempt) => attempt.personId === id)),
      }))
      .filter(({ cases }) => cases > 0);
    return { isLead, personId: isLead ? personId : null, lines, attempts: all.slice(0, SHOWN) };
  });
}
