import 'server-only';
import { Type } from '@sinclair/typebox';
import { assess } from '@/core/assessment/assess';
import { CORE_VERSION } from '@/core/assessment/core-version';
import { tagKey } from '@/core/battery/battery';
import { checkShape } from '@/core/exchange/check-shape';
import { SITE_LIMIT_BYTES, tooLarge } from '@/core/exchange/import/limits';
import { type RunFile, readRunFile, writeRunFile } from '@/core/exchange/site/run-file';
import { beginSiteFile, endSiteFile, readSiteFile, type SiteFile } from '@/core/exchange/site/site-file';
import type { SiteTally } from '@/core/exchange/views';
import { fail, type Problem, problem, type Result, succeed } from '@/core/quantity/result';
import { isRollback, Rollback } from '@/store/fault';
import type { Database, Transaction } from '@/store/open';
import { wholeRun } from '@/store/runs';
import { addSite, overlapWith, siteHead, siteRuns } from '@/store/site';
import { listTechnicians } from '@/store/technicians';
import { type Answer, answering } from './answer';
import { rulesOfRun } from './rules';
import { theStore } from './store';

const RUNS_A_PIECE = 200;

/** The whole site as the pieces of a file: however large it is, only a stretch of its runs is held at a time. */
export async function* siteFile(): AsyncGenerator<string> {
  const store = await theStore();
  const head = await store.read(siteHead);
  yield beginSiteFile({ ...head, writtenAtMs: Date.now(), core: CORE_VERSION, runs: [] });
  let after = '';
  for (let first = true; ; first = false) {
    const runs = await store.read((database) => siteRuns(database, after, RUNS_A_PIECE));
    if (runs.length > 0) yield `${first ? '' : ',\n'}${runs.map((run) => JSON.stringify(run)).join(',\n')}`;
    if (runs.length < RUNS_A_PIECE) break;
    after = runs.at(-1)?.run.id ?? '';
  }
  yield endSiteFile();
}

const Wanted = Type.Object(
  { store: Type.Boolean({ description: 'store it, or only look' }) },
  { additionalProperties: false },
);

/**
 * Brings in a site file or the file of one run. What this site has already stays as it is; what contradicts it refuses
 * the whole file. With `store: false` only tells what would come in.
 */
export function bringIn(meta: unknown, text: string): Promise<Answer<SiteTally>> {
  return answering(async () => {
    const checked = checkShape(Wanted, meta);
    if (!checked.ok) return { ...checked, failure: 'input' };
    const tooBig = tooLarge(text.length, SITE_LIMIT_BYTES);
    if (tooBig) return { ...fail(tooBig), failure: 'input' };
    const read = readEither(text);
    if (!read.ok) return { ...read, failure: 'input' };
    const store = await theStore();
    if (!checked.value.store) return store.read((database) => look(database, read.value));
    try {
      return await store.write(async (transaction) => {
        const looked = await look(transaction, read.value);
        if (!looked.ok) throw new Rollback(looked);
        await addSite(transaction, await newParts(transaction, read.value.site), Date.now());
        return looked;
      });
    } catch (error) {
      if (isRollback(error)) return error.reason as Answer<never>;
      throw error;
    }
  });
}

interface ReadFile {
  readonly site: SiteFile;
  /** Set for the file of one run, which names its rules only. */
  readonly single: boolean;
}

