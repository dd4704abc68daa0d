import { group } from 'd3-array';
import { asc, eq, gt, inArray } from 'drizzle-orm';
import { tagKey } from '@/core/battery/battery';
import type { SiteBattery, SiteRun } from '@/core/exchange/site/records';
import type { SiteFile } from '@/core/exchange/site/site-file';
import type { Reading } from '@/core/procedure/reading';
import { inChunks } from './imports';
import type { Database, Transaction } from './open';
import {
  assessments,
  batteries,
  houseRules,
  imports,
  lots,
  readings,
  runs,
  slots,
  technicians,
  vehicles,
} from './schema';
import { nameKey } from './technicians';

/** Everything of a site but its runs. */
export async function siteHead(
  database: Database | Transaction,
): Promise<
  Pick<SiteFile, 'technicians' | 'rules' | 'batteries' | 'imports' | 'lots' | 'vehicles' | 'slots'>
> {
  const people = await database.select().from(technicians).orderBy(asc(technicians.id));
  const versions = await database
    .select()
    .from(houseRules)
    .orderBy(asc(houseRules.id), asc(houseRules.version));
  const units = await database.select().from(batteries).orderBy(asc(batteries.id));
  return {
    technicians: people.map(({ id, name }) => ({ id, name })),
    rules: versions.map(({ rules, reason, authorId, madeAtMs }) => ({ rules, reason, authorId, madeAtMs })),
    batteries: units.map(({ tagKey: _key, ...battery }) => battery as SiteBattery),
    imports: await database.select().from(imports).orderBy(asc(imports.id)),
    lots: await database.select().from(lots).orderBy(asc(lots.id)),
    vehicles: await database.select().from(vehicles).orderBy(asc(vehicles.id)),
    slots: await database.select().from(slots).orderBy(asc(slots.id)),
  };
}

/** A stretch of a site's runs after one of them, by id, each with all that belongs to it. */
export async function siteRuns(
  database: Database | Transaction,
  afterId: string,
  limit: number,
): Promise<SiteRun[]> {
  const some = await database
    .select()
    .from(runs)
    .where(gt(runs.id, afterId))
    .orderBy(asc(runs.id))
    .limit(limit);
  const ids = some.map(({ id }) => id);
  const taken = await database
    .select()
    .from(readings)
    .where(inArray(readings.runId, ids))
    .orderBy(asc(readings.id));
  const made = await database
    .select()
    .from(assessments)
    .where(inArray(assessments.runId, ids))
    .orderBy(asc(assessments.id));
  const readingsOf = group(taken, ({ runId }) => runId);
  const assessmentsOf = group(made, ({ runId }) => runId);
  return some.map((run) => ({
    run,
    readings: (readingsOf.get(run.id) ?? []).map(({ recordedAtMs: _at, ...reading }) => reading as Reading),
    assessments: assessmentsOf.get(run.id) ?? [],
  }));
}

/** Ids and keys that a site has already, as far as another site's file names them. */
export async function overlapWith(database: Database | Transaction, site: SiteFile) {
  const people = await database.select().from(technicians);
  const versions = await database
    .select({ id: houseRules.id, version: houseRules.version, rules: houseRules.rules })
    .from(houseRules);
  const units: { id: string; tagKey: string }[] = [];
  for (const some of inChunks(site.batteries)) {
    const keys = some.map(({ tag }) => tagKey(tag));
    units.push(
      ...(await database
        .select({ id: batteries.id, tagKey: batteries.tagKey })
        .from(batteries)
        .where(inArray(batteries.tagKey, keys))),
      ...(await database
        .select({ id: batteries.id, tagKey: batteries.tagKey })
        .from(batteries)
        .where(
          inArray(
            batteries.id,
            some.map(({ id }) => id),
          ),
        )),
    );
  }
  return {
    technicians: people.map(({ id, nameKey: key }) => ({ id, nameKey: key })),
    rules: versions,
    batteries: units,
    runs: await idsAmong(
      database,
      runs,
      site.runs.map(({ run }) => run.id),
    ),
    imports: await idsAmong(
      database,
      imports,
      site.imports.map(({ id }) => id),
    ),
    lots: await idsAmong(
      database,
      lots,
      site.lots.map(({ id }) => id),
    ),
    vehicles: await database.select({ id: vehicles.id, name: vehicles.name }).from(vehicles),
    slots: await idsAmong(
      database,
      slots,
      (site.slots ?? []).map(({ id }) => id),
    ),
  };
}

async function idsAmong(
  database: Database | Transaction,
  table: typeof runs | typeof imports | typeof lots | typeof slots,
  ids: readonly string[],
): Promise<Set<string>> {
  const found = new Set<string>();
  for (const some of inChunks(ids)) {
    const rows = await database.select({ id: table.id }).from(table).where(inArray(table.id, some));
    for (const { id } of rows) found.add(id);
  }
  return found;
}

/** Adds what a file holds; whoever calls has left out what is there already. */
export async function addSite(transaction: Transaction, site: SiteFile, nowMs: number): Promise<void> {
  for (const some of inChunks(site.technicians)) {
    await transaction
      .insert(technicians)
      .values(some.map(({ id, name }) => ({ id, name, nameKey: nameKey(name), createdAtMs: nowMs })));
  }
  for (const some of inChunks(site.rules)) {
    await transaction
      .insert(houseRules)
      .values(some.map((made) => ({ ...made, id: made.rules.id, version: made.rules.version })));
  }
  for (const some of inChunks(site.imports)) await transaction.insert(imports).values(some);
  for (const some of inChunks(site.lots)) {
    await transaction.insert(lots).values(some.map((lot) => ({ ...lot, rows: [...lot.rows] })));
  }
  for (const some of inChunks(site.batteries)) {
    await transaction
      .insert(batteries)
      .values(some.map((battery) => ({ ...battery, tagKey: tagKey(battery.tag) })));
  }
  for (const some of inChunks(site.vehicles ?? [])) await transaction.insert(vehicles).values(some);
  for (const some of inChunks(site.slots ?? [])) await transaction.insert(slots).values(some);
  for (const some of inChunks(site.runs)) await addRuns(transaction, some, nowMs);
}

async function addRuns(transaction: Transaction, some: readonly SiteRun[], nowMs: number): Promise<void> {
  await transaction.insert(runs).values(some.map(({ run }) => ({ ...run, assessmentId: null })));
  for (const made of inChunks(some.flatMap((run) => run.assessments))) {
    await transaction.insert(assessments).values(made);
  }
  const taken = some.flatMap((run) => supersededFirst(run.readings));
  for (const rows of inChunks(taken)) {
    await transaction.insert(readings).values(rows.map((reading) => ({ ...reading, recordedAtMs: nowMs })));
  }
  for (const { run } of some) {
    if (run.assessmentId === null) continue;
    await transaction.update(runs).set({ assessmentId: run.assessmentId }).where(eq(runs.id, run.id));
  }
}

/** A reading refers to the one that it replaces, which therefore goes in before it. */
function supersededFirst(all: readonly Reading[]): Reading[] {
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
