import { and, asc, eq, inArray } from 'drizzle-orm';
import type { NewestOfBattery } from '@/core/exchange/views';
import type { Database, Transaction } from './database';
import { inSight } from './in-sight';
import { assessments, runs, technicians } from './schema';

/** How each of some batteries' newest finished run counts: by the technician's verdict, where one was set. */
export async function newestRuns(
  database: Database | Transaction,
  batteryIds: readonly string[],
): Promise<Map<string, NewestOfBattery>> {
  const rows = await database
    .select({
      batteryId: runs.batteryId,
      runId: runs.id,
      atMs: runs.finishedAtMs,
      verdict: assessments.verdict,
      override: assessments.override,
      by: technicians.name,
    })
    .from(runs)
    .innerJoin(assessments, eq(assessments.id, runs.assessmentId))
    .innerJoin(technicians, eq(technicians.id, runs.startedById))
    .where(and(inArray(runs.batteryId, [...batteryIds]), inSight(runs.arrivalId)))
    .orderBy(asc(runs.finishedAtMs));
  return new Map(
    rows.map(({ batteryId, runId, atMs, verdict, override, by }) => [
      batteryId ?? '',
      { runId, atMs: atMs ?? 0, verdict: override?.verdict ?? verdict, by },
    ]),
  );
}
