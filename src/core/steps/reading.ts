import type { Reading, ReadingData, ReadingEnvelope, ReadingKind, ReadingOf } from './reading-data';
import { STANDING } from './standing';

// What a reading holds is a schema, which only those need who read one from outside.
export type {
  OneReading,
  Reading,
  ReadingData,
  ReadingKind,
  ReadingOf,
} from './reading-data';

/** The kinds, in the order in which a new one is added at the end of its step. */
export const READING_KINDS = Object.keys(STANDING) as readonly ReadingKind[];

/** Whether a word names a kind of reading: own kinds only, not what every object inherits. */
export function isReadingKind(word: unknown): word is ReadingKind {
  return typeof word === 'string' && Object.hasOwn(STANDING, word);
}

/** Whether a reading is of one kind. */
export function isOfKind<K extends ReadingKind>(reading: Reading, kind: K): reading is ReadingOf<K> {
  return reading.kind === kind;
}

/** What whoever captures a reading knows of it; the rest follows. */
export interface Captured {
  readonly id: string;
  readonly runId: string;
  readonly technicianId: string;
  readonly instrument: string;
  readonly takenAtMs: number;
  readonly forced?: boolean;
  /** The reading that it puts right, and why that one was wrong. */
  readonly supersedes?: { readonly reading: Reading; readonly reason: string } | undefined;
}

/**
 * A reading as it is captured. A correction is of the moment of what it puts right, and as indicative as that: what was
 * wrong is the entry, not when it was measured.
 */
export function newReading<K extends ReadingKind>(
  kind: K,
  data: ReadingData<K>,
  { supersedes, forced = false, takenAtMs, id, runId, technicianId, instrument }: Captured,
): ReadingOf<K> {
  // Written out, and not put together of parts: a file of readings makes half a million of them.
  const reading: ReadingEnvelope & { readonly kind: K; readonly data: ReadingData<K> } = {
    id,
    runId,
    kind,
    data,
    takenAtMs: supersedes?.reading.takenAtMs ?? takenAtMs,
    technicianId,
    instrument,
    forced: supersedes?.reading.forced ?? forced,
    supersedesId: supersedes?.reading.id ?? null,
    reason: supersedes?.reason ?? null,
  };
  // The compiler cannot follow a kind and its data through a type parameter; the signature holds them together.
  return reading as unknown as ReadingOf<K>;
}

/** Readings that one run can hold. A day of readings once a minute fits; a loop that went wrong does not. */
export const MOST_READINGS = 10_000;
