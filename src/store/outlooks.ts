import { and, asc, eq, getTableColumns, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import { shownHeld } from '@/core/assessment/capacity-result';
import { specOf } from '@/core/battery/battery';
import { dutyOf } from '@/core/battery/duty';
import type { BatteryRecord, KeptOutlook } from '@/core/exchange/views';
import type { HealthReading } from '@/core/history/health-reading';
import type { NewestTest } from '@/core/history/kept-outlook';
import { type Costs, costOfFailing } from '@/core/planning/costs';
import { TYPED } from '@/core/steps/typed';
import { VEHICLE_CLASSES, type VehicleClass } from '@/core/vehicle/vehicle';
import { batteryOf } from './batteries';
import type { Database, Transaction } from './database';
import { decodeAssessment } from './decode';
import { inChunks } from './in-chunks';
import { inSight } from './in-sight';
import { Unreadable } from './packed-json';
import { assessments, batteries, instruments, outlooks, readings, runs, slots, vehicles } from './schema';
import { FRESHNESS } from './schema/outlooks';
import { NO_TRACES } from './traces';
import { uuidBytes } from './uuid-column';

/** A battery with what its finished runs have read of its health, and how the newest of them counts. */
export interface ReadBattery {
  readonly battery: BatteryRecord;
  readonly readings: readonly HealthReading[];
  readonly newest: NewestTest | null;
}

/** What was read of the health of some batteries: of those that work over hours, of their capacity. */
export async function readBatteries(
  database: Database | Transaction,
  ids: readonly string[],
): Promise<ReadBattery[]> {
  const known = await database
    .select()
    .from(batteries)
    .where(and(inArray(batteries.id, [...ids]), inSight(batteries.arrivalId)));
  const rows = await database
    .select({
      batteryId: runs.batteryId,
      runId: runs.id,
      atMs: runs.finishedAtMs,
      technician: runs.startedById,
      made: assessments,
    })
    .from(runs)
    .innerJoin(assessments, eq(assessments.id, runs.assessmentId))
    .where(and(inArray(runs.batteryId, [...ids]), isNotNull(runs.finishedAtMs), inSight(runs.arrivalId)))
    .orderBy(asc(runs.finishedAtMs));
  const named = await instrumentsOf(
    database,
    rows.map(({ runId }) => runId),
  );
  return known.map((row) => {
    const battery = batteryOf(row);
    const own = rows.filter(({ batteryId }) => batteryId === battery.id);
    const last = own.at(-1);
    return {
      battery,
      readings: own.flatMap(({ made, atMs, runId, technician }) => {
        const told = toldBy(made, battery);
        if (!told || atMs === null) return [];
        return [{ ...told, atMs, technician, instrument: named.get(runId) ?? null }];
      }),
      newest: last
        ? {
            verdict: last.made.override?.verdict ?? last.made.verdict,
            atMs: last.atMs ?? 0,
            chargePct: last.made.chargePct,
          }
        : null,
    };
  });
}

function toldBy(
  made: typeof assessments.$inferSelect,
  battery: BatteryRecord,
): Pick<HealthReading, 'pct' | 'sd' | 'celsius'> | null {
  const spec = specOf(battery);
  if (spec !== undefined && dutyOf(spec) === 'deep_cycle') return heldBy(made);
  // Of most that is all: the columns have it, and a fleet has a million of them.
  const { healthPct: pct, healthSdPct: sd, judgement } = made;
  if (pct === null || judgement instanceof Unreadable) return null;
  return { pct, sd: sd ?? UNSAID_SD, celsius: celsiusIn(judgement.assessment) };
}

/** What a discharge has shown that it holds. */
function heldBy(made: typeof assessments.$inferSelect) {
  const read = decodeAssessment(made, NO_TRACES);
  if (!read.ok) return null;
  const { capacity, temperatureC: celsius } = read.value.assessment.estimates;
  const held = shownHeld(capacity);
  return held && { pct: held.pct, sd: held.sdPct ?? UNSAID_SD, celsius };
}

/** The temperature that a judgement was made at, of whatever version it is; null where it says none. */
function celsiusIn(assessment: unknown): number | null {
  const estimates = fieldOf(assessment, 'estimates');
  const celsius = fieldOf(estimates, 'temperatureC');
  return typeof celsius === 'number' ? celsius : null;
}

const fieldOf = (value: unknown, name: string): unknown =>
  typeof value === 'object' && value !== null ? (value as Record<string, unknown>)[name] : undefined;

/** Taken where a judgement of an early version says no uncertainty, points. */
export const UNSAID_SD = 8;

/** What each run’s test of power was read with. */
async function instrumentsOf(
  database: Database | Transaction,
  runIds: readonly string[],
): Promise<Map<string, string>> {
  const found = new Map<string, string>();
  for (const some of inChunks(runIds)) {
    const rows = await database
      .select({ runId: readings.runId, name: instruments.name })
      .from(readings)
      .innerJoin(instruments, eq(instruments.number, readings.instrumentNumber))
      .where(and(inArray(readings.runId, some), inArray(readings.kind, ['load', 'conductance'])))
      .orderBy(asc(readings.takenAtMs));
    // An entry that was typed names no instrument: one that is named outranks it.
    for (const { runId, name } of rows) if (name !== TYPED || !found.has(runId)) found.set(runId, name);
  }
  return found;
}

/**
 * Keeps what is expected of some batteries that were taken on; those of which nothing is expected are only taken off the list, and those
 * that are there no longer passed over. What has changed meanwhile stays out of date, and what was worked out later stays.
 */
export async function keepOutlooks(
  transaction: Transaction,
  takenOn: readonly string[],
  some: readonly (KeptOutlook & { readonly batteryId: string })[],
): Promise<void> {
  // One statement for all: there are a hundred thousand of them, and other requests wait meanwhile.
  const rows = some.map((outlook) => [
    Buffer.from(uuidBytes(outlook.batteryId)).toString('hex'),
    ...FIGURES.map(([name, column]) => {
      const value: unknown = outlook[name];
      return value === null ? null : column.mapToDriverValue(value);
    }),
  ]);
  await transaction.run(
    sql`update outlooks set ${SET_FIGURES} from json_each(${JSON.stringify(rows)}) as made where outlooks.battery_id = unhex(made.value ->> 0) and coalesce(outlooks.made_at_ms, 0) <= made.value ->> ${sql.raw(String(MADE_AT))}`,
  );
  await transaction
    .update(outlooks)
    .set({ stale: FRESHNESS.fresh })
    .where(and(inArray(outlooks.batteryId, [...takenOn]), eq(outlooks.stale, FRESHNESS.takenOn)));
}

const { batteryId: _id, stale: _stale, ...FIGURE_COLUMNS } = getTableColumns(outlooks);
const FIGURES = Object.entries(FIGURE_COLUMNS) as [keyof KeptOutlook, (typeof FIGURE_COLUMNS)['healthPct']][];
const MADE_AT = 1 + FIGURES.findIndex(([name]) => name === 'madeAtMs');
const SET_FIGURES = sql.join(
  FIGURES.map(([, column], at) => sql.raw(`${column.name} = made.value ->> ${at + 1}`)),
  sql`, `,
);

/** Prices anew what leaving each unit as it is costs, after the site has said what failing costs in each kind of vehicle. */
export async function priceWaiting(transaction: Transaction, costs: Costs): Promise<void> {
  for (const name of Object.keys(VEHICLE_CLASSES) as VehicleClass[]) {
    const sits = transaction
      .select({ id: slots.batteryId })
      .from(slots)
      .innerJoin(vehicles, eq(vehicles.id, slots.vehicleId))
      .where(and(isNull(slots.toOn), eq(vehicles.class, name)));
    await transaction
      .update(outlooks)
      .set({ waitCost: sql`${outlooks.fails90} * ${costOfFailing(costs, name)}` })
      .where(inArray(outlooks.batteryId, sits));
  }
}

/** A row that was worked out has all its figures but those dates that lie beyond ten years, and a next check. */
export const isWorkedOut = (
  row: { readonly [K in keyof KeptOutlook]: KeptOutlook[K] | null },
): row is KeptOutlook =>
  row.madeAtMs !== null && row.healthPct !== null && row.tests !== null && row.fails !== null;

/** What is expected of a battery, as it was worked out last; undefined where it was not yet. */
export async function outlookById(
  database: Database | Transaction,
  batteryId: string,
): Promise<KeptOutlook | undefined> {
  return (await outlooksById(database, [batteryId])).get(batteryId);
}

export async function outlooksById(
  database: Database | Transaction,
  ids: readonly string[],
): Promise<Map<string, KeptOutlook>> {
  const rows = await database
    .select()
    .from(outlooks)
    .where(and(inArray(outlooks.batteryId, [...ids]), isNotNull(outlooks.madeAtMs)));
  return new Map(
    rows.flatMap(({ batteryId, stale: _stale, ...row }) =>
      isWorkedOut(row) ? [[batteryId, row] as const] : [],
    ),
  );
}

/** Batteries with more than one finished run, by id after one of them: those that a fleet learns from. */
export async function readTwice(
  database: Database | Transaction,
  afterId: string,
  limit: number,
): Promise<string[]> {
  const rows = await database
    .select({ id: runs.batteryId })
    .from(runs)
    .where(
      and(
        isNotNull(runs.batteryId),
        sql`${runs.batteryId} > ${sql.param(afterId, runs.batteryId)}`,
        isNotNull(runs.finishedAtMs),
      ),
    )
    .groupBy(runs.batteryId)
    .having(sql`count(*) > 1`)
    .orderBy(asc(runs.batteryId))
    .limit(limit);
  return rows.flatMap(({ id }) => (id === null ? [] : [id]));
}
