import { and, asc, count, desc, eq, gt, isNotNull, max } from 'drizzle-orm';
import type { HistoryPage, RulesVersion } from '@/core/exchange/rules-views';
import { SHAPES } from '@/core/exchange/stored/shapes';
import type { HouseRules } from '@/core/rules/house-rules';
import type { Database, Store, Transaction } from './database';
import { decodeAssessment, decodeRules } from './decode';
import { inSight } from './in-sight';
import { forgetLearned } from './learned';
import { assessments, batteries, houseRules, runs } from './schema';
import { tracesOf } from './traces';

/** All versions of a house's rules, the newest first. */
export function rulesVersions(store: Store, id: string): Promise<RulesVersion[]> {
  return store.read(async (database) => {
    const rows = await database
      .select()
      .from(houseRules)
      .where(eq(houseRules.id, id))
      .orderBy(desc(houseRules.version));
    return rows.flatMap((row) => {
      const read = decodeRules(row);
      return read.ok ? [{ rules: read.value, ...madeBy(row) }] : [];
    });
  });
}

const madeBy = ({ reason, authorId, madeAtMs }: typeof houseRules.$inferSelect) => ({
  reason,
  authorId,
  madeAtMs,
});

/** One version of the rules, inside a transaction or outside of one. */
export async function rulesVersion(
  database: Database | Transaction,
  id: string,
  version: number,
): Promise<HouseRules | undefined> {
  const [row] = await database
    .select()
    .from(houseRules)
    .where(and(eq(houseRules.id, id), eq(houseRules.version, version)));
  return readable(row);
}

/** The newest version of a house's rules; undefined while it has none of its own. */
export async function newestRules(
  database: Database | Transaction,
  id: string,
): Promise<HouseRules | undefined> {
  const [row] = await database
    .select()
    .from(houseRules)
    .where(eq(houseRules.id, id))
    .orderBy(desc(houseRules.version))
    .limit(1);
  return readable(row);
}

/** Rules as they are asked for today; undefined for none, and for ones that nobody can read. */
function readable(row: typeof houseRules.$inferSelect | undefined): HouseRules | undefined {
  const read = row && decodeRules(row);
  return read?.ok ? read.value : undefined;
}

/** Adds a version after the newest one, unless that is another than the writer saw: then answers undefined. */
export function addRules(
  store: Store,
  made: {
    readonly rules: HouseRules;
    readonly seenVersion: number;
    readonly reason: string;
    readonly authorId: string;
    readonly madeAtMs: number;
  },
): Promise<HouseRules | undefined> {
  const { seenVersion, ...row } = made;
  return store.write(async (transaction) => {
    const { id } = row.rules;
    const [newest] = await transaction
      .select({ version: max(houseRules.version) })
      .from(houseRules)
      .where(eq(houseRules.id, id));
    const last = newest?.version ?? 0;
    if (last !== seenVersion) return undefined;
    const rules = { ...row.rules, version: last + 1 };
    await transaction
      .insert(houseRules)
      .values({ ...row, id, version: rules.version, rules, shape: SHAPES.rules });
    // When a battery crosses a line depends on where the line is.
    await forgetLearned(transaction);
    return rules;
  });
}

/** Finished runs whose evidence rules can be compared on. */
export function countHistory(store: Store): Promise<number> {
  return store.read(async (database) => {
    const [counted] = await database
      .select({ total: count() })
      .from(runs)
      .where(and(isNotNull(runs.assessmentId), inSight(runs.arrivalId)));
    return counted?.total ?? 0;
  });
}

/** A stretch of the finished runs after one of them, by id, with the evidence that they ended with. */
export function historyPage(store: Store, afterId: string, limit: number): Promise<HistoryPage> {
  return store.read(async (database) => {
    const rows = await database
      .select({
        runId: runs.id,
        tag: batteries.tag,
        atMs: runs.finishedAtMs,
        kept: assessments,
      })
      .from(runs)
      // Left joins keep the runs outermost, so that a page is read along their key and nothing is sorted.
      .leftJoin(assessments, eq(assessments.id, runs.assessmentId))
      .leftJoin(batteries, eq(batteries.id, runs.batteryId))
      .where(and(gt(runs.id, afterId), isNotNull(runs.assessmentId), inSight(runs.arrivalId)))
      .orderBy(asc(runs.id))
      .limit(limit);
    const runIds = rows.map(({ runId }) => runId);
    const traces = await tracesOf(database, runIds);
    const found = rows.flatMap(({ runId, tag, atMs, kept }) => {
      const read = kept && decodeAssessment(kept, traces(runId));
      return read?.ok ? [{ runId, tag: tag ?? '', atMs: atMs ?? 0, evidence: read.value.evidence }] : [];
    });
    return { runs: found, next: rows.length < limit ? null : (rows.at(-1)?.runId ?? null) };
  });
}
