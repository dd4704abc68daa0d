import { and, asc, desc, eq, inArray, isNotNull, isNull } from 'drizzle-orm';
import type { BatteryRecord, KeptOutlook } from '@/core/exchange/views';
import type { Vehicle } from '@/core/vehicle/vehicle';
import type { Database, Transaction } from './database';
import { decodeReading } from './decode';
import { inChunks } from './in-chunks';
import { inSight } from './in-sight';
import { READING_COLUMNS } from './readings';
import { batteries, instruments, outlooks, readings, runs, slots, vehicles } from './schema';
import { NO_TRACES } from './traces';

// A large fleet has some ten thousand of them: what the cold does not ask stays in the file.
const VEHICLE = {
  id: vehicles.id,
  name: vehicles.name,
  engine: vehicles.engine,
  systemVolts: vehicles.systemVolts,
  joined: vehicles.joined,
};
const BATTERY = {
  id: batteries.id,
  tag: batteries.tag,
  type: batteries.type,
  nominalVolts: batteries.nominalVolts,
  ratings: batteries.ratings,
  c20Ah: batteries.c20Ah,
  rcMinutes: batteries.rcMinutes,
  duty: batteries.duty,
};
const OUTLOOK = {
  healthPct: outlooks.healthPct,
  healthSdPct: outlooks.healthSdPct,
  chargePct: outlooks.chargePct,
  testedMs: outlooks.testedMs,
};

/** A vehicle with each battery that sits in it and what is expected of that one, as far as the cold asks. */
export interface Carried {
  readonly vehicle: Pick<Vehicle, keyof typeof VEHICLE>;
  readonly units: readonly {
    readonly battery: Pick<BatteryRecord, keyof typeof BATTERY>;
    readonly outlook: Pick<KeptOutlook, keyof typeof OUTLOOK>;
  }[];
}

/** Every vehicle that carries a battery of which something is expected, by name. */
export async function carried(database: Database | Transaction): Promise<Carried[]> {
  const rows = await database
    .select({ vehicle: VEHICLE, battery: BATTERY, outlook: OUTLOOK })
    .from(slots)
    .innerJoin(vehicles, eq(vehicles.id, slots.vehicleId))
    .innerJoin(batteries, eq(batteries.id, slots.batteryId))
    .innerJoin(outlooks, eq(outlooks.batteryId, slots.batteryId))
    .where(and(isNull(slots.toOn), isNotNull(outlooks.madeAtMs), inSight(batteries.arrivalId)))
    .orderBy(asc(vehicles.name), asc(slots.name));
  const found = new Map<string, { vehicle: Carried['vehicle']; units: Carried['units'][number][] }>();
  for (const { vehicle, battery, outlook } of rows) {
    const { healthPct, healthSdPct } = outlook;
    if (healthPct === null || healthSdPct === null) continue;
    const one = found.get(vehicle.id) ?? { vehicle, units: [] };
    one.units.push({ battery, outlook: { ...outlook, healthPct, healthSdPct } });
    found.set(vehicle.id, one);
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
): Promise<Map<string, { readonly amps: number; readonly celsius: number | null }>> {
  const newest = new Map<string, string>();
  const checks = await database
    .select({ runId: runs.id, vehicleId: runs.vehicleId })
    .from(runs)
    .where(and(isNotNull(runs.vehicleId), isNotNull(runs.finishedAtMs)))
    .orderBy(desc(runs.startedAtMs));
  for (const { runId, vehicleId } of checks)
    if (vehicleId !== null && !newest.has(vehicleId)) newest.set(vehicleId, runId);
  const rows: Awaited<ReturnType<typeof checkReadings>> = [];
  for (const some of inChunks([...newest.values()])) rows.push(...(await checkReadings(database, some)));
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

const checkReadings = (database: Database | Transaction, runIds: readonly string[]) =>
  database
    .select(READING_COLUMNS)
    .from(readings)
    .innerJoin(instruments, eq(instruments.number, readings.instrumentNumber))
    .where(and(inArray(readings.runId, [...runIds]), eq(readings.kind, 'check_reading')));
