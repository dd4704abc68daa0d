import { group } from 'd3-array';
import { and, asc, desc, eq, inArray, isNull, ne, or, sql } from 'drizzle-orm';
import type { NewestOfBattery, SlotHeld, VehicleSlot } from '@/core/exchange/views';
import { lookAlikeKey } from '@/core/quantity/written-text';
import type { Vehicle, VehicleClass } from '@/core/vehicle/vehicle';
import { batteryOf } from './batteries';
import type { Database, Store, Transaction } from './database';
import { inChunks } from './in-chunks';
import { newestRuns } from './newest-runs';
import { outdate } from './outdate';
import { batteries, slots, vehicles } from './schema';

type KnownVehicle = Vehicle & { readonly revision: number };

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

/** Every vehicle, by name: a site has some hundred. */
export async function allVehicles(database: Database | Transaction): Promise<KnownVehicle[]> {
  return database.select().from(vehicles).orderBy(asc(vehicles.name));
}

export async function vehicleById(
  database: Database | Transaction,
  id: string,
): Promise<KnownVehicle | undefined> {
  const [row] = await database.select().from(vehicles).where(eq(vehicles.id, id));
  return row;
}

/** How a change of a vehicle ended: it stands, its name is taken, there is none such, or somebody changed it meanwhile. */
export type VehicleChange = 'changed' | 'taken' | 'missing' | 'overtaken';

/** Adds a vehicle, or changes it unless it is no longer as it was seen; the same id again adds nothing. */
export function keepVehicle(
  store: Store,
  vehicle: Vehicle,
  seenRevision: number | null,
): Promise<VehicleChange> {
  return store.write(async (transaction) => {
    const known = await allVehicles(transaction);
    const key = lookAlikeKey(vehicle.name);
    if (known.some(({ id, name }) => id !== vehicle.id && lookAlikeKey(name) === key)) return 'taken';
    const before = known.find(({ id }) => id === vehicle.id);
    if (seenRevision === null) {
      if (!before) await transaction.insert(vehicles).values(vehicle);
      return 'changed';
    }
    if (!before) return 'missing';
    if (before.revision !== seenRevision) return 'overtaken';
    await transaction
      .update(vehicles)
      .set({ ...vehicle, revision: seenRevision + 1 })
      .where(eq(vehicles.id, vehicle.id));
    // What its engine asks and what standing still costs are part of what is expected of its batteries.
    const sitting = await transaction
      .select({ id: slots.batteryId })
      .from(slots)
      .where(and(eq(slots.vehicleId, vehicle.id), isNull(slots.toOn)));
    await outdate(
      transaction,
      sitting.map(({ id }) => id),
    );
    return 'changed';
  });
}

/** Adds those of some vehicles whose names are not taken, all at once; answers with how many there were. */
export function addVehicles(store: Store, some: readonly Vehicle[]): Promise<number> {
  return store.write(async (transaction) => {
    const taken = new Set((await allVehicles(transaction)).map(({ name }) => lookAlikeKey(name)));
    const fresh = some.filter(({ name }) => !taken.has(lookAlikeKey(name)));
    for (const chunk of inChunks(fresh)) await transaction.insert(vehicles).values(chunk);
    return fresh.length;
  });
}

/** Who sits in a vehicle and who sat there: those that are held first, then the newest. */
export async function slotsOfVehicle(
  database: Database | Transaction,
  vehicleId: string,
): Promise<VehicleSlot[]> {
  const rows = await database
    .select()
    .from(slots)
    .innerJoin(batteries, eq(batteries.id, slots.batteryId))
    .where(eq(slots.vehicleId, vehicleId))
    .orderBy(desc(isNull(slots.toOn)), desc(slots.fromOn), asc(slots.name));
  const newest: Map<string, NewestOfBattery> = await newestRuns(
    database,
    rows.map((row) => row.batteries.id),
  );
  return rows.map(({ slots: { id, name, fromOn, toOn }, batteries: battery }) => ({
    id,
    name,
    fromOn,
    toOn,
    battery: batteryOf(battery),
    newest: newest.get(battery.id) ?? null,
  }));
}

