import { sha256 } from '@noble/hashes/sha2';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils';

/** What something was done to. */
export const SUBJECT_KINDS = ['battery', 'vehicle', 'run', 'check', 'person', 'device', 'site'] as const;

export type SubjectKind = (typeof SUBJECT_KINDS)[number];

/** One act: who did what to what, on which device, when and why. */
export interface JournalAct {
  readonly atMs: number;
  /** Who did it; null for what the server did by itself, and where nobody had said who they are. */
  readonly personId: string | null;
  /** The device that it was done on, by its id where it is enrolled, else by its address. */
  readonly device: string | null;
  /** The door that it came through: `PUT /api/batteries/[id]`. */
  readonly act: string;
  readonly subjectKind: SubjectKind | null;
  readonly subjectId: string | null;
  /** What was asked for, as JSON without secrets; the hash of it where it is long. */
  readonly said: string;
  readonly reason: string | null;
}

/** An act as it stands in the journal. */
export interface JournalEntry extends JournalAct {
  /** Counts from 1 without a gap. */
  readonly number: number;
  /** The hash of the entry before; of nothing for the first. */
  readonly before: string;
  readonly hash: string;
}

/** What stands before the first entry. */
export const NO_ENTRY_BEFORE = '0'.repeat(64);

/** The hash of a text, 64 hexadecimal digits. */
export const hashOfText = (text: string): string => bytesToHex(sha256(utf8ToBytes(text)));

/**
 * The hash of an entry: of all that it says, and of the hash before it, in an order that never changes. Whoever changes one
 * entry has to change all after it.
 */
export function hashOfEntry(entry: Omit<JournalEntry, 'hash'>): string {
  const { number, before, atMs, personId, device, act, subjectKind, subjectId, said, reason } = entry;
  return hashOfText(
    JSON.stringify([number, before, atMs, personId, device, act, subjectKind, subjectId, said, reason]),
  );
}

/** The entry that follows another; the first where there is none. */
export function nextEntry(last: Pick<JournalEntry, 'number' | 'hash'> | null, act: JournalAct): JournalEntry {
  const entry = { ...act, number: (last?.number ?? 0) + 1, before: last?.hash ?? NO_ENTRY_BEFORE };
  return { ...entry, hash: hashOfEntry(entry) };
}

/** The first entry that cannot be as it was written, and why. */
export interface JournalBreak {
  readonly number: number;
  readonly why: string;
}

/** Walks along a journal, entry by entry, and stops at the first that was changed, or before which one is missing. */
export class JournalWalk {
  private last: Pick<JournalEntry, 'number' | 'hash'> | null = null;

  /** Takes the next entry as it is kept; answers what is wrong with it, null where nothing is. */
  take(entry: JournalEntry): JournalBreak | null {
    const { number, before, hash } = entry;
    const expected = (this.last?.number ?? 0) + 1;
    if (number !== expected) return { number: expected, why: `it is missing: number ${number} comes next` };
    if (before !== (this.last?.hash ?? NO_ENTRY_BEFORE))
      return { number, why: 'it does not follow the entry before it' };
    if (hash !== hashOfEntry(entry)) return { number, why: 'it is not what was written' };
    this.last = { number, hash };
    return null;
  }

  /** How many entries were sound so far, and the hash of the last: whoever keeps it elsewhere can tell a journal that was cut. */
  sound(): { readonly entries: number; readonly hash: string } {
    return { entries: this.last?.number ?? 0, hash: this.last?.hash ?? NO_ENTRY_BEFORE };
  }
}

/** Longer than this, what was said is kept as its hash, characters. */
const LONGEST_SAID = 600;
/** The names under which secrets are sent. */
const SECRET = /^(pin|password|secret|code|key|credential|\w+(Pin|Password|Secret|Key))$/;

/** What was asked for as the journal keeps it: without secrets, and as a hash where it is long. */
export function saidOf(input: unknown): string {
  const text = JSON.stringify(input, (name, value) => (SECRET.test(name) ? undefined : value)) ?? '';
  return text.length <= LONGEST_SAID ? text : `sha256:${hashOfText(text)}`;
}
