// Everything that must hold: `npm test`. Each check is named, and the first one that fails ends the run.
import { mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { checkArrows } from './arrows.mjs';
import { buildWhole } from './build.mjs';
import { ensureChromium } from './chromium.mjs';
import { checkFirstLoad } from './first-load.mjs';
import { checkOpensWithout } from './opens-without.mjs';
import { bin, ensureInstalled, root, run, stop } from './setup.mjs';

const UNIT_REPORT = 'test-results/unit.json';
const BROWSER_REPORT = 'test-results/browser.json';

const CHECKS = [
  ['format and lint', () => run(bin('biome'), ['ci', '.'])],
  ['types', () => run(bin('next'), ['typegen']) && run(bin('tsc'), ['--noEmit'])],
  ['arrows and circles', checkArrows],
  ['what screens open without', checkOpensWithout],
  ['unused files and packages', () => run(bin('knip'), [])],
  [
    'unit tests',
    () => run(bin('vitest'), ['run', '--reporter=default', '--reporter=json', `--outputFile=${UNIT_REPORT}`]),
  ],
  ['production build', buildWhole],
  ['what the Bench opens with', checkFirstLoad],
  ['browser tests', () => run(bin('playwright'), ['test'], { INTEGRA_BROWSER_REPORT: BROWSER_REPORT })],
];

ensureInstalled();
ensureChromium();
mkdirSync(join(root, 'test-results'), { recursive: true });
for (const [name, check] of CHECKS) {
  console.log(`\n== ${name}`);
  if (!(await check())) stop(`\nFailed: ${name}.`);
}

const report = (path) => JSON.parse(readFileSync(join(root, path), 'utf8'));
const unit = report(UNIT_REPORT);
const browser = report(BROWSER_REPORT).stats;
if (browser.flaky > 0)
  console.log(`\nOf the browser tests ${browser.flaky} passed only at the second try: see above.`);
console.log(
  `\n${unit.numPassedTests + browser.expected + browser.flaky} passed, ${unit.numFailedTests + browser.unexpected} failed`,
);
