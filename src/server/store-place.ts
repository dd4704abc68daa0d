import 'server-only';
import type { Store } from '@/store/open';
import type { Settings } from './settings';

/** Where threads find the store, and which time of its being open that is. */
export const placeOf = ({ store, settings }: { readonly store: Store; readonly settings: Settings }) => ({
  databaseUrl: store.file === null ? settings.databaseUrl : `file:${store.file}`,
  opened: store.opened,
});
