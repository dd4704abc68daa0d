import { group } from 'd3-array';
import { desc, eq, inArray } from 'drizzle-orm';
import type { Vehicle } from '@/core/vehicle/vehicle';
import type { SlotHeld } from '@/core/exchange/views';
import type { Store } from './database';
import { slots, vehicles } from './schema';

/** A row of the table without what only the store needs. */
export function vehicleOf({ revision: _revision, ...vehicle }: typeof vehicles.$inferSelect): Vehicle {
  return vehicle;
}

/** Where a battery has been, the newest first. */
export async function slotsOfBattery(store: Store, batteryId: string): Promise<SlotHeld[]> {
  return (await slotsOfBatteries(store, [batteryId])).get(batteryId) ?? [];
}

/** Where each of some batteries has been, the newest first. */
export function slotsOfBatteries(
  store: Store,
  batteryIds: readonly string[],
): Promise<Map<string, SlotHeld[]>> {
  return store.read(async (database) => {
    const rows = await database
      .select()
      .from(slots)
      .innerJoin(vehicles, eq(vehicles.id, slots.vehicleId))
      .where(inArray(slots.batteryId, [...batteryIds]))
      .orderBy(desc(slots.fromOn));
    const held = rows.map(({ slots: { batteryId, name, fromOn, toOn }, vehicles: vehicle }) => ({
      batteryId,
      slot: { vehicle: vehicleOf(vehicle), name, fromOn, toOn },
    }));
    const byBattery = group(held, ({ batteryId }) => batteryId);
    return new Map([...byBattery].map(([id, some]) => [id, some.map(({ slot }) => slot)]));
  });
}
