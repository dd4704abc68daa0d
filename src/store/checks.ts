import { group } from 'd3-array';
import { and, asc, desc, eq, getTableColumns, inArray, isNotNull, isNull, lt, max, sql } from 'drizzle-orm';
import type { CheckRecord } from '@/core/exchange/check/check-record';
import type { SiteCheck } from '@/core/exchange/site/records';
import type { CheckRun, CheckSummary } from '@/core/exchange/views';
import type { Problem } from '@/core/quantity/result';
import type { Reading } from '@/core/steps/reading';
import type { Database, Store, Transaction } from './database';
import { inChunks } from './in-chunks';
import { outdate } from './outdate';
import { Unreadable } from './packed-json';
import { addReadings, readingsOfRuns, supersededFirst } from './readings';
import { checkJudgements, runs, slots } from './schema';

/** A check with what was read in it. */
export interface KeptCheck {
  readonly run: CheckRun;
  readonly readings: readonly Reading[];
  readonly unreadable: readonly Problem[];
}

type NewCheck = Omit<CheckRun, 'finishedAtMs' | 'finishedById'>;

/** Starts a check, or answers with the one that is open on the vehicle: two people at one vehicle share it. */
export function startCheck(store: Store, check: NewCheck): Promise<CheckRun> {
  return store.write(async (transaction) => {
    const [known] = await transaction.select().from(runs).where(eq(runs.id, check.id));
    if (known) return checkRunOf(known);
    const [open] = await transaction
      .select()
      .from(runs)
      .where(and(eq(runs.vehicleId, check.vehicleId), isNotNull(runs.vehicleId), isNull(runs.finishedAtMs)));
    if (open) return checkRunOf(open);
    const row = { ...check, finishedAtMs: null, finishedById: null };
    await transaction.insert(runs).values(row);
    return row;
  });
}

function checkRunOf(row: typeof runs.$inferSelect): CheckRun {
  const { id, vehicleId, startedAtMs, startedById, finishedAtMs, finishedById, rulesId, rulesVersion } = row;
  if (vehicleId === null) throw new Error('a check is of a vehicle');
  return { id, vehicleId, startedAtMs, startedById, finishedAtMs, finishedById, rulesId, rulesVersion };
}

/** Loads a check, inside a transaction or outside of one; undefined for a run that is none. */
export async function loadCheck(
  database: Database | Transaction,
  id: string,
): Promise<KeptCheck | undefined> {
  const [row] = await database
    .select()
    .from(runs)
    .where(and(eq(runs.id, id), isNotNull(runs.vehicleId)));
  if (!row) return undefined;
  const read = (await readingsOfRuns(database, [id])).map((one) => one.read);
  return {
    run: checkRunOf(row),
    readings: read.flatMap((one) => (one.ok ? [one.value] : [])),
    unreadable: read.flatMap((one) => (one.ok ? [] : one.problems.slice(0, 1))),
  };
}

/** The newest finished check of a vehicle that began before another; undefined where there is none. */
export async function checkBefore(
  database: Database | Transaction,
  { vehicleId, startedAtMs }: Pick<CheckRun, 'vehicleId' | 'startedAtMs'>,
): Promise<KeptCheck | undefined> {
  const [row] = await database
    .select({ id: runs.id })
    .from(runs)
    .where(
      and(
        eq(runs.vehicleId, vehicleId),
        isNotNull(runs.vehicleId),
        isNotNull(runs.finishedAtMs),
        lt(runs.startedAtMs, startedAtMs),
      ),
    )
    .orderBy(desc(runs.startedAtMs))
    .limit(1);
  return row && loadCheck(database, row.id);
}

/** Finishes a check with what it comes to, which is kept beside any earlier one. */
export async function finishCheckWith(
  transaction: Transaction,
  judgement: CheckRecord,
  finished: { readonly atMs: number; readonly byId: string },
): Promise<void> {
  await transaction.insert(checkJudgements).values(judgement);
  await transaction
    .update(runs)
    .set({ finishedAtMs: finished.atMs, finishedById: finished.byId })
    .where(eq(runs.id, judgement.runId));
  // What a check leaves open, or closes, wears the batteries that sit there or no longer.
  await outdateSitting(transaction, judgement.runId);
}

async function outdateSitting(transaction: Transaction, runId: string): Promise<void> {
  const rows = await transaction
    .select({ batteryId: slots.batteryId })
    .from(runs)
    .innerJoin(slots, eq(slots.vehicleId, runs.vehicleId))
    .where(and(eq(runs.id, runId), isNull(slots.toOn)));
  await outdate(
    transaction,
    rows.map(({ batteryId }) => batteryId),
  );
}

/** Opens a finished check again; what it came to stays. */
export async function reopenCheck(transaction: Transaction, id: string): Promise<void> {
  await transaction.update(runs).set({ finishedAtMs: null, finishedById: null }).where(eq(runs.id, id));
}

/** The checks of a vehicle, the newest first, each with what it was last finished with. */
export async function checksOfVehicle(
  database: Database | Transaction,
  vehicleId: string,
  limit: number,
): Promise<CheckSummary[]> {
  const rows = await database
    .select()
    .from(runs)
    .where(and(eq(runs.vehicleId, vehicleId), isNotNull(runs.vehicleId)))
    .orderBy(desc(runs.startedAtMs))
    .limit(limit);
  return summariesOf(database, rows);
}

