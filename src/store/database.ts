import type { LibSQLDatabase } from 'drizzle-orm/libsql';
import type { StoreFault } from './fault';
import type * as schema from './schema';

export type Database = LibSQLDatabase<typeof schema>;
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

/** The file of an open store, and a name for this time of its being open: a copy put back is opened anew. */
export interface OpenFile {
  readonly file: string;
  readonly opened: string;
}

/** The open store: reads go to `read`, every write through `write`, which is one transaction. */
export interface Store {
  /** Runs a query; the driver's errors come out as our own. */
  readonly read: <T>(query: (database: Database) => Promise<T>) => Promise<T>;
  /** Runs a transaction after all earlier ones. It stores everything or nothing. */
  readonly write: <T>(work: (transaction: Transaction) => Promise<T>) => Promise<T>;
  /** Runs statements in one transaction of their own, after all earlier writes: for what comes in by the thousand. */
  readonly append: (statements: readonly Statement[]) => Promise<void>;
  /** Runs what writes to the file by a connection of its own, after all earlier writes and before all later ones. */
  readonly exclusively: <T>(work: (file: OpenFile) => Promise<T>) => Promise<T>;
  /** What is wrong with the store just now; null while all is well. */
  readonly fault: () => StoreFault | null;
  /** The path of its file; null where another machine keeps it. */
  readonly file: string | null;
  /** A name for this time of its being open: a copy put back is opened anew. */
  readonly opened: string;
  /** What its connections keep to, the reading one first. */
  readonly pragmas: () => Promise<readonly Record<string, unknown>[]>;
  /** Waits for the writes under way, moves all that is in the log into the file, and lets go of it. */
  readonly close: () => Promise<void>;
}

/** A statement as the driver takes it: what is done thousands of times a second goes without a builder between. */
export interface Statement {
  readonly sql: string;
  readonly args: (string | number | null | Uint8Array)[];
}
