import { and, asc, desc, eq, gt, isNotNull, isNull, lt, ne, or } from 'drizzle-orm';
import type { Role } from '@/core/people/roles';
import type { Database, Transaction } from './database';
import { inSight } from './in-sight';
import { devices, enrolCodes, sessions, technicians, wrongSecrets } from './schema';

/** Somebody of the site with what they may and what they sign in by. */
export interface KeptPerson {
  readonly id: string;
  readonly name: string;
  readonly nameKey: string;
  readonly role: Role;
  readonly leftAtMs: number | null;
  readonly pinHash: string | null;
  readonly passwordHash: string | null;
  readonly revision: number;
}

const PERSON = {
  id: technicians.id,
  name: technicians.name,
  nameKey: technicians.nameKey,
  role: technicians.role,
  leftAtMs: technicians.leftAtMs,
  pinHash: technicians.pinHash,
  passwordHash: technicians.passwordHash,
  revision: technicians.revision,
};

/** Everybody of the site, those who left among them, by name. */
export function allPeople(database: Database | Transaction): Promise<KeptPerson[]> {
  return database
    .select(PERSON)
    .from(technicians)
    .where(inSight(technicians.arrivalId))
    .orderBy(asc(technicians.nameKey));
}

export async function personById(
  database: Database | Transaction,
  id: string,
): Promise<KeptPerson | undefined> {
  const [row] = await database.select(PERSON).from(technicians).where(eq(technicians.id, id));
  return row;
}

/** Whether somebody leads this site who can sign in anywhere: from then on nobody enters without signing in. */
export async function hasLead(database: Database | Transaction): Promise<boolean> {
  const [lead] = await database
    .select({ id: technicians.id })
    .from(technicians)
    .where(
      and(
        eq(technicians.role, 'lead'),
        isNull(technicians.leftAtMs),
        isNotNull(technicians.passwordHash),
        inSight(technicians.arrivalId),
      ),
    )
    .limit(1);
  return lead !== undefined;
}

/** Changes somebody as they were seen; answers whether that is how they were. */
export async function changePerson(
  transaction: Transaction,
  id: string,
  seenRevision: number,
  change: Partial<Omit<KeptPerson, 'id' | 'revision'>>,
): Promise<boolean> {
  const rows = await transaction
    .update(technicians)
    .set({ ...change, revision: seenRevision + 1 })
    .where(and(eq(technicians.id, id), eq(technicians.revision, seenRevision)))
    .returning({ id: technicians.id });
  return rows.length > 0;
}

/** Adds somebody; throws AlreadyThere for a name that is taken. */
export async function addPerson(
  transaction: Transaction,
  person: Omit<KeptPerson, 'revision' | 'leftAtMs'>,
  nowMs: number,
): Promise<void> {
  await transaction.insert(technicians).values({ ...person, createdAtMs: nowMs });
}

export type KeptDevice = typeof devices.$inferSelect;
export type KeptSession = typeof sessions.$inferSelect;

/** The devices that are enrolled, the newest first. */
export function enrolledDevices(database: Database | Transaction): Promise<KeptDevice[]> {
  return database
    .select()
    .from(devices)
    .where(isNull(devices.revokedAtMs))
    .orderBy(desc(devices.enrolledAtMs));
}

export async function deviceByKey(
  database: Database | Transaction,
  keyHash: string,
): Promise<KeptDevice | undefined> {
  const [row] = await database
    .select()
    .from(devices)
    .where(and(eq(devices.keyHash, keyHash), isNull(devices.revokedAtMs)));
  return row;
}

export async function addDevice(
  transaction: Transaction,
  device: Omit<KeptDevice, 'revokedAtMs'>,
): Promise<void> {
  await transaction.insert(devices).values(device);
}

/** Takes a device out; whoever is at it is signed out. Answers whether it was enrolled. */
export async function revokeDevice(transaction: Transaction, id: string, atMs: number): Promise<boolean> {
  const rows = await transaction
    .update(devices)
    .set({ revokedAtMs: atMs })
    .where(and(eq(devices.id, id), isNull(devices.revokedAtMs)))
    .returning({ id: devices.id });
  await transaction
    .update(sessions)
    .set({ endedAtMs: atMs })
    .where(and(eq(sessions.deviceId, id), isNull(sessions.endedAtMs)));
  return rows.length > 0;
}

export async function addEnrolCode(
  transaction: Transaction,
  code: { readonly codeHash: string; readonly madeById: string; readonly goodUntilMs: number },
): Promise<void> {
  await transaction.insert(enrolCodes).values(code);
}

/** Uses a code up; answers who made it, undefined where it is none, was used or is too old. */
export async function useEnrolCode(
  transaction: Transaction,
  codeHash: string,
  nowMs: number,
): Promise<string | undefined> {
  const [used] = await transaction
    .update(enrolCodes)
    .set({ usedAtMs: nowMs })
    .where(
      and(eq(enrolCodes.codeHash, codeHash), isNull(enrolCodes.usedAtMs), gt(enrolCodes.goodUntilMs, nowMs)),
    )
    .returning({ madeById: enrolCodes.madeById });
  return used?.madeById;
}

