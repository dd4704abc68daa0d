import { and, count, eq, inArray, max, sql } from 'drizzle-orm';
import type { ChargeWish } from '@/core/room/charge-wish';
import type { RoomFacts } from '@/core/room/room-facts';
import type { Database, Store, Transaction } from './database';
import { inChunks } from './in-chunks';
import { batteries, chargeRoom, chargeWishes, readings, runs } from './schema';

const THE_ROOM = 1;

/** What was said of the room, and how often; null while nobody has said anything. It is looked at by whoever reads it. */
export async function keptRoom(
  database: Database | Transaction,
): Promise<{ readonly facts: unknown; readonly revision: number } | null> {
  const [row] = await database.select().from(chargeRoom).where(eq(chargeRoom.id, THE_ROOM));
  return row ? { facts: row.facts, revision: row.revision } : null;
}

/** Who changes something, when, and as which version they saw it: 0 where there was none. */
export interface SeenChange {
  readonly seenRevision: number;
  readonly atMs: number;
  readonly byId: string;
}

/** Keeps what is true of the room, made of whatever is kept at that moment; false where somebody else changed it meanwhile. */
export function keepRoom(
  store: Store,
  factsFrom: (kept: unknown) => RoomFacts,
  { seenRevision, atMs, byId }: SeenChange,
): Promise<boolean> {
  return store.write(async (transaction) => {
    const known = await keptRoom(transaction);
    const facts = factsFrom(known?.facts);
    if (known && JSON.stringify(known.facts) === JSON.stringify(facts)) return true;
    if ((known?.revision ?? 0) !== seenRevision) return false;
    const row = { facts, changedAtMs: atMs, changedById: byId, revision: seenRevision + 1 };
    await transaction
      .insert(chargeRoom)
      .values({ id: THE_ROOM, ...row })
      .onConflictDoUpdate({ target: chargeRoom.id, set: row });
    return true;
  });
}

/** Notes something beside what people say of the room, such as how its fan was found: whoever is just changing that is not overtaken by it. */
export function noteInRoom(
  store: Store,
  { atMs, byId }: Omit<SeenChange, 'seenRevision'>,
  factsFrom: (kept: unknown) => RoomFacts,
): Promise<void> {
  return store.write(async (transaction) => {
    const known = await keptRoom(transaction);
    const facts = factsFrom(known?.facts);
    const row = { facts, changedAtMs: atMs, changedById: byId, revision: known?.revision ?? 0 };
    await transaction
      .insert(chargeRoom)
      .values({ id: THE_ROOM, ...row })
      .onConflictDoUpdate({ target: chargeRoom.id, set: row });
  });
}

/** A wish as it is kept, and how often it was changed. */
export interface KeptWish extends ChargeWish {
  readonly revision: number;
}

/** What is wished of the batteries of some runs, by run. */
export async function wishesOf(
  database: Database | Transaction,
  runIds: readonly string[],
): Promise<ReadonlyMap<string, KeptWish>> {
  if (runIds.length === 0) return new Map();
  const rows = await database
    .select()
    .from(chargeWishes)
    .where(inArray(chargeWishes.runId, [...runIds]));
  return new Map(
    rows.map(({ runId, dueMs, weight, reason, revision, ...row }) => {
      const { heldChargerId: charger, heldChannel: channel, heldStartMs: startMs } = row;
      const held = charger && channel !== null && startMs !== null ? { charger, channel, startMs } : null;
      return [runId, { dueMs, weight, reason, held, revision }] as const;
    }),
  );
}

/** Keeps what is wished of the battery of a run; false where somebody else changed it meanwhile. */
export function keepWish(
  store: Store,
  runId: string,
  wish: ChargeWish,
  { seenRevision, atMs, byId }: SeenChange,
): Promise<boolean> {
  return store.write(async (transaction) => {
    const known = (await wishesOf(transaction, [runId])).get(runId);
    const { dueMs, weight, reason, held } = wish;
    if (known && JSON.stringify({ dueMs, weight, reason, held }) === JSON.stringify(wishIn(known)))
      return true;
    if ((known?.revision ?? 0) !== seenRevision) return false;
    const row = {
      dueMs,
      weight,
      reason,
      changedById: byId,
      changedAtMs: atMs,
      revision: seenRevision + 1,
      heldChargerId: held?.charger ?? null,
      heldChannel: held?.channel ?? null,
      heldStartMs: held?.startMs ?? null,
    };
    await transaction
      .insert(chargeWishes)
      .values({ runId, ...row })
      .onConflictDoUpdate({ target: chargeWishes.runId, set: row });
    return true;
  });
}

const wishIn = ({ dueMs, weight, reason, held }: KeptWish) => ({ dueMs, weight, reason, held });

/**
 * A mark a run, of some: as long as it is the same, nothing has changed of what says where the run stands towards the room. Its readings are only ever
 * added to, and its label counts its changes.
 */
export async function marksOfRuns(
  database: Database | Transaction,
  runIds: readonly string[],
): Promise<Map<string, string>> {
  const marks = new Map<string, string>();
  for (const some of inChunks(runIds)) {
    const rows = await database
      .select({
        id: runs.id,
        revision: batteries.revision,
        readings: count(readings.id),
        newest: max(readings.takenAtMs),
      })
      .from(runs)
      .innerJoin(batteries, eq(batteries.id, runs.batteryId))
      .leftJoin(readings, eq(readings.runId, runs.id))
      .where(inArray(runs.id, some))
      .groupBy(runs.id);
    for (const { id, revision, readings: many, newest } of rows)
      marks.set(id, `${revision} ${many} ${newest}`);
  }
  return marks;
}

/** Those of some runs in which a charge was ever begun. */
export async function everCharged(
  database: Database | Transaction,
  runIds: readonly string[],
): Promise<string[]> {
  const found: string[] = [];
  for (const some of inChunks(runIds)) {
    const rows = await database
      .selectDistinct({ id: readings.runId })
      .from(readings)
      .where(and(inArray(readings.runId, some), eq(readings.kind, sql`'charge_start'`)));
    found.push(...rows.map(({ id }) => id));
  }
  return found;
}
