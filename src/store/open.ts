import { mkdirSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { type Client, createClient } from '@libsql/client';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { storeErrorOf } from './fault';
import * as schema from './schema';
import { WriteQueue } from './write-queue';

export type Database = LibSQLDatabase<typeof schema>;
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

/** The open store: reads go to `read`, every write through `write`, which is one transaction. */
export interface Store {
  /** Runs a query; the driver's errors come out as our own. */
  readonly read: <T>(query: (database: Database) => Promise<T>) => Promise<T>;
  /** Runs a transaction after all earlier ones. It stores everything or nothing. */
  readonly write: <T>(work: (transaction: Transaction) => Promise<T>) => Promise<T>;
  readonly close: () => void;
}

const MIGRATIONS = resolve('src/store/migrations');
const BUSY_MILLISECONDS = 5000;

/** Where the data is when nobody says otherwise. */
export const DEFAULT_DATABASE_URL = 'file:data/integra.db';

/** Opens the database, brings it to the current version and answers with the store. */
export async function openStore(url: string, migrationsFolder = MIGRATIONS): Promise<Store> {
  try {
    const isFile = url.startsWith('file:');
    if (isFile) makeFolder(url);
    const client = createClient({ url, timeout: BUSY_MILLISECONDS });
    if (isFile) await client.execute('PRAGMA journal_mode = WAL');
    const database = drizzle(client, { schema });
    await migrate(database, { migrationsFolder });
    return storeOn(client, database);
  } catch (error) {
    throw storeErrorOf(error);
  }
}

function makeFolder(url: string): void {
  const path = url.startsWith('file://') ? fileURLToPath(url) : url.slice('file:'.length);
  mkdirSync(dirname(resolve(path)), { recursive: true });
}

function storeOn(client: Client, database: Database): Store {
  const queue = new WriteQueue();
  const named = async <T>(work: () => Promise<T>): Promise<T> => {
    try {
      return await work();
    } catch (error) {
      throw storeErrorOf(error);
    }
  };
  return {
    read: (query) => named(() => query(database)),
    write: (work) => queue.run(() => named(() => inTransaction(database, work))),
    close: () => client.close(),
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
