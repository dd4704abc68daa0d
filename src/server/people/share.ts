import 'server-only';
import { uuidv7 } from 'uuidv7';
import { checkShape } from '@/core/exchange/check-shape';
import type { SharedAddress } from '@/core/exchange/people-views';
import { succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { wholeRun } from '@/store/runs';
import { addSharedSlip, endShare, runShared, sharesOfRun } from '@/store/shared-slips';
import { type Answer, refused, refusedSaying } from '../answer';
import type { Context } from '../context';
import { hashOfToken, newToken } from './tokens';

const MS_PER_DAY = 24 * 3_600_000;
const MOST_DAYS = 366;
/** More than this many addresses of one slip are no sharing any more. */
const MOST_SHARES = 20;
const Uuid = Type.String({ format: 'uuid' });
const Share = Type.Object(
  {
    technicianId: Uuid,
    days: Type.Integer({ minimum: 1, maximum: MOST_DAYS, description: 'days that it can be seen' }),
  },
  { additionalProperties: false },
);
const TakeBack = Type.Object({ technicianId: Uuid, shareId: Uuid }, { additionalProperties: false });

/** Makes an address that nobody guesses, under which one slip can be seen for some days and nothing else. It is told once. */
export async function shareSlip(
  context: Context,
  runId: string,
  input: unknown,
): Promise<Answer<{ readonly path: string }>> {
  const checked = checkShape(Share, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { technicianId, days } = checked.value;
  const { store, now } = context;
  const run = await wholeRun(store, runId);
  if (!run) return refused('missing', 'runId', runId, 'a run of a battery');
  if (run.run.finishedAtMs === null)
    return refusedSaying('conflict', 'runId', 'Finish the run first: what is still being tested is no slip.');
  const token = newToken();
  const isShared = await store.write(async (transaction) => {
    if ((await sharesOfRun(transaction, runId, now())).length >= MOST_SHARES) return false;
    await addSharedSlip(transaction, {
      id: uuidv7(),
      runId,
      tokenHash: hashOfToken(token),
      madeById: technicianId,
      madeAtMs: now(),
      untilMs: now() + days * MS_PER_DAY,
    });
    return true;
  });
  return isShared
    ? succeed({ path: `/shared/${token}` })
    : refusedSaying('conflict', 'runId', `It is shared ${MOST_SHARES} times already: take one back first.`);
}

/** Takes a shared address back: from now on it shows nothing. */
export async function takeShareBack(context: Context, runId: string, input: unknown): Promise<Answer<null>> {
  const checked = checkShape(TakeBack, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { shareId: id } = checked.value;
  const was = await context.store.write((transaction) =>
    endShare(transaction, { id, runId, atMs: context.now() }),
  );
  return was ? succeed(null) : refused('missing', 'shareId', id, 'an address that is still shared');
}

/** The addresses under which a slip can be seen now; the address itself is told once, when it is made. */
export async function sharesOf({ store, now }: Context, runId: string): Promise<SharedAddress[]> {
  const shares = await store.read((database) => sharesOfRun(database, runId, now()));
  return shares.map(({ id, madeById, madeAtMs, untilMs }) => ({ id, madeById, madeAtMs, untilMs }));
}

/** The run whose slip an address shows; undefined for one that has ended, was taken back, or never was. */
export function runOfShare({ store, now }: Context, token: string): Promise<string | undefined> {
  return store.read((database) => runShared(database, hashOfToken(token), now()));
}
