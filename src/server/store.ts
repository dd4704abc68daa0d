import 'server-only';
import { seedDemo } from '@/store/demo/seed';
import { DEFAULT_DATABASE_URL, openStore, type Store } from '@/store/open';

// One store a process, kept on globalThis so that a reload in development does not open a second one.
const shared = globalThis as typeof globalThis & { integraStore?: Promise<Store> };

/** The store of this process, opened and brought up to date on first use; tried again if that failed. */
export function theStore(): Promise<Store> {
  shared.integraStore ??= open().catch((error: unknown) => {
    delete shared.integraStore;
    throw error;
  });
  return shared.integraStore;
}

async function open(): Promise<Store> {
  const store = await openStore(process.env.DATABASE_URL ?? DEFAULT_DATABASE_URL);
  if (process.env.INTEGRA_DEMO === '1') await seedDemo(store, Date.now());
  return store;
}
