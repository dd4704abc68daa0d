import 'server-only';
import { spawn } from 'node:child_process';
import { readdir, stat } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { Type } from '@sinclair/typebox';
import { checkShape } from '@/core/exchange/check-shape';
import { COPY_NAME, type CopyRecord, type CopyReport } from '@/core/exchange/copies';
import { succeed } from '@/core/quantity/result';
import { type Answer, refused, refusedSaying } from './answer';
import { changed } from './changes';
import type { Context } from './context';

/** Copies that are listed; older ones stay in their folder. */
const COPIES_SHOWN = 100;
/** A copy older than this is told on the Floor, ms. */
const OLD_COPY_MS = 2 * 24 * 3_600_000;

/** The folder that copies are kept in; null where another machine keeps the data. */
function folderOf(context: Context, file: string | null): string | null {
  const { copies } = context.settings;
  return copies ?? (file === null ? null : join(dirname(file), 'copies'));
}

/** The copies there are, the newest first. */
export async function copyList(context: Context): Promise<CopyRecord[]> {
  const { store } = context;
  const folder = folderOf(context, store.file);
  if (folder === null) return [];
  const names = await readdir(folder).catch(() => []);
  const found = await Promise.all(
    names
      .filter((name) => COPY_NAME.test(name))
      .map(async (name): Promise<CopyRecord> => {
        const { size, mtimeMs } = await stat(join(folder, name));
        return { name, bytes: size, madeAtMs: Math.round(mtimeMs) };
      }),
  );
  return found.sort((one, other) => other.madeAtMs - one.madeAtMs).slice(0, COPIES_SHOWN);
}

/** What about the copies needs somebody. A site without any data yet needs none. */
export async function copyWarnings(context: Context): Promise<string[]> {
  const { demo, keep } = context.settings;
  if (demo || keep === null) return [];
  const [newest] = await copyList(context);
  if (!newest) return ['No copy of the data has been made yet: Files makes one.'];
  const days = Math.floor((context.now() - newest.madeAtMs) / (24 * 3_600_000));
  return context.now() - newest.madeAtMs > OLD_COPY_MS
    ? [`The last copy of the data is ${days} days old: Files makes one.`]
    : [];
}

/** How old the newest copy is, ms; null where there is none. */
export async function copyAgeMs(context: Context): Promise<number | null> {
  const [newest] = await copyList(context);
  return newest ? context.now() - newest.madeAtMs : null;
}

/** Makes a copy while the work goes on, and looks at it: in a process of its own, so that nothing here waits. */
export async function makeCopy(context: Context): Promise<Answer<CopyReport>> {
  const { store } = context;
  const folder = folderOf(context, store.file);
  if (store.file === null || folder === null) return refusedSaying('input', 'copy', ELSEWHERE);
  return keeping(context, ['backup', store.file, folder]);
}

const Restore = Type.Object(
  { name: Type.String({ maxLength: 100, pattern: COPY_NAME.source, description: 'name of the copy' }) },
  { additionalProperties: false },
);

/** Puts a copy back, after it was looked at. What was there until now is kept beside it. */
export async function restoreCopy(context: Context, input: unknown): Promise<Answer<CopyReport>> {
  const checked = checkShape(Restore, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { store } = context;
  const folder = folderOf(context, store.file);
  if (store.file === null || folder === null) return refusedSaying('input', 'copy', ELSEWHERE);
  const known = (await copyList(context)).some(({ name }) => name === checked.value.name);
  if (!known) return refused('missing', 'name', checked.value.name, 'a copy in the folder of copies');
  const file = store.file;
  const path = join(folder, basename(checked.value.name));
  const looked = await keeping(context, ['verify', path]);
  if (!looked.ok) return looked;
  const put = await context.exchangeStore(() => keeping(context, ['restore', path, file, '--alone']));
  changed('all');
  return put;
}

const ELSEWHERE = 'Another machine keeps this database; copies of it are made there.';

/** Runs one of the commands that make, look at and put back copies, and answers with what it says at its end. */
function keeping(context: Context, args: readonly string[]): Promise<Answer<CopyReport>> {
  const { keep } = context.settings;
  if (keep === null)
    return Promise.resolve(refusedSaying('store', 'copy', 'Copies are made by the running server only.'));
  return new Promise((done) => {
    const child = spawn(process.execPath, [keep, ...args, '--json'], { stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    let complained = '';
    child.stdout.on('data', (piece) => {
      said += String(piece);
    });
    child.stderr.on('data', (piece) => {
      complained = (complained + String(piece)).slice(-2000);
    });
    child.on('close', (code) => {
      if (code === 0) return done(succeed(JSON.parse(said) as CopyReport));
      done(refusedSaying('store', 'copy', complained.trim() || 'The copy could not be finished.'));
    });
  });
}
