import 'server-only';
import { tz } from '@date-fns/tz';
import { format } from 'date-fns';
import { specOf } from '@/core/battery/battery';
import { csvText, defused } from '@/core/exchange/csv-text';
import {
  type FleetQuery,
  type FleetSort,
  fleetQueryFrom,
  LIST_QUESTIONS,
  type ListQuestion,
} from '@/core/exchange/fleet-query';
import type {
  FleetList,
  FleetPage,
  FleetRow,
  IdleBattery,
  ReadsOff,
  ReadsOffView,
  WarrantyClaim,
  WearingVehicle,
} from '@/core/exchange/fleet-views';
import { chargeAfter, daysToTopUp } from '@/core/history/idle';
import { isTold } from '@/core/history/leftover';
import { succeed } from '@/core/quantity/result';
import { correctionsInForce } from '@/store/corrections';
import type { Database } from '@/store/database';
import {
  type Expected,
  finishedRuns,
  fleetGroups,
  fleetStretch,
  leftSince,
  retiredUnderWarranty,
  standingIdle,
} from '@/store/fleet';
import { savedViews } from '@/store/fleet-views';
import { newestRuns } from '@/store/newest-runs';
import { countOutdated } from '@/store/outdate';
import { siteOf } from '@/store/sites';
import { slotsOfBatteries } from '@/store/vehicles';
import type { Answer } from './answer';
import { openCautions } from './check-cautions';
import { coldCsv } from './cold';
import type { Context } from './context';
import { learnedHere } from './outlooks';
import { planCsv } from './plan';
import { setsAsked, setsCsv } from './sets';
import { technicians } from './technicians';

const PAGE = 50;
const MS_PER_DAY = 86_400_000;
/** Batteries that left their vehicles within so many years tell how it wears them. */
const WEAR_YEARS = 4;
const LEAST_GONE = 2;
const MOST_IDLE = 2000;
/** Where stored batteries are taken to stand, °C, where nobody says otherwise. A rule of ours. */
const STORE_C = 10;
const COLDEST_STORE_C = -20;
const WARMEST_STORE_C = 45;

/** How warm the store is, as an address says it. */
export function storeC(written: string | undefined): number {
  const celsius = Number(written ?? STORE_C);
  return Number.isFinite(celsius) && celsius >= COLDEST_STORE_C && celsius <= WARMEST_STORE_C
    ? celsius
    : STORE_C;
}

/** Which stretch of a list: from a place in its order on, so many, or only some of the units. */
interface FleetStretchAsked {
  readonly after?: string | null;
  readonly limit?: number;
  readonly among?: readonly string[] | null;
}

/** A page of the fleet as it is asked for, from a place in its order on. */
export async function fleetPage(
  context: Context,
  asked: FleetQuery,
  { after = null, limit = PAGE, among = null }: FleetStretchAsked = {},
): Promise<FleetPage> {
  return context.store.read(async (database) => {
    const stretch = await fleetStretch(database, asked, { after: placeOf(after), limit: limit + 1, among });
    const some = stretch.slice(0, limit);
    const last = some.at(-1);
    const next = stretch.length > limit && last ? `${orderedBy(asked.sort, last)}_${last.battery.id}` : null;
    return { rows: await rowsOf(context, database, some), next };
  });
}

/** The fleet as it is asked for, with its groups and the views that were kept. */
export async function fleetList(
  context: Context,
  asked: FleetQuery,
  after: string | null,
): Promise<FleetList> {
  const page = await fleetPage(context, asked, { after });
  return context.store.read(async (database) => ({
    ...{ page, asked },
    groups: await fleetGroups(database, asked),
    underWay: await countOutdated(database),
    views: await savedViews(database),
  }));
}

/** A page that is scrolled to, as a screen asks for it. */
export async function fleetMore(
  context: Context,
  query: Readonly<Record<string, string | undefined>>,
): Promise<Answer<FleetPage>> {
  const question = isListQuestion(query.ask) ? query.ask : 'first';
  return succeed(await fleetPage(context, fleetQueryFrom(query, question), { after: query.after ?? null }));
}

const isListQuestion = (word: string | undefined): word is ListQuestion =>
  word !== undefined && Object.hasOwn(LIST_QUESTIONS, word);

function orderedBy(sort: FleetSort, { outlook }: Expected): number {
  const values = {
    waiting: outlook.waitCost,
    failing: outlook.fails90,
    crossing: outlook.crossP50Ms,
    slope: outlook.slopePct,
    health: outlook.healthPct,
    check: outlook.nextCheckMs,
    tested: outlook.testedMs,
  };
  return values[sort] ?? 0;
}

