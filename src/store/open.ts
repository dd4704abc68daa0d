import { mkdirSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { type Client, createClient } from '@libsql/client';
import { drizzle } from 'drizzle-orm/libsql';
import { uuidv7 } from 'uuidv7';
import type { Database, Store, Transaction } from './database';
import { isStoreFault, StoreFault, storeErrorOf } from './fault';
import { FileGuard, fileOf, mark, markedId, placeFault } from './file-guard';
import { keepStatements } from './kept-statements';
import { bringUpToDate } from './migrate';
import { pin, pinnedOn } from './pragmas';
import * as schema from './schema';
import { WriteQueue } from './write-queue';

export type { Database, Store, Transaction } from './database';

const MIGRATIONS = resolve('src/store/migrations');
const BUSY_MILLISECONDS = 5000;

/** Where the data is when nobody says otherwise. */
export const DEFAULT_DATABASE_URL = 'file:data/integra.db';

/** How a store is opened. */
interface Opening {
  readonly migrations?: string;
  /**
   * Where a copy is kept of what it was before it is brought to a newer version, and now; null for the folder beside it. Left
   * out, none is made.
   */
  readonly before?: { readonly copies: string | null; readonly nowMs: number };
}

/**
 * Opens the database, brings it to the current version and answers with the store. A file that is gone, empty, damaged,
 * another or of a newer version is told before anything is written to it.
 */
export async function openStore(
  url: string,
  { migrations = MIGRATIONS, before }: Opening = {},
): Promise<Store> {
  keepStatements();
  const file = fileOf(url);
  try {
    if (file) {
      mkdirSync(dirname(file), { recursive: true });
      const fault = placeFault(file);
      if (fault) throw new StoreFault(fault);
    }
    // The driver works on this very loop: one connection reads, one writes, and more would only wait for each other.
    const connect = () => createClient({ url, timeout: BUSY_MILLISECONDS, concurrency: file ? 1 : 20 });
    const writer = connect();
    const kept =
      file && before ? { folder: before.copies ?? join(dirname(file), 'copies'), nowMs: before.nowMs } : null;
    const id = await bringUpToDate(writer, { migrations, before: kept }, file && markedId(file));
    const reader = file ? connect() : writer;
    if (file) {
      await pin(writer);
      await pin(reader);
      mark(file, id);
    }
    return storeOn({ reader, writer, file });
  } catch (error) {
    throw storeErrorOf(error);
  }
}

interface Connections {
  readonly reader: Client;
  readonly writer: Client;
  readonly file: string | null;
}

function storeOn({ reader, writer, file }: Connections): Store {
  const queue = new WriteQueue();
  const guard = new FileGuard(file);
  const opened = uuidv7();
  const reading = drizzle(reader, { schema });
  const writing = drizzle(writer, { schema });
  // What was found damaged once stays so: every further write could make it worse.
  let broken: StoreFault | null = null;
  const named = async <T>(work: () => Promise<T>): Promise<T> => {
    try {
      return await work();
    } catch (error) {
      const told = storeErrorOf(error);
      if (isStoreFault(told) && told.kind === 'damaged') broken = told;
      throw told;
    }
  };
  const held = <T>(work: () => Promise<T>) =>
    named(async () => {
      if (broken) throw broken;
      guard.hold();
      return work();
    });
  return {
    file,
    opened,
    read: (query) => named(() => query(reading)),
    write: (work) => queue.run(() => held(() => inTransaction(writing, work))),
    append: (statements) =>
      queue.run(() =>
        held(async () => {
          await writer.batch([...statements], 'write');
        }),
      ),
    exclusively: (work) =>
      queue.run(() =>
        held(() => {
          if (file === null) throw new Error('another machine keeps this database');
          return work({ file, opened });
        }),
      ),
    fault: () => {
      const lost = guard.fault();
      return broken ?? (lost && new StoreFault(lost));
    },
    pragmas: async () => [await pinnedOn(reader), await pinnedOn(writer)],
    close: () =>
      queue.close(async () => {
        reader.close();
        if (file && !broken && !guard.fault())
          await writer.execute('PRAGMA wal_checkpoint(TRUNCATE)').catch(() => undefined);
        writer.close();
      }),
  };
}

/**
 * Runs a transaction and throws what went wrong in it. A database that runs full ends the transaction by itself; the
 * driver's rollback then fails too, and its complaint would hide the cause.
 */
async function inTransaction<T>(
  database: Database,
  work: (transaction: Transaction) => Promise<T>,
): Promise<T> {
  const seen: unknown[] = [];
  const watched = async (transaction: Transaction) => {
    try {
      return await work(transaction);
    } catch (error) {
      seen.push(error);
      throw error;
    }
  };
  try {
    return await database.transaction(watched);
  } catch (error) {
    throw seen[0] ?? error;
  }
}
