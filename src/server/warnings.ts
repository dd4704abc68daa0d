import 'server-only';
import { isAhead } from '@/core/quantity/moment';
import { newestMoment } from '@/store/facts';
import type { Context } from './context';
import { copyWarnings } from './copies';
import { diskState } from './disk';
import { journalWarnings } from './people/journal-check';

/** What about the store, its disk, its copies and the clock needs somebody, in words; empty while all is well. */
export async function storeWarnings(context: Context): Promise<string[]> {
  const { store } = context;
  const fault = store.fault();
  const disk = await diskState(store.file);
  return [
    ...(fault ? [fault.message] : []),
    ...(disk && !disk.ok ? [`Only ${disk.freeMegabytes} MB are free on the disk that holds the data.`] : []),
    ...(await copyWarnings(context)),
    ...journalWarnings(),
    ...(await clockWarnings(context)),
  ];
}

/** A machine whose clock was set back stamps new records before older ones. */
async function clockWarnings(context: Context): Promise<string[]> {
  const newest = await newestMoment(context.store);
  if (newest === null || !isAhead(newest, context.now())) return [];
  const stored = new Date(newest).toISOString().slice(0, 16).replace('T', ' ');
  return [`This machine’s clock stands before the newest record, of ${stored} UTC. Put it right.`];
}