/** The place in an order that an address names; null for the beginning, and for what is no place. */
function placeOf(after: string | null): { readonly value: number; readonly id: string } | null {
  const [, value = '', id = ''] = /^(-?[\d.e+-]+)_([0-9a-f-]{36})$/.exec(after ?? '') ?? [];
  return id === '' || !Number.isFinite(Number(value)) ? null : { value: Number(value), id };
}

async function rowsOf(context: Context, database: Database, some: readonly Expected[]): Promise<FleetRow[]> {
  const ids = some.map(({ battery }) => battery.id);
  const newest = await newestRuns(database, ids);
  const slots = await slotsOfBatteries(context.store, ids);
  return some.map(({ battery, outlook }) => {
    const sits = slots.get(battery.id)?.find(({ toOn }) => toOn === null);
    return {
      ...{ battery, outlook, newest: newest.get(battery.id) ?? null },
      vehicle: sits ? { id: sits.vehicle.id, name: sits.vehicle.name, slot: sits.name } : null,
    };
  });
}

/** What vehicles have made of their batteries: those that wear them out soonest first. */
export async function wearingVehicles(context: Context): Promise<WearingVehicle[]> {
  const sinceOn = new Date(context.now() - WEAR_YEARS * 365.25 * MS_PER_DAY).toISOString().slice(0, 10);
  return context.store.read(async (database) => {
    const { costs } = (await siteOf(database)) ?? context.site;
    const left = await leftSince(database, sinceOn);
    const [gone, days] = left.reduce(([all, sum], one) => [all + one.gone, sum + one.days], [0, 0]);
    if (gone === 0) return [];
    const some: WearingVehicle[] = [];
    for (const one of left.filter((vehicle) => vehicle.gone >= LEAST_GONE)) {
      some.push({
        ...{ id: one.vehicleId, name: one.name, gone: one.gone, meanYears: one.days / one.gone / 365.25 },
        times: one.days / one.gone / (days / gone),
        cost:
          one.deepCycle * costs.deepCycle +
          (one.gone - one.deepCycle) * costs.starting +
          one.gone * costs.labour,
        cautions: await openCautions(database, one.vehicleId),
      });
    }
    return some.sort((one, other) => one.times - other.times);
  });
}

/** Batteries that stand unused, those whose charge runs low first. */
export async function idleBatteries(context: Context, celsius = STORE_C): Promise<IdleBattery[]> {
  const nowMs = context.now();
  const some = await context.store.read((database) => standingIdle(database, MOST_IDLE));
  return some
    .flatMap(({ battery, atMs, chargePct }): IdleBattery[] => {
      const spec = specOf(battery);
      if (!spec) return [];
      const stored = { construction: spec.construction, celsius };
      return [
        {
          ...{ battery, readAtMs: atMs, readPct: chargePct },
          nowPct: chargeAfter(chargePct, (nowMs - atMs) / MS_PER_DAY, stored),
          topUpByMs: atMs + daysToTopUp(chargePct, stored) * MS_PER_DAY,
        },
      ];
    })
    .sort((one, other) => one.topUpByMs - other.topUpByMs);
}

const MOST_CLAIMS = 500;
const SLIPS_TOLD = 6;

/** What was retired within its warranty, with the slips that prove it. */
export async function warrantyClaims(context: Context): Promise<WarrantyClaim[]> {
  return context.store.read(async (database) => {
    const some = await retiredUnderWarranty(database, MOST_CLAIMS);
    const tests = await finishedRuns(
      database,
      some.map(({ battery }) => battery.id),
    );
    return some.map(({ battery, retiredMs }) => ({
      ...{ battery, retiredMs, warrantyTo: battery.warrantyTo ?? '' },
      runs: (tests.get(battery.id) ?? []).filter(({ atMs }) => atMs <= retiredMs).slice(0, SLIPS_TOLD),
    }));
  });
}

/** The same with what of it is taken out from a day on. */
export async function readsOffView(context: Context): Promise<ReadsOffView> {
  return {
    off: await readsOff(context),
    corrections: await context.store.read(correctionsInForce),
    today: format(context.now(), 'yyyy-MM-dd', { in: tz(context.site.zone) }),
  };
}

/** What reads high or low over the fleet: instruments, hands and seasons, the furthest off first. */
export async function readsOff(context: Context): Promise<ReadsOff[]> {
  const { leftovers } = await context.store.read(learnedHere);
  const names = new Map((await technicians(context)).map(({ id, name }) => [id, name] as const));
  return (['instrument', 'technician', 'season'] as const)
    .flatMap((what) =>
      [...leftovers[what]].map(([name, leftover]) => ({
        ...{ what, name: names.get(name) ?? name, isTold: isTold(leftover), ...leftover },
      })),
    )
    .sort((one, other) => Math.abs(other.pct) - Math.abs(one.pct));
}

