import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { uuidv7 } from 'uuidv7';
import type { SiteFile } from '@/core/exchange/site/site-file';
import { spoilt } from '@/core/exchange/spoilt.test-support';
import { seedDemo } from '@/store/demo/seed';
import { openStore, type Store } from '@/store/open';
import type { Answer } from './answer';
import { batteryPage } from './batteries';
import { batteriesCsv, runsCsv } from './lists';
import { bringIn, runFile, siteFile } from './site-files';
import { registerTechnician } from './technicians';

const shared = globalThis as typeof globalThis & { integraStore?: Promise<Store> };

/** Lets the use cases work on a site of its own from here on. */
function moveToNewSite(): Promise<Store> {
  const file = join(mkdtempSync(join(tmpdir(), 'integra-site-')), 'x.db');
  shared.integraStore = openStore(`file:${file}`);
  return shared.integraStore;
}

async function gather(pieces: AsyncGenerator<string>): Promise<string> {
  let text = '';
  for await (const piece of pieces) text += piece;
  return text;
}

const siteText = () => gather(siteFile());
const parsed = (text: string) => JSON.parse(text) as SiteFile & { format: string };
const withoutMoment = (text: string) => ({ ...parsed(text), writtenAtMs: 0 });

function granted<T>(answer: Answer<T>): T {
  if (answer.ok) return answer.value;
  throw new Error(answer.problems.map(({ message }) => message).join('; '));
}
const messagesOf = (answer: Answer<unknown>) =>
  answer.ok ? [] : answer.problems.map(({ message }) => message);

let demo = '';
beforeAll(async () => {
  await seedDemo(await moveToNewSite(), Date.UTC(2026, 0, 12, 8), 0.9);
  demo = await siteText();
});

it('a whole site moves into an empty one and is found equal', async () => {
  const here = parsed(demo);
  expect(here).toMatchObject({
    format: 'integra:site/1',
    rules: [{ rules: { version: 1 } }, { rules: { version: 2 } }],
  });
  expect(here.runs.length).toBeGreaterThan(20);
  await moveToNewSite();
  const tally = granted(await bringIn({ store: false }, demo));
  expect(tally).toMatchObject({ batteries: here.batteries.length, runs: here.runs.length, knownRuns: 0 });
  expect((await batteryPage('', 1)).total).toBe(0);
  expect(granted(await bringIn({ store: true }, demo))).toEqual(tally);
  expect(withoutMoment(await siteText())).toEqual(withoutMoment(demo));
  const again = granted(await bringIn({ store: true }, demo));
  expect(again).toMatchObject({ runs: 0, batteries: 0, knownRuns: here.runs.length });
  expect(withoutMoment(await siteText())).toEqual(withoutMoment(demo));
});

it('one run goes out as a file and comes back in where its rules are known', async () => {
  const { runs } = parsed(demo);
  const overridden = runs.find(({ assessments }) => assessments.some(({ override }) => override));
  const standard = runs.find(({ run }) => run.rulesId === 'integra-standard' && run.finishedAtMs !== null);
  for (const chosen of [overridden, standard]) {
    await moveToNewSite();
    granted(await bringIn({ store: true }, demo));
    const text = (await runFile(chosen?.run.id ?? '')) ?? '';
    await moveToNewSite();
    const answer = await bringIn({ store: true }, text);
    if (chosen?.run.rulesId === 'integra-standard') {
      expect(granted(answer)).toMatchObject({ runs: 1, batteries: 1 });
      expect(await runFile(chosen.run.id)).toBe(text);
    } else {
      expect(messagesOf(answer)[0]).toContain('house rules that are known here');
    }
  }
  expect(await runFile(uuidv7())).toBeUndefined();
});

describe('a site file', () => {
  beforeEach(moveToNewSite);
  const changedSite = (change: (site: SiteFile) => void) => {
    const site = parsed(demo);
    change(site);
    return JSON.stringify(site);
  };
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
      'whose readings contradict each other',
      (site) => {
        const load = finished(site).readings.find(({ kind }) => kind === 'load');
        if (load?.kind === 'load') load.data.volts = 13.2;
      },
      'voltage under load: found 13.2, expected less than the open-circuit voltage',
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
      'with a run that ends before it begins',
      (site) => {
        const closed = site.runs.find(({ run }) => run.finishedAtMs !== null);
        if (closed) closed.run.finishedAtMs = 1;
      },
      'not before the run began',
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
    const answer = await bringIn({ store: true }, changedSite(change));
    expect(messagesOf(answer).join('\n')).toContain(expected);
    expect(withoutMoment(await siteText())).toMatchObject({
      batteries: [],
      runs: [],
      technicians: [],
      rules: [],
    });
  });

  it('that is no JSON is said to be none', async () => {
    expect(messagesOf(await bringIn({ store: true }, 'tag,construction'))).toEqual([
      'file: found "tag,construction", expected JSON',
    ]);
  });

  it('is refused where a name or a tag belongs to something else here', async () => {
    const { technicians } = parsed(demo);
    granted(await registerTechnician({ id: uuidv7(), name: technicians[0]?.name ?? '' }));
    expect(messagesOf(await bringIn({ store: true }, demo))[0]).toContain('belong to something else here');
    expect((await batteryPage('', 1)).total).toBe(0);
  });
});

it('of three hundred spoilt site files each is stored whole or not at all', async () => {
  await moveToNewSite();
  const good = readFileSync('docs/formats/site-1.example.json', 'utf8');
  const rowsOf = async () => {
    const { technicians, rules, batteries, runs, imports, lots } = parsed(await siteText());
    return { technicians, rules, batteries, runs, imports, lots };
  };
  const empty = await rowsOf();
  let taken = 0;
  let used = false;
  await fc.assert(
    fc.asyncProperty(spoilt(JSON.stringify(JSON.parse(good))), async (text) => {
      if (used) await moveToNewSite();
      const answer = await bringIn({ store: true }, text);
      used = answer.ok;
      if (answer.ok) {
        taken++;
        const file = parsed(text);
        const { runs, batteries } = await rowsOf();
        expect([runs.length, batteries.length]).toEqual([file.runs.length, file.batteries.length]);
      } else {
        expect(await rowsOf()).toEqual(empty);
      }
    }),
    { numRuns: 300, seed: 20_261_123 },
  );
  // Both ways must have been gone, or the test would show nothing.
  expect(taken).toBeGreaterThan(5);
  expect(taken).toBeLessThan(295);
}, 120_000);

it('lists go out as CSV, the runs as readings that can be read again', async () => {
  await moveToNewSite();
  granted(await bringIn({ store: true }, demo));
  const batteries = (await gather(batteriesCsv(''))).trim().split('\r\n');
  expect(batteries).toHaveLength(parsed(demo).batteries.length + 1);
  expect((await gather(batteriesCsv('fh-0108'))).split('\r\n')[1]).toContain('FH-0108,');
  const runs = (await gather(runsCsv({}))).trim().split('\r\n');
  expect(runs).toHaveLength(parsed(demo).runs.filter(({ run }) => run.finishedAtMs !== null).length + 1);
  const one = parsed(demo).runs.find(({ run }) => run.finishedAtMs !== null);
  const own = (await gather(runsCsv({ batteryId: one?.run.batteryId ?? '' }))).trim().split('\r\n');
  expect(own.length).toBeGreaterThan(1);
  expect(own.length).toBeLessThan(runs.length);
  // The sample was made for a day long past: of today there is only the heading.
  expect((await gather(runsCsv({ today: true }))).trim().split('\r\n')).toHaveLength(1);
});
