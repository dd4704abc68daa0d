import { group } from 'd3-array';
import { and, asc, desc, eq, gte, inArray, sql } from 'drizzle-orm';
import type { ChargedRun } from '@/core/room/charging-record';
import type { Database, Transaction } from './database';
import { inSight } from './in-sight';
import { readingsOfRuns } from './readings';
import { batteries, readings, runs } from './schema';

/** The runs in which something was put on charge since a moment, the newest first, with their readings. */
export async function chargedSince(
  database: Database | Transaction,
  sinceMs: number,
  limit: number,
): Promise<ChargedRun[]> {
  // Written out, not asked with: so it is found by the index of what was put on charge.
  const begun = await database
    .select({ runId: readings.runId })
    .from(readings)
    .where(and(sql`${readings.kind} = 'charge_start'`, gte(readings.takenAtMs, sinceMs)))
    .orderBy(desc(readings.takenAtMs))
    .limit(limit);
  const ids = [...new Set(begun.map(({ runId }) => runId))];
  if (ids.length === 0) return [];
  const rows = await database
    .select({ runId: runs.id, batteryId: batteries.id, tag: batteries.tag, volts: batteries.nominalVolts })
    .from(runs)
    .innerJoin(batteries, eq(batteries.id, runs.batteryId))
    .where(and(inArray(runs.id, ids), inSight(runs.arrivalId)))
    .orderBy(asc(runs.id));
  const read = group(
    (await readingsOfRuns(database, ids)).flatMap(({ runId, read: one }) =>
      one.ok ? [{ runId, reading: one.value }] : [],
    ),
    ({ runId }) => runId,
  );
  return rows.map(({ runId, batteryId, tag, volts }) => ({
    runId,
    batteryId,
    tag,
    nominalVolts: volts,
    readings: (read.get(runId) ?? []).map(({ reading }) => reading),
  }));
}
