import 'server-only';
import { checkShape } from '@/core/exchange/check-shape';
import { type ActId, mayEver, refusal } from '@/core/people/permissions';
import { lockedUntilMs, PasswordSchema, PinSchema } from '@/core/people/secrets';
import { succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import type { Reading } from '@/core/steps/reading';
import { countWrong, forgetWrong, personById, wrongInARow } from '@/store/people';
import { type Answer, refusedSaying } from '../answer';
import type { Context } from '../context';
import { isSecret } from './tokens';

const Uuid = Type.String({ format: 'uuid' });
const Confirm = Type.Object(
  { personId: Uuid, runId: Uuid, secret: Type.Union([PinSchema, PasswordSchema]) },
  { additionalProperties: false },
);

/** A confirmation is good for so long, ms: long enough to press the next key, too short to be left lying about. */
const GOOD_MS = 3 * 60_000;

// Several bundles of the server share what was confirmed; a restart forgets it, and it is asked for again.
const shared = globalThis as typeof globalThis & { integraConfirmed?: Map<string, number> };
shared.integraConfirmed ??= new Map();
const confirmed = shared.integraConfirmed;

const keyOf = (runId: string, byId: string, actor: string | null) => `${runId} ${byId} ${actor}`;

/** A second person stands by what whoever is signed in is about to do to a run: with their own PIN or password. */
export async function confirmAsked(context: Context, input: unknown): Promise<Answer<{ personId: string }>> {
  const checked = checkShape(Confirm, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { personId, runId, secret } = checked.value;
  const { actor, store, now, deviceId, device } = context;
  if (personId === actor)
    return refusedSaying('input', 'personId', 'That is you: a second person looks at it and confirms it.');
  const keys = [`${personId}@${deviceId ?? device ?? 'nowhere'}`];
  const [person, wrong] = await store.read(async (database) => [
    await personById(database, personId),
    await wrongInARow(database, keys),
  ]);
  const untilMs = lockedUntilMs(wrong.count, wrong.lastAtMs);
  if (untilMs !== null && untilMs > now())
    return refusedSaying('input', 'secret', 'Wrong too often. Wait a little before it is tried again.');
  const isHere = person !== undefined && person.leftAtMs === null && mayEver(person.role, 'work');
  const pinCounts = isHere && person.role !== 'lead' && deviceId !== null;
  const isTheirs =
    (await isSecret(pinCounts ? person.pinHash : null, secret)) ||
    (await isSecret(isHere ? person.passwordHash : null, secret));
  if (!isTheirs) {
    await store.write((transaction) => countWrong(transaction, keys, now()));
    return refusedSaying('input', 'secret', 'That is not it, or they may not confirm it.');
  }
  if (wrong.count > 0) await store.write((transaction) => forgetWrong(transaction, keys));
  confirmed.set(keyOf(runId, personId, actor), now() + GOOD_MS);
  return succeed({ personId });
}

/**
 * Why a verdict set by hand is refused: out of quarantine only a lead takes a battery, with a second person who has just
 * confirmed it. Null where it is not, and at a site where nobody signs in.
 */
export function overrideRefused(context: Context, { kind, data, runId }: Reading): Answer<never> | null {
  if (kind !== 'override' || context.isOpen) return null;
  const act: ActId = data.over === 'quarantine' ? 'leave_quarantine' : 'override';
  const untilMs = confirmed.get(keyOf(runId, data.confirmedById ?? '', context.actor)) ?? 0;
  const isConfirmed = untilMs > context.now();
  // Nobody stands in a record as having confirmed what they did not.
  if (data.confirmedById !== undefined && !isConfirmed)
    return refusedSaying('may_not', 'confirmedById', NOT_CONFIRMED);
  const deed = { own: true, today: true, reason: data.why, confirmed: isConfirmed };
  const why = refusal(context.role, act, deed);
  return why === null ? null : refusedSaying('may_not', 'verdict', why);
}

const NOT_CONFIRMED =
  'A second person has to confirm it, here and now: it names one who has not, or too long ago.';
