import 'server-only';
import { setImmediate as turn } from 'node:timers/promises';
import { clearStretch, unfinishedArrivals } from '@/store/imports';
import type { Store } from '@/store/open';
import type { Log } from './context';

/** Clears away what came in half and was never seen, by stretches between which captures pass. */
export async function clearArrival(store: Store, id: string): Promise<void> {
  while (await store.write((transaction) => clearStretch(transaction, id))) await turn();
}

/** The same for what a server left that ended in the middle of an import. */
export async function clearUnfinished(store: Store, log: Log): Promise<void> {
  try {
    for (const id of await unfinishedArrivals(store)) await clearArrival(store, id);
  } catch (error) {
    // It is out of sight either way, and tried again with the next start.
    log.error(error);
  }
}
