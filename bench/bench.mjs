// `npm run bench`: how fast the parts that must be quick are, as ratios taken in one run. Figures of one machine in
// one hour; compare the ratios, not the times.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { bin, ensureInstalled, root, run, stop } from '../scripts/setup.mjs';
import { median, ratioLine } from './figures.mjs';
import { measureImport } from './import.mjs';
import { measureLarge } from './large.mjs';
import { measurePhysics } from './physics.mjs';
import { writeReadings } from './readings.mjs';
import { measureRules } from './rules.mjs';
import { measureServer } from './server.mjs';

const ROWS = 100_000;
const ROUNDS = 5;

ensureInstalled();
const [what, largeFile] = process.argv.slice(2);
if (what === 'large') {
  await measureLarge(largeFile);
  process.exit(0);
}
if (what) stop(`There is no ${what}; npm run bench -- large measures a large store.`);
const folder = mkdtempSync(join(tmpdir(), 'integra-bench-'));
const file = join(folder, 'readings.csv');
writeFileSync(file, writeReadings(ROWS));

const timed = (args) => {
  const startedMs = performance.now();
  const done = spawnSync(process.execPath, args, { cwd: root, stdio: ['ignore', 'ignore', 'ignore'] });
  if (done.status !== 0) stop(`${args.join(' ')} ended with ${done.status}.`);
  return performance.now() - startedMs;
};

console.log(`Grading ${ROWS} rows from the command line, ${ROUNDS} rounds in turn`);
timed(['scripts/grade.mjs', file]); // bundles the command where that is needed
const rounds = Array.from({ length: ROUNDS }, () => ({
  grade: timed(['scripts/grade.mjs', file]),
  count: timed(['bench/count-newlines.mjs', file]),
  lines: timed(['bench/count-lines.mjs', file]),
}));
console.log(
  ratioLine('grade : counting newline bytes', median(rounds.map(({ grade, count }) => grade / count)), 10),
);
console.log(
  ratioLine('grade : counting lines one by one', median(rounds.map(({ grade, lines }) => grade / lines)), 10),
);

await measurePhysics();

if (!run(bin('next'), ['build'])) stop('The build failed.');
await measureServer(join(folder, 'bench.db'));
await measureRules(join(folder, 'history.db'));
const gradeMs = median(rounds.map(({ grade }) => grade));
await measureImport({ databaseFile: join(folder, 'import.db'), file, rows: ROWS, gradeMs });
