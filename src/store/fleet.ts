import {
  and,
  asc,
  desc,
  eq,
  exists,
  gte,
  inArray,
  isNotNull,
  isNull,
  ne,
  notExists,
  or,
  type SQL,
  sql,
} from 'drizzle-orm';
import type { FleetQuery, FleetSort } from '@/core/exchange/fleet-query';
import type { FleetGroupRow } from '@/core/exchange/fleet-views';
import type { BatteryRecord, KeptOutlook } from '@/core/exchange/views';
import type { VehicleClass } from '@/core/vehicle/vehicle';
import { batteryOf } from './batteries';
import type { Database, Transaction } from './database';
import { decodeAssessment } from './decode';
import { inSight } from './in-sight';
import { isWorkedOut } from './outlooks';
import { assessments, batteries, outlooks, runs, slots, vehicles } from './schema';
import { isFound } from './search';
import { NO_TRACES } from './traces';

/** Where what is gone is put. */
export const SCRAP = 'Scrap pallet';

/** A battery with what is expected of it. */
export interface Expected {
  readonly battery: BatteryRecord;
  readonly outlook: KeptOutlook;
}

const SORTED = {
  waiting: outlooks.waitCost,
  failing: outlooks.fails90,
  crossing: outlooks.crossP50Ms,
  slope: outlooks.slopePct,
  health: outlooks.healthPct,
  check: outlooks.nextCheckMs,
  tested: outlooks.testedMs,
} as const satisfies Record<FleetSort, object>;

/** A stretch of the fleet as it is asked for, after a place in its order; what has no such figure is left out. */
export async function fleetStretch(
  database: Database | Transaction,
  asked: FleetQuery,
  {
    after,
    limit,
    among,
  }: {
    readonly after: { readonly value: number; readonly id: string } | null;
    readonly limit: number;
    /** Only these; null: all. */
    readonly among: readonly string[] | null;
  },
): Promise<Expected[]> {
  const by = SORTED[asked.sort];
  const id = sql.param(after?.id ?? '', outlooks.batteryId);
  const beyond: SQL | undefined =
    after === null
      ? undefined
      : asked.falling
        ? sql`(${by}, ${outlooks.batteryId}) < (${after.value}, ${id})`
        : sql`(${by}, ${outlooks.batteryId}) > (${after.value}, ${id})`;
  const rows = await database
    .select({ battery: batteries, outlook: outlooks })
    .from(outlooks)
    .innerJoin(batteries, eq(batteries.id, outlooks.batteryId))
    .where(
      and(
        isNotNull(by),
        isNotNull(outlooks.madeAtMs),
        ...conditionsOf(database, asked),
        among === null ? undefined : inArray(outlooks.batteryId, [...among]),
        beyond,
      ),
    )
    .orderBy(...(asked.falling ? [desc(by), desc(outlooks.batteryId)] : [asc(by), asc(outlooks.batteryId)]))
    .limit(limit);
  return rows.flatMap(expectedOf);
}

/** Which units are asked for. */
function conditionsOf(database: Database | Transaction, asked: FleetQuery): (SQL | undefined)[] {
  const { place, words, verdict, type } = asked;
  const byPlace = {
    work: [ne(batteries.place, SCRAP), exists(sitting(database))],
    shelf: [ne(batteries.place, SCRAP), notExists(sitting(database))],
    // What sits nowhere and is not to be looked at again, retired or set apart, is asked for by its verdict.
    all: [
      ne(batteries.place, SCRAP),
      verdict === null ? or(exists(sitting(database)), isNotNull(outlooks.nextCheckMs)) : undefined,
    ],
    scrapped: [eq(batteries.place, SCRAP)],
  };
  return [
    ...byPlace[place],
    verdict === null ? undefined : eq(outlooks.verdict, verdict),
    type === null ? undefined : eq(batteries.type, type),
    isFound(database, words),
    inSight(batteries.arrivalId),
  ];
}

