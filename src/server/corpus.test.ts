import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { uuidv7 } from 'uuidv7';
import { compareMore, NOTHING_COMPARED } from '@/core/assessment/compare-history';
import { CORE_VERSION } from '@/core/assessment/core-version';
import { ledgerOf } from '@/core/assessment/ledger';
import { specOf } from '@/core/battery/battery';
import type { RunView } from '@/core/exchange/views';
import { judgeRun } from '@/core/procedure/judge-run';
import { labelSize } from '@/core/report/battery-tag';
import { PRESETS } from '@/core/rules/presets';
import { openStore, type Store } from '@/store/open';
import { runs } from '@/store/schema';
import type { Answer } from './answer';
import { granted } from './answers.test-support';
import { batteryPage, batteryStory } from './batteries';
import type { Context } from './context';
import { contextOn, emptyFile, newFile } from './context.test-support';
import { bodyFile, finishSeen, UNWATCHED } from './files.test-support';
import { floorView } from './floor';
import { batteriesCsv, runsCsv } from './lists';
import { lotList, lotView } from './lots';
import { labelsOf, labelsPaper, slipPaper, slipView } from './paper';
import { answerHistory, rulesView } from './rules';
import { answerRun, reopenRun } from './runs';
import { bringIn, runFile, siteFile } from './site-files';
import { technicians } from './technicians';
import { endThreads } from './threads';

const CORPUS = 'corpus';
const VERSIONS = readdirSync(CORPUS).filter((name) => name.startsWith('core-'));
let context: Context;
let threads: string | null = null;

/** Lets the use cases work on a database from here on. */
async function moveTo(file: string): Promise<Store> {
  const before = context?.store;
  const made = await contextOn(await openStore(`file:${file}`));
  context = { ...made, settings: { ...made.settings, threads } };
  await before?.close();
  return context.store;
}

const unpacked = (version: string, name: string) =>
  gunzipSync(readFileSync(join(CORPUS, version, `${name}.gz`)));
const has = (version: string, name: string) => readdirSync(join(CORPUS, version)).includes(`${name}.gz`);

/** A copy of the database that a version has left. */
function databaseOf(version: string): string {
  const file = newFile();
  writeFileSync(file, unpacked(version, 'store.db'));
  return file;
}

async function gather(pieces: AsyncGenerator<string>): Promise<string> {
  let text = '';
  for await (const piece of pieces) text += piece;
  return text;
}

/** Every run of the store that the use cases are on, with its rules. */
async function allRuns(): Promise<RunView[]> {
  const all = await context.store.read((db) => db.select({ id: runs.id }).from(runs).orderBy(runs.id));
  const views: RunView[] = [];
  for (const { id } of all) views.push(granted(await answerRun(context, id)));
  return views;
}

/** Files are read where the test is: that a thread reads them alike is shown where whole sites are brought in. */
const bringInHere: typeof bringIn = (at, ...rest) =>
  bringIn({ ...at, settings: { ...at.settings, threads: null } }, ...rest);

// Papers are drawn by the very thread that draws them in a running server.
beforeAll(() => {
  const bundling =
    "import('./scripts/bundle.mjs').then(async (m) => console.log((await m.serverBundles()).threads))";
  threads = execFileSync(process.execPath, ['-e', bundling], { encoding: 'utf8' }).trim();
});

afterAll(async () => {
  await endThreads();
  await context.store.close();
});

it('holds a database of every version of the core that there ever was', () => {
  expect(VERSIONS.map((name) => name.replace('core-', ''))).toEqual([
    ...[
      '1.0.0',
      '1.1.0',
      '1.2.0',
      '1.3.0',
      '1.4.0',
      '1.4.0-first',
      '1.4.1',
      '1.5.0',
      '1.6.0',
      '1.7.0',
      '2.0.0',
      '2.1.0',
      CORE_VERSION,
    ],
  ]);
});

