import 'server-only';
import { spawn } from 'node:child_process';
import { copyFile, mkdir, readdir, rename, rm, stat } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { checkShape } from '@/core/exchange/check-shape';
import {
  COPY_NAME,
  type CopyKind,
  type CopyRecord,
  type CopyReport,
  copiesToDrop,
  copyKind,
  isNightCopyDue,
} from '@/core/exchange/copies';
import { succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { type Answer, refused, refusedSaying } from './answer';
import { changed } from './changes';
import type { Context } from './context';
import { noteJournal } from './people/journal-check';

/** Copies that are listed; older ones stay in their folder. */
const COPIES_SHOWN = 100;
/** A copy older than this is told on the Floor, ms. */
const OLD_COPY_MS = 2 * 24 * 3_600_000;

/** The folder that copies are kept in; null where another machine keeps the data. */
function folderOf(context: Pick<Context, 'settings'>, file: string | null): string | null {
  const { copies } = context.settings;
  return copies ?? (file === null ? null : join(dirname(file), 'copies'));
}

/** The copies there are, the newest first. */
export function copyList({ store, settings }: Pick<Context, 'store' | 'settings'>): Promise<CopyRecord[]> {
  return copiesBeside(settings, store.file);
}

/** The copies of a database file, the newest first; also while it cannot be opened. */
export async function copiesBeside(
  settings: Context['settings'],
  file: string | null,
): Promise<CopyRecord[]> {
  const folder = folderOf({ settings }, file);
  return folder === null ? [] : (await copiesIn(folder)).slice(0, COPIES_SHOWN);
}

async function copiesIn(folder: string): Promise<CopyRecord[]> {
  const names = await readdir(folder).catch(() => []);
  const found = await Promise.all(
    names
      .filter((name) => COPY_NAME.test(name))
      .map(async (name): Promise<CopyRecord> => {
        const { size, mtimeMs } = await stat(join(folder, name));
        return { name, kind: copyKind(name), bytes: size, madeAtMs: Math.round(mtimeMs) };
      }),
  );
  return found.sort((one, other) => other.madeAtMs - one.madeAtMs);
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
export async function makeCopy(context: CopyKeeper, kind: CopyKind = 'hand'): Promise<Answer<CopyReport>> {
  const { store } = context;
  const folder = folderOf(context, store.file);
  if (store.file === null || folder === null) return refusedSaying('input', 'copy', ELSEWHERE);
  const made = await keeping(context, [
    ...['backup', store.file, folder],
    ...(kind === 'night' ? ['--night'] : []),
  ]);
  if (!made.ok) return made;
  noteJournal(made.value.journalBrokenAt);
  await copyElsewhere(context, join(folder, made.value.name));
  return made;
}

/** What making copies rests on; no one person. */
export type CopyKeeper = Pick<Context, 'store' | 'settings' | 'log'>;

/** Puts a copy in a second place too, where a setting names one. A place that cannot be reached costs that copy, not the first. */
async function copyElsewhere({ settings, log }: CopyKeeper, made: string): Promise<void> {
  const { copiesToo } = settings;
  if (copiesToo === null) return;
  const making = join(copiesToo, `${basename(made)}.making`);
  try {
    await mkdir(copiesToo, { recursive: true });
    await copyFile(made, making);
    await rename(making, join(copiesToo, basename(made)));
  } catch (error) {
    log.error(error);
  }
}

/** Makes the copy of the night where it is due, and drops what need not be kept; answers whether one was made. */
export async function keepNightly(
  keeper: CopyKeeper,
  { nowMs, zone }: { readonly nowMs: number; readonly zone: string },
): Promise<boolean> {
  const { file } = keeper.store;
  const folder = folderOf(keeper, file);
  if (file === null || folder === null || keeper.settings.keep === null) return false;
  const nights = (await copyList(keeper)).filter(({ kind }) => kind === 'night');
  const { birthtimeMs } = await stat(file);
  if (!isNightCopyDue(nights[0]?.madeAtMs ?? null, birthtimeMs, { nowMs, zone })) return false;
  const made = await makeCopy(keeper, 'night');
  if (!made.ok) throw new Error(made.problems.map(({ message }) => message).join('; '));
  for (const place of [folder, keeper.settings.copiesToo]) {
    if (place === null) continue;
    for (const { name } of copiesToDrop(await copiesIn(place), zone))
      await rm(join(place, name), { force: true });
  }
  return true;
}

/** The night's copy is looked for this often, ms. */
const LOOK_EVERY_MS = 10 * 60_000;

/** Makes a copy each night by itself, as long as the store is open; answers with what ends it. */
export function keepCopying(
  keeper: CopyKeeper,
  zoneNow: () => Promise<string>,
  now: () => number,
): () => void {
  let isBusy = false;
  const look = async () => {
    if (isBusy) return;
    isBusy = true;
    try {
      if (await keepNightly(keeper, { nowMs: now(), zone: await zoneNow() })) changed('all');
    } catch (error) {
      keeper.log.error(error);
    } finally {
      isBusy = false;
    }
  };
  void look();
  const timer = setInterval(() => void look(), LOOK_EVERY_MS);
  timer.unref();
  return () => clearInterval(timer);
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
  // It is another journal now.
  if (put.ok) noteJournal(put.value.journalBrokenAt);
  changed('all');
  return put;
}

const ELSEWHERE = 'Another machine keeps this database; copies of it are made there.';

/** Runs one of the commands that make, look at and put back copies, and answers with what it says at its end. */
function keeping(context: Pick<Context, 'settings'>, args: readonly string[]): Promise<Answer<CopyReport>> {
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