/** The same units counted by a group, the largest first. */
export async function fleetGroups(
  database: Database | Transaction,
  asked: FleetQuery,
): Promise<FleetGroupRow[]> {
  if (asked.group === 'none') return [];
  const key = asked.group === 'type' ? batteries.type : outlooks.verdict;
  const count = sql<number>`count(*)`;
  return database
    .select({
      key: sql<string | null>`${key}`,
      count,
      healthPct: sql<number>`avg(${outlooks.healthPct})`,
      waitCost: sql<number>`coalesce(sum(${outlooks.waitCost}), 0)`,
    })
    .from(outlooks)
    .innerJoin(batteries, eq(batteries.id, outlooks.batteryId))
    .where(and(isNotNull(outlooks.madeAtMs), ...conditionsOf(database, asked)))
    .groupBy(key)
    .orderBy(desc(count));
}

/** Whether a battery sits in a vehicle now. */
const sitting = (database: Database | Transaction) =>
  database
    .select({ one: sql`1` })
    .from(slots)
    .where(and(eq(slots.batteryId, batteries.id), isNull(slots.toOn)));

function expectedOf(row: {
  readonly battery: typeof batteries.$inferSelect;
  readonly outlook: typeof outlooks.$inferSelect;
}): Expected[] {
  const { batteryId: _id, stale: _stale, ...outlook } = row.outlook;
  return isWorkedOut(outlook) ? [{ battery: batteryOf(row.battery), outlook }] : [];
}

/** A battery that sits in a vehicle, with what is expected of it there. */
export interface Seated extends Expected {
  readonly vehicle: { readonly id: string; readonly name: string; readonly class: VehicleClass };
}

/** Units that sit in a vehicle, the dearest to leave as they are first. */
export async function seated(database: Database | Transaction, limit: number): Promise<Seated[]> {
  const vehicle = { id: vehicles.id, name: vehicles.name, class: vehicles.class };
  const rows = await database
    .select({ battery: batteries, outlook: outlooks, vehicle })
    .from(outlooks)
    .innerJoin(batteries, eq(batteries.id, outlooks.batteryId))
    .innerJoin(slots, and(eq(slots.batteryId, outlooks.batteryId), isNull(slots.toOn)))
    .innerJoin(vehicles, eq(vehicles.id, slots.vehicleId))
    .where(and(isNotNull(outlooks.waitCost), ne(batteries.place, SCRAP), inSight(batteries.arrivalId)))
    .orderBy(desc(outlooks.waitCost), desc(outlooks.batteryId))
    .limit(limit);
  return rows.flatMap(({ vehicle: sits, ...row }) =>
    expectedOf(row).map((one) => ({ ...one, vehicle: sits })),
  );
}

/** How long batteries have sat in each vehicle that they have left again, since a day. */
export async function leftSince(
  database: Database | Transaction,
  sinceOn: string,
): Promise<
  {
    readonly vehicleId: string;
    readonly name: string;
    readonly gone: number;
    /** Of them those that work over hours. */
    readonly deepCycle: number;
    readonly days: number;
  }[]
> {
  return database
    .select({
      vehicleId: vehicles.id,
      name: vehicles.name,
      gone: sql<number>`count(*)`,
      deepCycle: sql<number>`sum(coalesce(${batteries.duty}, '') = 'deep_cycle')`,
      days: sql<number>`sum(julianday(${slots.toOn}) - julianday(${slots.fromOn}))`,
    })
    .from(slots)
    .innerJoin(vehicles, eq(vehicles.id, slots.vehicleId))
    .innerJoin(batteries, eq(batteries.id, slots.batteryId))
    .where(and(isNotNull(slots.toOn), gte(slots.toOn, sinceOn)))
    .groupBy(vehicles.id)
    .orderBy(asc(vehicles.name));
}

/** Whether a run is the newest finished one of its battery. */
const isNewestRun = sql`${runs.id} = (select r.id from runs r where r.battery_id = ${batteries.id} and r.finished_at_ms is not null order by r.started_at_ms desc limit 1)`;

/** What sits in no vehicle and is not gone. */
const unused = (database: Database | Transaction) =>
  and(notExists(sitting(database)), ne(batteries.place, SCRAP), inSight(batteries.arrivalId));

