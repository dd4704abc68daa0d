import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { assess } from '../assessment/assess';
import { evidenceAsOfToday } from '../assessment/evidence';
import { specOf } from '../battery/battery';
import { judgeRun } from '../procedure/judge-run';
import type { Result } from '../quantity/result';
import { STANDARD_RULES } from '../rules/standard-rules';
import { firstRows, importBlocks } from './import/import-blocks';
import { suggestMapping } from './import/mapping';
import { previewOf } from './import/preview';
import { readRulesFile } from './rules-file';
import { readRunFile } from './site/run-file';
import { readSiteFile, type SiteFile } from './site/site-file';
import { spoilt } from './spoilt.test-support';

/** The readers are given this many files that were well once and then mutilated, the same ones on every machine. */
const FILES = 10_000;
const SEED = 20_261_123;
/** Longer than this on one small file is a hang. */
const HANG_MS = 5000;

const example = (name: string) => readFileSync(`docs/formats/${name}.example.json`, 'utf8');
const CSV = [
  'tag,nominal_v,construction,rating_standard,rating_a,c20_ah,temp_c,case,terminals,level,rest_min,ocv_v,sg_1,sg_2,sg_3,sg_4,sg_5,sg_6,sg_temp_c,cond_value,cond_unit,load_a,load_s,load_v,recovery_v,crank_v,taken_at',
  'FH-1,12,flooded,SAE,570,60,18,ok,ok,ok,800,12.65,1.26,1.26,1.25,1.26,1.26,1.26,18,600,SAE,285,15,10.6,,,2026-01-12T08:00:00Z',
  '"FH-2",12,agm,EN,760,70,-5,ok,corroded,sealed,30,12.9,,,,,,,,4.1,mohm,400,10,9.9,12.5,,',
  'FH-3,6,flooded,,,,,cracked,,low,,6.2,1.2,1.1,1.25,,,,,,,,,,,5.1,2026-01-12T09:00:00+01:00',
  '',
].join('\n');

async function* once(text: string) {
  yield text;
}

async function readCsv(text: string): Promise<void> {
  const rows = await firstRows(once(text), 10);
  if (!rows.ok) return told(rows);
  const dates = { order: 'day_first', zone: 'Europe/Berlin' } as const;
  const readAs = { mapping: suggestMapping(rows.value[0] ?? []), fixed: {}, dates };
  for await (const block of importBlocks(once(text), readAs, STANDARD_RULES)) {
    if (!block.ok) return told(block);
    const { rows, reader } = block.value;
    for (const row of reader.read(rows, new Map()).map(previewOf)) {
      if (row.ok) expect(row.verdict).toEqual(expect.any(String));
      else expect(row.problems.length).toBeGreaterThan(0);
    }
  }
}

/** A refusal says what is wrong; nobody is left with an empty one. */
function told(read: Result<unknown>): void {
  if (read.ok) return;
  expect(read.problems.length).toBeGreaterThan(0);
  for (const { message } of read.problems) expect(message.length).toBeGreaterThan(5);
}

/** What is let in can be judged: nothing in it makes the core stumble later. */
function judgeable({ batteries, runs }: Pick<SiteFile, 'batteries' | 'runs'>): void {
  for (const { run, readings, assessments } of runs) {
    const battery = batteries.find(({ id }) => id === run.batteryId);
    const spec = battery && specOf(battery);
    if (spec) judgeRun(spec, readings, STANDARD_RULES);
    for (const { evidence } of assessments) assess(evidenceAsOfToday(evidence), STANDARD_RULES);
  }
}

const READERS: readonly [name: string, good: string, read: (text: string) => Promise<void> | void][] = [
  ['readings', CSV, readCsv],
  [
    'run',
    example('run-1'),
    (text) => {
      const read = readRunFile(text);
      told(read);
      if (!read.ok) return;
      const { battery, run, readings, assessments } = read.value;
      judgeable({
        batteries: [battery as SiteFile['batteries'][number]],
        runs: [{ run, readings, assessments }],
      });
    },
  ],
  [
    'site',
    JSON.stringify(JSON.parse(example('site-1'))),
    (text) => {
      const read = readSiteFile(text);
      told(read);
      if (read.ok) judgeable(read.value);
    },
  ],
  ['rules', example('rules-1'), (text) => told(readRulesFile(text))],
];

/** How long a file takes at its quickest: a machine that is busy elsewhere is slow once, a file that hangs is slow each time. */
async function leastMs(task: () => Promise<void> | void): Promise<number> {
  let least = Number.POSITIVE_INFINITY;
  for (let times = 0; times < MOST_TIMES && least >= HANG_MS; times++) {
    const begun = performance.now();
    await task();
    least = Math.min(least, performance.now() - begun);
  }
  return least;
}

const MOST_TIMES = 4;

describe.each(READERS)(`the reader of %s files, seed ${SEED}`, (_name, good, read) => {
  it('takes the good one', async () => {
    await read(good);
  });

  it(`neither falls over nor hangs on ${FILES / READERS.length} mutilated ones`, async () => {
    await fc.assert(
      fc.asyncProperty(spoilt(good), async (text) => {
        expect(await leastMs(() => read(text))).toBeLessThan(HANG_MS);
      }),
      { numRuns: FILES / READERS.length, seed: SEED },
    );
  }, 120_000);
});
