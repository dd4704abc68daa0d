// Runs two hundred simulated weeks of a charge room with and without the plan, and writes their figures into docs/charge-room.md
// and the record of them.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { loadCore } from './core.mjs';
import { printsOf, record, replayIfAsked } from './recorded-trial.mjs';
import { root } from './setup.mjs';

const WEEKS = 200;
const SEED = 1000;
const MARK = '<!-- figures -->';

const { weekBeside } = await loadCore('scripts/charge-room.core.ts');

/** A week has a print of its own; the tests go through the first one again. */
replayIfAsked([0], 1, { weeks: (at) => weekBeside(SEED + at) });

const weeks = [];
for (let at = 0; at < WEEKS; at++) {
  weeks.push(weekBeside(SEED + at));
  if ((at + 1) % 10 === 0) process.stderr.write(`${at + 1} of ${WEEKS} weeks\n`);
}
const sum = (of) => weeks.reduce((total, week) => total + of(week), 0);
const ratios = weeks.map((week) => week.lateness / week.latenessUnplanned).sort((one, other) => one - other);
const at = (share) => ratios[Math.round(share * (ratios.length - 1))].toFixed(2);
const promised = sum(({ sooner, held, later }) => sooner + held + later);
const share = (of) => `${((100 * sum(of)) / promised).toFixed(1)} %`;
const hours = (of) => (sum(of) / WEEKS).toFixed(1);
const lines = [
  `${WEEKS} simulated weeks, ${sum(({ done }) => done)} batteries:`,
  '',
  '| | first come, first served | by the plan |',
  '| --- | --- | --- |',
  `| weighted hours of lateness a week | ${hours((week) => week.latenessUnplanned)} | ${hours((week) => week.lateness)} |`,
  `| hours a week in which a channel stood free while a battery waited that could have gone on | ${hours((week) => week.idleHoursUnplanned)} | ${hours((week) => week.idleHours)} |`,
  `| hours a week in which channels stood free, whatever waited | ${hours((week) => week.freeHoursUnplanned)} | ${hours((week) => week.freeHours)} |`,
  `| limits broken | none | ${sum(({ broken }) => broken)} |`,
  '',
  `Lateness by the plan over that without one: ${(sum((week) => week.lateness) / sum((week) => week.latenessUnplanned)).toFixed(2)} in all; ${at(0.05)} to ${at(0.95)} in nine weeks of ten, ${at(0.5)} in the middle one.`,
  `Of what was promised on arrival, four chances in five: ${share((week) => week.held)} held, ${share((week) => week.sooner)} were ready sooner, ${share((week) => week.later)} later.`,
];
const found = Object.fromEntries(Object.keys(weeks[0]).map((name) => [name, sum((week) => week[name])]));
record('charge-room', { weeks: WEEKS, found, prints: { weeks: printsOf(weeks, 1) } });
const path = join(root, 'docs/charge-room.md');
const [before] = readFileSync(path, 'utf8').split(MARK);
writeFileSync(path, `${before}${MARK}\n\n${lines.join('\n')}\n`);
