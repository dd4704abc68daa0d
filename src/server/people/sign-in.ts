import 'server-only';
import type { Static } from '@sinclair/typebox';
import { uuidv7 } from 'uuidv7';
import { checkShape } from '@/core/exchange/check-shape';
import { lockedUntilMs, PasswordSchema, PinSchema, passwordComplaint } from '@/core/people/secrets';
import { LONGEST_SESSION_MS } from '@/core/people/session';
import { succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { lookAlikeKey, tidyLine } from '@/core/quantity/written-text';
import type { Transaction } from '@/store/open';
import {
  addDevice,
  addPerson,
  addSession,
  allPeople,
  changePerson,
  countWrong,
  endSession,
  forgetWrong,
  hasLead,
  type KeptPerson,
  personById,
  useEnrolCode,
  wrongInARow,
} from '@/store/people';
import { type Answer, refused, refusedSaying } from '../answer';
import { changed } from '../changes';
import type { Context } from '../context';
import { COOKIES, type CookieChange } from '../cookies';
import { hashOfSecret, hashOfToken, isSecret, newToken, tidyCode } from './tokens';

/** An answer that lets a browser in or out: its cookies are set, and never told to its scripts. */
export type Signed<T> = Answer<{ readonly cookies: readonly CookieChange[]; readonly told: T }>;

const Uuid = Type.String({ format: 'uuid' });
const Name = Type.String({ minLength: 1, maxLength: 60, pattern: '\\S', description: 'name' });
const SignIn = Type.Union([
  Type.Object({ personId: Uuid, pin: PinSchema }, { additionalProperties: false }),
  Type.Object({ name: Name, password: PasswordSchema }, { additionalProperties: false }),
]);
const FirstLead = Type.Object(
  { id: Uuid, name: Name, password: PasswordSchema, deviceName: Name },
  { additionalProperties: false },
);
const Enrol = Type.Object(
  { code: Type.String({ minLength: 1, maxLength: 40, description: 'code' }), name: Name },
  { additionalProperties: false },
);

const YEAR_SECONDS = 31_536_000;

/** Signs somebody in: by name and PIN on a device that is enrolled, by name and password anywhere. */
export async function signInAsked(
  context: Context,
  input: unknown,
): Promise<Signed<{ readonly personId: string }>> {
  const checked = checkShape(SignIn, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const said = checked.value;
  const { store, deviceId, now } = context;
  if ('pin' in said && deviceId === null)
    return refusedSaying('input', 'pin', 'A PIN is enough only on a device that a lead has enrolled.');
  const person = await store.read((database) =>
    'pin' in said ? personById(database, said.personId) : personByName(database, said.name),
  );
  const keys = [`${person?.id ?? lookAlikeKey('name' in said ? said.name : '')}@${placeOf(context)}`];
  const wrong = await store.read((database) => wrongInARow(database, keys));
  const untilMs = lockedUntilMs(wrong.count, wrong.lastAtMs);
  if (untilMs !== null && untilMs > now())
    return refusedSaying('input', fieldOf(said), waitWords(untilMs - now()));
  if (!(await isTheirs(person, said))) {
    await store.write((transaction) => countWrong(transaction, keys, now()));
    return refusedSaying('input', fieldOf(said), WRONG);
  }
  const id = person?.id ?? '';
  const how = 'pin' in said ? 'pin' : 'password';
  context.actsAs(id);
  const cookie = await store.write(async (transaction) => {
    if (wrong.count > 0) await forgetWrong(transaction, keys);
    return begunSession(transaction, context, id, how);
  });
  changed('people');
  return succeed({ cookies: [cookie], told: { personId: id } });
}

/** Where somebody tries: a device that is enrolled, else an address. */
const placeOf = ({ deviceId, device }: Context) => deviceId ?? device ?? 'nowhere';

const fieldOf = (said: Static<typeof SignIn>) => ('pin' in said ? 'pin' : 'password');

const WRONG = 'That is not it. Names and secrets are held together: nobody is told which of them was wrong.';

function waitWords(ms: number): string {
  const seconds = Math.ceil(ms / 1000);
  const wait = seconds < 90 ? `${seconds} s` : `${Math.ceil(seconds / 60)} min`;
  return `Wrong too often. It can be tried again in ${wait}.`;
}

async function personByName(
  database: Parameters<typeof allPeople>[0],
  name: string,
): Promise<KeptPerson | undefined> {
  const key = lookAlikeKey(name);
  return (await allPeople(database)).find((person) => person.nameKey === key);
}

/** Whether the secret is that of somebody who may sign in by it. A lead decides for others: a PIN is too little for that. */
async function isTheirs(person: KeptPerson | undefined, said: Static<typeof SignIn>): Promise<boolean> {
  const isHere = person !== undefined && person.leftAtMs === null;
  if ('pin' in said) {
    const kept = isHere && person.role !== 'lead' ? person.pinHash : null;
    return isSecret(kept, said.pin);
  }
  return isSecret(isHere ? person.passwordHash : null, said.password);
}

/** Begins a session, in place of the one that this browser had; answers with its cookie. */
export async function begunSession(
  transaction: Transaction,
  { sessionId, deviceId, device, now }: Context,
  personId: string,
  how: 'pin' | 'password' | 'passkey',
): Promise<CookieChange> {
  if (sessionId) await endSession(transaction, sessionId, now());
  const token = newToken();
  await addSession(transaction, {
    id: uuidv7(),
    tokenHash: hashOfToken(token),
    personId,
    deviceId,
    how,
    address: device ?? '',
    startedAtMs: now(),
    seenAtMs: now(),
  });
  return { name: COOKIES.session, value: token, maxAgeSeconds: LONGEST_SESSION_MS / 1000 };
}

/** Signs out whoever is signed in here. */
export async function signOutAsked(context: Context): Promise<Signed<null>> {
  const { sessionId, store, now } = context;
  if (sessionId) await store.write((transaction) => endSession(transaction, sessionId, now()));
  changed('people');
  const gone = { name: COOKIES.session, value: '', maxAgeSeconds: 0 };
  return succeed({ cookies: [gone], told: null });
}

/**
 * Names the first lead of a site that has none: from then on nobody enters without signing in. Whoever is known here by that
 * name becomes it. The browser that did it is the first device.
 */
export async function firstLeadAsked(
  context: Context,
  input: unknown,
): Promise<Signed<{ readonly personId: string }>> {
  const checked = checkShape(FirstLead, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id, password, deviceName } = checked.value;
  const name = tidyLine(checked.value.name);
  if (name === '') return refused('input', 'name', checked.value.name, 'a name that can be seen');
  const wrong = passwordComplaint(password, name);
  if (wrong) return refusedSaying('input', 'password', `password: expected ${wrong}`);
  const passwordHash = await hashOfSecret(password);
  const { store, now } = context;
  const key = newToken();
  const deviceId = uuidv7();
  const done = await store.write(async (transaction) => {
    if (await hasLead(transaction)) return undefined;
    const known = await personByName(transaction, name);
    const personId = known?.id ?? id;
    context.actsAs(personId);
    if (known) {
      const change = { role: 'lead', passwordHash, leftAtMs: null } as const;
      await changePerson(transaction, known.id, known.revision, change);
    } else {
      const made = { id, name, nameKey: lookAlikeKey(name), role: 'lead', pinHash: null } as const;
      await addPerson(transaction, { ...made, passwordHash }, now());
    }
    await addDevice(transaction, deviceOf(deviceId, deviceName, key, { byId: personId, atMs: now() }));
    const session = await begunSession(transaction, { ...context, deviceId }, personId, 'password');
    return { personId, session };
  });
  if (!done)
    return refusedSaying('conflict', 'name', 'This site has a lead already. Ask them to let you in.');
  changed('people');
  return succeed({ cookies: [deviceCookie(key), done.session], told: { personId: done.personId } });
}

function deviceOf(
  id: string,
  name: string,
  key: string,
  { byId, atMs }: { readonly byId: string; readonly atMs: number },
) {
  return {
    id,
    name: tidyLine(name),
    keyHash: hashOfToken(key),
    enrolledAtMs: atMs,
    enrolledById: byId,
    seenAtMs: atMs,
  };
}

const deviceCookie = (key: string): CookieChange => ({
  name: COOKIES.device,
  value: key,
  maxAgeSeconds: YEAR_SECONDS,
});

/** Enrols the browser that asks, with a code that a lead shows: from then on a PIN is enough on it. */
export async function enrolAsked(
  context: Context,
  input: unknown,
): Promise<Signed<{ readonly deviceId: string }>> {
  const checked = checkShape(Enrol, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { store, now } = context;
  const keys = [`enrol@${context.device}`];
  const before = await store.read((database) => wrongInARow(database, keys));
  const untilMs = lockedUntilMs(before.count, before.lastAtMs);
  if (untilMs !== null && untilMs > now()) return refusedSaying('input', 'code', waitWords(untilMs - now()));
  const key = newToken();
  const deviceId = uuidv7();
  const done = await store.write(async (transaction) => {
    const byId = await useEnrolCode(transaction, hashOfToken(tidyCode(checked.value.code)), now());
    if (byId === undefined) {
      await countWrong(transaction, keys, now());
      return false;
    }
    if (before.count > 0) await forgetWrong(transaction, keys);
    await addDevice(transaction, deviceOf(deviceId, checked.value.name, key, { byId, atMs: now() }));
    return true;
  });
  if (!done)
    return refusedSaying('input', 'code', 'This code is none, or it was used, or its ten minutes are over.');
  changed('people');
  return succeed({ cookies: [deviceCookie(key)], told: { deviceId } });
}
