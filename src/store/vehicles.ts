import { desc, eq } from 'drizzle-orm';
import type { SlotHeld } from '@/core/exchange/views';
import type { Store } from './database';
import { slots, vehicles } from './schema';

/** Where a battery has been, the newest first. */
export function slotsOfBattery(store: Store, batteryId: string): Promise<SlotHeld[]> {
  return store.read(async (database) => {
    const rows = await database
      .select()
      .from(slots)
      .innerJoin(vehicles, eq(vehicles.id, slots.vehicleId))
      .where(eq(slots.batteryId, batteryId))
      .orderBy(desc(slots.fromOn));
    return rows.map(({ slots: { name, fromOn, toOn }, vehicles: vehicle }) => ({
      vehicle,
      name,
      fromOn,
      toOn,
    }));
  });
}
