import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { uuidv7 } from 'uuidv7';
import type { SiteFile } from '@/core/exchange/site/site-file';
import { SITE_LISTS, type SiteHead } from '@/core/exchange/site/site-reader';
import { spoilt } from '@/core/exchange/spoilt.test-support';
import { sampleStore } from '@/store/demo/sample.test-support';
import type { Store } from '@/store/open';
import type { Answer } from './answer';
import { granted, messagesOf } from './answers.test-support';
import { batteryPage } from './batteries';
import type { Context } from './context';
import { contextOn, newContext, newFile } from './context.test-support';
import { bodyFile, finishSeen, UNWATCHED } from './files.test-support';
import { batteriesCsv, runsCsv } from './lists';
import { newShop } from './shop.test-support';
import { bringIn, runFile, siteFile } from './site-files';
import { registerTechnician } from './technicians';

const { shop, technicianId, started, captureAll } = newShop();
let context: Context;

/** Lets the use cases work on a site of its own from here on. */
async function moveToNewSite(): Promise<Store> {
  context = await newContext();
  return context.store;
}

async function gather(pieces: AsyncGenerator<string>): Promise<string> {
  let text = '';
  for await (const piece of pieces) text += piece;
  return text;
}

const bringInText = (meta: unknown, text: string) => bringIn(context, meta, bodyFile(text), UNWATCHED);

const siteText = () => gather(siteFile(context));
const LISTS = Object.fromEntries([
  ...SITE_LISTS.map(([list, kind]) => [kind, list] as const),
  ['run', 'runs'] as const,
]) as Record<string, keyof SiteHead | 'runs'>;

/** A site’s lines, gathered into what they say; or a site on one line, as it was written until it could be streamed. */
function parsed(text: string): SiteFile & { format: string } {
  const [head, ...records] = text
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line));
  if (head.runs) return head;
  const lists = Object.fromEntries(Object.values(LISTS).map((list) => [list, [] as unknown[]]));
  for (const record of records) {
    const [[kind, value] = ['', null]] = Object.entries(record);
    if (kind !== 'end') lists[LISTS[kind] ?? kind]?.push(value);
  }
  return { ...head, ...lists };
}

/** The same the other way round: a line a record. */
function written({ format, writtenAtMs, core, ...site }: SiteFile & { format: string }): string {
  const lines: unknown[] = [{ format, lines: true, writtenAtMs, core }];
  for (const [kind, list] of Object.entries(LISTS)) {
    const records = (site[list] ?? []) as readonly unknown[];
    for (const record of records) lines.push({ [kind]: record });
  }
  lines.push({ end: { records: lines.length - 1, leftOut: [], leftOutCount: 0 } });
  return lines.map((line) => `${JSON.stringify(line)}\n`).join('');
}

/** The same for a file that may be no site any more: then as it is. */
function asLines(text: string): string {
  try {
    return written(JSON.parse(text));
  } catch {
    return text;
  }
}

const withoutMoment = (text: string) => ({ ...parsed(text), writtenAtMs: 0 });

const UNKNOWN: Answer<string> = { ok: false, problems: [] };

let sampled: Store;
let demo = '';
beforeAll(async () => {
  sampled = await sampleStore(newFile(), 0.3);
  context = await contextOn(sampled);
  demo = await siteText();
});

it('a whole site moves into an empty one and is found equal', async () => {
  const here = parsed(demo);
  expect(here).toMatchObject({
    format: 'integra:site/1',
    rules: [{ rules: { version: 1 } }, { rules: { version: 2 } }],
  });
  expect(here.runs.length).toBeGreaterThan(20);
  // Nothing has come into the sample from elsewhere; of everything else there is something that could get lost.
  const empty = SITE_LISTS.filter(([list]) => (here[list]?.length ?? 0) === 0);
  expect(empty.map(([list]) => list)).toEqual(['imports']);
  await moveToNewSite();
  const tally = granted(await bringInText({ store: false }, demo));
  expect(tally).toMatchObject({ batteries: here.batteries.length, runs: here.runs.length, knownRuns: 0 });
  expect((await batteryPage(context, '', null)).total).toBe(0);
  expect(granted(await bringInText({ store: true }, demo))).toEqual(tally);
  expect(withoutMoment(await siteText())).toEqual(withoutMoment(demo));
  const again = granted(await bringInText({ store: true }, demo));
  expect(again).toMatchObject({ runs: 0, batteries: 0, knownRuns: here.runs.length });
  expect(withoutMoment(await siteText())).toEqual(withoutMoment(demo));
});

