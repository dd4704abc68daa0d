import 'server-only';
import { tz } from '@date-fns/tz';
import { startOfDay } from 'date-fns';

/** The site's time zone: INTEGRA_ZONE, else the machine's own. */
export function siteZone(): string {
  return process.env.INTEGRA_ZONE || Intl.DateTimeFormat().resolvedOptions().timeZone;
}

/** When the site's own day began, ms UTC. */
export function startOfToday(nowMs: number): number {
  return startOfDay(nowMs, { in: tz(siteZone()) }).getTime();
}
