// `npm run bench -- large [file]`: how long the screens take on the store of a large fleet, and the same questions asked
// of the database itself. Without a file one is made first, which takes some minutes.
import { existsSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { build, isBuilt } from '../scripts/build.mjs';
import { run, stop } from '../scripts/setup.mjs';
import { median } from './figures.mjs';
import { withServer } from './serve.mjs';

const PORT = 4390;
const BASE = `http://127.0.0.1:${PORT}`;
const TAG = 'FH-050000';
const ROUNDS = 15;
/** A shop's server has been at work for days: what it is asked first is not counted, so often, or for so long, ms. */
const WARMING_ROUNDS = 60;
const WARMING_MS = 4000;

const MATCHING = `select * from batteries where id in (select battery_id from battery_words where number in
  (select rowid from battery_index where battery_index match ?) order by tag_key limit 50) order by tag_key`;
const COUNTED =
  'select type, count(*), avg(health_pct) from outlooks o join batteries b on b.id = o.battery_id group by type';
const SEATED = `select * from outlooks o join slots s on s.battery_id = o.battery_id and s.to_on is null
  join vehicles v on v.id = s.vehicle_id`;
const SHORT_WORD = 'select battery_id from battery_words where instr(words, ?) order by tag_key limit 50';

/** An id as the store holds it. */
const bytesOf = (id) => Buffer.from(id.replaceAll('-', ''), 'hex');

/** Median time of some work, ms, once it is warm. */
async function medianMs(work) {
  const warmMs = performance.now() + WARMING_MS;
  for (let round = 0; round < WARMING_ROUNDS && performance.now() < warmMs; round++) await work();
  const times = [];
  for (let round = 0; round < ROUNDS; round++) {
    const startedMs = performance.now();
    await work();
    times.push(performance.now() - startedMs);
  }
  return median(times);
}

const page = (path) =>
  medianMs(async () => {
    const response = await fetch(BASE + path);
    if (!response.ok) stop(`${path} answered ${response.status}.`);
    await response.text();
  });

export async function measureLarge(given) {
  const file = given ? resolve(given) : join(mkdtempSync(join(tmpdir(), 'integra-large-')), 'large.db');
  if (!existsSync(file) && !run(process.execPath, ['scripts/large.mjs', file]))
    stop('The store was not made.');
  if (!isBuilt() && !(await build())) stop('The build failed.');
  await withServer({ port: PORT, databaseFile: file, demo: false }, async () => {
    const { default: Connection } = await import('libsql');
    const found = await (await fetch(`${BASE}/api/batteries/find?tag=${TAG}`)).json();
    const { battery, newest } = found.value.exact;
    const bare = new Connection(file, { readonly: true });
    const asked = (text, ...values) => {
      const statement = bare.prepare(text);
      return () => statement.all(values);
    };
    const whole = ['runs where id = ?', 'readings where run_id = ?', 'assessments where run_id = ?'].map(
      (rows) => asked(`select * from ${rows}`, bytesOf(newest.run.id)),
    );
    const story = [
      asked('select * from batteries where id = ?', bytesOf(battery.id)),
      asked(
        'select * from runs left join assessments on assessments.id = runs.assessment_id where battery_id = ?',
        bytesOf(battery.id),
      ),
    ];
    const matching = (match) => asked(MATCHING, match);
    const fleet = (order, where = '') =>
      asked(
        `select * from outlooks o join batteries b on b.id = o.battery_id where ${order.split(' ')[0]} is not null ${where} order by ${order} limit 51`,
      );
    const rows = (query) => `/api/fleet/rows?${query}`;
    const looks = [
      ['Floor', '/', [asked('select id from runs where finished_at_ms is null limit 60')]],
      ['Batteries, first page', '/batteries', [asked('select * from batteries order by tag_key limit 50')]],
      [
        'Batteries, a late page',
        '/batteries?after=FH-094949',
        [asked("select * from batteries where tag_key > 'FH-094949' order by tag_key limit 50")],
      ],
      ['Batteries, words', '/batteries?q=bay+500', [matching('"bay" AND "500"')]],
      ['Batteries, a word in all', '/batteries?q=bay', [matching('"bay"')]],
      ['Batteries, two letters', '/batteries?q=50', [asked(SHORT_WORD, '50')]],
      ['a scan of part of a tag', '/api/batteries/find?tag=5000', [matching('"5000"')]],
      ['Battery', `/batteries/${battery.id}`, story],
      ['Bench', `/bench/${newest.run.id}`, whole],
      ['Slip', `/bench/${newest.run.id}/slip`, whole],
      ['Fleet, what first', '/fleet', [fleet('wait_cost desc', 'and wait_cost > 0')]],
      ['Fleet, rows that are scrolled to', rows('ask=aging'), [fleet('slope_pct')]],
      ['Fleet, sorted by health', rows('ask=aging&sort=health'), [fleet('health_pct')]],
      ['Fleet, one type', rows('ask=aging&type=gel'), [fleet('slope_pct', "and type = 'gel'")]],
      ['Fleet, a verdict', rows('ask=aging&verdict=retire'), [fleet('slope_pct', "and verdict = 'retire'")]],
      ['Fleet, words', rows('ask=aging&words=bay+500'), [matching('"bay" AND "500"')]],
      ['Fleet, counted by type', '/fleet/aging?group=type', [asked(COUNTED)]],
      ['Plan', '/fleet/buy', [fleet('wait_cost desc')]],
      ['Cold mornings', '/fleet/cold', [asked(SEATED)]],
      ['What comes up, on the Floor', '/api/coming-up', [asked(SEATED)]],
      ['a run as data', `/api/runs/${newest.run.id}`, whole],
    ];
    for (const [name, path, questions] of looks) {
      const pageMs = await page(path);
      const bareMs = await medianMs(() => questions.map((ask) => ask()));
      console.log(
        `  ${name}: ${pageMs.toFixed(1)} ms; bare SQL ${bareMs.toFixed(2)} ms; ${(pageMs / bareMs).toFixed(1)} times`,
      );
    }
    bare.close();
  });
}
