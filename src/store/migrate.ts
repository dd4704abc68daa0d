import { mkdirSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Client } from '@libsql/client';
import { sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { uuidv7 } from 'uuidv7';
import { copyName } from '@/core/exchange/copies';
import { READING_SCHEMAS } from '@/core/steps/reading-data';
import type { Database } from './database';
import { StoreFault } from './fault';
import { APPLICATION_ID } from './pragmas';
import { KEYS_VERSION, renewKeys } from './renew-keys';
import * as schema from './schema';

/**
 * Brings a database to the current version, all of it or nothing, and answers with its own id. One of a newer version
 * or with another id than is expected here is left untouched.
 */
export async function bringUpToDate(
  client: Client,
  { migrations: migrationsFolder, before }: Upgrade,
  expectedId: string | null,
): Promise<string> {
  const known = migrationsIn(migrationsFolder);
  const applied = await appliedTo(client);
  if (applied > known) throw new StoreFault('newer');
  const kept = applied > 0 ? await keptId(client) : null;
  if (expectedId !== null && kept !== expectedId) throw new StoreFault('another');
  const database = drizzle(client, { schema });
  if (before && applied > 0 && applied < known) await copyBefore(client, before);
  if (applied < known) await migrate(database, { migrationsFolder });
  await client.execute(`PRAGMA application_id = ${APPLICATION_ID}`);
  await client.execute(`PRAGMA user_version = ${known}`);
  return settle(database, kept);
}

/** What a database is brought to, and where a copy of it as it was is put first; null for none. */
interface Upgrade {
  readonly migrations: string;
  readonly before: { readonly folder: string; readonly nowMs: number } | null;
}

/** Copies a database as it is before anything of it is changed. Without the copy it is left as it is. */
async function copyBefore(client: Client, { folder, nowMs }: NonNullable<Upgrade['before']>): Promise<void> {
  mkdirSync(folder, { recursive: true });
  const name = join(folder, copyName(nowMs, 'upgrade'));
  const making = `${name}.making`;
  rmSync(making, { force: true });
  await client.execute(`VACUUM INTO '${making.replaceAll("'", "''")}'`);
  renameSync(making, name);
}

function migrationsIn(folder: string): number {
  const journal: { entries: unknown[] } = JSON.parse(
    readFileSync(join(folder, 'meta/_journal.json'), 'utf8'),
  );
  return journal.entries.length;
}

/** How many migrations a database has seen; 0 for a new one. */
async function appliedTo(client: Client): Promise<number> {
  const { rows } = await client.execute("select 1 from sqlite_master where name = '__drizzle_migrations'");
  if (rows.length === 0) return 0;
  const counted = await client.execute('select count(*) as n from __drizzle_migrations');
  return Number(counted.rows[0]?.n ?? 0);
}

async function keptId(client: Client): Promise<string | null> {
  const { rows } = await client.execute("select 1 from sqlite_master where name = 'store_facts'");
  if (rows.length === 0) return null;
  const found = await client.execute("select value from store_facts where name = 'id'");
  const id = found.rows[0]?.value;
  return typeof id === 'string' ? id : null;
}

/** What every open store holds: its id, the kinds of reading of this version, keys as this version compares. */
async function settle(database: Database, kept: string | null): Promise<string> {
  return database.transaction(async (transaction) => {
    const kinds = Object.keys(READING_SCHEMAS).map((kind) => ({ kind }));
    await transaction.insert(schema.readingKinds).values(kinds).onConflictDoNothing();
    const facts = await transaction.select().from(schema.storeFacts);
    const fact = new Map(facts.map(({ name, value }) => [name, value]));
    const id = kept ?? fact.get('id') ?? uuidv7();
    await transaction.insert(schema.storeFacts).values({ name: 'id', value: id }).onConflictDoNothing();
    if (fact.get('keys') !== KEYS_VERSION) {
      await renewKeys(transaction);
      await transaction
        .insert(schema.storeFacts)
        .values({ name: 'keys', value: KEYS_VERSION })
        .onConflictDoUpdate({ target: schema.storeFacts.name, set: { value: sql`excluded.value` } });
    }
    return id;
  });
}
