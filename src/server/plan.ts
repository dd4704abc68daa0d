import 'server-only';
import { Type } from '@sinclair/typebox';
import { specOf } from '@/core/battery/battery';
import { batteryTypeLabel } from '@/core/battery/construction';
import { dutyOf } from '@/core/battery/duty';
import { checkShape } from '@/core/exchange/check-shape';
import { csvText, defused } from '@/core/exchange/csv-text';
import type { PlanView } from '@/core/exchange/fleet-views';
import { newUnitOf, reserveStep } from '@/core/history/failing-curve';
import type { FleetLearned } from '@/core/history/fleet-learning';
import { type KindOfLife, kindKey } from '@/core/history/kind-of-life';
import type { Surroundings } from '@/core/history/surroundings';
import { type Costs, CostsSchema, changeCosts, costsFrom } from '@/core/planning/costs';
import { type PlanUnit, purchasePlan } from '@/core/planning/purchase-plan';
import { costOfADay } from '@/core/planning/replacement';
import { succeed } from '@/core/quantity/result';
import { ratingWords } from '@/core/report/rating-words';
import { type Seated, seated } from '@/store/fleet';
import { learnedHere } from '@/store/learned';
import { historyOf } from '@/store/outlooks-asked';
import { changeSite, siteOf } from '@/store/sites';
import { type Answer, refusedSaying } from './answer';
import { changed } from './changes';
import type { Context } from './context';
import { SITE_CHANGE, SITE_OVERTAKEN } from './site';

/** A plan is made of so many units at most: those that are dearest to leave as they are. */
const MOST_PLANNED = 5000;

/** What to change and to buy over the year: at the site's own costs, or at others that somebody tries. */
export async function planView(
  context: Context,
  tried: Readonly<Record<string, string | undefined>>,
): Promise<PlanView> {
  const { own, revision, units, learned } = await context.store.read(async (database) => {
    const site = await siteOf(database);
    return {
      own: site?.costs ?? context.site.costs,
      revision: site?.revision ?? 1,
      units: await seated(database, MOST_PLANNED),
      learned: await learnedHere(database),
    };
  });
  const read = costsFrom(tried, own);
  const costs = read.ok ? read.value : own;
  const nowMs = context.now();
  return {
    ...{ costs, own, revision, currency: context.site.currency },
    plan: purchasePlan(planUnits(units, { costs, learned, surroundings: context.site, nowMs }), nowMs),
    isTried: JSON.stringify(costs) !== JSON.stringify(own),
    problems: read.ok ? [] : read.problems,
  };
}

/** What a plan rests on beside its units. */
export interface PlanAt {
  readonly costs: Costs;
  readonly learned: FleetLearned;
  readonly surroundings: Surroundings;
  readonly nowMs: number;
}

/** Seated units as a plan knows them. */
export function planUnits(units: readonly Seated[], at: PlanAt): PlanUnit[] {
  const days = new Map<string, number>();
  return units.flatMap(({ battery, outlook, vehicle }): PlanUnit[] => {
    const kind = historyOf({ battery, readings: [], newest: null }, at.surroundings)?.kind;
    const spec = specOf(battery);
    if (!kind || !spec) return [];
    const costs = changeCosts(at.costs, dutyOf(spec), vehicle.class);
    const reserve = reserveStep(outlook.reserve);
    const key = `${kindKey(kind)} ${vehicle.class} ${reserve}`;
    const aDay = days.get(key) ?? costOfADay(newUnit(kind, reserve, at), costs);
    days.set(key, aDay);
    return [
      {
        ...{ id: battery.id, tag: battery.tag, vehicleId: vehicle.id, vehicle: vehicle.name, costs, aDay },
        ...{
          type: `${batteryTypeLabel(battery.type)}, ${battery.nominalVolts} V`,
          rating: ratingWords(battery),
        },
        ...{ fails: outlook.fails, nextCheckMs: outlook.nextCheckMs },
      },
    ];
  });
}

/** How new units of a kind fare changes no sooner than what the fleet has learned: it is worked out once for that. */
const known = new Map<string, ReturnType<typeof newUnitOf>>();
const MOST_KNOWN = 200;

function newUnit(kind: KindOfLife, reserve: number | null, { learned, surroundings, nowMs }: PlanAt) {
  const { winter } = surroundings;
  const lasts = learned.lifeTimes.get(kindKey(kind)) ?? 1;
  const key = `${kindKey(kind)} ${kind.climate} ${winter} ${reserve} ${lasts} ${monthOf(nowMs)}`;
  const found = known.get(key) ?? newUnitOf(kind, learned, { nowMs, reserve, winter });
  if (known.size >= MOST_KNOWN) known.clear();
  known.set(key, found);
  return found;
}

const monthOf = (atMs: number) => new Date(atMs).toISOString().slice(0, 7);

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