const day = (atMs: number | null) => (atMs === null ? '' : new Date(atMs).toISOString().slice(0, 10));
const fixed = (value: number, digits: number) => value.toFixed(digits);
const MOST_ROWS = 100_000;
const STRETCH = 500;
/** Units that are ticked one by one. */
const MOST_CHOSEN = 500;

const isId = (word: string) => /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(word);

/** All rows of a list, read by stretches, so that a large fleet goes out as well; or those of them that were ticked. */
async function allRows(
  context: Context,
  asked: FleetQuery,
  chosen: readonly string[] | null,
): Promise<FleetRow[]> {
  const rows: FleetRow[] = [];
  let after: string | null = null;
  do {
    const page: FleetPage = await fleetPage(context, asked, { after, limit: STRETCH, among: chosen });
    rows.push(...page.rows);
    after = page.next;
  } while (after !== null && rows.length < MOST_ROWS);
  return rows;
}

/** The answer to a question as CSV, as its address asks it. */
export async function fleetCsv(
  context: Context,
  ask: string,
  query: Readonly<Record<string, string | undefined>> = {},
): Promise<string> {
  switch (ask) {
    case 'cold':
      return coldCsv(context);
    case 'buy':
      return planCsv(context, query);
    case 'sets':
      return setsCsv(context, setsAsked(query));
    case 'vehicles':
      return csvText([
        ['vehicle', 'batteries_gone', 'mean_years', 'against_fleet', 'cost', 'cautions'],
        ...(await wearingVehicles(context)).map(({ name, gone, meanYears, times, cost, cautions }) => [
          ...[defused(name), String(gone), fixed(meanYears, 2), fixed(times, 2), fixed(cost, 2)],
          cautions.map(({ text }) => text).join('; '),
        ]),
      ]);
    case 'idle':
      return csvText([
        ['tag', 'place', 'read_at', 'read_pct', 'now_pct', 'top_up_by'],
        ...(await idleBatteries(context, storeC(query.celsius))).map(
          ({ battery, readAtMs, readPct, nowPct, topUpByMs }) => [
            ...[
              defused(battery.tag),
              defused(battery.place),
              day(readAtMs),
              fixed(readPct, 0),
              fixed(nowPct, 0),
            ],
            day(topUpByMs),
          ],
        ),
      ]);
    case 'warranty':
      return csvText([
        ['tag', 'model', 'fitted_on', 'warranty_to', 'retired_at', 'runs'],
        ...(await warrantyClaims(context)).map(({ battery, warrantyTo, retiredMs, runs }) => [
          ...[defused(battery.tag), defused(battery.model), battery.fittedOn ?? '', warrantyTo],
          ...[day(retiredMs), runs.map(({ id }) => id).join(' ')],
        ]),
      ]);
    case 'instruments':
      return csvText([
        ['what', 'name', 'reads_off', 'sd', 'readings', 'told'],
        ...(await readsOff(context)).map(({ what, name, pct, sd, readings, isTold: told }) => [
          ...[what, defused(name), fixed(pct, 1), fixed(sd, 1), String(readings), told ? 'yes' : 'no'],
        ]),
      ]);
    default: {
      const question = isListQuestion(ask) ? ask : 'first';
      const chosen = query.ids?.split(',').filter(isId).slice(0, MOST_CHOSEN) ?? null;
      const rows = await allRows(context, fleetQueryFrom(query, question), chosen);
      return csvText([
        [
          ...['tag', 'type', 'place', 'vehicle', 'verdict', 'soh_pct', 'soh_sd', 'slope_per_year'],
          ...[
            'cross_p10',
            'cross_p50',
            'cross_p90',
            'fail_90d',
            'fail_365d',
            'wait_cost_90d',
            'next_check',
            'tested_at',
          ],
        ],
        ...rows.map(({ battery, outlook, vehicle, newest }) => [
          ...[defused(battery.tag), battery.type, defused(battery.place), defused(vehicle?.name ?? '')],
          ...[newest?.verdict ?? '', fixed(outlook.healthPct, 1), fixed(outlook.healthSdPct, 1)],
          ...[
            fixed(outlook.slopePct, 2),
            day(outlook.crossP10Ms),
            day(outlook.crossP50Ms),
            day(outlook.crossP90Ms),
          ],
          ...[
            fixed(outlook.fails90, 4),
            fixed(outlook.fails365, 4),
            outlook.waitCost === null ? '' : fixed(outlook.waitCost, 2),
            day(outlook.nextCheckMs),
            day(newest?.atMs ?? null),
          ],
        ]),
      ]);
    }
  }
}