it('labels of the oldest go on a sheet', async () => {
  await moveTo(databaseOf(VERSIONS[0] ?? ''));
  const batteries = (await allRuns()).map(({ battery }) => battery.id);
  const { labels } = granted(await labelsOf(context, { batteries, lot: null, series: null }));
  const sheet = await labelsPaper(context, labels, { size: labelSize(null), code: 'square', skip: 0 });
  expect(Buffer.from(sheet).subarray(0, 5).toString()).toBe('%PDF-');
});

describe.each(VERSIONS)('what %s left', (version) => {
  let views: RunView[] = [];
  beforeAll(async () => {
    await moveTo(databaseOf(version));
    views = await allRuns();
  });

  it('is all there, and all of it can be read', () => {
    expect(views.length).toBeGreaterThanOrEqual(8);
    expect(views.flatMap(({ unreadable }) => unreadable)).toEqual([]);
    expect(views.filter(({ run }) => run.finishedAtMs === null).length).toBeGreaterThanOrEqual(1);
  });

  it('shows each judgement as it was made, with a ledger of its own', () => {
    const finished = views.filter(({ run }) => run.assessmentId !== null);
    expect(finished.length).toBeGreaterThanOrEqual(7);
    for (const { run, assessments, rules } of finished) {
      const kept = assessments.find(({ id }) => id === run.assessmentId);
      if (!kept) throw new Error('a finished run has what it was finished with');
      expect(kept.core).toBe(version.slice('core-'.length).slice(0, 5));
      expect(kept.assessment).toMatchObject({ verdict: kept.verdict, core: kept.core });
      // What the record says beside it and what it says itself are one.
      expect(kept.assessment.estimates.health?.pct ?? null).toBe(kept.healthPct);
      expect([rules.id, rules.version]).toEqual([kept.rulesId, kept.rulesVersion]);
      expect(ledgerOf(kept.evidence, kept.assessment, rules).length).toBeGreaterThan(0);
    }
  });

  it('stands on the Bench, where an open run goes on and a finished one opens again', async () => {
    const [technician] = await technicians(context);
    for (const view of views) {
      const spec = specOf(view.battery);
      if (spec) expect(judgeRun(spec, view.readings, view.rules).assessment.verdict).toBeDefined();
    }
    const open = views.find(({ run }) => run.finishedAtMs === null);
    const done = views.find(({ run }) => run.finishedAtMs !== null);
    const technicianId = technician?.id ?? '';
    granted(await finishSeen(context, open?.run.id ?? '', technicianId));
    const runId = done?.run.id ?? '';
    granted(await reopenRun(context, { runId, technicianId, readingId: uuidv7(), reason: 'Left out' }));
    const again = granted(await finishSeen(context, runId, technicianId));
    // Both stand: what was judged then, and what is judged now.
    expect(again.assessments.map(({ core }) => core)).toContain(done?.assessments[0]?.core);
    expect(again.assessments.length).toBe((done?.assessments.length ?? 0) + 1);
  });

  it('goes on paper: slips for both readers, as PDF too, and labels', async () => {
    const finished = (await allRuns()).filter(({ run }) => run.assessmentId !== null);
    for (const { run, assessments } of finished) {
      const kept = assessments.find(({ id }) => id === run.assessmentId);
      for (const audience of ['shop', 'customer'] as const) {
        const slip = await slipView(context, run.id, audience);
        expect(slip?.core).toBe(kept?.core);
        if (!kept?.override) expect(slip?.verdict).toBe(kept?.verdict);
      }
    }
    // A paper is drawn from those words alone: of the oldest and of today's.
    if (version === VERSIONS.at(0) || version === VERSIONS.at(-1)) {
      const [first] = finished;
      const pdf = await slipPaper(context, first?.run.id ?? '', 'shop', new Headers({ host: 'localhost' }));
      expect(
        Buffer.from(pdf ?? [])
          .subarray(0, 5)
          .toString(),
      ).toBe('%PDF-');
    }
    const batteries = finished.map(({ battery }) => battery.id);
    const { labels } = granted(await labelsOf(context, { batteries, lot: null, series: null }));
    expect(labels.length).toBe(new Set(batteries).size);
  });

  it('stands on the Floor, in the lists, the racks and the comparison of rules', async () => {
    const { batteries } = await batteryPage(context, '', null);
    expect(new Set(batteries.map(({ id }) => id))).toEqual(new Set(views.map(({ battery }) => battery.id)));
    const [first] = views;
    const story = await batteryStory(context, first?.battery.id ?? '');
    expect(story?.runs.map(({ run }) => run.id)).toContain(first?.run.id);
    const floor = await floorView({ ...context, now: () => Date.UTC(2026, 9, 12, 20) });
    expect(floor.onBench.filter(({ unreadable }) => unreadable !== null)).toEqual([]);
    expect(floor.doneToday.length).toBeGreaterThan(0);
    const rules = await rulesView(context);
    const history = granted(await answerHistory(context, '', 500));
    expect(history.runs.length).toBeGreaterThanOrEqual(7);
    for (const preset of PRESETS) {
      const compared = compareMore(NOTHING_COMPARED, history.runs, rules.current, preset.rules);
      expect(compared.compared).toBe(history.runs.length);
    }
    for (const { id } of await lotList(context))
      expect((await lotView(context, id))?.lot.rows.length).toBeGreaterThan(0);
    expect((await gather(runsCsv(context, {}))).trim().split('\r\n').length).toBeGreaterThanOrEqual(8);
    expect((await gather(batteriesCsv(context, ''))).trim().split('\r\n').length).toBeGreaterThanOrEqual(8);
  });

  it('moves into an empty site whole, as a site and as single runs', async () => {
    const text = await gather(siteFile(context));
    const own = await Promise.all(
      views.map(async ({ run }) => granted((await runFile(context, run.id)) ?? UNKNOWN)),
    );
    const standard = own.filter((file) => file.includes('"rulesId": "integra-standard"'));
    await moveTo(await emptyFile());
    const tally = granted(
      await bringInHere(context, { store: true, id: uuidv7() }, bodyFile(text), UNWATCHED),
    );
    expect(tally).toMatchObject({ runs: views.length, leftOut: [] });
    expect((await allRuns()).flatMap(({ unreadable }) => unreadable)).toEqual([]);
    expect(await gather(siteFile(context))).toContain(
      text.split('\n').find((line) => line.startsWith('{"run"')),
    );
    await moveTo(await emptyFile());
    for (const file of standard)
      expect((await bringInHere(context, { store: true }, bodyFile(file), UNWATCHED)).ok).toBe(true);
  });
});

const UNKNOWN: Answer<string> = { ok: false, problems: [] };

describe.each(VERSIONS.filter((version) => has(version, 'site.json')))(
  'the files that %s wrote',
  (version) => {
    it('come in: its site, and its run', async () => {
      await moveTo(await emptyFile());
      const site = unpacked(version, 'site.json').toString();
      const tally = granted(
        await bringInHere(context, { store: true, id: uuidv7() }, bodyFile(site), UNWATCHED),
      );
      expect(tally.runs).toBeGreaterThanOrEqual(20);
      const views = await allRuns();
      expect(views.flatMap(({ unreadable }) => unreadable)).toEqual([]);
      for (const { run } of views) expect(await slipView(context, run.id, 'shop')).toBeDefined();
      await moveTo(await emptyFile());
      const run = unpacked(version, 'run.json').toString();
      expect(granted(await bringInHere(context, { store: true }, bodyFile(run), UNWATCHED)).runs).toBe(1);
      const [only] = await allRuns();
      expect(await slipView(context, only?.run.id ?? '', 'customer')).toBeDefined();
    });
  },
);
