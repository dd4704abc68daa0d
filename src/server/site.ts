import 'server-only';

/** The site's time zone: INTEGRA_ZONE, else the machine's own. */
export function siteZone(): string {
  return process.env.INTEGRA_ZONE || Intl.DateTimeFormat().resolvedOptions().timeZone;
}
