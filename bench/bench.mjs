// `npm run bench`: how fast the parts that must be quick are, as ratios taken in one run. Figures of one machine in
// one hour; compare the ratios, not the times.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuilt } from '../scripts/build.mjs';
import { ensureInstalled, root, stop } from '../scripts/setup.mjs';
import { median, ratioLine } from './figures.mjs';
import { measureImport } from './import.mjs';
import { measureLarge } from './large.mjs';
import { measureOutlooks } from './outlooks.mjs';
import { measurePhysics } from './physics.mjs';
import { writeReadings } from './readings.mjs';
import { measureRecordings } from './recordings.mjs';
import { measureRecordingPage } from './recordings-page.mjs';
import { measureRoom } from './room.mjs';
import { measureRules } from './rules.mjs';
import { measureServer } from './server.mjs';

const ROWS = 100_000;
const ROUNDS = 5;

ensureInstalled();
const [what, largeFile] = process.argv.slice(2);
const folder = mkdtempSync(join(tmpdir(), 'integra-bench-'));
const file = join(folder, 'readings.csv');

const timed = (args) => {
  const startedMs = performance.now();
  const done = spawnSync(process.execPath, args, { cwd: root, stdio: ['ignore', 'ignore', 'ignore'] });
  if (done.status !== 0) stop(`${args.join(' ')} ended with ${done.status}.`);
  return performance.now() - startedMs;
};

/** What `npm run grade` has Node run, with the settings of the engine that go with it. */
const GRADE = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'))
  .scripts.grade.split(' ')
  .slice(1);

/** Grades the rows in turn with reading them, and tells the ratios; how long the grade command took, ms. */
function measureGrade() {
  writeFileSync(file, writeReadings(ROWS));
  console.log(`Grading ${ROWS} rows from the command line, ${ROUNDS} rounds in turn`);
  timed([...GRADE, file]); // bundles the command where that is needed
  const rounds = Array.from({ length: ROUNDS }, () => ({
    grade: timed([...GRADE, file]),
    count: timed(['bench/count-newlines.mjs', file]),
    lines: timed(['bench/count-lines.mjs', file]),
  }));
  const against = (yardstick) => median(rounds.map((round) => round.grade / round[yardstick]));
  console.log(ratioLine('grade : counting newline bytes', against('count'), 10));
  console.log(ratioLine('grade : counting lines one by one', against('lines'), 10));
  return median(rounds.map(({ grade }) => grade));
}

async function broughtIn() {
  const gradeMs = measureGrade();
  await measureImport({ databaseFile: join(folder, 'import.db'), file, rows: ROWS, gradeMs });
}

const SUBJECTS = {
  grade: async () => void measureGrade(),
  physics: measurePhysics,
  room: measureRoom,
  server: async () => {
    await ensureBuilt();
    await measureServer(join(folder, 'bench.db'));
  },
  rules: async () => {
    await ensureBuilt();
    await measureRules(join(folder, 'history.db'));
  },
  import: async () => {
    await ensureBuilt();
    await broughtIn();
  },
  large: () => measureLarge(largeFile),
  outlooks: () => measureOutlooks(largeFile),
  recordings: async () => {
    await measureRecordings();
    await ensureBuilt();
    await measureRecordingPage(folder);
  },
};

if (what === undefined) {
  await measurePhysics();
  await ensureBuilt();
  await measureServer(join(folder, 'bench.db'));
  await measureRules(join(folder, 'history.db'));
  await broughtIn();
} else {
  if (!Object.hasOwn(SUBJECTS, what))
    stop(`There is no ${what}; there are ${Object.keys(SUBJECTS).join(', ')}.`);
  await SUBJECTS[what]();
}
process.exit(0);
