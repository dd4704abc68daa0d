import { eq, getTableColumns, inArray } from 'drizzle-orm';
import { SHAPES } from '@/core/exchange/stored/shapes';
import type { Result } from '@/core/quantity/result';
import type { Reading } from '@/core/steps/reading';
import type { Database, Transaction } from './database';
import { decodeReading } from './decode';
import { inChunks } from './in-chunks';
import { instrumentNumbers } from './instruments';
import { instruments, readings } from './schema';
import { keepTraces, type TracesOfRun, tracesOf, withTraceNamed } from './traces';

/** A reading's row with the name of what it was taken with. */
export const READING_COLUMNS = { ...getTableColumns(readings), instrument: instruments.name };

/** The readings of some runs as they can be read, by when they were taken. */
export async function readingsOfRuns(
  database: Database | Transaction,
  runIds: readonly string[],
  tracesOfRun?: (runId: string) => TracesOfRun,
): Promise<{ readonly runId: string; readonly read: Result<Reading> }[]> {
  const found = tracesOfRun ?? (await tracesOf(database, runIds));
  const rows = await database
    .select(READING_COLUMNS)
    .from(readings)
    .innerJoin(instruments, eq(instruments.number, readings.instrumentNumber))
    .where(inArray(readings.runId, [...runIds]))
    .orderBy(readings.runId, readings.takenAtMs);
  return rows.map((row) => ({ runId: row.runId, read: decodeReading(row, found(row.runId)) }));
}

/** The run that a reading stands in, by the reading's id; undefined for one that is not stored. */
export async function runOfReading(transaction: Transaction, id: string): Promise<string | undefined> {
  const [row] = await transaction.select({ runId: readings.runId }).from(readings).where(eq(readings.id, id));
  return row?.runId;
}

/** Adds a reading to a run, recorded now; the same id again changes nothing. */
export function addReading(transaction: Transaction, reading: Reading, nowMs: number): Promise<void> {
  return addReadings(transaction, [{ ...reading, recordedAtMs: nowMs }], nowMs);
}

/** Adds readings, each after the one that it replaces. Those that do not say when they were recorded are of now. */
export async function addReadings(
  transaction: Transaction,
  some: readonly Reading[],
  nowMs: number,
): Promise<void> {
  const numbers = await instrumentNumbers(
    transaction,
    some.map(({ instrument }) => instrument),
    nowMs,
  );
  for (const stretch of inChunks(some)) {
    const rows = [];
    for (const { instrument, ...reading } of stretch) {
      const kept = new Map();
      const data = withTraceNamed(reading.data, kept);
      await keepTraces(transaction, reading.runId, kept);
      const instrumentNumber = numbers.get(instrument) ?? 0;
      rows.push({ recordedAtMs: nowMs, ...reading, data, instrumentNumber, shape: SHAPES.reading });
    }
    await transaction.insert(readings).values(rows).onConflictDoNothing({ target: readings.id });
  }
}

/** A reading refers to the one that it replaces, which therefore goes in before it. */
export function supersededFirst(all: readonly Reading[]): Reading[] {
  const byId = new Map(all.map((reading) => [reading.id, reading]));
  const ordered = new Set<Reading>();
  const place = (reading: Reading, depth: number) => {
    const before = reading.supersedesId === null ? undefined : byId.get(reading.supersedesId);
    if (before && !ordered.has(before) && depth < all.length) place(before, depth + 1);
    ordered.add(reading);
  };
  for (const reading of all) place(reading, 0);
  return [...ordered];
}
