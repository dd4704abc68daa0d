import 'server-only';
import type { IncomingMessage } from 'node:http';
import type { JournalAct } from '@/core/people/journal';
import { mayEver, whyNot } from '@/core/people/permissions';
import { cookiesIn } from '@/server/cookies';
import type { Entrance } from '@/server/doors/front-door';
import type { RouteLimits } from '@/server/doors/limits';
import { type Admitted, admit, isFromHere, NOBODY } from '@/server/people/admission';
import { isStoreFault } from '@/store/fault';
import { appendToJournal } from '@/store/journal';
import { settings } from './settings';
import { siteOfStore, theStore } from './store';
import { subjectOf } from './subject-of';

/** What is asked of a door that is named nowhere: to look. */
const UNKNOWN_DOOR = { act: 'look', byItself: undefined } as const;

/**
 * Holds a request against who has signed in and what they may, before the application hears of it. While the store cannot be
 * read nobody can be told from anybody: then only this very machine may put a copy back.
 */
export async function admitRequest(
  request: IncomingMessage,
  limits: RouteLimits | undefined,
  path: string,
): Promise<Entrance> {
  const { act, byItself } = limits ?? UNKNOWN_DOOR;
  const header = (name: string) => {
    const value = request.headers[name];
    return Array.isArray(value) ? value[0] : value;
  };
  // As the front door has told it from the link, and from the proxy where one is trusted.
  const address = header('x-device') ?? '';
  const isHere = isFromHere(request.socket.remoteAddress ?? '', header);
  const who = await whoComes(request, isHere, byItself !== true);
  if (who.kind === 'out') {
    if (act !== 'enter') return who;
    return entering({ ...NOBODY, deviceId: who.deviceId });
  }
  const { role } = who.who;
  if (!mayEver(role, act)) return { kind: 'may_not', message: whyNot(role, act) };
  if (request.method === 'GET' && act.startsWith('export_')) await noteExport(who.who, address, path);
  return entering(who.who);
}

const entering = (who: Admitted): Entrance => ({ kind: 'in', who: JSON.stringify(who) });

async function whoComes(request: IncomingMessage, isHere: boolean, byHand: boolean) {
  const cookies = cookiesIn(request.headers.cookie);
  try {
    const store = await theStore();
    const { idleMinutes } = await siteOfStore(store);
    const asked = { nowMs: Date.now(), idleMinutes, demo: settings().demo };
    return await admit(store, { cookies, isHere, byHand }, asked);
  } catch (error) {
    if (!isStoreFault(error)) throw error;
    const who = isHere ? { ...NOBODY, role: 'lead' as const, isOpen: true } : NOBODY;
    return { kind: 'in', who } as const;
  }
}

/** What goes out is an act, like what is changed. */
async function noteExport({ actor, deviceId }: Admitted, address: string, path: string): Promise<void> {
  const store = await theStore();
  const act: JournalAct = {
    atMs: Date.now(),
    personId: actor,
    device: deviceId ?? address,
    act: `GET ${path}`,
    ...subjectOf(path, null),
    said: '',
    reason: null,
  };
  await store.write((transaction) => appendToJournal(transaction, act));
}
