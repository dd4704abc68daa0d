import { createHash } from 'node:crypto';
import { inArray } from 'drizzle-orm';
import type { Trace } from '@/core/assessment/evidence';
import type { Database, Transaction } from './database';
import { inChunks } from './in-chunks';
import { Unreadable } from './packed-json';
import { traces } from './schema';

/** The courses recorded in a run, by what its records call them. */
export type TracesOfRun = ReadonlyMap<string, Trace>;

/** For lists that show no course: a record whose trace is not at hand is read without it. */
export const NO_TRACES: TracesOfRun = new Map();

/** What the records of a run call a trace: the same course has the same name, whoever holds it. */
const digestOf = (trace: Trace) =>
  createHash('sha256').update(JSON.stringify(trace)).digest('base64url').slice(0, 22);

type Tracing = { readonly trace?: unknown };

/** A record with the name of its trace in place of the trace; the traces it named are added to `kept`. */
export function withTraceNamed<T extends object>(holder: T, kept: Map<string, Trace>): T {
  const { trace } = holder as Tracing;
  if (!Array.isArray(trace)) return holder;
  const digest = digestOf(trace as Trace);
  kept.set(digest, trace as Trace);
  return { ...holder, trace: digest };
}

/**
 * The same record with its trace again. One that was written when traces stood in the records themselves is as it was;
 * where a trace cannot be found, the record stands without it.
 */
export function withTraceFound<T>(holder: T, found: TracesOfRun): T {
  if (typeof holder !== 'object' || holder === null) return holder;
  const { trace } = holder as Tracing;
  return typeof trace === 'string' ? { ...holder, trace: found.get(trace) ?? null } : holder;
}

/** Keeps the traces of a run, each once. */
export async function keepTraces(
  transaction: Transaction,
  runId: string,
  kept: ReadonlyMap<string, Trace>,
): Promise<void> {
  for (const [digest, trace] of kept) {
    await transaction
      .insert(traces)
      .values({ runId, digest, points: trace.length, trace })
      .onConflictDoNothing();
  }
}

/** The traces of some runs, by run. One that cannot be read is left out. */
export async function tracesOf(
  database: Database | Transaction,
  runIds: readonly string[],
): Promise<(runId: string) => TracesOfRun> {
  const byRun = new Map<string, Map<string, Trace>>();
  for (const ids of inChunks([...new Set(runIds)])) {
    const rows = await database.select().from(traces).where(inArray(traces.runId, ids));
    for (const { runId, digest, trace } of rows) {
      if (trace instanceof Unreadable) continue;
      const own = byRun.get(runId) ?? new Map<string, Trace>();
      byRun.set(runId, own.set(digest, trace));
    }
  }
  return (runId) => byRun.get(runId) ?? NO_TRACES;
}
