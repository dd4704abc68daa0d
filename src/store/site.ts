import { group } from 'd3-array';
import { and, asc, gt, inArray, isNotNull, ne, or } from 'drizzle-orm';
import { tagKey } from '@/core/battery/battery';
import type { SiteRun } from '@/core/exchange/site/records';
import type { SiteHead } from '@/core/exchange/site/site-reader';
import { recordOf } from '@/core/exchange/site/site-sheet';
import { SHAPES } from '@/core/exchange/stored/shapes';
import type { Problem } from '@/core/quantity/result';
import { addChargers, listChargers } from './chargers';
import { addChecks, allChecks } from './checks';
import type { Database, Transaction } from './database';
import { assessmentRow, decodeAssessment, decodeRules } from './decode';
import { deferReferences } from './imports';
import { inChunks } from './in-chunks';
import { inSight } from './in-sight';
import { addReadings, readingsOfRuns, supersededFirst } from './readings';
import { runOf } from './runs';
import {
  assessments,
  batteries,
  chargers,
  houseRules,
  imports,
  lots,
  runs,
  slots,
  technicians,
  vehicles,
  visits,
} from './schema';
import { adoptSite, siteOf } from './sites';
import { releaseTags } from './tags';
import { nameKey } from './technicians';
import { keepTraces, tracesOf } from './traces';
import { vehicleOf } from './vehicles';
import { addVisits } from './visits';

/** Everything of a site but its runs: what is in sight of it. */
export async function siteHead(database: Database | Transaction): Promise<SiteHead> {
  const people = await database
    .select()
    .from(technicians)
    .where(inSight(technicians.arrivalId))
    .orderBy(asc(technicians.id));
  const versions = await database
    .select()
    .from(houseRules)
    .orderBy(asc(houseRules.id), asc(houseRules.version));
  const units = await database
    .select()
    .from(batteries)
    .where(inSight(batteries.arrivalId))
    .orderBy(asc(batteries.id));
  const arrived = await database
    .select()
    .from(imports)
    // That a file came in is a fact of this site; what came in goes out as its own.
    .where(
      and(
        inArray(imports.state, ['in', 'taken_back']),
        ne(imports.source, 'site_file'),
        inSight(imports.arrivalId),
      ),
    )
    .orderBy(asc(imports.id));
  const site = await siteOf(database);
  return {
    sites: site ? [recordOf(site)] : [],
    technicians: people.map(({ id, name }) => ({ id, name })),
    rules: versions.flatMap((row) => {
      const read = decodeRules(row);
      const { reason, authorId, madeAtMs } = row;
      return read.ok ? [{ rules: read.value, reason, authorId, madeAtMs }] : [];
    }),
    batteries: units.map(({ tagKey: _key, arrivalId: _arrival, shape: _shape, ...battery }) => battery),
    imports: arrived.map(({ arrivalId: _arrival, ...made }) => made),
    lots: (await database.select().from(lots).orderBy(asc(lots.id))).map(({ shape: _shape, ...lot }) => lot),
    vehicles: (await database.select().from(vehicles).orderBy(asc(vehicles.id))).map(vehicleOf),
    slots: await database.select().from(slots).orderBy(asc(slots.id)),
    visits: await database.select().from(visits).orderBy(asc(visits.id)),
    chargers: await listChargers(database),
    checks: await allChecks(database),
  };
}

/** A run as it goes into a file, and what of it cannot be read, where something cannot. */
export interface OutgoingRun {
  readonly run: SiteRun;
  readonly unreadable: readonly Problem[] | null;
}

/** A stretch of a site's runs after one of them, by id, each with all that belongs to it. */
export async function siteRuns(
  database: Database | Transaction,
  afterId: string,
  limit: number,
): Promise<OutgoingRun[]> {
  const some = await database
    .select()
    .from(runs)
    .where(and(gt(runs.id, afterId), isNotNull(runs.batteryId), inSight(runs.arrivalId)))
    .orderBy(asc(runs.id))
    .limit(limit);
  const ids = some.map(({ id }) => id);
  const traces = await tracesOf(database, ids);
  const taken = await readingsOfRuns(database, ids, traces);
  const made = await database
    .select()
    .from(assessments)
    .where(inArray(assessments.runId, ids))
    .orderBy(asc(assessments.id));
  const readingsOf = group(taken, ({ runId }) => runId);
  const assessmentsOf = group(made, ({ runId }) => runId);
  return some.map((row) => {
    const own = (readingsOf.get(row.id) ?? []).map(({ read }) => read);
    const judged = (assessmentsOf.get(row.id) ?? []).map((made) => decodeAssessment(made, traces(row.id)));
    const wrong = [...own, ...judged].flatMap((read) => (read.ok ? [] : read.problems));
    return {
      run: {
        run: runOf(row),
        readings: own.flatMap((read) => (read.ok ? [read.value] : [])),
        assessments: judged.flatMap((read) =>
          read.ok ? [read.value as SiteRun['assessments'][number]] : [],
        ),
      },
      unreadable: wrong.length > 0 ? wrong : null,
    };
  });
}

