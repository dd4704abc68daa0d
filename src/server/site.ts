import 'server-only';
import { tz } from '@date-fns/tz';
import { startOfDay } from 'date-fns';
import { checkShape } from '@/core/exchange/check-shape';
import { SiteSheetSchema } from '@/core/exchange/site/site-sheet';
import { IDLE_MINUTES } from '@/core/people/session';
import { succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { tidyLine } from '@/core/quantity/written-text';
import { changeSite } from '@/store/sites';
import { type Answer, refused, refusedSaying } from './answer';
import { changed } from './changes';
import type { Context } from './context';
import { isZone } from './settings';

/** When the site's own day began, ms UTC. */
export function startOfToday({ site, now }: Pick<Context, 'site' | 'now'>): number {
  return startOfDay(now(), { in: tz(site.zone) }).getTime();
}

/** Who changes the site, and which one they saw. */
export const SITE_CHANGE = {
  technicianId: Type.String({ format: 'uuid' }),
  seenRevision: Type.Integer({ minimum: 1, maximum: 1_000_000_000, description: 'site that was seen' }),
} as const;

const SiteChange = Type.Object(
  {
    ...SITE_CHANGE,
    sheet: SiteSheetSchema,
  },
  { additionalProperties: false },
);

/** Fills in what the whole site shares. Of two who do, the later one is told. */
export async function saveSite(context: Context, input: unknown): Promise<Answer<{ revision: number }>> {
  const checked = checkShape(SiteChange, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { sheet, seenRevision, technicianId } = checked.value;
  if (!isZone(sheet.zone)) {
    return refused('input', 'sheet/zone', sheet.zone, 'the name of a time zone, such as Etc/GMT-1');
  }
  const codes = sheet.codesAddress.trim().replace(/\/+$/, '');
  if (codes !== '' && !(URL.canParse(codes) && /^https?:$/.test(new URL(codes).protocol))) {
    const expected = 'an address such as http://bench.local:3000, or nothing';
    return refused('input', 'sheet/codesAddress', sheet.codesAddress, expected);
  }
  const tidy = {
    ...sheet,
    name: tidyLine(sheet.name),
    address: tidyLine(sheet.address),
    codesAddress: codes,
  };
  const change = { sheet: tidy, seenRevision, atMs: context.now(), byId: technicianId };
  const revision = await changeSite(context.store, change);
  if (revision === undefined) return refusedSaying('conflict', 'seenRevision', SITE_OVERTAKEN);
  changed('all');
  return succeed({ revision });
}

/** Said to the later of two who change the site. */
export const SITE_OVERTAKEN =
  'Somebody else has changed the site meanwhile. Nothing was stored: load the page again and look at theirs first.';

const IdleChange = Type.Object(
  {
    ...SITE_CHANGE,
    minutes: Type.Integer({
      minimum: IDLE_MINUTES.least,
      maximum: IDLE_MINUTES.most,
      description: 'minutes until a bench that nobody touches locks',
    }),
  },
  { additionalProperties: false },
);

/** Sets after how long a bench that nobody touches locks. */
export async function saveIdle(context: Context, input: unknown): Promise<Answer<{ revision: number }>> {
  const checked = checkShape(IdleChange, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { minutes, seenRevision, technicianId } = checked.value;
  const change = { idleMinutes: minutes, seenRevision, atMs: context.now(), byId: technicianId };
  const revision = await changeSite(context.store, change);
  if (revision === undefined) return refusedSaying('conflict', 'seenRevision', SITE_OVERTAKEN);
  changed('all');
  changed('people');
  return succeed({ revision });
}
