import 'server-only';
import { tz } from '@date-fns/tz';
import { startOfDay } from 'date-fns';
import type { Context } from './context';

/** When the site's own day began, ms UTC. */
export function startOfToday({ site, now }: Pick<Context, 'site' | 'now'>): number {
  return startOfDay(now(), { in: tz(site.zone) }).getTime();
}
