import Connection from 'libsql';
import type { OpenFile } from './database';
import {
  insertInto,
  type PackedStretch,
  ROW_TABLES,
  type RowTable,
  type StretchRows,
  unpackStretch,
} from './packed-rows';
import { PINNED } from './pragmas';
import { RELEASE_TAGS } from './tags';

/** What became of a stretch. An error loses its kind on the way between threads, and so it travels as its signs. */
export type StretchOutcome =
  | { readonly stored: true }
  | { readonly stored: false; readonly code: string; readonly message: string };

interface RowWriter {
  readonly opened: string;
  /** Adds a stretch whole or not at all. */
  readonly add: (tagKeys: readonly string[], rows: StretchRows) => void;
}

/** Another connection may hold the file for a moment, ms. */
const BUSY_MILLISECONDS = 5000;

// Opening a connection and reading its statements costs more than a stretch: they are kept while the store is open.
let kept: RowWriter | null = null;

/**
 * Adds a stretch to the file by a connection of its own, so that it can be done in a thread. Whoever asks for it keeps
 * all other writers of this process away meanwhile.
 */
export function addRows({ file, opened }: OpenFile, stretch: PackedStretch): StretchOutcome {
  try {
    if (kept?.opened !== opened) kept = { opened, add: rowsAdder(file) };
    kept.add(stretch.tagKeys, unpackStretch(stretch));
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
  const inserts = (Object.keys(ROW_TABLES) as RowTable[]).map(
    (table) => [table, connection.prepare(insertInto(table))] as const,
  );
  const add = connection.transaction((tagKeys: readonly string[], rows: StretchRows) => {
    // Rows that name each other are looked at once all are there.
    connection.exec('PRAGMA defer_foreign_keys = on');
    release.run([JSON.stringify(tagKeys)]);
    for (const [table, insert] of inserts) for (const row of rows[table]) insert.run(row);
  });
  return (tagKeys, rows) => add.immediate(tagKeys, rows);
}
