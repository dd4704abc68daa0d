import 'server-only';
import { headers } from 'next/headers';
import { onChange } from '@/server/changes';
import type { Context, Log } from '@/server/context';
import { COOKIES } from '@/server/cookies';
import type { Store } from '@/store/open';
import type { KeptSite } from '@/store/sites';
import { processLog } from './log';
import { settings } from './settings';
import { exchangeStore, theSite, theStore } from './store';

/** Who asks for something, from where, and under which number. */
export type Caller = Pick<Context, 'actor' | 'device' | 'number'>;

/** What the server does by itself. */
const ITSELF: Caller = { actor: null, device: null, number: 'server' };

/** The context of something that the server does by itself, or for whoever is named. Fails where the store cannot be opened. */
export async function ownContext(caller: Caller = ITSELF): Promise<Context> {
  const store = await theStore();
  return {
    ...caller,
    ...{ store, settings: settings(), site: await siteOfStore(store), now: Date.now, exchangeStore },
    log: logOf(caller),
  };
}

// The site changes some times a year and is asked for with every request.
let known = new WeakMap<Store, Promise<KeptSite>>();
onChange((change) => {
  if (change === 'all') known = new WeakMap();
});

function siteOfStore(store: Store): Promise<KeptSite> {
  const found = known.get(store) ?? theSite(store);
  known.set(store, found);
  found.catch(() => known.delete(store));
  return found;
}

/** Where what goes wrong for somebody is told, under the number of the request. */
export function logOf({ number, actor, device }: Caller): Log {
  const log = processLog.child({ number, actor, device });
  return { error: (error) => log.error(error) };
}

/** Who asks, by what a request says. The front door names its number and where it came from. */
export function callerOf(said: Headers): Caller {
  const [, actor = null] = SAID_WHO.exec(said.get('cookie') ?? '') ?? [];
  return { actor, device: said.get('x-device'), number: said.get('x-request-number') ?? 'server' };
}

const SAID_WHO = new RegExp(`(?:^|; *)${COOKIES.technicianId}=([^;]*)`);

/** Who asks for the page that is being drawn. */
export const callerHere = async (): Promise<Caller> => callerOf(await headers());

/** The context of the page or request that is being answered. */
export const contextHere = async (): Promise<Context> => ownContext(await callerHere());
