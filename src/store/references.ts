import { group } from 'd3-array';
import { and, eq, inArray, isNotNull } from 'drizzle-orm';
import { evidenceAsOfToday } from '@/core/assessment/evidence';
import { firstTests } from '@/core/assessment/first-tests';
import { specOf } from '@/core/battery/battery';
import { cameUsed, firstHalfYear, ownReference, type ReferenceReading } from '@/core/battery/own-reference';
import type { BatteryRecord } from '@/core/exchange/views';
import type { Database, Transaction } from './database';
import { decodeAssessment, decodeReading } from './decode';
import { inChunks } from './in-chunks';
import { inSight } from './in-sight';
import { READING_COLUMNS } from './readings';
import { assessments, instruments, readings, runs } from './schema';
import { NO_TRACES } from './traces';

/** A finished run of a battery: when it began, and what it was finished with. */
interface FinishedRun {
  readonly id: string;
  readonly batteryId: string | null;
  readonly startedAtMs: number;
  readonly assessmentId: string | null;
}

/**
 * What the tests of each battery's first half year came to, by battery, the oldest first: of finished runs that began before
 * a moment, told against its label as it is today. A battery without any is left out.
 */
export async function firstTestsOf(
  database: Database | Transaction,
  batteries: readonly BatteryRecord[],
  beforeMs = Number.POSITIVE_INFINITY,
): Promise<Map<string, ReferenceReading[]>> {
  const dated = batteries.filter((battery) => firstHalfYear(battery) !== null);
  const found = new Map<string, ReferenceReading[]>();
  for (const some of inChunks(dated)) {
    const runsOf = group(await finishedRunsOf(database, some), ({ batteryId }) => batteryId);
    const early = some.flatMap((battery) => {
      const of = earlyRuns(battery, runsOf.get(battery.id) ?? [], beforeMs);
      return of.map((run) => ({ battery, run }));
    });
    if (early.length === 0) continue;
    const told = await toldBy(database, early);
    for (const [batteryId, readingsOf] of group(told, (one) => one.batteryId)) {
      found.set(
        batteryId,
        readingsOf.map(({ batteryId: _of, ...reading }) => reading),
      );
    }
  }
  return found;
}

/** Batteries with the reference that their first tests make: as of a moment, or of now. */
export async function withReferences<B extends BatteryRecord>(
  database: Database | Transaction,
  batteries: readonly B[],
  beforeMs?: number,
): Promise<B[]> {
  const tests = await firstTestsOf(database, batteries, beforeMs);
  return batteries.map((battery) => {
    const reference = ownReference(tests.get(battery.id) ?? []);
    return reference ? { ...battery, reference } : battery;
  });
}

/** A battery as it was known when a run on it began. */
export async function withReference(
  database: Database | Transaction,
  battery: BatteryRecord,
  beforeMs?: number,
): Promise<BatteryRecord> {
  const [known] = await withReferences(database, [battery], beforeMs);
  return known ?? battery;
}

function finishedRunsOf(
  database: Database | Transaction,
  batteries: readonly BatteryRecord[],
): Promise<FinishedRun[]> {
  return database
    .select({
      id: runs.id,
      batteryId: runs.batteryId,
      startedAtMs: runs.startedAtMs,
      assessmentId: runs.assessmentId,
    })
    .from(runs)
    .where(
      and(
        inArray(
          runs.batteryId,
          batteries.map(({ id }) => id),
        ),
        isNotNull(runs.finishedAtMs),
        inSight(runs.arrivalId),
      ),
    )
    .orderBy(runs.batteryId, runs.startedAtMs);
}

/** Those of a battery's runs that began in its first half year; none of one that came here used. */
function earlyRuns(battery: BatteryRecord, made: readonly FinishedRun[], beforeMs: number): FinishedRun[] {
  const span = firstHalfYear(battery);
  if (!span || cameUsed(battery, made[0]?.startedAtMs)) return [];
  const [fromMs, untilMs] = span;
  return made.filter(({ startedAtMs: atMs }) => atMs >= fromMs && atMs < untilMs && atMs < beforeMs);
}

interface EarlyRun {
  readonly battery: BatteryRecord;
  readonly run: FinishedRun;
}

async function toldBy(
  database: Database | Transaction,
  early: readonly EarlyRun[],
): Promise<(ReferenceReading & { readonly batteryId: string })[]> {
  const used = await graded(
    database,
    early.map(({ run }) => run.id),
  );
  const made = await database
    .select()
    .from(assessments)
    .where(
      inArray(
        assessments.id,
        early.flatMap(({ run }) => run.assessmentId ?? []),
      ),
    );
  const byId = new Map(made.map((row) => [row.id, row]));
  return early.flatMap(({ battery, run }) => {
    const row = byId.get(run.assessmentId ?? '');
    const spec = specOf(battery);
    const read = row && spec && !used.has(run.id) ? decodeAssessment(row, NO_TRACES) : undefined;
    if (!spec || !read?.ok) return [];
    return firstTests(evidenceAsOfToday(read.value.evidence), spec).map((test) => ({
      ...test,
      batteryId: battery.id,
      runId: run.id,
      atMs: run.startedAtMs,
    }));
  });
}

/** Those of some runs that were made to grade a used unit, whatever the day it was fitted here. */
async function graded(
  database: Database | Transaction,
  runIds: readonly string[],
): Promise<ReadonlySet<string>> {
  const rows = await database
    .select(READING_COLUMNS)
    .from(readings)
    .innerJoin(instruments, eq(instruments.number, readings.instrumentNumber))
    .where(and(inArray(readings.runId, [...runIds]), eq(readings.kind, 'complaint')));
  return new Set(
    rows.flatMap((row) => {
      const read = decodeReading(row, NO_TRACES);
      return read.ok && read.value.kind === 'complaint' && read.value.data.symptom === 'used_unit'
        ? [row.runId]
        : [];
    }),
  );
}
