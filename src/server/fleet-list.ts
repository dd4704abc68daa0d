import 'server-only';
import {
  type FleetQuery,
  type FleetSort,
  fleetQueryFrom,
  LIST_QUESTIONS,
  type ListQuestion,
} from '@/core/exchange/fleet-query';
import type { FleetList, FleetPage, FleetRow } from '@/core/exchange/fleet-views';
import { succeed } from '@/core/quantity/result';
import type { Database } from '@/store/database';
import { type Expected, fleetGroups, fleetStretch } from '@/store/fleet';
import { savedViews } from '@/store/fleet-views';
import { newestRuns } from '@/store/newest-runs';
import { countOutdated } from '@/store/outdate';
import { slotsOfBatteries } from '@/store/vehicles';
import type { Answer } from './answer';
import type { Context } from './context';

const PAGE = 50;

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
    page,
    asked,
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

/** Whether a word names a question that is answered as a list. */
export const isListQuestion = (word: string | undefined): word is ListQuestion =>
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
      battery,
      outlook,
      newest: newest.get(battery.id) ?? null,
      vehicle: sits ? { id: sits.vehicle.id, name: sits.vehicle.name, slot: sits.name } : null,
    };
  });
}