/** Batteries that stand unused and may go to work, with the charge that their newest test left them at, the longest ago first. */
export async function standingIdle(
  database: Database | Transaction,
  limit: number,
): Promise<{ readonly battery: BatteryRecord; readonly atMs: number; readonly chargePct: number }[]> {
  const rows = await database
    .select({ battery: batteries, atMs: outlooks.testedMs, chargePct: outlooks.chargePct })
    .from(outlooks)
    .innerJoin(batteries, eq(batteries.id, outlooks.batteryId))
    .where(
      and(
        unused(database),
        isNotNull(outlooks.chargePct),
        inArray(outlooks.verdict, ['serve', 'watch', 'charge']),
      ),
    )
    .orderBy(asc(outlooks.testedMs))
    .limit(limit);
  return rows.flatMap(({ battery, atMs, chargePct }) =>
    atMs === null || chargePct === null ? [] : [{ battery: batteryOf(battery), atMs, chargePct }],
  );
}

/** A battery that stands unused and may go to work, with what is expected of it and what its newest test read at rest. */
export interface OnTheShelf extends Expected {
  /** Rested, at 25 °C, V of 12 V. */
  readonly restVolts: number | null;
}

/** What stands unused and was found fit, so that it has a next check: the latest of those first, which are the soundest. */
export async function onTheShelf(database: Database | Transaction, limit: number): Promise<OnTheShelf[]> {
  const rows = await database
    .select({ battery: batteries, outlook: outlooks, made: assessments })
    .from(outlooks)
    .innerJoin(batteries, eq(batteries.id, outlooks.batteryId))
    .innerJoin(runs, and(eq(runs.batteryId, batteries.id), isNewestRun))
    .innerJoin(assessments, eq(assessments.id, runs.assessmentId))
    .where(and(unused(database), isNotNull(outlooks.nextCheckMs)))
    .orderBy(desc(outlooks.nextCheckMs), desc(outlooks.batteryId))
    .limit(limit);
  return rows.flatMap(({ made, ...row }) => {
    const read = decodeAssessment(made, NO_TRACES);
    const charge = read.ok ? read.value.assessment.estimates.charge : null;
    return expectedOf(row).map((one) => ({ ...one, restVolts: charge?.volts25 ?? null }));
  });
}

/** Batteries whose newest run retired them no later than on the last day of their warranty, the newest first. */
export async function retiredUnderWarranty(
  database: Database | Transaction,
  limit: number,
): Promise<{ readonly battery: BatteryRecord; readonly retiredMs: number }[]> {
  const rows = await database
    .select({ battery: batteries, retiredMs: outlooks.testedMs })
    .from(outlooks)
    .innerJoin(batteries, eq(batteries.id, outlooks.batteryId))
    .where(
      and(
        eq(outlooks.verdict, 'retire'),
        isNotNull(batteries.warrantyTo),
        sql`date(${outlooks.testedMs} / 1000, 'unixepoch') <= ${batteries.warrantyTo}`,
        inSight(batteries.arrivalId),
      ),
    )
    .orderBy(desc(outlooks.testedMs))
    .limit(limit);
  return rows.flatMap(({ battery, retiredMs }) =>
    retiredMs === null ? [] : [{ battery: batteryOf(battery), retiredMs }],
  );
}

/** The finished runs of some batteries, by battery, the newest first. */
export async function finishedRuns(
  database: Database | Transaction,
  batteryIds: readonly string[],
): Promise<Map<string, { readonly id: string; readonly atMs: number }[]>> {
  const rows = await database
    .select({ id: runs.id, batteryId: runs.batteryId, atMs: runs.finishedAtMs })
    .from(runs)
    .where(
      and(inArray(runs.batteryId, [...batteryIds]), isNotNull(runs.finishedAtMs), inSight(runs.arrivalId)),
    )
    .orderBy(desc(runs.finishedAtMs));
  const found = new Map<string, { id: string; atMs: number }[]>();
  for (const { id, batteryId, atMs } of rows) {
    if (batteryId === null || atMs === null) continue;
    found.set(batteryId, [...(found.get(batteryId) ?? []), { id, atMs }]);
  }
  return found;
}