describe('a site file', () => {
  beforeEach(async () => {
    await moveToNewSite();
  });
  /** The site with a few of its runs and checks, changed: what is told of it does not hang on how long its history is. */
  const changedSite = (change: (site: SiteFile) => void) => {
    const site = parsed(demo);
    site.runs.splice(25);
    site.checks?.splice(10);
    change(site);
    return written(site);
  };
  const few = () => changedSite(() => {});
  const finished = (site: SiteFile) => {
    const found = site.runs.find(({ readings }) => readings.some(({ kind }) => kind === 'load'));
    if (!found) throw new Error('the demo must hold a load test');
    return found;
  };

  it.each<[string, (site: SiteFile) => void, string]>([
    [
      'of a later version',
      (site) => Object.assign(site, { format: 'integra:site/2' }),
      'a later Integra wrote this file',
    ],
    ['of another format', (site) => Object.assign(site, { format: 'other' }), 'format: found "other"'],
    [
      'with a reading that cannot be',
      (site) => {
        const load = finished(site).readings.find(({ kind }) => kind === 'load');
        if (load?.kind === 'load') load.data.volts = 17;
      },
      'data/volts: found 17, expected 0 to 16',
    ],
    [
      'with a tag twice',
      (site) => void site.batteries.push({ ...site.batteries[0], id: uuidv7() } as never),
      'each once',
    ],
    [
      'with an unknown battery',
      (site) => Object.assign(finished(site).run, { batteryId: uuidv7() }),
      'a battery of this file',
    ],
    [
      'with an unknown technician',
      (site) => Object.assign(finished(site).run, { startedById: uuidv7() }),
      'a technician of this file',
    ],
    [
      'with a moment that no calendar knows',
      (site) => Object.assign(finished(site).readings[0] ?? {}, { takenAtMs: 9_007_199_254_740_992 }),
      'takenAtMs: found 9007199254740992, expected 0 to 7258118399999',
    ],
    [
      'with readings that replace each other',
      (site) => {
        const [one, two] = finished(site).readings;
        if (one && two) Object.assign(one, { supersedesId: two.id, reason: 'x' });
        if (one && two) Object.assign(two, { supersedesId: one.id, reason: 'x' });
      },
      'these go in a circle',
    ],
    [
      'with a slot of a battery that is not in it',
      (site) => void Object.assign(site.slots?.[0] ?? {}, { batteryId: uuidv7() }),
      'slots/0/batteryId',
    ],
    [
      'with a battery that leaves its slot before it comes',
      (site) => void Object.assign(site.slots?.[0] ?? {}, { toOn: '1999-01-01' }),
      'not before it was fitted',
    ],
    [
      'with a vehicle twice',
      (site) => void site.vehicles?.push({ ...site.vehicles[0], id: uuidv7() } as never),
      'vehicles',
    ],
    [
      'with a reading of no kind',
      (site) => void Object.assign(finished(site).readings[0] ?? {}, { kind: 'guess' }),
      'kind',
    ],
    ['without its rules', (site) => void site.rules.splice(0), 'house rules of this file'],
  ])('%s is refused with its place, and nothing of it is kept', async (_what, change, expected) => {
    const answer = await bringInText({ store: true }, changedSite(change));
    expect(messagesOf(answer).join('\n')).toContain(expected);
    expect(withoutMoment(await siteText())).toMatchObject({
      batteries: [],
      runs: [],
      technicians: [],
      rules: [],
    });
  });

  it('that was cut is told from a whole one, and nothing of it is kept', async () => {
    const lines = few().trimEnd().split('\n');
    for (const kept of [lines.length - 1, Math.floor(lines.length / 2)]) {
      const answer = await bringInText({ store: true }, `${lines.slice(0, kept).join('\n')}\n`);
      expect(messagesOf(answer)[0]).toContain('the whole of it: it was cut');
    }
    const short = [...lines.slice(0, 5), ...lines.slice(6)].join('\n');
    expect(messagesOf(await bringInText({ store: true }, short)).join()).toMatch(
      /records that were written|of this file/,
    );
    expect((await batteryPage(context, '', null)).total).toBe(0);
  });

  it('of a server whose clock was set back comes in as it was', async () => {
    const text = changedSite((site) => {
      const closed = finished(site).run;
      if (closed.finishedAtMs !== null) closed.finishedAtMs = closed.startedAtMs - 3_600_000;
    });
    expect(granted(await bringInText({ store: true }, text)).runs).toBeGreaterThan(20);
  });

  it('with a run of thousands of readings comes in', async () => {
    const text = changedSite((site) => {
      const run = finished(site);
      const [log] = run.readings;
      if (!log) return;
      for (let more = 0; more < 4000; more++) run.readings.push({ ...log, id: uuidv7(), supersedesId: null });
    });
    expect(granted(await bringInText({ store: true }, text)).runs).toBeGreaterThan(20);
  });

  it('as it was written until it could be streamed comes in just the same', async () => {
    const { runs, ...head } = parsed(demo);
    const {
      lines: _lines,
      shapes: _shapes,
      ...first
    } = head as typeof head & { lines: unknown; shapes: unknown };
    const begun = JSON.stringify(first);
    const text = `${begun.slice(0, -1)},"runs":[\n${runs.map((run) => JSON.stringify(run)).join(',\n')}\n]}\n`;
    expect(granted(await bringInText({ store: true }, text)).runs).toBe(runs.length);
    expect(withoutMoment(await siteText())).toEqual(withoutMoment(demo));
  });

  it('that is stopped half way leaves nothing, and the same file comes in afterwards', async () => {
    const stop = new AbortController();
    const watched = { onProgress: () => stop.abort(), signal: stop.signal };
    const id = uuidv7();
    const site = few();
    const stopped = await bringIn(context, { store: true, id }, bodyFile(site), watched);
    expect(messagesOf(stopped)).toEqual(['Stopped. Nothing was stored.']);
    expect(withoutMoment(await siteText())).toMatchObject({ batteries: [], runs: [], technicians: [] });
    expect(
      granted(await bringIn(context, { store: true, id }, bodyFile(site), UNWATCHED)).runs,
    ).toBeGreaterThan(20);
  });

  it('that is no JSON is said to be none', async () => {
    expect(messagesOf(await bringInText({ store: true }, 'tag,construction'))).toEqual([
      'file: found "tag,construction", expected JSON',
    ]);
  });

  it('is refused where a name or a tag belongs to something else here', async () => {
    const { technicians } = parsed(demo);
    granted(await registerTechnician(context, { id: uuidv7(), name: technicians[0]?.name ?? '' }));
    expect(messagesOf(await bringInText({ store: true }, few()))[0]).toContain(
      'belong to something else here',
    );
    expect((await batteryPage(context, '', null)).total).toBe(0);
  });
});