export async function addSession(
  transaction: Transaction,
  session: Omit<KeptSession, 'endedAtMs'>,
): Promise<void> {
  await transaction.insert(sessions).values(session);
}

export async function sessionByToken(
  database: Database | Transaction,
  tokenHash: string,
): Promise<KeptSession | undefined> {
  const [row] = await database.select().from(sessions).where(eq(sessions.tokenHash, tokenHash));
  return row;
}

/** Whether a session has neither ended nor begun before a moment. */
export async function sessionIsOpen(
  database: Database | Transaction,
  id: string,
  sinceMs: number,
): Promise<boolean> {
  const [row] = await database
    .select({ id: sessions.id })
    .from(sessions)
    .where(and(eq(sessions.id, id), isNull(sessions.endedAtMs), gt(sessions.startedAtMs, sinceMs)));
  return row !== undefined;
}

/** The sessions of everybody, or of one, that have not ended and began since, the newest first. */
export function sessionsSince(
  database: Database | Transaction,
  sinceMs: number,
  personId: string | null,
): Promise<KeptSession[]> {
  const open = and(isNull(sessions.endedAtMs), gt(sessions.startedAtMs, sinceMs));
  return database
    .select()
    .from(sessions)
    .where(personId === null ? open : and(open, eq(sessions.personId, personId)))
    .orderBy(desc(sessions.startedAtMs));
}

/** The sessions that somebody had at a device, or at an address where it is none, begun since. */
export function sessionsAt(
  database: Database | Transaction,
  personId: string,
  at: { readonly deviceId: string | null; readonly address: string },
  sinceMs: number,
): Promise<KeptSession[]> {
  const there =
    at.deviceId === null
      ? and(isNull(sessions.deviceId), eq(sessions.address, at.address))
      : eq(sessions.deviceId, at.deviceId);
  return database
    .select()
    .from(sessions)
    .where(and(eq(sessions.personId, personId), gt(sessions.startedAtMs, sinceMs), there))
    .orderBy(desc(sessions.startedAtMs));
}

/** Notes that somebody was heard of. */
export async function markSeen(
  transaction: Transaction,
  sessionId: string,
  deviceId: string | null,
  atMs: number,
): Promise<void> {
  await transaction.update(sessions).set({ seenAtMs: atMs }).where(eq(sessions.id, sessionId));
  if (deviceId) await transaction.update(devices).set({ seenAtMs: atMs }).where(eq(devices.id, deviceId));
}

/** Ends a session; answers whether it was open. */
export async function endSession(transaction: Transaction, id: string, atMs: number): Promise<boolean> {
  const rows = await transaction
    .update(sessions)
    .set({ endedAtMs: atMs })
    .where(and(eq(sessions.id, id), isNull(sessions.endedAtMs)))
    .returning({ id: sessions.id });
  return rows.length > 0;
}

/** Ends all sessions of somebody but one: their secret is another now, or they have left. */
export async function endSessionsOf(
  transaction: Transaction,
  personId: string,
  atMs: number,
  exceptId: string | null,
): Promise<void> {
  const theirs = and(eq(sessions.personId, personId), isNull(sessions.endedAtMs));
  await transaction
    .update(sessions)
    .set({ endedAtMs: atMs })
    .where(exceptId === null ? theirs : and(theirs, ne(sessions.id, exceptId)));
}

/** Wrong secrets in a row under a key: a person and a place. */
export async function wrongInARow(
  database: Database | Transaction,
  keys: readonly string[],
): Promise<{ readonly count: number; readonly lastAtMs: number }> {
  const rows = await database
    .select()
    .from(wrongSecrets)
    .where(or(...keys.map((key) => eq(wrongSecrets.key, key))));
  return rows.reduce((most, row) => (row.count > most.count ? row : most), { count: 0, lastAtMs: 0 });
}

const FORGOTTEN_MS = 24 * 3_600_000;

/** Counts one more wrong secret under each key. */
export async function countWrong(
  transaction: Transaction,
  keys: readonly string[],
  atMs: number,
): Promise<void> {
  // What nobody tried for a day weighs nothing any more, and names that are none are not kept for ever.
  await transaction.delete(wrongSecrets).where(lt(wrongSecrets.lastAtMs, atMs - FORGOTTEN_MS));
  for (const key of keys) {
    const { count } = await wrongInARow(transaction, [key]);
    await transaction
      .insert(wrongSecrets)
      .values({ key, count: count + 1, lastAtMs: atMs })
      .onConflictDoUpdate({ target: wrongSecrets.key, set: { count: count + 1, lastAtMs: atMs } });
  }
}

/** Forgets the wrong ones: the right one was told. */
export async function forgetWrong(transaction: Transaction, keys: readonly string[]): Promise<void> {
  await transaction.delete(wrongSecrets).where(or(...keys.map((key) => eq(wrongSecrets.key, key))));
}
