import Connection from 'libsql';
import { LRUCache } from 'lru-cache';
import type { OpenFile } from './database';
import { insertsOf, type PackedStretch, type RowInserts } from './packed-rows';
import { PINNED } from './pragmas';
import { RELEASE_TAGS } from './tags';

/** What became of a stretch. An error loses its kind on the way between threads, and so it travels as its signs. */
export type StretchOutcome =
  | { readonly stored: true }
  | { readonly stored: false; readonly code: string; readonly message: string };

interface RowWriter {
  readonly opened: string;
  /** Adds a stretch whole or not at all. */
  readonly add: (tagKeys: readonly string[], inserts: readonly RowInserts[]) => void;
}

/** Another connection may hold the file for a moment, ms. */
const BUSY_MILLISECONDS = 5000;

/** Statements that are kept ready. */
const PREPARED = 40;

// Opening a connection and reading its statements costs more than a stretch: they are kept while the store is open.
let kept: RowWriter | null = null;

/**
 * Adds a stretch to the file by a connection of its own, so that it can be done in a thread. Whoever asks for it keeps
 * all other writers of this process away meanwhile.
 */
export function addRows({ file, opened }: OpenFile, stretch: PackedStretch): StretchOutcome {
  try {
    if (kept?.opened !== opened) kept = { opened, add: rowsAdder(file) };
    kept.add(stretch.tagKeys, insertsOf(stretch));
    return { stored: true };
  } catch (error) {
    const { code, message } = error as { readonly code?: unknown; readonly message?: unknown };
    return { stored: false, code: String(code ?? ''), message: String(message ?? error) };
  }
}

function rowsAdder(file: string): RowWriter['add'] {
  const connection = new Connection(file, { timeout: BUSY_MILLISECONDS });
  for (const [name, value] of Object.entries(PINNED)) connection.pragma(`${name} = ${value}`);
  const release = connection.prepare(RELEASE_TAGS);
  // An arrival takes one statement a table, and a few more where a stretch of it happens to be all alike.
  const prepared = new LRUCache<string, ReturnType<typeof connection.prepare>>({ max: PREPARED });
  const statement = (sql: string) => {
    const known = prepared.get(sql) ?? connection.prepare(sql);
    prepared.set(sql, known);
    return known;
  };
  const add = connection.transaction((tagKeys: readonly string[], inserts: readonly RowInserts[]) => {
    // Rows that name each other are looked at once all are there.
    connection.exec('PRAGMA defer_foreign_keys = on');
    release.run([JSON.stringify(tagKeys)]);
    for (const { sql, values } of inserts) {
      const insert = statement(sql);
      for (const row of values) insert.run(row);
    }
  });
  return (tagKeys, inserts) => add.immediate(tagKeys, inserts);
}