it.each([
  ['on one line', (text: string) => text],
  ['of lines', (text: string) => asLines(text)],
])('of a hundred spoilt site files %s each is stored whole or not at all', async (_form, inForm) => {
  await moveToNewSite();
  const good = JSON.stringify(JSON.parse(readFileSync('docs/formats/site-1.example.json', 'utf8')));
  const rowsOf = async () => {
    const { technicians, rules, batteries, runs, imports, lots } = parsed(await siteText());
    return { technicians, rules, batteries, runs, imports, lots };
  };
  const empty = await rowsOf();
  let taken = 0;
  let used = false;
  await fc.assert(
    fc.asyncProperty(spoilt(good).map(inForm), async (bad) => {
      if (used) await moveToNewSite();
      const answer = await bringInText({ store: true }, bad);
      used = answer.ok;
      if (answer.ok) {
        taken++;
        const file = parsed(bad);
        const { runs, batteries } = await rowsOf();
        expect([runs.length, batteries.length]).toEqual([file.runs.length, file.batteries.length]);
      } else {
        expect(await rowsOf()).toEqual(empty);
      }
    }),
    { numRuns: 100, seed: 20_261_123 },
  );
  // Both ways must have been gone, or the test would show nothing.
  expect(taken).toBeGreaterThan(5);
  expect(taken).toBeLessThan(95);
});

it('lists go out as CSV, the runs as readings that can be read again', async () => {
  await moveToNewSite();
  granted(await bringInText({ store: true }, demo));
  const batteries = (await gather(batteriesCsv(context, ''))).trim().split('\r\n');
  expect(batteries).toHaveLength(parsed(demo).batteries.length + 1);
  expect((await gather(batteriesCsv(context, 'fh-0108'))).split('\r\n')[1]).toContain('FH-0108,');
  const runs = (await gather(runsCsv(context, {}))).trim().split('\r\n');
  expect(runs).toHaveLength(parsed(demo).runs.filter(({ run }) => run.finishedAtMs !== null).length + 1);
  const one = parsed(demo).runs.find(({ run }) => run.finishedAtMs !== null);
  const own = (await gather(runsCsv(context, { batteryId: one?.run.batteryId ?? '' }))).trim().split('\r\n');
  expect(own.length).toBeGreaterThan(1);
  expect(own.length).toBeLessThan(runs.length);
  // The sample was made for a day long past: of today there is only the heading.
  expect((await gather(runsCsv(context, { today: true }))).trim().split('\r\n')).toHaveLength(1);
});

describe('one run goes out as a file', () => {
  it('and comes back in where its rules are known', async () => {
    context = await contextOn(shop.context.store);
    const { runId } = await started();
    await captureAll(runId, 12.68, 10.2);
    const { run } = granted(await finishSeen(context, runId, technicianId));
    expect(run.rulesId).toBe('integra-standard');
    const text = granted((await runFile(context, runId)) ?? UNKNOWN);
    await moveToNewSite();
    const tally = granted(await bringInText({ store: true }, text));
    expect(tally).toMatchObject({ runs: 1, batteries: 1 });
    expect(granted((await runFile(context, runId)) ?? UNKNOWN)).toBe(text);
  });

  it('and is refused where they are not', async () => {
    const own = parsed(demo).runs.find(({ assessments }) => assessments.some(({ override }) => override));
    const text = granted((await runFile(await contextOn(sampled), own?.run.id ?? '')) ?? UNKNOWN);
    await moveToNewSite();
    const answer = await bringInText({ store: true }, text);
    expect(messagesOf(answer)[0]).toContain('house rules that are known here');
  });

  it('unless nobody knows it', async () => {
    await moveToNewSite();
    expect(await runFile(context, uuidv7())).toBeUndefined();
  });
});
