import { copyFileSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { uuidv7 } from 'uuidv7';
import { newSite } from '@/core/exchange/site/site-sheet';
import { openStore, type Store } from '@/store/open';
import { siteFrom } from '@/store/sites';
import { changed } from './changes';
import type { Context } from './context';
import { readSettings } from './settings';

/** A database file that does not exist yet. */
export const newFile = () => join(mkdtempSync(join(tmpdir(), 'integra-server-')), 'x.db');

let made: Promise<string> | null = null;

/** A database file with nothing in it yet: a copy, since making one takes ten times as long. */
export async function emptyFile(): Promise<string> {
  made ??= (async () => {
    const first = newFile();
    await (await openStore(`file:${first}`)).close();
    return first;
  })();
  const file = newFile();
  copyFileSync(await made, file);
  return file;
}

/** The context of somebody at the bench of a site that keeps this store. What is logged fails the test that did not expect it. */
export async function contextOn(store: Store, changes: Partial<Context> = {}): Promise<Context> {
  const settings = readSettings({ INTEGRA_ZONE: 'UTC', DATABASE_URL: `file:${store.file}` });
  if (!settings.ok) throw new Error('the settings of tests can be read');
  // What this process knows of another test's store is forgotten, as when a copy is put back.
  changed('all');
  changed('people');
  return {
    actor: null,
    device: null,
    number: 'test',
    now: Date.now,
    store,
    role: 'lead',
    isOpen: true,
    sessionId: null,
    deviceId: null,
    settings: settings.value,
    site: await siteFrom(store, newSite(uuidv7(), 'UTC'), Date.now()),
    log: {
      error: (error) => {
        throw error;
      },
    },
    actsAs: () => undefined,
    exchangeStore: () => Promise.reject(new Error('no test exchanges its store')),
    ...changes,
  };
}

/** The same on a site of its own, which is empty. */
export const newContext = async (): Promise<Context> =>
  contextOn(await openStore(`file:${await emptyFile()}`));
