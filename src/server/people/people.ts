import 'server-only';
import { checkShape } from '@/core/exchange/check-shape';
import type { PeopleView, PersonLine } from '@/core/exchange/people-views';
import { whyNot } from '@/core/people/permissions';
import { ROLES, type Role } from '@/core/people/roles';
import { PasswordSchema, PinSchema, passwordComplaint, pinComplaint } from '@/core/people/secrets';
import { ENROL_CODE_MS, LONGEST_SESSION_MS } from '@/core/people/session';
import { type Problem, succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { lookAlikeKey, tidyLine } from '@/core/quantity/written-text';
import { isAlreadyThere, Rollback } from '@/store/fault';
import {
  addEnrolCode,
  addPerson,
  allPeople,
  changePerson,
  endSession,
  endSessionsOf,
  enrolledDevices,
  hasLead,
  type KeptPerson,
  personById,
  revokeDevice,
  sessionsSince,
} from '@/store/people';
import { type Answer, refused, refusedSaying } from '../answer';
import { changed } from '../changes';
import type { Context } from '../context';
import { hashOfSecret, hashOfToken, isSecret, newCode } from './tokens';

const Uuid = Type.String({ format: 'uuid' });
const Secrets = {
  /** A new PIN; null takes it away, left out it stays. */
  newPin: Type.Optional(Type.Union([PinSchema, Type.Null()])),
  newPassword: Type.Optional(Type.Union([PasswordSchema, Type.Null()])),
};
const About = {
  name: Type.String({ minLength: 1, maxLength: 60, pattern: '\\S', description: 'name' }),
  role: Type.Unsafe<Role>({ enum: [...ROLES], description: 'role' }),
};
const Add = Type.Object({ id: Uuid, ...About, ...Secrets }, { additionalProperties: false });
const Change = Type.Object(
  {
    id: Uuid,
    ...About,
    ...Secrets,
    seenRevision: Type.Integer({ minimum: 1, maximum: 1_000_000_000, description: 'person that was seen' }),
    left: Type.Boolean({ description: 'whether they have left' }),
  },
  { additionalProperties: false },
);
const Own = Type.Object(
  {
    secret: Type.String({ minLength: 1, maxLength: 200, description: 'the present PIN or password' }),
    ...Secrets,
  },
  { additionalProperties: false },
);
const One = Type.Object({ id: Uuid }, { additionalProperties: false });

/** Who there is, where they are signed in, and on which devices a PIN is enough. Only a lead sees all of it. */
export async function peopleView(context: Context): Promise<PeopleView> {
  const { store, now, actor, role, isOpen, sessionId, deviceId } = context;
  const isLead = role === 'lead';
  return store.read(async (database) => {
    const people = await allPeople(database);
    const sessions = await sessionsSince(database, now() - LONGEST_SESSION_MS, isLead ? null : (actor ?? ''));
    const devices = isLead ? await enrolledDevices(database) : [];
    return {
      isOpen,
      isLead,
      actor,
      sessionId,
      deviceId,
      people: people.filter(({ id }) => isLead || id === actor).map(lineOf),
      sessions: sessions.map(({ id, personId, deviceId: at, address, how, startedAtMs, seenAtMs }) => ({
        id,
        personId,
        deviceId: at,
        address,
        how,
        startedAtMs,
        seenAtMs,
      })),
      devices: devices.map(({ id, name, enrolledAtMs, enrolledById, seenAtMs }) => ({
        id,
        name,
        enrolledAtMs,
        enrolledById,
        seenAtMs,
      })),
    };
  });
}

const lineOf = ({ id, name, role, leftAtMs, pinHash, passwordHash, revision }: KeptPerson): PersonLine => ({
  id,
  name,
  role,
  leftAtMs,
  revision,
  hasPin: pinHash !== null,
  hasPassword: passwordHash !== null,
});

/** Lets somebody in: a name, what they may, and a first PIN or password, which they change themselves. */
export async function addPersonAsked(context: Context, input: unknown): Promise<Answer<{ id: string }>> {
  const checked = checkShape(Add, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id, role } = checked.value;
  const name = tidyLine(checked.value.name);
  if (name === '') return refused('input', 'name', checked.value.name, 'a name that can be seen');
  const wrong = secretProblems(checked.value, name, role, null);
  if (wrong.length > 0) return { ok: false, problems: wrong, failure: 'input' };
  const secrets = await hashesOf(checked.value);
  const nothing = { pinHash: null, passwordHash: null };
  try {
    await context.store.write(async (transaction) => {
      if (await personById(transaction, id)) return;
      const person = { id, name, nameKey: lookAlikeKey(name), role, ...nothing, ...secrets };
      await addPerson(transaction, person, context.now());
    });
  } catch (error) {
    if (!isAlreadyThere(error)) throw error;
    return refused('conflict', 'name', name, 'a name that nobody here has');
  }
  changed('people');
  changed('all');
  return succeed({ id });
}

/** Changes somebody: name, role, secrets, or that they have left. History keeps who they were; their sessions end. */
export async function changePersonAsked(context: Context, input: unknown): Promise<Answer<{ id: string }>> {
  const checked = checkShape(Change, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id, role, seenRevision, left } = checked.value;
  const known = await context.store.read((database) => personById(database, id));
  if (!known) return refused('missing', 'id', id, 'somebody of this site');
  const name = tidyLine(checked.value.name);
  if (name === '') return refused('input', 'name', checked.value.name, 'a name that can be seen');
  const wrong = left ? [] : secretProblems(checked.value, name, role, known);
  if (wrong.length > 0) return { ok: false, problems: wrong, failure: 'input' };
  const secrets = await hashesOf(checked.value);
  const atMs = context.now();
  const change = {
    name,
    nameKey: lookAlikeKey(name),
    role,
    ...secrets,
    leftAtMs: left ? (known.leftAtMs ?? atMs) : null,
  };
  const loses = left || role !== known.role || Object.keys(secrets).length > 0;
  const answer = await context.store
    .write(async (transaction) => {
      if (!(await changePerson(transaction, id, seenRevision, change)))
        throw new Rollback(refusedSaying('conflict', 'seenRevision', OVERTAKEN));
      // Whoever closed the door has to be able to open it.
      if (!context.isOpen && !(await hasLead(transaction)))
        throw new Rollback(refusedSaying('conflict', 'role', LAST_LEAD));
      if (loses) await endSessionsOf(transaction, id, atMs, id === context.actor ? context.sessionId : null);
      return succeed({ id });
    })
    .catch((error: unknown) => {
      if (error instanceof Rollback) return error.reason as Answer<{ id: string }>;
      if (isAlreadyThere(error)) return refused('conflict', 'name', name, 'a name that nobody here has');
      throw error;
    });
  changed('people');
  changed('all');
  return answer;
}

const OVERTAKEN =
  'Somebody else has changed this person meanwhile. Nothing was stored: look at theirs first.';
const LAST_LEAD = 'Nobody would be left to lead this site. Let somebody else lead it first, with a password.';

interface NewSecrets {
  readonly newPin?: string | null | undefined;
  readonly newPassword?: string | null | undefined;
}

/** What is wrong with new secrets, or missing: a lead needs a password. */
function secretProblems(
  { newPin, newPassword }: NewSecrets,
  name: string,
  role: Role,
  known: KeptPerson | null,
): Problem[] {
  const pin = newPin ? pinComplaint(newPin) : null;
  const password = newPassword ? passwordComplaint(newPassword, name) : null;
  const keeps = newPassword === undefined && (known?.passwordHash ?? null) !== null;
  const lacks = role === 'lead' && !newPassword && !keeps;
  return [
    ...(pin ? [saying('newPin', `PIN: expected ${pin}`)] : []),
    ...(password ? [saying('newPassword', `password: expected ${password}`)] : []),
    ...(lacks ? [saying('newPassword', 'A lead signs in with a password: give one.')] : []),
  ];
}

const saying = (field: string, message: string): Problem => ({ field, found: '', expected: '', message });

async function hashesOf({
  newPin,
  newPassword,
}: NewSecrets): Promise<Partial<Pick<KeptPerson, 'pinHash' | 'passwordHash'>>> {
  return {
    ...(newPin === undefined ? {} : { pinHash: newPin && (await hashOfSecret(newPin)) }),
    ...(newPassword === undefined ? {} : { passwordHash: newPassword && (await hashOfSecret(newPassword)) }),
  };
}

/** Somebody takes another PIN or password for themselves, telling the one they have. Their other sessions end. */
export async function ownSecretAsked(context: Context, input: unknown): Promise<Answer<{ id: string }>> {
  const checked = checkShape(Own, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { actor, store, sessionId, now } = context;
  const known = actor === null ? undefined : await store.read((database) => personById(database, actor));
  if (!known || sessionId === null)
    return refusedSaying('input', 'secret', 'Sign in first: only then is it known whose it is.');
  const { secret } = checked.value;
  const isRight = (await isSecret(known.pinHash, secret)) || (await isSecret(known.passwordHash, secret));
  if (!isRight) return refusedSaying('input', 'secret', 'That is not your present PIN or password.');
  const wrong = secretProblems(checked.value, known.name, known.role, known);
  if (wrong.length > 0) return { ok: false, problems: wrong, failure: 'input' };
  const secrets = await hashesOf(checked.value);
  const done = await store.write(async (transaction) => {
    await endSessionsOf(transaction, known.id, now(), sessionId);
    return changePerson(transaction, known.id, known.revision, secrets);
  });
  changed('people');
  return done ? succeed({ id: known.id }) : refusedSaying('conflict', 'secret', OVERTAKEN);
}

/** Makes a code with which one device is enrolled within ten minutes. It is shown once. */
export async function enrolCodeAsked(
  context: Context,
): Promise<Answer<{ readonly code: string; readonly goodUntilMs: number }>> {
  const { actor, store, now } = context;
  if (actor === null) return refusedSaying('input', 'actor', 'Say who you are first.');
  const code = newCode();
  const goodUntilMs = now() + ENROL_CODE_MS;
  await store.write((transaction) =>
    addEnrolCode(transaction, { codeHash: hashOfToken(code), madeById: actor, goodUntilMs }),
  );
  return succeed({ code, goodUntilMs });
}

/** Takes a device out: whoever is at it is signed out, and a PIN is not enough on it any more. */
export async function revokeDeviceAsked(context: Context, input: unknown): Promise<Answer<null>> {
  const checked = checkShape(One, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id } = checked.value;
  const was = await context.store.write((transaction) => revokeDevice(transaction, id, context.now()));
  changed('people');
  return was ? succeed(null) : refused('missing', 'id', id, 'an enrolled device');
}

/** Ends a session: one's own anywhere, anybody's for a lead. */
export async function endSessionAsked(context: Context, input: unknown): Promise<Answer<null>> {
  const checked = checkShape(One, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id } = checked.value;
  const { actor, role, store, now } = context;
  const own = await store.read((database) =>
    sessionsSince(database, now() - LONGEST_SESSION_MS, actor ?? ''),
  );
  if (role !== 'lead' && !own.some((session) => session.id === id))
    return refusedSaying('may_not', 'id', whyNot(role, 'manage_people'));
  const was = await store.write((transaction) => endSession(transaction, id, now()));
  changed('people');
  return was ? succeed(null) : refused('missing', 'id', id, 'a session that is open');
}
