import 'server-only';
import { onChange } from '@/server/changes';
import { storeIsWell } from './store';

let count = 0;
onChange((change) => {
  if (change === 'people' || change === 'all') count++;
});

/** Counts the changes of what every page shows of the site, its people first of all; null while the store is in trouble. */
export const siteState = (): number | null => (storeIsWell() ? count : null);
