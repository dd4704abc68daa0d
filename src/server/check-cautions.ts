import 'server-only';
import { keptJudgement } from '@/core/exchange/check/check-record';
import type { OpenCaution } from '@/core/exchange/views';
import { CAUSES, type Cause } from '@/core/vehicle/cause';
import { checksOfVehicle, lastJudgement } from '@/store/checks';
import type { Database, Transaction } from '@/store/database';

/** A chance under which a later check has closed a caution. */
const CLOSED_UNDER = 0.15;
/** Finished checks that are looked at for cautions. */
const LOOKED_AT = 20;

/** The cautions of a vehicle that no later check has closed by a reading that makes their cause unlikely. */
export async function openCautions(
  database: Database | Transaction,
  vehicleId: string,
  beforeMs = Number.POSITIVE_INFINITY,
): Promise<OpenCaution[]> {
  const checks = (await checksOfVehicle(database, vehicleId, LOOKED_AT)).filter(
    ({ finishedAtMs, startedAtMs }) => finishedAtMs !== null && startedAtMs < beforeMs,
  );
  const open = new Map<Cause, OpenCaution>();
  for (const { runId, finishedAtMs } of checks.reverse()) {
    const made = await lastJudgement(database, runId);
    const kept = keptJudgement(made?.judgement);
    if (!kept) continue;
    for (const cause of CAUSES) {
      if ((kept.chances[cause] ?? 1) < CLOSED_UNDER) open.delete(cause);
    }
    for (const { cause, text } of kept.cautions) {
      open.set(cause, { cause, text, runId, sinceMs: open.get(cause)?.sinceMs ?? finishedAtMs ?? 0 });
    }
  }
  return [...open.values()];
}
