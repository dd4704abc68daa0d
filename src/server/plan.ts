import 'server-only';
import { checkShape } from '@/core/exchange/check-shape';
import { csvText, defused } from '@/core/exchange/csv-text';
import type { PlanView } from '@/core/exchange/fleet-views';
import { CostsSchema, costsFrom } from '@/core/planning/costs';
import { succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { changeSite, siteOf } from '@/store/sites';
import { type Answer, refusedSaying } from './answer';
import { changed } from './changes';
import type { Context } from './context';
import { SITE_CHANGE, SITE_OVERTAKEN } from './site';
import { placeOf } from './store-place';
import { offLoop } from './threads';

/** What to change and to buy over the year: at the site's own costs, or at others that somebody tries. */
export async function planView(
  context: Context,
  tried: Readonly<Record<string, string | undefined>>,
): Promise<PlanView> {
  const site = await context.store.read(siteOf);
  const [own, revision] = [site?.costs ?? context.site.costs, site?.revision ?? 1];
  const read = costsFrom(tried, own);
  const costs = read.ok ? read.value : own;
  const { climate, winter, currency } = context.site;
  const job = { place: placeOf(context), costs, surroundings: { climate, winter }, nowMs: context.now() };
  return {
    costs,
    own,
    revision,
    currency,
    plan: await offLoop(context, 'planAhead', job, {}),
    isTried: JSON.stringify(costs) !== JSON.stringify(own),
    problems: read.ok ? [] : read.problems,
  };
}

const CostsChange = Type.Object(
  {
    ...SITE_CHANGE,
    costs: CostsSchema,
  },
  { additionalProperties: false },
);

/** Keeps what things cost here. Of two who change the site, the later one is told. */
export async function saveCosts(context: Context, input: unknown): Promise<Answer<{ revision: number }>> {
  const checked = checkShape(CostsChange, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { costs, seenRevision, technicianId } = checked.value;
  const change = { costs, seenRevision, atMs: context.now(), byId: technicianId };
  const revision = await changeSite(context.store, change);
  if (revision === undefined) return refusedSaying('conflict', 'seenRevision', SITE_OVERTAKEN);
  changed('all');
  return succeed({ revision });
}

/** The plan as CSV, at the site's own costs or at those that are tried. */
export async function planCsv(
  context: Context,
  tried: Readonly<Record<string, string | undefined>>,
): Promise<string> {
  const { plan, currency } = await planView(context, tried);
  return csvText([
    [
      'month',
      'type',
      'rating',
      'count',
      'tags',
      `changes_${currency}`,
      `failing_${currency}`,
      `failing_without_${currency}`,
    ],
    ...plan.months.flatMap(({ month, lines, changes, failing, failingWithout }) => {
      const money = [changes, failing, failingWithout].map((amount) => amount.toFixed(2));
      // The money of a month stands with its first line, so that a column adds up.
      return (lines.length === 0 ? [null] : lines).map((line, at) => [
        ...[month, line?.type ?? '', line?.rating ?? '', String(line?.units.length ?? 0)],
        defused(line?.units.map(({ tag }) => tag).join(' ') ?? ''),
        ...(at === 0 ? money : ['', '', '']),
      ]);
    }),
  ]);
}