/** Ids and keys that this site has already, as far as the head of another site's file names them. */
export async function overlapWith(database: Database | Transaction, head: SiteHead) {
  const people = await database.select().from(technicians).where(inSight(technicians.arrivalId));
  const versions = await database.select().from(houseRules);
  const units: { id: string; tagKey: string }[] = [];
  const columns = { id: batteries.id, tagKey: batteries.tagKey };
  for (const some of inChunks(head.batteries)) {
    const keys = some.map(({ tag }) => tagKey(tag));
    const ids = some.map(({ id }) => id);
    const known = or(inArray(batteries.tagKey, keys), inArray(batteries.id, ids));
    units.push(
      ...(await database
        .select(columns)
        .from(batteries)
        .where(and(known, inSight(batteries.arrivalId)))),
    );
  }
  return {
    technicians: people.map(({ id, nameKey: key }) => ({ id, nameKey: key })),
    rules: versions.flatMap((row) => {
      const read = decodeRules(row);
      return read.ok ? [{ id: row.id, version: row.version, rules: read.value }] : [];
    }),
    batteries: units,
    imports: await idsAmong(database, imports, head.imports),
    lots: await idsAmong(database, lots, head.lots),
    vehicles: await database.select({ id: vehicles.id, name: vehicles.name }).from(vehicles),
    slots: await idsAmong(database, slots, head.slots ?? []),
    visits: await idsAmong(database, visits, head.visits ?? []),
    chargers: await idsAmong(database, chargers, head.chargers ?? []),
    checks: await idsAmong(
      database,
      runs,
      (head.checks ?? []).map(({ run }) => run),
    ),
  };
}

/** Those of some runs that this site has already. */
export function runsAmong(database: Database | Transaction, some: readonly SiteRun[]): Promise<Set<string>> {
  return idsAmong(
    database,
    runs,
    some.map(({ run }) => run),
  );
}

async function idsAmong(
  database: Database | Transaction,
  table: typeof runs | typeof imports | typeof lots | typeof slots | typeof visits | typeof chargers,
  records: readonly { readonly id: string }[],
): Promise<Set<string>> {
  const found = new Set<string>();
  for (const some of inChunks(records)) {
    const ids = some.map(({ id }) => id);
    const rows = await database.select({ id: table.id }).from(table).where(inArray(table.id, ids));
    for (const { id } of rows) found.add(id);
  }
  return found;
}

/** Adds the people, the imports and the batteries of another site, out of sight until all of its runs are there. */
export async function addSiteHead(
  transaction: Transaction,
  head: SiteHead,
  arrival: { readonly id: string; readonly atMs: number },
): Promise<void> {
  const arrivalId = arrival.id;
  for (const some of inChunks(head.technicians)) {
    await transaction.insert(technicians).values(
      some.map(({ id, name }) => ({
        id,
        name,
        arrivalId,
        nameKey: nameKey(name),
        createdAtMs: arrival.atMs,
      })),
    );
  }
  for (const some of inChunks(head.imports)) {
    await transaction.insert(imports).values(some.map((made) => ({ ...made, arrivalId })));
  }
  await releaseTags(
    transaction,
    head.batteries.map(({ tag }) => tagKey(tag)),
  );
  for (const some of inChunks(head.batteries)) {
    await transaction
      .insert(batteries)
      .values(
        some.map((battery) => ({ ...battery, arrivalId, tagKey: tagKey(battery.tag), shape: SHAPES.label })),
      );
  }
}

/** Adds a stretch of the runs of another site, with all that belongs to them. */
export async function addSiteRuns(
  transaction: Transaction,
  some: readonly SiteRun[],
  arrival: { readonly id: string; readonly atMs: number },
): Promise<void> {
  if (some.length === 0) return;
  await deferReferences(transaction);
  for (const stretch of inChunks(some)) {
    await transaction.insert(runs).values(stretch.map(({ run }) => ({ ...run, arrivalId: arrival.id })));
  }
  const judged = some.flatMap((run) => run.assessments).map(assessmentRow);
  for (const { row, traces: kept } of judged) await keepTraces(transaction, row.runId, kept);
  for (const made of inChunks(judged)) {
    await transaction.insert(assessments).values(made.map(({ row }) => row));
  }
  const taken = some.flatMap((run) => supersededFirst(run.readings));
  await addReadings(transaction, taken, arrival.atMs);
}

/** Adds what of another site is seen wherever it stands, in the same transaction that brings the rest into sight. */
export async function addSiteRest(transaction: Transaction, head: SiteHead, atMs: number): Promise<void> {
  for (const site of head.sites ?? []) await adoptSite(transaction, site, atMs);
  for (const some of inChunks(head.rules)) {
    await transaction.insert(houseRules).values(
      some.map((made) => ({
        ...made,
        id: made.rules.id,
        version: made.rules.version,
        shape: SHAPES.rules,
      })),
    );
  }
  for (const some of inChunks(head.lots)) {
    await transaction.insert(lots).values(some.map((lot) => ({ ...lot, rows: [...lot.rows] })));
  }
  for (const some of inChunks(head.vehicles ?? [])) await transaction.insert(vehicles).values(some);
  for (const some of inChunks(head.slots ?? [])) await transaction.insert(slots).values(some);
  await addVisits(transaction, head.visits ?? []);
  await addChargers(transaction, head.chargers ?? []);
  await addChecks(transaction, head.checks ?? [], atMs);
}
