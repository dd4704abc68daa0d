import 'server-only';
import { tz } from '@date-fns/tz';
import { startOfDay } from 'date-fns';
import { settings } from './settings';

/** The site's time zone: the one that the settings name, else the machine's own. */
export function siteZone(): string {
  return settings().zone;
}

/** When the site's own day began, ms UTC. */
export function startOfToday(nowMs: number): number {
  return startOfDay(nowMs, { in: tz(siteZone()) }).getTime();
}
