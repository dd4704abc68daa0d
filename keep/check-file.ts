import { isUtf8 } from 'node:buffer';
import { existsSync, openSync, readSync, statSync } from 'node:fs';
import { basename } from 'node:path';
import { type Client, createClient, type InValue } from '@libsql/client';
import type { CopyReport } from '../src/core/exchange/copies';
import { APPLICATION_ID } from '../src/store/pragmas';
import { journalIn } from './check-journal';

/** Files up to this size are read through at every start; larger ones once they were not closed in peace. */
const SMALL_BYTES = 64_000_000;
const HEAD = 'SQLite format 3\0';

/**
 * What is wrong with a database that a server is about to open: the word for a fault, or `ok`. Nothing is written: the
 * process ends without letting go of the file, which would move its log.
 * @param deep reads every text too: what a server died of may be in any of them
 */
export async function checkFile(file: string, deep: boolean): Promise<string> {
  if (!existsSync(file) || statSync(file).size === 0) return 'ok';
  if (!beginsAsDatabase(file)) return 'not_a_database';
  const small = statSync(file).size <= SMALL_BYTES;
  const unclean = existsSync(`${file}-wal`) && statSync(`${file}-wal`).size > 0;
  if (!deep && !small && !unclean) return 'ok';
  const client = await lookingAt(file);
  const problems = await wrongIn(client, deep || small);
  return problems.length === 0 ? 'ok' : 'damaged';
}

/** A sound database and what is in it, or an error that says what is wrong. */
export async function foundIn(file: string): Promise<CopyReport> {
  if (!existsSync(file)) throw new Error(`${file} is not there.`);
  if (!beginsAsDatabase(file)) throw new Error(`${file} is not a database.`);
  const client = await lookingAt(file);
  const application = await one(client, 'PRAGMA application_id');
  const own = await one(
    client,
    "select count(*) from sqlite_master where name in ('batteries', 'runs', 'readings')",
  );
  if (own !== 3 || (application !== APPLICATION_ID && application !== 0)) {
    throw new Error(`${file} is not a database of Integra.`);
  }
  const problems = await wrongIn(client, true);
  if (problems.length > 0) throw new Error(`${file} is damaged: ${problems.slice(0, 3).join('; ')}`);
  const count = async (table: string) => Number(await one(client, `select count(*) from ${table}`));
  const report = {
    name: basename(file),
    bytes: statSync(file).size,
    before: null,
    batteries: await count('batteries'),
    runs: await count('runs'),
    readings: await count('readings'),
    // Told, and no reason to go without a copy, or to refuse one.
    journalBrokenAt: (await journalIn(client)).broken?.number ?? null,
  };
  client.close();
  return report;
}

/** Whether another program holds a database open: only one that is alone may have it to itself. */
export async function isHeld(file: string): Promise<boolean> {
  if (!existsSync(file) || statSync(file).size === 0 || !beginsAsDatabase(file)) return false;
  const client = createClient({ url: `file:${file}`, timeout: 200, concurrency: 1 });
  try {
    await client.execute('PRAGMA locking_mode = EXCLUSIVE');
    await client.execute('BEGIN EXCLUSIVE');
    await client.execute('ROLLBACK');
    return false;
  } catch (error) {
    return /BUSY|locked/i.test(error instanceof Error ? error.message : '');
  } finally {
    client.close();
  }
}

export async function lookingAt(file: string): Promise<Client> {
  const client = createClient({ url: `file:${file}`, timeout: 5000, concurrency: 1 });
  await client.execute('PRAGMA query_only = 1');
  return client;
}

async function one(client: Client, sql: string): Promise<InValue | undefined> {
  const { rows } = await client.execute(sql);
  return rows[0]?.[0] ?? undefined;
}

async function wrongIn(client: Client, texts: boolean): Promise<string[]> {
  const checked = await client.execute('PRAGMA quick_check(20)');
  const problems = checked.rows.map((row) => String(row[0])).filter((line) => line !== 'ok');
  if (problems.length > 0) return problems;
  const references = await client.execute('PRAGMA foreign_key_check');
  if (references.rows.length > 0) {
    return [`${references.rows.length} rows of ${references.rows[0]?.table} refer to what is not there`];
  }
  return texts ? brokenTexts(client) : [];
}

const ROWS_AT_ONCE = 2000;

/** Texts are read as bytes: as text, one that is no UTF-8 would end this process without a word. */
async function brokenTexts(client: Client): Promise<string[]> {
  const tables = await client.execute(
    "select name from sqlite_master where type = 'table' and name not like 'sqlite_%' and sql not like '%VIRTUAL%'",
  );
  for (const row of tables.rows) {
    const table = String(row.name);
    const info = await client.execute(
      `select name from pragma_table_info('${table}') where type = 'text' collate nocase`,
    );
    const columns = info.rows.map((column) => String(column.name));
    if (columns.length === 0) continue;
    const casts = columns.map((name) => `cast("${name}" as blob)`).join(', ');
    for (let after = -1; ; ) {
      const some = await client.execute(
        `select rowid, ${casts} from "${table}" where rowid > ${after} order by rowid limit ${ROWS_AT_ONCE}`,
      );
      for (const found of some.rows) {
        const broken = columns.find((_, at) => {
          const value = found[at + 1];
          return value instanceof ArrayBuffer && !isUtf8(new Uint8Array(value));
        });
        if (broken) return [`${table}.${broken} holds what is no text`];
      }
      if (some.rows.length < ROWS_AT_ONCE) break;
      after = Number(some.rows.at(-1)?.[0]);
    }
  }
  return [];
}

function beginsAsDatabase(file: string): boolean {
  const head = Buffer.alloc(HEAD.length);
  readSync(openSync(file, 'r'), head, 0, head.length, 0);
  return head.toString('latin1') === HEAD;
}