/** The vehicle that a battery sits in now; undefined where it sits in none. */
export async function vehicleOfBattery(
  database: Database | Transaction,
  batteryId: string,
): Promise<{ readonly id: string; readonly name: string; readonly class: VehicleClass } | undefined> {
  const [row] = await database
    .select({ id: vehicles.id, name: vehicles.name, class: vehicles.class })
    .from(slots)
    .innerJoin(vehicles, eq(vehicles.id, slots.vehicleId))
    .where(and(eq(slots.batteryId, batteryId), isNull(slots.toOn)));
  return row;
}

/** The batteries that sit in the same vehicle as one now, by tag. */
export async function siblingsOf(
  database: Database | Transaction,
  batteryId: string,
  limit: number,
): Promise<{ readonly id: string; readonly tag: string }[]> {
  const sits = await vehicleOfBattery(database, batteryId);
  if (!sits) return [];
  return database
    .select({ id: batteries.id, tag: batteries.tag })
    .from(slots)
    .innerJoin(batteries, eq(batteries.id, slots.batteryId))
    .where(and(eq(slots.vehicleId, sits.id), isNull(slots.toOn), ne(batteries.id, batteryId)))
    .orderBy(asc(batteries.tag))
    .limit(limit);
}

/** The tags of the batteries that sit in each vehicle now. */
export async function tagsByVehicle(database: Database | Transaction): Promise<Map<string, string[]>> {
  const rows = await database
    .select({ vehicleId: slots.vehicleId, tag: batteries.tag })
    .from(slots)
    .innerJoin(batteries, eq(batteries.id, slots.batteryId))
    .where(isNull(slots.toOn))
    .orderBy(asc(slots.name), asc(batteries.tag));
  return new Map(
    [...group(rows, ({ vehicleId }) => vehicleId)].map(([id, some]) => [id, some.map(({ tag }) => tag)]),
  );
}

/** A battery that moves: into a place of a vehicle from a day on, or out to somewhere else; and who says so. */
export interface Move {
  readonly batteryId: string;
  readonly onDay: string;
  readonly to:
    | {
        readonly slotId: string;
        readonly vehicleId: string;
        readonly name: string;
        /** Where the one goes that held the place; nowhere in particular where nobody said so. */
        readonly oldPlace?: string;
      }
    | { readonly place: string };
  readonly atMs: number;
  readonly byId: string;
}

/**
 * Moves a battery: where it sat it leaves on that day, and whoever held its new place leaves that too, to stand nowhere in particular.
 * The labels say where they belong now. False where there is no such battery or vehicle.
 */
export function moveBattery(store: Store, { batteryId, onDay, to, atMs, byId }: Move): Promise<boolean> {
  return store.write(async (transaction) => {
    const [battery] = await transaction.select().from(batteries).where(eq(batteries.id, batteryId));
    if (!battery) return false;
    const fitted = 'place' in to ? null : to;
    const vehicle = fitted && (await vehicleById(transaction, fitted.vehicleId));
    if (vehicle === undefined) return false;
    const isItsPlace = fitted && and(eq(slots.vehicleId, fitted.vehicleId), eq(slots.name, fitted.name));
    const leaving = await transaction
      .select()
      .from(slots)
      .where(and(isNull(slots.toOn), or(eq(slots.batteryId, batteryId), isItsPlace ?? undefined)));
    // Sent twice it has moved once.
    if (fitted && leaving.some(({ id }) => id === fitted.slotId)) return true;
    const stands = (id: string, place: string) =>
      transaction
        .update(batteries)
        .set({ place, changedAtMs: atMs, changedById: byId, revision: sql`${batteries.revision} + 1` })
        .where(eq(batteries.id, id));
    for (const { id, fromOn, batteryId: who } of leaving) {
      const toOn = onDay < fromOn ? fromOn : onDay;
      await transaction.update(slots).set({ toOn }).where(eq(slots.id, id));
      if (who !== batteryId) await stands(who, fitted?.oldPlace ?? '');
    }
    await stands(batteryId, 'place' in to ? to.place : [vehicle?.name, to.name].filter(Boolean).join(', '));
    await outdate(transaction, [batteryId]);
    if (!fitted) return true;
    const { slotId: id, vehicleId, name } = fitted;
    await transaction.insert(slots).values({ id, vehicleId, batteryId, name, fromOn: onDay, toOn: null });
    return true;
  });
}
