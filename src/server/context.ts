import 'server-only';
import type { Role } from '@/core/people/roles';
import type { Store } from '@/store/open';
import type { KeptSite } from '@/store/sites';
import type { Settings } from './settings';

/** What every use case is handed: who acts, from where, at which site, on which store, and when. Nothing below asks for it elsewhere. */
export interface Context {
  /** Who acts: who is signed in, or at an open site who said to be there; null where nobody is or did. */
  readonly actor: string | null;
  /** What they may; at an open site everything. */
  readonly role: Role;
  /** Nobody leads this site yet, or it is the sample one on this machine: names are chosen, nobody signs in. */
  readonly isOpen: boolean;
  /** The session that they are signed in by; null at an open site. */
  readonly sessionId: string | null;
  /** The enrolled device that the request came from; null for any other. */
  readonly deviceId: string | null;
  /** The address that the request came from; null for what the server does by itself. */
  readonly device: string | null;
  readonly site: KeptSite;
  readonly store: Store;
  readonly settings: Settings;
  readonly now: () => number;
  readonly log: Log;
  /** Says whose act this is where only the act itself finds out: somebody signs in. */
  readonly actsAs: (personId: string) => void;
  /** The number under which the log tells of this request, and an error that is shown quotes. */
  readonly number: string;
  /** Lets go of the store while something else happens to its file, and opens it again, well or badly. */
  readonly exchangeStore: <T>(work: () => Promise<T>) => Promise<T>;
}

/** Where something is told that whoever runs the server should read. */
export interface Log {
  readonly error: (error: unknown) => void;
}
