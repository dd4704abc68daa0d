import { randomUUID } from 'node:crypto';
import { CHROMIUM_ARGS, chromiumPath, ensureChromium } from '../scripts/chromium.mjs';
import { stop } from '../scripts/setup.mjs';
import { median, ratioLine } from './figures.mjs';
import { withServer } from './serve.mjs';

const PORT = 4492;
const URL_ROOT = `http://127.0.0.1:${PORT}`;
const LOT_ROWS = 500;
const KEYSTROKES = 120;
const AIMS = { keystrokeMs: 16 };

/**
 * A file of readings looked at in a real browser, against the grade command on the same file, then stored; and what a
 * keystroke costs in a rack of 500.
 */
export async function measureImport({ databaseFile, file, rows, gradeMs }) {
  ensureChromium();
  const { chromium } = await import('@playwright/test');
  await withServer({ port: PORT, databaseFile, demo: false }, async () => {
    const technicianId = randomUUID();
    await post('/api/technicians', { id: technicianId, name: 'Maro Tindell' });
    const browser = await chromium.launch({ executablePath: chromiumPath(), args: CHROMIUM_ARGS });
    const context = await browser.newContext();
    await context.addCookies([{ name: 'integra_technician', value: technicianId, url: URL_ROOT }]);
    await imported(await context.newPage(), { file, rows, gradeMs });
    await typedInLot(await context.newPage(), technicianId);
    await browser.close();
  });
}

async function imported(page, { file, rows, gradeMs }) {
  await page.goto(`${URL_ROOT}/files`);
  await page.waitForTimeout(500);
  await watchFrames(page);
  const choose = () => page.getByLabel('Choose a CSV file of readings').setInputFiles(file);
  await choose();
  await page.getByText(/read [1-9]\d? %/).waitFor();
  const stoppedAt = performance.now();
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.getByText('stopped before the end').waitFor();
  const stoppedMs = performance.now() - stoppedAt;
  await page.evaluate(() => {
    window.longestFrameMs = 0;
  });
  const startedAt = performance.now();
  await choose();
  await page.getByText(/read \d+ %/).waitFor();
  const firstMs = performance.now() - startedAt;
  const store = page.getByRole('button', { name: /^Store \d+ runs/ });
  await store.waitFor({ timeout: 120_000 });
  const previewMs = performance.now() - startedAt;
  const longestMs = await page.evaluate(() => window.longestFrameMs);
  console.log(`\nBringing in a file of ${rows} readings, in a worker of the page`);
  console.log(
    `  first progress after ${firstMs.toFixed(0)} ms, stopped within ${stoppedMs.toFixed(0)} ms of being asked`,
  );
  console.log(`  the page’s longest pause meanwhile ${longestMs.toFixed(0)} ms`);
  console.log(ratioLine('preview : the grade command on the same file', previewMs / gradeMs));
  const storedAt = performance.now();
  await store.click();
  await page.getByRole('status').getByText('runs stored').waitFor({ timeout: 600_000 });
  const storeMs = performance.now() - storedAt;
  console.log(ratioLine('storing all of it in one transaction : grade', storeMs / gradeMs));
}

/** Keeps the longest time between two frames of the page. */
function watchFrames(page) {
  return page.evaluate(() => {
    window.longestFrameMs = 0;
    let before = performance.now();
    const frame = (now) => {
      window.longestFrameMs = Math.max(window.longestFrameMs, now - before);
      before = now;
      requestAnimationFrame(frame);
    };
    requestAnimationFrame(frame);
  });
}

async function typedInLot(page, technicianId) {
  const id = randomUUID();
  await post('/api/lots', { id, name: 'Rack of 500', technicianId });
  const row = (index) => ({
    tag: `K-${index}`,
    construction: 'flooded',
    rating_a: '570',
    c20_ah: '60',
    case: 'ok',
    terminals: 'ok',
    level: 'ok',
    temp_c: '20',
    rest_min: '800',
    ocv_v: '12.6',
    load_a: '285',
  });
  const lotRows = Array.from({ length: LOT_ROWS }, (_, index) => row(index));
  await post(`/api/lots/${id}`, { id, name: 'Rack of 500', rows: lotRows, seenRevision: 1 }, 'PUT');
  await page.goto(`${URL_ROOT}/lots/${id}`);
  await page.getByRole('tab', { name: 'Load', exact: true }).click();
  await page.waitForTimeout(1500);
  await page.evaluate(() => {
    window.answeredMs = [];
    let startedAt = 0;
    window.addEventListener(
      'keydown',
      () => {
        startedAt = performance.now();
      },
      { capture: true },
    );
    // Told once the page has changed; asking for a size makes the browser lay it out before it answers.
    new MutationObserver(() => {
      if (startedAt === 0 || document.body.offsetHeight === 0) return;
      window.answeredMs.push(performance.now() - startedAt);
      startedAt = 0;
    }).observe(document.querySelector('table'), {
      subtree: true,
      childList: true,
      attributes: true,
      characterData: true,
    });
  });
  for (let stroke = 0; stroke < KEYSTROKES; stroke++) {
    if (stroke % 4 === 0)
      await page.getByLabel(`Under load, V, row ${1 + stroke / 4}`, { exact: true }).focus();
    await page.keyboard.type('10.4'[stroke % 4]);
  }
  const strokes = await page.evaluate(() => window.answeredMs);
  // A decimal point changes nothing but the field itself.
  if (strokes.length < KEYSTROKES / 2) stop(`${strokes.length} keystrokes were seen.`);
  console.log(
    `\nA keystroke in a rack of ${LOT_ROWS}, judged and laid out, median of ${KEYSTROKES}: ${median(strokes).toFixed(1)} ms   aim under ${AIMS.keystrokeMs} ms`,
  );
}

async function post(path, body, method = 'POST') {
  const headers = { 'content-type': 'application/json' };
  const response = await fetch(URL_ROOT + path, { method, headers, body: JSON.stringify(body) });
  if (!response.ok) stop(`${path} answered ${response.status}: ${await response.text()}`);
}
