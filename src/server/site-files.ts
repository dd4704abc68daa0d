import 'server-only';
import { uuidv7 } from 'uuidv7';
import { assess } from '@/core/assessment/assess';
import { CORE_VERSION } from '@/core/assessment/core-version';
import { tagKey } from '@/core/battery/battery';
import type { SiteTally } from '@/core/exchange/arrival-views';
import { checkShape, MOST_PROBLEMS } from '@/core/exchange/check-shape';
import type { SiteRun } from '@/core/exchange/site/records';
import { writeRunFile } from '@/core/exchange/site/run-file';
import { emptySiteHead, type SiteHead } from '@/core/exchange/site/site-reader';
import { FIRST_RULES_ID, recordOf, type SiteRecord } from '@/core/exchange/site/site-sheet';
import { fail, type Problem, problem, succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { lookAlikeKey } from '@/core/quantity/written-text';
import { Rollback } from '@/store/fault';
import { beginImport, deferReferences } from '@/store/imports';
import type { Database, Store, Transaction } from '@/store/open';
import { wholeRun } from '@/store/runs';
import { addSiteHead, addSiteRest, addSiteRuns, overlapWith, runsAmong } from '@/store/site';
import { isUntouched, siteOf } from '@/store/sites';
import { listTechnicians } from '@/store/technicians';
import { type Answer, refusedSaying } from './answer';
import type { Context } from './context';
import type { Watched } from './http';
import { type ArrivalDesk, arrive, type Ended } from './import-job';
import { rulesOfRun } from './rules';
import { offLoop } from './threads';

/** The whole site as the pieces of a file, however large it is: written off the loop, no faster than it is taken. */
export async function* siteFile(context: Context): AsyncGenerator<string> {
  // The store is brought up to date before another connection looks at it.
  const { file } = context.store;
  const pieces: string[] = [];
  let wake = () => {};
  let taken = () => {};
  let open = true;
  const written = offLoop(
    context,
    'writeSite',
    { databaseUrl: file === null ? context.settings.databaseUrl : `file:${file}`, nowMs: context.now() },
    {
      piece: async (text) => {
        pieces.push(text);
        wake();
        await new Promise<void>((go) => {
          taken = go;
        });
        return open;
      },
    },
  ).finally(() => {
    open = false;
    wake();
  });
  written.catch(() => undefined);
  try {
    while (open || pieces.length > 0) {
      const piece = pieces.shift();
      if (piece === undefined) {
        await new Promise<void>((go) => {
          wake = go;
          if (!open || pieces.length > 0) go();
        });
        continue;
      }
      yield piece;
      taken();
    }
    await written;
  } finally {
    open = false;
    taken();
  }
}

const Wanted = Type.Object(
  {
    store: Type.Boolean({ description: 'store it, or only look' }),
    /** One id for the file, so that bringing it in twice brings it in once. */
    id: Type.Optional(Type.String({ format: 'uuid' })),
    name: Type.Optional(Type.String({ maxLength: 120, description: 'name of the file' })),
    technicianId: Type.Optional(Type.Union([Type.String({ format: 'uuid' }), Type.Null()])),
  },
  { additionalProperties: false },
);

/**
 * Brings in a site file or the file of one run, of any size. What this site has already stays as it is; what
 * contradicts it refuses the whole file, and nothing of it is ever seen before all of it is there. With `store: false`
 * only tells what would come in.
 */
export async function bringIn(
  context: Context,
  meta: unknown,
  path: string,
  watched: Watched,
): Promise<Answer<SiteTally>> {
  const checked = checkShape(Wanted, meta);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { store, id = uuidv7(), name = 'site file', technicianId = null } = checked.value;
  return store
    ? storeSite(context, { path, id, name, technicianId, watched })
    : lookAt(context, path, watched);
}

async function lookAt(context: Context, path: string, watched: Watched): Promise<Answer<SiteTally>> {
  const { store } = context;
  const tally = new Tally();
  const read = await offLoop(
    context,
    'readSite',
    { path },
    {
      head: async (head, single) => tally.head(store, head, single),
      runs: async (runs) => {
        const problems = await tally.runs(store, runs);
        watched.onProgress({ read: tally.seenRuns });
        return watched.signal.aborted ? [STOPPED] : problems;
      },
    },
  );
  return read.ok
    ? succeed({ ...tally.told(), leftOut: read.value.leftOut })
    : { ...read, failure: tally.failure };
}

interface Storing {
  readonly path: string;
  readonly id: string;
  readonly name: string;
  readonly technicianId: string | null;
  readonly watched: Watched;
}

async function storeSite(
  context: Context,
  { path, id, name, technicianId, watched }: Storing,
): Promise<Answer<SiteTally>> {
  const tally = new Tally();
  let rest: SiteHead | null = null;
  let leftOut: readonly string[] = [];
  const work = async (desk: ArrivalDesk): Promise<Ended> => {
    const { store, record } = desk;
    const arrival = { id: record.id, atMs: record.madeAtMs };
    const read = await offLoop(
      context,
      'readSite',
      { path },
      {
        head: async (head, single) => {
          const problems = await tally.head(store, head, single);
          if (problems.length > 0) return problems;
          const fresh = tally.fresh;
          const madeById = technicianId ?? head.technicians[0]?.id;
          if (madeById === undefined) return [NOBODY];
          await store.write(async (transaction) => {
            await deferReferences(transaction);
            await beginImport(transaction, { ...record, madeById });
            await addSiteHead(transaction, fresh, arrival);
          });
          rest = fresh;
          return [];
        },
        runs: async (runs) => {
          const problems = await tally.runs(store, runs);
          if (problems.length > 0) return problems;
          await store.write((transaction) => addSiteRuns(transaction, tally.freshRuns, arrival));
          return (await desk.stored(tally.told().runs)) ? [] : [STOPPED];
        },
      },
    );
    if (!read.ok) return { ...read, failure: tally.failure };
    leftOut = read.value.leftOut;
    return succeed({ runs: tally.told().runs, newBatteries: tally.told().batteries });
  };
  const arrived = await arrive(
    context,
    { id, name, source: 'site_file', madeById: technicianId ?? '', watched },
    work,
    async (transaction) => {
      if (rest) await addSiteRest(transaction, rest, context.now());
      else throw new Rollback(refusedSaying('input', 'file', 'The file holds nothing.'));
    },
  );
  return arrived.ok ? succeed({ ...tally.told(), leftOut }) : arrived;
}

const STOPPED: Problem = {
  field: 'file',
  found: '',
  expected: '',
  message: 'Stopped. Nothing was stored.',
};
const NOBODY: Problem = {
  field: 'technicianId',
  found: '',
  expected: '',
  message: 'Say who is at the bench first: the file names nobody who could have brought it in.',
};

/** What of a file is new here, counted while it is read. */
class Tally {
  seenRuns = 0;
  failure: 'input' | 'conflict' = 'input';
  fresh: SiteHead = emptySiteHead();
  freshRuns: SiteRun[] = [];
  private single = false;
  private stored = 0;

  /** Takes the head of the file; answers what of it cannot live beside what is here. */
  async head(store: Store, head: SiteHead, single: boolean): Promise<readonly Problem[]> {
    this.single = single;
    const problems = await store.read((database) => clashes(database, head));
    this.failure = problems.length > 0 ? 'conflict' : 'input';
    this.fresh = await store.read((database) => newParts(database, head));
    return problems.slice(0, MOST_PROBLEMS);
  }

  /** Takes a stretch of its runs; `freshRuns` are those of them that are new here. */
  async runs(store: Store, runs: readonly SiteRun[]): Promise<readonly Problem[]> {
    this.seenRuns += runs.length;
    const here = await store.read((database) => runsAmong(database, runs));
    this.freshRuns = runs.filter(({ run }) => !here.has(run.id));
    this.stored += this.freshRuns.length;
    if (!this.single) return [];
    const problems = await store.read((database) => otherJudgement(database, runs));
    this.failure = problems.length > 0 ? 'conflict' : 'input';
    return problems;
  }

  told(): SiteTally {
    const { technicians, rules, batteries, lots } = this.fresh;
    return {
      technicians: technicians.length,
      rules: rules.length,
      batteries: batteries.length,
      lots: lots.length,
      runs: this.stored,
      knownRuns: this.seenRuns - this.stored,
      leftOut: [],
    };
  }
}

/** What cannot live beside what is here: a name, a tag or a version of the rules that belongs to something else. */
async function clashes(database: Database | Transaction, site: SiteHead): Promise<Problem[]> {
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
      const other = people.get(lookAlikeKey(name));
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
async function otherJudgement(
  database: Database | Transaction,
  [single]: readonly SiteRun[],
): Promise<Problem[]> {
  if (!single) return [];
  const { run, assessments } = single;
  const named = `${run.rulesId}/${run.rulesVersion}`;
  const rules = await rulesOfRun(run, database);
  if (!rules.ok)
    return [problem('run/rulesId', named, 'house rules that are known here: bring those in first')];
  const last = assessments.find(({ id }) => id === run.assessmentId);
  if (!last || last.core !== CORE_VERSION) return [];
  const here = assess(last.evidence, rules.value).verdict;
  if (here === last.verdict) return [];
  const expected = `the same rules as here, where they say ${here} rather than ${last.verdict}`;
  return [problem('run/rulesId', named, expected)];
}

async function newParts(database: Database | Transaction, site: SiteHead): Promise<SiteHead> {
  const here = await overlapWith(database, site);
  const people = new Set(here.technicians.map(({ id }) => id));
  const units = new Set(here.batteries.map(({ id }) => id));
  const versions = new Set(here.rules.map(({ id, version }) => `${id}/${version}`));
  const machines = new Set(here.vehicles.map(({ id }) => id));
  return {
    sites: (await isUntouched(database)) ? await siteToBecome(database, site) : [],
    technicians: site.technicians.filter(({ id }) => !people.has(id)),
    batteries: site.batteries.filter(({ id }) => !units.has(id)),
    rules: site.rules.filter(({ rules }) => !versions.has(`${rules.id}/${rules.version}`)),
    imports: site.imports.filter(({ id }) => !here.imports.has(id)),
    lots: site.lots.filter(({ id }) => !here.lots.has(id)),
    vehicles: (site.vehicles ?? []).filter(({ id }) => !machines.has(id)),
    slots: (site.slots ?? []).filter(({ id }) => !here.slots.has(id)),
    visits: (site.visits ?? []).filter(({ id }) => !here.visits.has(id)),
    chargers: (site.chargers ?? []).filter(({ id }) => !here.chargers.has(id)),
    checks: (site.checks ?? []).filter(({ run }) => !here.checks.has(run.id)),
  };
}

/** An untouched site becomes the one whose file comes in. Rules of early files are not under an id of their site's own. */
async function siteToBecome(database: Database | Transaction, site: SiteHead): Promise<SiteRecord[]> {
  const [said] = site.sites ?? [];
  if (said) return [said];
  const here = await siteOf(database);
  if (!here || !site.rules.some(({ rules }) => rules.id === FIRST_RULES_ID)) return [];
  const record = recordOf(here);
  return [{ ...record, rulesId: FIRST_RULES_ID }];
}

/** One run as a file; undefined where there is none. What of it cannot be read is refused rather than left out unseen. */
export async function runFile(context: Context, id: string): Promise<Answer<string> | undefined> {
  const { store } = context;
  const whole = await wholeRun(store, id);
  if (!whole) return undefined;
  const { readings, assessments, unreadable } = whole;
  const { reference: _workedOut, ...battery } = whole.battery;
  if (unreadable.length > 0) return { ...fail(...unreadable), failure: 'input' };
  const { importId: _import, ...run } = whole.run;
  const named = new Set([
    run.startedById,
    run.finishedById,
    ...readings.map(({ technicianId }) => technicianId),
    ...assessments.map(({ override }) => override?.byId),
  ]);
  const technicians = (await listTechnicians(store)).filter((technician) => named.has(technician.id));
  return succeed(
    writeRunFile({ battery, run, readings: [...readings], assessments: [...assessments], technicians }),
  );
}
