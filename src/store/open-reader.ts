import { createClient } from '@libsql/client';
import { drizzle } from 'drizzle-orm/libsql';
import type { Database } from './database';
import { storeErrorOf } from './fault';
import { keepStatements } from './kept-statements';
import * as schema from './schema';

/** A store that is only looked at, beside the one that is written to: by a worker thread, say. */
export interface StoreReader {
  readonly read: <T>(query: (database: Database) => Promise<T>) => Promise<T>;
  readonly close: () => void;
}

/** Opens a database that a running server has brought up to date, to read from it while that one goes on writing. */
export async function openReader(url: string): Promise<StoreReader> {
  keepStatements();
  const client = createClient({ url, concurrency: 1 });
  await client.execute('PRAGMA query_only = 1');
  const database = drizzle(client, { schema });
  return {
    read: async (query) => {
      try {
        return await query(database);
      } catch (error) {
        throw storeErrorOf(error);
      }
    },
    close: () => client.close(),
  };
}
