import { and, asc, eq, gte, inArray, isNull, ne, notInArray, or, sql } from 'drizzle-orm';
import type { BatteryRecord } from '@/core/exchange/views';
import { batteryOf } from './batteries';
import type { Database, Transaction } from './database';
import { SCRAP } from './fleet';
import { inChunks } from './in-chunks';
import { inSight } from './in-sight';
import { batteries, outlooks, readings, runs } from './schema';

/** A battery that is cycled deeply, since when it is known, and when it was put on to be equalised last; null where not since a day. */
export interface DeepCycled {
  readonly battery: BatteryRecord;
  readonly knownSinceMs: number;
  readonly equalisedMs: number | null;
}

/** The batteries that are cycled deeply and at work or in store, with the equalising charges since a day. */
export async function deepCycled(
  database: Database | Transaction,
  sinceMs: number,
  limit: number,
): Promise<DeepCycled[]> {
  const firstMs = sql<
    number | null
  >`(select min(${runs.startedAtMs}) from ${runs} where ${runs.batteryId} = ${batteries.id})`;
  const rows = await database
    .select({ battery: batteries, firstMs })
    .from(batteries)
    .leftJoin(outlooks, eq(outlooks.batteryId, batteries.id))
    // Written out, not asked with: so it is found by the index of those that are cycled deeply.
    .where(
      and(
        sql`${batteries.duty} = 'deep_cycle'`,
        ...[ne(batteries.place, SCRAP), inSight(batteries.arrivalId)],
        or(isNull(outlooks.verdict), notInArray(outlooks.verdict, ['retire', 'quarantine'])),
      ),
    )
    .orderBy(asc(batteries.tagKey))
    .limit(limit);
  const equalised = await equalisedSince(database, sinceMs);
  return rows.map(({ battery, firstMs: first }) => ({
    battery: batteryOf(battery),
    knownSinceMs: first ?? battery.changedAtMs,
    equalisedMs: equalised.get(battery.id) ?? null,
  }));
}

/** When each battery was put on to be equalised last, by battery. */
async function equalisedSince(
  database: Database | Transaction,
  sinceMs: number,
): Promise<ReadonlyMap<string, number>> {
  const begun = await database
    .select({ runId: readings.runId, atMs: readings.takenAtMs, data: readings.data })
    .from(readings)
    .where(and(sql`${readings.kind} = 'charge_start'`, gte(readings.takenAtMs, sinceMs)));
  const last = new Map<string, number>();
  for (const { runId, atMs, data } of begun)
    if (isEqualising(data)) last.set(runId, Math.max(atMs, last.get(runId) ?? 0));
  const byBattery = new Map<string, number>();
  for (const ids of inChunks([...last.keys()], RUNS_AT_ONCE)) {
    const of = await database
      .select({ id: runs.id, batteryId: runs.batteryId })
      .from(runs)
      .where(and(inArray(runs.id, ids), inSight(runs.arrivalId)));
    for (const { id, batteryId } of of)
      if (batteryId !== null)
        byBattery.set(batteryId, Math.max(last.get(id) ?? 0, byBattery.get(batteryId) ?? 0));
  }
  return byBattery;
}

const RUNS_AT_ONCE = 500;

const isEqualising = (data: unknown) =>
  typeof data === 'object' && data !== null && 'mode' in data && data.mode === 'equalise';