type RunRow = typeof runs.$inferSelect;

/** Some checks with what each was last finished with, in their order. */
async function summariesOf(
  database: Database | Transaction,
  rows: readonly RunRow[],
): Promise<CheckSummary[]> {
  const made = await lastJudgements(
    database,
    rows.map(({ id }) => id),
  );
  return rows.map(({ id, startedAtMs, startedById, finishedAtMs }) => {
    const { cause = null, probability = null } = (finishedAtMs === null ? undefined : made.get(id)) ?? {};
    return { runId: id, startedAtMs, startedById, finishedAtMs, cause, probability };
  });
}

/** What some checks were last finished with, by check. */
async function lastJudgements(
  database: Database | Transaction,
  runIds: readonly string[],
): Promise<Map<string, Pick<typeof checkJudgements.$inferSelect, 'cause' | 'probability'>>> {
  const { runId, cause, probability } = checkJudgements;
  const last = new Map<string, Pick<typeof checkJudgements.$inferSelect, 'cause' | 'probability'>>();
  for (const some of inChunks(runIds, CHECKS_AT_ONCE)) {
    const rows = await database
      .select({ runId, cause, probability })
      .from(checkJudgements)
      .where(inArray(runId, some))
      .orderBy(asc(checkJudgements.madeAtMs));
    for (const row of rows) last.set(row.runId, row);
  }
  return last;
}

/** The finished checks of a vehicle with what each came to last, the oldest first. */
export async function finishedJudgements(database: Database | Transaction, vehicleId: string) {
  const rows = await database
    .select({
      runId: runs.id,
      startedAtMs: runs.startedAtMs,
      finishedAtMs: runs.finishedAtMs,
      judgement: checkJudgements.judgement,
    })
    .from(runs)
    .innerJoin(checkJudgements, eq(checkJudgements.runId, runs.id))
    .where(and(eq(runs.vehicleId, vehicleId), isNotNull(runs.vehicleId), isNotNull(runs.finishedAtMs)))
    .orderBy(asc(runs.startedAtMs), asc(checkJudgements.madeAtMs));
  const last = new Map(rows.map((row) => [row.runId, row]));
  return [...last.values()].flatMap(({ finishedAtMs, ...row }) =>
    finishedAtMs === null ? [] : [{ ...row, finishedAtMs }],
  );
}

/** What a check was last finished with. */
export async function lastJudgement(
  database: Database | Transaction,
  runId: string,
): Promise<typeof checkJudgements.$inferSelect | undefined> {
  const [made] = await database
    .select()
    .from(checkJudgements)
    .where(eq(checkJudgements.runId, runId))
    .orderBy(desc(checkJudgements.madeAtMs))
    .limit(1);
  return made;
}

/** The newest check of every vehicle that has one, by vehicle. */
export async function newestChecks(database: Database | Transaction): Promise<Map<string, CheckSummary>> {
  const newest = database
    .select({ vehicleId: runs.vehicleId, lastMs: max(runs.startedAtMs).as('last_ms') })
    .from(runs)
    .where(isNotNull(runs.vehicleId))
    .groupBy(runs.vehicleId)
    .as('newest');
  const rows = await database
    .select(getTableColumns(runs))
    .from(runs)
    .innerJoin(newest, and(eq(runs.vehicleId, newest.vehicleId), eq(runs.startedAtMs, newest.lastMs)));
  const summaries = await summariesOf(database, rows);
  return new Map(summaries.map((summary, at) => [rows[at]?.vehicleId ?? '', summary]));
}

/** Every check that is in the store, with all that belongs to it. What of it cannot be read stays behind. */
export async function allChecks(database: Database | Transaction): Promise<SiteCheck[]> {
  // Sorted by hand: in the order of the key all runs of the site would be walked past to find the checks.
  const rows = await database.select().from(runs).where(isNotNull(runs.vehicleId)).orderBy(sql`+${runs.id}`);
  const checks: SiteCheck[] = [];
  for (const some of inChunks(rows, CHECKS_AT_ONCE)) {
    const ids = some.map(({ id }) => id);
    const read = group(await readingsOfRuns(database, ids), ({ runId }) => runId);
    const made = group(
      await database.select().from(checkJudgements).where(inArray(checkJudgements.runId, ids)),
      ({ runId }) => runId,
    );
    for (const row of some) {
      checks.push({
        run: checkRunOf(row),
        readings: (read.get(row.id) ?? []).flatMap((one) => (one.read.ok ? [one.read.value] : [])),
        judgements: (made.get(row.id) ?? []).flatMap((one) =>
          isRecord(one.judgement) ? [{ ...one, judgement: one.judgement }] : [],
        ),
      });
    }
  }
  return checks;
}

const CHECKS_AT_ONCE = 200;
const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !(value instanceof Unreadable);

/** Adds the checks of another site, with all that belongs to them. */
export async function addChecks(
  transaction: Transaction,
  checks: readonly SiteCheck[],
  atMs: number,
): Promise<void> {
  for (const some of inChunks(checks, CHECKS_AT_ONCE)) {
    await transaction.insert(runs).values(some.map(({ run }) => run));
    await addReadings(
      transaction,
      some.flatMap(({ readings }) => supersededFirst(readings)),
      atMs,
    );
    const made = some.flatMap(({ judgements }) => judgements);
    if (made.length > 0) await transaction.insert(checkJudgements).values(made);
  }
}
