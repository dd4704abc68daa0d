import { and, desc, eq, gte, isNull, lte, or } from 'drizzle-orm';
import type { Visit } from '@/core/circuit/visit';
import type { BatteryTest } from '@/core/exchange/views';
import type { Database, Store, Transaction } from './database';
import { inChunks } from './in-chunks';
import { inSight } from './in-sight';
import { assessments, batteries, runs, slots, visits } from './schema';

/** Takes a vehicle in, or answers with the visit that it is on: two people at one vehicle share it. */
export function arrive(store: Store, visit: Visit): Promise<Visit> {
  return store.write(async (transaction) => {
    const [known] = await transaction.select().from(visits).where(eq(visits.id, visit.id));
    if (known) return known;
    const open = await openVisit(transaction, visit.vehicleId);
    if (open) return open;
    await transaction.insert(visits).values(visit);
    return visit;
  });
}

/** How a change of a visit ended: it stands, or there is none such. */
export type VisitChange = 'changed' | 'missing';

/** Changes what was noted of a visit, or ends it, or opens it again while no other one is open. */
export function changeVisit(
  store: Store,
  id: string,
  changes: Partial<Omit<Visit, 'id' | 'vehicleId'>>,
): Promise<VisitChange | 'another_open'> {
  return store.write(async (transaction) => {
    const [known] = await transaction.select().from(visits).where(eq(visits.id, id));
    if (!known) return 'missing';
    const open = changes.leftAtMs === null ? await openVisit(transaction, known.vehicleId) : undefined;
    if (open && open.id !== id) return 'another_open';
    await transaction.update(visits).set(changes).where(eq(visits.id, id));
    return 'changed';
  });
}

/** The visit that a vehicle is on; undefined while it is out. */
export async function openVisit(
  database: Database | Transaction,
  vehicleId: string,
): Promise<Visit | undefined> {
  const [row] = await database
    .select()
    .from(visits)
    .where(and(eq(visits.vehicleId, vehicleId), isNull(visits.leftAtMs)));
  return row;
}

/** The visit during which something of a vehicle began; undefined where it was on none. */
export async function visitAt(
  database: Database | Transaction,
  vehicleId: string,
  atMs: number,
): Promise<Visit | undefined> {
  const [row] = await database
    .select()
    .from(visits)
    .where(
      and(
        eq(visits.vehicleId, vehicleId),
        lte(visits.arrivedAtMs, atMs),
        or(isNull(visits.leftAtMs), gte(visits.leftAtMs, atMs)),
      ),
    )
    .orderBy(desc(visits.arrivedAtMs))
    .limit(1);
  return row;
}

/** The visits of a vehicle, the newest first. */
export async function visitsOfVehicle(
  database: Database | Transaction,
  vehicleId: string,
  limit: number,
): Promise<Visit[]> {
  return database
    .select()
    .from(visits)
    .where(eq(visits.vehicleId, vehicleId))
    .orderBy(desc(visits.arrivedAtMs))
    .limit(limit);
}

/** The vehicles that are here now, by id, with their visits. */
export async function openVisits(database: Database | Transaction): Promise<Map<string, Visit>> {
  const rows = await database.select().from(visits).where(isNull(visits.leftAtMs));
  return new Map(rows.map((visit) => [visit.vehicleId, visit]));
}

/** The runs on batteries from when they sat in a vehicle, the newest first. */
export async function testsInVehicle(
  database: Database | Transaction,
  vehicleId: string,
  limit: number,
): Promise<BatteryTest[]> {
  const rows = await database
    .select({
      runId: runs.id,
      batteryId: batteries.id,
      tag: batteries.tag,
      startedAtMs: runs.startedAtMs,
      startedById: runs.startedById,
      finishedAtMs: runs.finishedAtMs,
      verdict: assessments.verdict,
      override: assessments.override,
      fromOn: slots.fromOn,
      toOn: slots.toOn,
    })
    .from(slots)
    .innerJoin(runs, eq(runs.batteryId, slots.batteryId))
    .innerJoin(batteries, eq(batteries.id, slots.batteryId))
    .leftJoin(assessments, eq(assessments.id, runs.assessmentId))
    .where(and(eq(slots.vehicleId, vehicleId), inSight(runs.arrivalId)))
    .orderBy(desc(runs.startedAtMs))
    .limit(limit);
  const seen = new Set<string>();
  return rows.flatMap(({ fromOn, toOn, verdict, override, ...row }) => {
    const day = new Date(row.startedAtMs).toISOString().slice(0, 10);
    if (day < fromOn || (toOn !== null && day > toOn) || seen.has(row.runId)) return [];
    seen.add(row.runId);
    const counts = row.finishedAtMs === null ? null : (override?.verdict ?? verdict);
    return [{ ...row, kind: 'battery' as const, verdict: counts }];
  });
}

/** Adds visits of another site. One that is open there joins the one that is open here: a vehicle is in one shop at a time. */
export async function addVisits(transaction: Transaction, some: readonly Visit[]): Promise<void> {
  for (const chunk of inChunks(some)) {
    await transaction.insert(visits).values(chunk).onConflictDoNothing();
  }
}
