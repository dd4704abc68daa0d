import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { createClient } from '@libsql/client';
import { openStore } from './open';

/** A database as an early version left it, in a folder of its own. */
function early(): string {
  const file = join(mkdtempSync(join(tmpdir(), 'integra-early-')), 'integra.db');
  writeFileSync(file, gunzipSync(readFileSync('corpus/core-1.4.0/store.db.gz')));
  return file;
}

async function migrationsOf(file: string): Promise<number> {
  const client = createClient({ url: `file:${file}` });
  const { rows } = await client.execute('select count(*) as n from __drizzle_migrations');
  client.close();
  return Number(rows[0]?.n);
}

const NOW_MS = Date.UTC(2026, 10, 28, 9);

describe('a database of an early version', () => {
  it('is copied as it was before anything of it is changed', async () => {
    const file = early();
    const before = await migrationsOf(file);
    const store = await openStore(`file:${file}`, { before: { copies: null, nowMs: NOW_MS } });
    await store.close();
    expect(await migrationsOf(file)).toBeGreaterThan(before);
    const copies = readdirSync(join(file, '../copies'));
    expect(copies).toEqual(['integra-20261128-090000-upgrade.db']);
    expect(await migrationsOf(join(file, '../copies', copies[0] ?? ''))).toBe(before);
    // Once it is of this version there is nothing to be copied.
    const again = await openStore(`file:${file}`, { before: { copies: null, nowMs: NOW_MS + 1000 } });
    await again.close();
    expect(readdirSync(join(file, '../copies'))).toHaveLength(1);
  });

  it('stays as it is where no copy can be made', async () => {
    const file = early();
    const before = await migrationsOf(file);
    const blocked = join(file, '../blocked');
    writeFileSync(blocked, '');
    const opening = openStore(`file:${file}`, { before: { copies: join(blocked, 'in it'), nowMs: NOW_MS } });
    await expect(opening).rejects.toThrow();
    expect(await migrationsOf(file)).toBe(before);
  });
});
