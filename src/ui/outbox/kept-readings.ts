import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { isRecord } from '@/core/quantity/record';
import type { Problem } from '@/core/quantity/result';
import type { Reading } from '@/core/steps/reading';

/** A reading that was captured here and is not acknowledged yet. */
export interface Unsent {
  readonly reading: Reading;
  /** The battery's tag, to say whose it is on any screen. */
  readonly tag: string;
  /** Counts up, so that the readings of a run go in the order in which they were captured. */
  readonly order: number;
  /** When it was captured by this device's own clock, should that one be found to be wrong, ms. */
  readonly capturedAtMs: number;
  /** Why the server does not take it; it then waits for somebody to decide. Null while it may still pass. */
  readonly refused: readonly Problem[] | null;
}

/** Where unsent readings are kept while nothing answers. */
export interface ReadingKeep {
  readonly all: () => Promise<Unsent[]>;
  readonly put: (unsent: Unsent) => Promise<void>;
  readonly remove: (readingId: string) => Promise<void>;
}

interface OutboxSchema extends DBSchema {
  readings: { key: string; value: Unsent & { readonly id: string } };
}

const NAME = 'integra-outbox';

/**
 * Unsent readings in this browser's own database, by the id of the reading, so that tabs never overwrite one another's.
 * Throws where the browser keeps nothing: in a private window, or when the disk is full.
 */
export async function browserKeep(): Promise<ReadingKeep> {
  const database: IDBPDatabase<OutboxSchema> = await openDB<OutboxSchema>(NAME, 1, {
    upgrade: (created) => {
      created.createObjectStore('readings', { keyPath: 'id' });
    },
  });
  const keep: ReadingKeep = {
    all: async () => {
      const kept = await database.getAll('readings');
      return kept.sort((one, other) => one.order - other.order);
    },
    put: async (unsent) => {
      await database.put('readings', { ...unsent, id: unsent.reading.id });
    },
    remove: (readingId) => database.delete('readings', readingId),
  };
  await takeOver(keep);
  return keep;
}

const EARLIER = 'integra:outbox:';

/** What an earlier version kept in another place is taken over, so that an update in mid-outage loses nothing. */
async function takeOver(keep: ReadingKeep): Promise<void> {
  for (const key of Object.keys(localStorage).filter((name) => name.startsWith(EARLIER))) {
    const readings = readingsIn(localStorage.getItem(key));
    // What cannot be read stays where it is: it is in nobody's way there, and may be somebody's measurement.
    if (readings === null) continue;
    for (const [order, reading] of readings.entries()) {
      await keep.put({ reading, tag: '', order, capturedAtMs: reading.takenAtMs, refused: null });
    }
    localStorage.removeItem(key);
  }
}

/** Readings as an earlier version wrote them; null where they cannot be made out. */
function readingsIn(text: string | null): readonly Reading[] | null {
  try {
    const kept: unknown = JSON.parse(text ?? 'null');
    return Array.isArray(kept) && kept.every(isReading) ? kept : null;
  } catch {
    return null;
  }
}

const isReading = (kept: unknown): kept is Reading =>
  isRecord(kept) &&
  typeof kept.id === 'string' &&
  typeof kept.runId === 'string' &&
  typeof kept.takenAtMs === 'number' &&
  isRecord(kept.data);