function readEither(text: string): Result<ReadFile> {
  if (!/^\s*\uFEFF?\{\s*"format"\s*:\s*"integra:run\//.test(text.slice(0, 200))) {
    const read = readSiteFile(text);
    return read.ok ? succeed({ site: read.value, single: false }) : read;
  }
  const read = readRunFile(text);
  return read.ok ? succeed({ site: siteOfRun(read.value), single: true }) : read;
}

function siteOfRun({ battery, technicians, run, readings, assessments }: RunFile): SiteFile {
  const changed = { changedAtMs: run.startedAtMs, changedById: run.startedById, importId: null };
  return {
    ...{ writtenAtMs: 0, core: CORE_VERSION, technicians, rules: [], imports: [], lots: [] },
    batteries: [{ ...battery, ...changed }],
    runs: [{ run: { ...run, importId: null }, readings, assessments }],
  };
}

async function look(
  database: Database | Transaction,
  { site, single }: ReadFile,
): Promise<Answer<SiteTally>> {
  const problems = [
    ...(await clashes(database, site)),
    ...(single ? await otherJudgement(database, site) : []),
  ];
  if (problems.length > 0) return { ...fail(...problems.slice(0, MOST_TOLD)), failure: 'conflict' };
  const fresh = await newParts(database, site);
  return succeed({
    technicians: fresh.technicians.length,
    rules: fresh.rules.length,
    batteries: fresh.batteries.length,
    runs: fresh.runs.length,
    lots: fresh.lots.length,
    knownRuns: site.runs.length - fresh.runs.length,
  });
}

const MOST_TOLD = 20;

/** What cannot live beside what is here: a name, a tag or a version of the rules that belongs to something else. */
async function clashes(database: Database | Transaction, site: SiteFile): Promise<Problem[]> {
  const here = await overlapWith(database, site);
  const owner = (rows: readonly { id: string; key: string }[]) =>
    new Map(rows.map(({ id, key }) => [key, id]));
  const people = owner(here.technicians.map(({ id, nameKey }) => ({ id, key: nameKey })));
  const units = owner(here.batteries.map(({ id, tagKey: key }) => ({ id, key })));
  const versions = new Map(
    here.rules.map(({ id, version, rules }) => [`${id}/${version}`, JSON.stringify(rules)]),
  );
  return [
    ...site.technicians.flatMap(({ id, name }, index) => {
      const other = people.get(name.trim().toLowerCase());
      return other && other !== id ? [problem(`technicians/${index}/name`, name, ELSEWHERE)] : [];
    }),
    ...site.batteries.flatMap(({ id, tag }, index) => {
      const other = units.get(tagKey(tag));
      return other && other !== id ? [problem(`batteries/${index}/tag`, tag, ELSEWHERE)] : [];
    }),
    ...(site.vehicles ?? []).flatMap(({ id, name }, index) => {
      const other = here.vehicles.find((vehicle) => vehicle.name === name);
      return other && other.id !== id ? [problem(`vehicles/${index}/name`, name, ELSEWHERE)] : [];
    }),
    ...site.rules.flatMap(({ rules }, index) => {
      const own = versions.get(`${rules.id}/${rules.version}`);
      const same = own === undefined || own === JSON.stringify(rules);
      return same
        ? []
        : [problem(`rules/${index}`, `${rules.id}/${rules.version}`, 'a version that is not taken here')];
    }),
  ];
}

const ELSEWHERE = 'one that does not belong to something else here';

/** A run that names its rules only is taken where those rules are known and come to the same. */
async function otherJudgement(database: Database | Transaction, site: SiteFile): Promise<Problem[]> {
  const [single] = site.runs;
  if (!single) return [];
  const { run, assessments } = single;
  const named = `${run.rulesId}/${run.rulesVersion}`;
  const rules = await rulesOfRun(run, database).catch(() => null);
  if (!rules) return [problem('run/rulesId', named, 'house rules that are known here: bring those in first')];
  const last = assessments.find(({ id }) => id === run.assessmentId);
  if (!last || last.core !== CORE_VERSION) return [];
  const here = assess(last.evidence, rules).verdict;
  return here === last.verdict
    ? []
    : [
        problem(
          'run/rulesId',
          named,
          `the same rules as here, where they say ${here} rather than ${last.verdict}`,
        ),
      ];
}

async function newParts(database: Database | Transaction, site: SiteFile): Promise<SiteFile> {
  const here = await overlapWith(database, site);
  const people = new Set(here.technicians.map(({ id }) => id));
  const units = new Set(here.batteries.map(({ id }) => id));
  const versions = new Set(here.rules.map(({ id, version }) => `${id}/${version}`));
  return {
    ...site,
    technicians: site.technicians.filter(({ id }) => !people.has(id)),
    batteries: site.batteries.filter(({ id }) => !units.has(id)),
    rules: site.rules.filter(({ rules }) => !versions.has(`${rules.id}/${rules.version}`)),
    runs: site.runs.filter(({ run }) => !here.runs.has(run.id)),
    imports: site.imports.filter(({ id }) => !here.imports.has(id)),
    lots: site.lots.filter(({ id }) => !here.lots.has(id)),
    vehicles: (site.vehicles ?? []).filter(({ id }) => !here.vehicles.some((vehicle) => vehicle.id === id)),
    slots: (site.slots ?? []).filter(({ id }) => !here.slots.has(id)),
  };
}

/** One run as a file; undefined where there is none. */
export async function runFile(id: string): Promise<string | undefined> {
  const store = await theStore();
  const whole = await wholeRun(store, id);
  if (!whole) return undefined;
  const { battery, readings, assessments } = whole;
  const { importId: _import, ...run } = whole.run;
  const named = new Set([
    run.startedById,
    run.finishedById,
    ...readings.map(({ technicianId }) => technicianId),
    ...assessments.map(({ override }) => override?.byId),
  ]);
  const technicians = (await listTechnicians(store)).filter((technician) => named.has(technician.id));
  return writeRunFile({ battery, run, readings: [...readings], assessments: [...assessments], technicians });
}
