import 'server-only';
import { uuidv7 } from 'uuidv7';
import { newSite } from '@/core/exchange/site/site-sheet';
import { changed, onChange } from '@/server/changes';
import { clearUnfinished } from '@/server/clear-arrivals';
import { keepCopying } from '@/server/copies';
import { keepOutlooksFresh } from '@/server/outlooks';
import { seedDemo } from '@/store/demo/seed';
import { EXPLANATIONS, type FaultKind, StoreFault } from '@/store/fault';
import { openStore, type Store } from '@/store/open';
import { type KeptSite, siteFrom } from '@/store/sites';
import { processLog } from './log';
import { settings } from './settings';

// One store a process, kept on globalThis: several bundles of the server share it, and a reload opens no second one.
const shared = globalThis as typeof globalThis & {
  integraStore?: Promise<Store>;
  /** The same once it is open. */
  integraOpenStore?: Store;
  integraExchanging?: boolean;
  /** Ends what keeps the outlooks of the open store up to date. */
  integraOutlooks?: () => Promise<void>;
  /** Ends what makes the copies of the night. */
  integraCopies?: () => void;
};

/** The store of this process, opened and brought up to date on first use; tried again if that failed. */
export function theStore(): Promise<Store> {
  if (shared.integraExchanging) return Promise.reject(new StoreFault('restoring'));
  shared.integraStore ??= open().catch((error: unknown) => {
    delete shared.integraStore;
    throw error;
  });
  return shared.integraStore;
}

async function open(): Promise<Store> {
  const { databaseUrl, demo, storeFault } = settings();
  // What was found wrong before the start is not opened: that alone could end the process.
  if (storeFault !== null && Object.hasOwn(EXPLANATIONS, storeFault))
    throw new StoreFault(storeFault as FaultKind);
  const store = await openStore(databaseUrl, {
    before: { copies: settings().copies, nowMs: Date.now() },
  });
  await theSite(store);
  if (demo) await seedDemo(store, Date.now());
  void clearUnfinished(store, processLog);
  await shared.integraOutlooks?.();
  shared.integraOutlooks = keepOutlooksFresh({ store, settings: settings(), now: Date.now, log: processLog });
  shared.integraCopies?.();
  // The sample can be made anew at any time.
  if (!demo) {
    const keeper = { store, settings: settings(), log: processLog };
    shared.integraCopies = keepCopying(keeper, async () => (await siteOfStore(store)).zone, Date.now);
  }
  shared.integraOpenStore = store;
  return store;
}

/** The site that a store is of; one that has none yet begins it with what the environment says. */
export function theSite(store: Store): Promise<KeptSite> {
  const { zone, address } = settings();
  return siteFrom(store, newSite(uuidv7(), zone, address ?? ''), Date.now());
}

/** Whether the store is open and nothing is wrong with it. */
export function storeIsWell(): boolean {
  const store = shared.integraOpenStore;
  return store !== undefined && !shared.integraExchanging && store.fault() === null;
}

/** Lets go of the store while something else happens to its file, and opens it again, well or badly. */
export async function exchangeStore<T>(work: () => Promise<T>): Promise<T> {
  const store = await theStore();
  shared.integraExchanging = true;
  await shared.integraOutlooks?.();
  shared.integraCopies?.();
  try {
    await store.close();
    delete shared.integraStore;
    delete shared.integraOpenStore;
    return await work();
  } finally {
    delete shared.integraStore;
    shared.integraExchanging = false;
    changed('all');
  }
}

/** Ends with the store: what was acknowledged is in the file itself, and the file can be copied. */
export async function closeStore(): Promise<void> {
  await shared.integraOutlooks?.();
  shared.integraCopies?.();
  const store = await shared.integraStore?.catch(() => null);
  await store?.close();
}

// The site changes some times a year and is asked for with every request.
let known = new WeakMap<Store, Promise<KeptSite>>();
onChange((change) => {
  if (change === 'all') known = new WeakMap();
});

/** The site of a store. */
export function siteOfStore(store: Store): Promise<KeptSite> {
  const found = known.get(store) ?? theSite(store);
  known.set(store, found);
  found.catch(() => known.delete(store));
  return found;
}
