import 'server-only';
import { LRUCache } from 'lru-cache';
import type { Role } from '@/core/people/roles';
import { LONGEST_SESSION_MS, sessionState } from '@/core/people/session';
import type { Store } from '@/store/open';
import {
  deviceByKey,
  hasLead,
  type KeptDevice,
  type KeptPerson,
  type KeptSession,
  markSeen,
  personById,
  sessionByToken,
  sessionIsOpen,
} from '@/store/people';
import { onChange } from '../changes';
import type { Context } from '../context';
import { COOKIES } from '../cookies';
import { hashOfToken } from './tokens';

/** Who was let in, as what, and from where. */
export interface Admitted {
  readonly actor: string | null;
  readonly role: Role;
  readonly sessionId: string | null;
  /** The enrolled device that it comes from; null for any other. */
  readonly deviceId: string | null;
  /** The site has no lead yet, or is the sample one on this very machine: whoever comes says who they are. */
  readonly isOpen: boolean;
}

/** Who has not signed in: they may come as far as the doors through which one enters. */
export const NOBODY: Admitted = {
  actor: null,
  role: 'viewer',
  sessionId: null,
  deviceId: null,
  isOpen: false,
};

/** Let in, or not: nobody signed in here, it lay idle, or it is over. */
export type Admission =
  | { readonly kind: 'in'; readonly who: Admitted }
  | { readonly kind: 'out'; readonly why: 'nobody' | 'locked' | 'over'; readonly deviceId: string | null };

/** What a request brings to be let in by. */
export interface Comer {
  readonly cookies: ReadonlyMap<string, string>;
  /** It comes from this very machine, and through nobody who stands before it. */
  readonly isHere: boolean;
  /** Asked for by a hand, not by a page that looks again by itself: a bench that only its own page keeps awake locks. */
  readonly byHand: boolean;
}

interface KnownSession {
  readonly session: KeptSession;
  readonly person: KeptPerson;
  seenAtMs: number;
  writtenAtMs: number;
}

interface Known {
  isClosed: Promise<boolean> | undefined;
  readonly sessions: LRUCache<string, KnownSession>;
  readonly devices: LRUCache<string, KeptDevice>;
}

const MOST_KNOWN = 1000;
/** A session is noted as seen this often at most, ms: every request would be a write. */
const SEEN_EVERY_MS = 60_000;

// Several bundles of the server share the store, and so who is in it.
const shared = globalThis as typeof globalThis & { integraAdmitted?: WeakMap<Store, Known> };
shared.integraAdmitted ??= new WeakMap();
const admitted = shared.integraAdmitted;
onChange((change) => {
  if (change === 'people') shared.integraAdmitted = new WeakMap();
});

function knownOf(store: Store): Known {
  const all = shared.integraAdmitted ?? admitted;
  const found = all.get(store) ?? {
    isClosed: undefined,
    sessions: new LRUCache({ max: MOST_KNOWN }),
    devices: new LRUCache({ max: MOST_KNOWN }),
  };
  all.set(store, found);
  return found;
}

const LOOPBACK = /^(127\.|::1$|::ffff:127\.)/;
const HERE = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/;

/**
 * Whether a request comes from this very machine: from its own address, by its own name, and through no proxy, behind which
 * everybody would seem to.
 */
export function isFromHere(address: string, header: (name: string) => string | undefined): boolean {
  const through = ['x-forwarded-for', 'forwarded', 'via', 'x-real-ip'].some(
    (name) => header(name) !== undefined,
  );
  return LOOPBACK.test(address) && HERE.test(header('host') ?? '') && !through;
}

/** Whether whoever comes has to sign in: somebody leads this site. */
export function isClosed(store: Store): Promise<boolean> {
  const known = knownOf(store);
  known.isClosed ??= store.read(hasLead).catch((error: unknown) => {
    known.isClosed = undefined;
    throw error;
  });
  return known.isClosed;
}

/** Holds whoever comes against who has signed in. */
export async function admit(
  store: Store,
  { cookies, isHere, byHand }: Comer,
  asked: { readonly nowMs: number; readonly idleMinutes: number; readonly demo: boolean },
): Promise<Admission> {
  const { nowMs, idleMinutes, demo } = asked;
  const device = await deviceOf(store, cookies.get(COOKIES.device));
  const deviceId = device?.id ?? null;
  const found = await sessionOf(store, cookies.get(COOKIES.session));
  const at = found && { ...found.session, seenAtMs: found.seenAtMs };
  const state = at ? sessionState(at, nowMs, idleMinutes) : 'over';
  if (found && state === 'open' && found.person.leftAtMs === null && isFrom(found.session, deviceId)) {
    if (byHand) await seen(store, found, nowMs);
    const { id: sessionId, personId: actor } = found.session;
    return { kind: 'in', who: { actor, role: found.person.role, sessionId, deviceId, isOpen: false } };
  }
  if ((demo && isHere) || !(await isClosed(store))) {
    const actor = cookies.get(COOKIES.technicianId) ?? null;
    return { kind: 'in', who: { actor, role: 'lead', sessionId: null, deviceId, isOpen: true } };
  }
  return { kind: 'out', why: found ? (state === 'locked' ? 'locked' : 'over') : 'nobody', deviceId };
}

/** Whether who was let in once still would be, as far as others can end it: their session, or an open site. */
export async function stillIn({
  store,
  sessionId,
  now,
}: Pick<Context, 'store' | 'sessionId' | 'now'>): Promise<boolean> {
  // Of an open site whoever listens goes on listening: the first lead closes it for what is asked from then on.
  if (sessionId === null) return true;
  return store.read((database) => sessionIsOpen(database, sessionId, now() - LONGEST_SESSION_MS));
}

/** A session that was begun at an enrolled device holds there only: its cookie elsewhere is a stolen one. */
const isFrom = ({ deviceId }: KeptSession, at: string | null) => deviceId === null || deviceId === at;

async function seen(store: Store, known: KnownSession, nowMs: number): Promise<void> {
  known.seenAtMs = Math.max(known.seenAtMs, nowMs);
  if (nowMs - known.writtenAtMs < SEEN_EVERY_MS) return;
  known.writtenAtMs = nowMs;
  const { id, deviceId } = known.session;
  await store.write((transaction) => markSeen(transaction, id, deviceId, nowMs));
}

async function sessionOf(store: Store, token: string | undefined): Promise<KnownSession | undefined> {
  if (!token) return undefined;
  const tokenHash = hashOfToken(token);
  const { sessions } = knownOf(store);
  const known = sessions.get(tokenHash);
  if (known) return known;
  const read = await store.read(async (database) => {
    const session = await sessionByToken(database, tokenHash);
    const person = session && (await personById(database, session.personId));
    return session && person ? { session, person } : undefined;
  });
  if (!read) return undefined;
  const { seenAtMs } = read.session;
  const made = { ...read, seenAtMs, writtenAtMs: seenAtMs };
  sessions.set(tokenHash, made);
  return made;
}

async function deviceOf(store: Store, key: string | undefined): Promise<KeptDevice | undefined> {
  if (!key) return undefined;
  const keyHash = hashOfToken(key);
  const { devices } = knownOf(store);
  const device = devices.get(keyHash) ?? (await store.read((database) => deviceByKey(database, keyHash)));
  if (device) devices.set(keyHash, device);
  return device;
}
