import { and, count, eq, inArray, isNotNull, isNull } from 'drizzle-orm';
import type { Seat } from '@/core/history/strain-in';
import type { Vehicle } from '@/core/vehicle/vehicle';
import type { Database, Transaction } from './database';
import { openCautions } from './open-cautions';
import { runs, slots, vehicles } from './schema';
import { vehicleOf } from './vehicles';

/** Where some batteries sit now, by battery, with what wears them there; those that sit nowhere are left out. */
export async function seatsOf(
  database: Database | Transaction,
  batteryIds: readonly string[],
): Promise<Map<string, Seat & { readonly vehicle: Vehicle }>> {
  const rows = await database
    .select({ batteryId: slots.batteryId, vehicle: vehicles })
    .from(slots)
    .innerJoin(vehicles, eq(vehicles.id, slots.vehicleId))
    .where(and(inArray(slots.batteryId, [...batteryIds]), isNull(slots.toOn)));
  const vehicleIds = [...new Set(rows.map(({ vehicle }) => vehicle.id))];
  if (vehicleIds.length === 0) return new Map();
  const counted = await database
    .select({ vehicleId: slots.vehicleId, batteries: count() })
    .from(slots)
    .where(and(inArray(slots.vehicleId, vehicleIds), isNull(slots.toOn)))
    .groupBy(slots.vehicleId);
  const batteries = new Map(counted.map((row) => [row.vehicleId, row.batteries]));
  // Most vehicles of a large fleet were never checked: nothing can be open on them.
  const checked = await database
    .selectDistinct({ vehicleId: runs.vehicleId })
    .from(runs)
    .where(and(inArray(runs.vehicleId, vehicleIds), isNotNull(runs.vehicleId), isNotNull(runs.finishedAtMs)));
  const open = new Map<string, Seat['open']>();
  for (const { vehicleId } of checked)
    if (vehicleId !== null)
      open.set(
        vehicleId,
        (await openCautions(database, vehicleId)).map(({ cause }) => cause),
      );
  return new Map(
    rows.map(({ batteryId, vehicle }) => [
      batteryId,
      {
        vehicle: vehicleOf(vehicle),
        batteries: batteries.get(vehicle.id) ?? 1,
        open: open.get(vehicle.id) ?? [],
      },
    ]),
  );
}
