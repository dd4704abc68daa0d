import { and, asc, desc, eq, inArray, isNull } from 'drizzle-orm';
import { alias } from 'drizzle-orm/sqlite-core';
import type { Database, Transaction } from './database';
import { decodeReading } from './decode';
import { inSight } from './in-sight';
import { READING_COLUMNS } from './readings';
import { instruments, readings, runs } from './schema';
import { NO_TRACES } from './traces';

/** A battery on a charger: from when to when, null while it still is, and what went back into it. */
export interface Charge {
  readonly runId: string;
  readonly fromMs: number;
  readonly toMs: number | null;
  readonly ampHours: number | null;
}

/** The charges of a battery that still stand, the oldest first: of the newest runs, so many readings of them. */
export async function chargesOfBattery(
  database: Database | Transaction,
  batteryId: string,
  limit: number,
): Promise<Charge[]> {
  const later = alias(readings, 'later');
  const newest = database
    .select({ id: readings.id })
    .from(readings)
    .innerJoin(runs, eq(runs.id, readings.runId))
    .leftJoin(later, eq(later.supersedesId, readings.id))
    .where(
      and(
        eq(runs.batteryId, batteryId),
        inSight(runs.arrivalId),
        inArray(readings.kind, ['charge_start', 'charge']),
        isNull(later.id),
      ),
    )
    .orderBy(desc(readings.takenAtMs))
    .limit(2 * limit);
  const rows = await database
    .select(READING_COLUMNS)
    .from(readings)
    .innerJoin(instruments, eq(instruments.number, readings.instrumentNumber))
    .where(inArray(readings.id, newest))
    .orderBy(asc(readings.takenAtMs));
  const charges: Charge[] = [];
  for (const row of rows) {
    const read = decodeReading(row, NO_TRACES);
    if (!read.ok) continue;
    const { kind, runId, takenAtMs, data } = read.value;
    if (kind === 'charge_start') charges.push({ runId, fromMs: takenAtMs, toMs: null, ampHours: null });
    if (kind !== 'charge') continue;
    const ampHours = data.ampHours ?? null;
    const begun = charges.at(-1);
    // One that somebody only noted afterwards has no beginning of its own.
    if (begun?.runId === runId && begun.toMs === null)
      charges[charges.length - 1] = { ...begun, toMs: takenAtMs, ampHours };
    else charges.push({ runId, fromMs: takenAtMs, toMs: takenAtMs, ampHours });
  }
  return charges;
}
