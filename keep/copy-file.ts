import {
  closeSync,
  copyFileSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  renameSync,
  rmSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import { createClient } from '@libsql/client';
import type { CopyReport } from '../src/core/exchange/copies';
import { mark, markOf } from '../src/store/file-guard';
import { foundIn } from './check-file';

/** Makes a copy of one moment, also while a server writes, reads all of it, and only then gives it its name. */
export async function copyInto(file: string, folder: string, name: string): Promise<CopyReport> {
  if (!existsSync(file)) throw new Error(`${file} is not there.`);
  mkdirSync(folder, { recursive: true });
  const free = freeName(folder, name);
  const making = join(folder, `${free}.making`);
  rmSync(making, { force: true });
  const client = createClient({ url: `file:${file}`, timeout: 30_000, concurrency: 1 });
  try {
    await client.execute(`VACUUM INTO '${making.replaceAll("'", "''")}'`);
  } finally {
    client.close();
  }
  flush(making);
  const report = await foundIn(making);
  for (const suffix of ['-wal', '-shm']) rmSync(making + suffix, { force: true });
  renameSync(making, join(folder, free));
  flush(folder);
  return { ...report, name: free };
}

/** Two copies of the same second have names of their own. */
function freeName(folder: string, name: string): string {
  for (let number = 2; ; number++) {
    const tried = number === 2 ? name : name.replace(/\.db$/, `-${number - 1}.db`);
    if (!existsSync(join(folder, tried))) return tried;
  }
}

/** Puts a copy in the place of a database. It was looked at before; what was there is kept beside it. */
export async function putBack(copy: string, file: string, nowMs: number): Promise<CopyReport> {
  const report = await foundIn(copy);
  const fresh = `${file}.new`;
  mkdirSync(dirname(file), { recursive: true });
  copyFileSync(copy, fresh);
  flush(fresh);
  const before = `${file}.before-${new Date(nowMs).toISOString().slice(0, 19).replace(/[-:]/g, '').replace('T', '-')}`;
  const kept = existsSync(file);
  // Its log goes with it: left beside another file it would be taken for that one's.
  for (const suffix of ['', '-wal', '-shm']) {
    if (existsSync(file + suffix)) renameSync(file + suffix, before + suffix);
  }
  renameSync(fresh, file);
  flush(dirname(file));
  const id = await idIn(file);
  if (id === null) rmSync(markOf(file), { force: true });
  else mark(file, id);
  return { ...report, before: kept ? before : null };
}

/** The id of a database; copies of versions that had none are given one when they are opened. */
async function idIn(file: string): Promise<string | null> {
  const client = createClient({ url: `file:${file}`, concurrency: 1 });
  try {
    const { rows } = await client.execute("select value from store_facts where name = 'id'");
    return rows[0] ? String(rows[0].value) : null;
  } catch {
    return null;
  } finally {
    client.close();
  }
}

function flush(path: string): void {
  const handle = openSync(path, 'r');
  fsyncSync(handle);
  closeSync(handle);
}
