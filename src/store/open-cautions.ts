import { cautionsLeftOpen, type OpenCaution } from '@/core/circuit/open-cautions';
import { keptCautions } from '@/core/exchange/check/check-record';
import { finishedJudgements } from './checks';
import type { Database, Transaction } from './database';

/** The cautions of a vehicle that no later check has closed by a reading that makes their cause unlikely. */
export async function openCautions(
  database: Database | Transaction,
  vehicleId: string,
  beforeMs = Number.POSITIVE_INFINITY,
): Promise<OpenCaution[]> {
  const finished = await finishedJudgements(database, vehicleId);
  return cautionsLeftOpen(
    finished
      .filter(({ startedAtMs }) => startedAtMs < beforeMs)
      .flatMap(({ runId, finishedAtMs, judgement }) => {
        const kept = keptCautions(judgement);
        return kept ? [{ runId, finishedAtMs, ...kept }] : [];
      }),
  );
}
