import 'server-only';
import { type ActId, mayEver, whyNot } from '@/core/people/permissions';
import { LONGEST_SESSION_MS, wasThere } from '@/core/people/session';
import { CLOCK_TOLERANCE_MS } from '@/core/quantity/moment';
import { sessionsAt } from '@/store/people';
import { type Answer, refusedSaying } from '../answer';
import type { Context } from '../context';
import type { RouteLimits } from '../doors/limits';

/** Why whoever acts may not do something at all; null where they may, under whatever condition. */
export function mayNot({ role }: Context, act: ActId): Answer<never> | null {
  return mayEver(role, act) ? null : refusedSaying('may_not', 'role', whyNot(role, act));
}

/**
 * Why a request is refused before its use case hears of it: its act is for another role, or it names somebody else than
 * whoever is signed in. Null where it is not.
 */
export async function refusedHere(
  context: Context,
  { act }: RouteLimits,
  input: unknown,
): Promise<Answer<never> | null> {
  const barred = mayNot(context, act);
  if (barred || context.isOpen || act === 'enter') return barred;
  const said = fieldOf(input, 'technicianId');
  if (typeof said !== 'string' || said === context.actor) return null;
  const atMs = fieldOf(input, 'takenAtMs');
  if (typeof atMs === 'number' && (await wasHereThen(context, said, atMs))) return null;
  return refusedSaying(
    'may_not',
    'technicianId',
    'It names somebody else than who is signed in here. Whoever did it signs in and sends it again.',
  );
}

/** Whether somebody was signed in at this place when a reading was taken: it was kept here while there was no link. */
async function wasHereThen(
  { store, deviceId, device, now }: Context,
  personId: string,
  atMs: number,
): Promise<boolean> {
  const at = { deviceId, address: device ?? '' };
  const sinceMs = Math.min(atMs, now()) - LONGEST_SESSION_MS - CLOCK_TOLERANCE_MS;
  const sessions = await store.read((database) => sessionsAt(database, personId, at, sinceMs));
  return sessions.some((session) => wasThere(session, atMs, CLOCK_TOLERANCE_MS));
}

function fieldOf(input: unknown, name: string): unknown {
  return typeof input === 'object' && input !== null && Object.hasOwn(input, name)
    ? (input as Readonly<Record<string, unknown>>)[name]
    : undefined;
}
