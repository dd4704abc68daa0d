import 'server-only';
import { headers } from 'next/headers';
import type { JournalAct } from '@/core/people/journal';
import type { Context, Log } from '@/server/context';
import { type Admitted, NOBODY } from '@/server/people/admission';
import { journaled } from '@/store/journal';
import { processLog } from './log';
import { settings } from './settings';
import { exchangeStore, siteOfStore, theStore } from './store';

/** Who asks for something, from where, and under which number. */
export type Caller = Pick<Context, 'device' | 'number'> & Admitted;

/** What the server does by itself. */
const ITSELF: Caller = {
  actor: null,
  device: null,
  number: 'server',
  role: 'lead',
  isOpen: true,
  sessionId: null,
  deviceId: null,
};

/**
 * The context of something that the server does by itself, or for whoever is named; what it changes stands in the journal as
 * the act that is said. Fails where the store cannot be opened.
 */
export async function ownContext(
  caller: Caller = ITSELF,
  act: (() => JournalAct) | null = null,
): Promise<Context> {
  const kept = await theStore();
  let found: string | null = null;
  const ofWhom = () => (found === null ? {} : { personId: found });
  const store = act ? journaled(kept, () => ({ ...act(), ...ofWhom() })) : kept;
  return {
    ...caller,
    actsAs: (personId) => {
      found = personId;
    },
    store,
    settings: settings(),
    site: await siteOfStore(kept),
    now: Date.now,
    exchangeStore,
    log: logOf(caller),
  };
}

/** Where what goes wrong for somebody is told, under the number of the request. */
export function logOf({ number, actor, device }: Caller): Log {
  const log = processLog.child({ number, actor, device });
  return { error: (error) => log.error(error) };
}

/** Who asks, as the front door found: it names the request's number, where it came from and who was let in as what. */
export function callerOf(said: Headers): Caller {
  const who = JSON.parse(said.get('x-admitted') ?? 'null') as Admitted | null;
  const { actor, role, isOpen, sessionId, deviceId } = who ?? NOBODY;
  return {
    actor,
    role,
    isOpen,
    sessionId,
    deviceId,
    device: said.get('x-device'),
    number: said.get('x-request-number') ?? 'server',
  };
}

/** Who asks for the page that is being drawn. */
export const callerHere = async (): Promise<Caller> => callerOf(await headers());

/** The context of the page or request that is being answered. */
export const contextHere = async (): Promise<Context> => ownContext(await callerHere());
