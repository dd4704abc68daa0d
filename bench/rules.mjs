import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { CHROMIUM_ARGS, chromiumPath, ensureChromium } from '../scripts/chromium.mjs';
import { bin, root, run, stop } from '../scripts/setup.mjs';
import { median, ratioLine } from './figures.mjs';
import { withServer } from './serve.mjs';

const PORT = 4491;
const URL_ROOT = `http://127.0.0.1:${PORT}`;
const RUNS = 100_000;
const KEYSTROKES = 400;
const SETTLED_MS = 1000;
// Beside the packages that it imports.
const BUNDLE = join(root, '.build/history.mjs');
const AIMS = { firstMs: 200, keystrokeMs: 16 };

/** The comparison of two sets of rules over 100,000 stored runs in a real browser, and what a keystroke costs. */
export async function measureRules(databaseFile) {
  const { seedHistory, bareLoopMs, keystrokesMs, checkKeystrokesMs } = await history();
  const keystroke = median(keystrokesMs(KEYSTROKES));
  console.log(
    `\nNext best step and flips on a keystroke, median of ${KEYSTROKES}: ${keystroke.toFixed(1)} ms   aim under ${AIMS.keystrokeMs} ms`,
  );
  const inCheck = median(checkKeystrokesMs(KEYSTROKES));
  console.log(
    `Causes and next probe of a full check, median of ${KEYSTROKES}: ${inCheck.toFixed(1)} ms   aim under ${AIMS.keystrokeMs} ms`,
  );
  await seedHistory(databaseFile, RUNS);
  await withServer({ port: PORT, databaseFile, demo: false }, async () => {
    const { firstMs, wholeMs, stoppedMs } = await compared();
    bareLoopMs(RUNS / 10);
    const bareMs = bareLoopMs(RUNS);
    console.log(`\nComparing two sets of rules over ${RUNS} stored runs, in a worker`);
    console.log(`  first progress after ${firstMs.toFixed(0)} ms   aim within ${AIMS.firstMs} ms`);
    console.log(`  stopped within ${stoppedMs.toFixed(0)} ms of being asked`);
    console.log(`  ${(RUNS / (wholeMs / 1000)).toFixed(0)} runs a second, stored history to told difference`);
    console.log(ratioLine('the whole : a bare loop over the same in memory', wholeMs / bareMs));
  });
}

/** The part that is written in TypeScript, bundled. */
async function history() {
  const built = run(bin('esbuild'), [
    ...['bench/history.ts', '--bundle', '--platform=node', '--format=esm', '--log-level=error'],
    ...[`--outfile=${BUNDLE}`, '--packages=external', `--alias:@=${join(root, 'src')}`],
  ]);
  if (!built) stop('The benchmark could not be bundled.');
  return import(pathToFileURL(BUNDLE).href);
}

async function compared() {
  ensureChromium();
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch({ executablePath: chromiumPath(), args: CHROMIUM_ARGS });
  const page = await browser.newPage();
  await page.goto(`${URL_ROOT}/rules`);
  await page.getByRole('dialog').getByRole('button', { name: 'Maro Tindell' }).click();
  await page.getByLabel('and these').selectOption('ice-season');
  // A person takes a moment to choose; the page has settled by then.
  await page.waitForTimeout(SETTLED_MS);
  const first = await timedOnPage(page, 'Judge all', /[1-9]\d* of/);
  const stopped = await timedOnPage(page, 'Stop', /Stopped after/);
  const whole = await timedOnPage(page, 'Judge all', /^\d+ runs judged by both/);
  await browser.close();
  return { firstMs: first, stoppedMs: stopped, wholeMs: whole };
}

/** From a click to words of the progress line, timed in the page itself. */
function timedOnPage(page, button, words) {
  return page.evaluate(
    ([name, pattern]) =>
      new Promise((resolve) => {
        const startedMs = performance.now();
        const seen = () => {
          const line = [...document.querySelectorAll('[role="status"]')].some(({ textContent }) =>
            new RegExp(pattern).test(textContent ?? ''),
          );
          if (!line) return;
          observer.disconnect();
          resolve(performance.now() - startedMs);
        };
        const observer = new MutationObserver(seen);
        observer.observe(document.body, { subtree: true, childList: true, characterData: true });
        [...document.querySelectorAll('button')]
          .find(({ textContent }) => textContent?.startsWith(name))
          ?.click();
      }),
    [button, words.source],
  );
}
