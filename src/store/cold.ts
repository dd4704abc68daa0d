import { and, asc, desc, eq, inArray, isNotNull, isNull } from 'drizzle-orm';
import type { BatteryRecord, KeptOutlook } from '@/core/exchange/views';
import type { Vehicle } from '@/core/vehicle/vehicle';
import { batteryOf } from './batteries';
import type { Database, Transaction } from './database';
import { decodeReading } from './decode';
import { inSight } from './in-sight';
import { isWorkedOut } from './outlooks';
import { READING_COLUMNS } from './readings';
import { batteries, instruments, outlooks, readings, runs, slots, vehicles } from './schema';
import { NO_TRACES } from './traces';
import { vehicleOf } from './vehicles';

/** A vehicle with each battery that sits in it and what is expected of that one. */
export interface Carried {
  readonly vehicle: Vehicle;
  readonly units: readonly { readonly battery: BatteryRecord; readonly outlook: KeptOutlook }[];
}

/** Every vehicle that carries a battery of which something is expected, by name. */
export async function carried(database: Database | Transaction): Promise<Carried[]> {
  const rows = await database
    .select({ vehicle: vehicles, battery: batteries, outlook: outlooks })
    .from(slots)
    .innerJoin(vehicles, eq(vehicles.id, slots.vehicleId))
    .innerJoin(batteries, eq(batteries.id, slots.batteryId))
    .innerJoin(outlooks, eq(outlooks.batteryId, slots.batteryId))
    .where(and(isNull(slots.toOn), inSight(batteries.arrivalId)))
    .orderBy(asc(vehicles.name), asc(slots.name));
  const found = new Map<
    string,
    { vehicle: Vehicle; units: { battery: BatteryRecord; outlook: KeptOutlook }[] }
  >();
  for (const row of rows) {
    const { batteryId: _id, stale: _stale, ...outlook } = row.outlook;
    if (!isWorkedOut(outlook)) continue;
    const one = found.get(row.vehicle.id) ?? { vehicle: vehicleOf(row.vehicle), units: [] };
    one.units.push({ battery: batteryOf(row.battery), outlook });
    found.set(row.vehicle.id, one);
  }
  return [...found.values()];
}

/** Vehicles that were ever checked. */
export async function checkedVehicles(database: Database | Transaction): Promise<Set<string>> {
  const rows = await database
    .selectDistinct({ vehicleId: runs.vehicleId })
    .from(runs)
    .where(isNotNull(runs.vehicleId));
  return new Set(rows.flatMap(({ vehicleId }) => vehicleId ?? []));
}

/** The cranking current and the temperature that the newest finished check of each vehicle read. */
export async function crankedAmps(
  database: Database | Transaction,
  vehicleIds: readonly string[],
): Promise<Map<string, { readonly amps: number; readonly celsius: number | null }>> {
  const newest = new Map<string, string>();
  const checks = await database
    .select({ runId: runs.id, vehicleId: runs.vehicleId })
    .from(runs)
    .where(
      and(inArray(runs.vehicleId, [...vehicleIds]), isNotNull(runs.vehicleId), isNotNull(runs.finishedAtMs)),
    )
    .orderBy(desc(runs.startedAtMs));
  for (const { runId, vehicleId } of checks)
    if (vehicleId !== null && !newest.has(vehicleId)) newest.set(vehicleId, runId);
  if (newest.size === 0) return new Map();
  const rows = await database
    .select(READING_COLUMNS)
    .from(readings)
    .innerJoin(instruments, eq(instruments.number, readings.instrumentNumber))
    .where(and(inArray(readings.runId, [...newest.values()]), eq(readings.kind, 'check_reading')));
  const read = rows.flatMap((row) => {
    const one = decodeReading(row, NO_TRACES);
    return one.ok && one.value.kind === 'check_reading' ? [one.value] : [];
  });
  const of = (runId: string, name: string) =>
    read.findLast((one) => one.runId === runId && one.data.of === name);
  return new Map(
    [...newest].flatMap(([vehicleId, runId]) => {
      const amps = of(runId, 'crank_a')?.data.value;
      if (amps == null || amps <= 0) return [];
      return [[vehicleId, { amps, celsius: of(runId, 'rest_v')?.data.temperatureC ?? null }] as const];
    }),
  );
}
