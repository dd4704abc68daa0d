import type { Client } from '@libsql/client';

/** `INTG` in the head of the file: what tells a database of Integra from any other. */
export const APPLICATION_ID = 0x494e5447;

/** The log beside the database is cut back to this once its pages have been moved, bytes. */
const LOG_BYTES = 64_000_000;

/**
 * What every connection to the file must keep to; each belongs to its connection, so each connection is told.
 * `synchronous = FULL` is what makes an acknowledged capture outlive a power cut; foreign keys hold the records together.
 */
export const PINNED: Readonly<Record<string, string | number>> = {
  journal_mode: 'wal',
  synchronous: 2,
  journal_size_limit: LOG_BYTES,
  foreign_keys: 1,
  // The log is moved into the file every 16 MB rather than every 4, and 32 MB of pages stay at hand, kB.
  wal_autocheckpoint: 4000,
  cache_size: -32_000,
};

/** Tells a connection what to keep to. */
export async function pin(client: Client): Promise<void> {
  for (const [name, value] of Object.entries(PINNED)) await client.execute(`PRAGMA ${name} = ${value}`);
}

/** What a connection keeps to, as it answers itself. */
export async function pinnedOn(client: Client): Promise<Record<string, unknown>> {
  const found: Record<string, unknown> = {};
  for (const name of Object.keys(PINNED)) {
    const { rows } = await client.execute(`PRAGMA ${name}`);
    found[name] = rows[0]?.[0];
  }
  return found;
}
