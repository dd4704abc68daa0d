import { and, asc, desc, eq, isNull } from 'drizzle-orm';
import type { RecordingLine } from '@/core/exchange/recording-views';
import type { KeptFound } from '@/core/recording/found-schema';
import type { Database, Transaction } from './database';
import { Unreadable } from './packed-json';
import { recordedSamples, recordings } from './schema';

type Row = typeof recordings.$inferSelect;

/** A recording as it is added. */
export type NewRecording = Omit<RecordingLine, 'revision' | 'moved'> & {
  readonly core: string;
  readonly addedAtMs: number;
};

/** Keeps a recording with its packed samples; one that is there already stays as it is. */
export async function addRecording(
  transaction: Transaction,
  { found, ...line }: NewRecording,
  packed: Uint8Array,
): Promise<void> {
  const added = await transaction
    .insert(recordings)
    .values({ ...line, found, moved: null })
    .onConflictDoNothing()
    .returning({ id: recordings.id });
  if (added.length === 0) return;
  await transaction.insert(recordedSamples).values({ recordingId: line.id, packed: Buffer.from(packed) });
}

/** A recording without its samples; undefined for none, and for one that was taken back. */
export async function recordingById(
  database: Database | Transaction,
  id: string,
): Promise<RecordingLine | undefined> {
  const [row] = await database
    .select()
    .from(recordings)
    .where(and(eq(recordings.id, id), isNull(recordings.endedAtMs)));
  return row && lineOf(row);
}

/** The recordings of a vehicle, the newest first. */
export async function recordingsOf(
  database: Database | Transaction,
  vehicleId: string,
  limit: number,
): Promise<RecordingLine[]> {
  const rows = await database
    .select()
    .from(recordings)
    .where(and(eq(recordings.vehicleId, vehicleId), isNull(recordings.endedAtMs)))
    .orderBy(desc(recordings.takenAtMs))
    .limit(limit);
  return rows.flatMap((row) => lineOf(row) ?? []);
}

/** The recordings of a check, the oldest first. */
export async function recordingsOfCheck(
  database: Database | Transaction,
  checkId: string,
  limit: number,
): Promise<RecordingLine[]> {
  const rows = await database
    .select()
    .from(recordings)
    .where(and(eq(recordings.checkId, checkId), isNull(recordings.endedAtMs)))
    .orderBy(asc(recordings.takenAtMs))
    .limit(limit);
  return rows.flatMap((row) => lineOf(row) ?? []);
}

/** The squeezed samples of a recording. */
export async function samplesOf(database: Database | Transaction, id: string): Promise<Buffer | undefined> {
  const [row] = await database
    .select({ packed: recordedSamples.packed })
    .from(recordedSamples)
    .where(eq(recordedSamples.recordingId, id));
  return row?.packed;
}

/** Changes what hands may change of a recording as it was seen; answers whether that is how it was. */
export async function changeRecording(
  transaction: Transaction,
  id: string,
  seenRevision: number,
  change: Partial<Pick<Row, 'name' | 'temperatureC' | 'cylinders' | 'moved' | 'endedAtMs'>>,
): Promise<boolean> {
  const changed = await transaction
    .update(recordings)
    .set({ ...change, revision: seenRevision + 1 })
    .where(and(eq(recordings.id, id), eq(recordings.revision, seenRevision), isNull(recordings.endedAtMs)))
    .returning({ id: recordings.id });
  return changed.length > 0;
}

/** One that cannot be read today is left out of lists. */
function lineOf({
  found,
  moved,
  core: _core,
  addedAtMs: _added,
  endedAtMs: _ended,
  ...row
}: Row): RecordingLine | undefined {
  if (found instanceof Unreadable) return undefined;
  return {
    ...row,
    found: found as KeptFound,
    moved: moved instanceof Unreadable ? null : (moved as KeptFound | null),
  };
}
