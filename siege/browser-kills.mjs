// The browser is killed again and again while a hand logs a charge, with the server within reach or not. What stood on the screen as
// captured has to be in the store once the browser was opened again and had sent what it kept.
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { CHROMIUM_ARGS, chromiumPath, ensureChromium } from '../scripts/chromium.mjs';
import { seeded } from './requests.mjs';
import { call, hire, pause, readingOf } from './shop.mjs';

/** What brings a run to its charge. */
const BEFORE = [
  ['identify', { confirmed: true }],
  ['inspection', { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' }],
  ['settle', { method: 'rested', restMinutes: 720, clockMinutes: 0 }],
  ['open_circuit', { volts: 12.05, temperatureC: 20 }],
  ['charge_start', { mode: 'normal', volts: 14.4, amps: 10, hours: 5 }],
];
/** A run takes so many lines of a log before the next one is begun. */
const LINES_A_RUN = 60;
const MOST_LINES = 4;
/** A hand is not quicker than this between a line and whatever ends the browser, ms at most. */
const KILLED_WITHIN_MS = 400;
const SENT_WITHIN_MS = 60_000;

export async function browserKilled(base, { times, seed }) {
  ensureChromium();
  const chance = seeded(seed);
  const profile = mkdtempSync(join(tmpdir(), 'integra-browser-'));
  const shown = [];
  const missing = [];
  let [linkless, run, lines] = [0, await onCharge(base, 0), 0];
  for (let kill = 0; kill < times; kill++) {
    if (lines > LINES_A_RUN) [run, lines] = [await onCharge(base, kill), 0];
    const browser = await opened(profile);
    const page = await benchOf(browser, base, run);
    const noLink = chance() < 0.5;
    if (noLink) {
      linkless++;
      await page.route('**/api/runs/**', (route) => route.abort());
    }
    const own = [];
    for (let line = 1 + Math.floor(chance() * MOST_LINES); line > 0; line--) {
      // Each line has a current of its own, by which it is known again.
      const amps = (shown.length + own.length + 1) / 100;
      await page.getByLabel('Voltage now').fill('14.4');
      await page.getByLabel('Current now').fill(amps.toFixed(2));
      await page.getByRole('button', { name: 'Log it' }).click();
      await page.getByRole('table', { name: 'Log' }).getByRole('row').nth(lines).waitFor();
      lines++;
      own.push(amps);
    }
    await pause(chance() * KILLED_WITHIN_MS);
    await browser.kill();
    shown.push(...own);
    // Opened again, with the server within reach: what was kept goes out by itself.
    const again = await opened(profile);
    await benchOf(again, base, run);
    const kept = await untilStored(base, run, own);
    missing.push(...own.filter((amps) => !kept.has(amps.toFixed(2))));
    await again.kill();
  }
  rmSync(profile, { recursive: true, force: true });
  return {
    found: {
      kills: times,
      ofThemWithoutLink: linkless,
      shownAsCaptured: shown.length,
      missing: missing.length,
    },
    fails: missing.length > 0 ? [`${missing.length} of ${shown.length} missing`] : [],
  };
}

/** A run on charge, with somebody at its bench. */
async function onCharge(base, number) {
  const person = await hire(base, `Browser ${number} ${Date.now()}`);
  for (const [kind, data] of BEFORE) {
    const { status } = await call(base, `/api/runs/${person.runId}/readings`, {
      ...readingOf(person),
      kind,
      data,
    });
    if (status !== 200) throw new Error(`${kind} was answered with ${status}`);
  }
  return person;
}

/** A browser of its own process group on a profile that stays. */
async function opened(profile) {
  const portFile = join(profile, 'DevToolsActivePort');
  rmSync(portFile, { force: true });
  const args = [
    ...CHROMIUM_ARGS,
    '--headless=new',
    '--remote-debugging-port=0',
    `--user-data-dir=${profile}`,
  ];
  const child = spawn(chromiumPath(), [...args, 'about:blank'], { detached: true, stdio: 'ignore' });
  while (!existsSync(portFile) || !readFileSync(portFile, 'utf8').includes('\n')) await pause(50);
  const [port] = readFileSync(portFile, 'utf8').split('\n');
  const linked = await chromium.connectOverCDP(`http://127.0.0.1:${port}`);
  return {
    context: linked.contexts()[0],
    async kill() {
      const ended = once(child, 'exit');
      process.kill(-child.pid, 'SIGKILL');
      await ended;
      await linked.close().catch(() => undefined);
    },
  };
}

async function benchOf({ context }, base, { runId, technicianId }) {
  await context.addCookies([{ name: 'integra_technician', value: technicianId, url: base }]);
  const page = await context.newPage();
  await page.goto(`${base}/bench/${runId}`);
  await page.locator('html[data-listens]').waitFor({ state: 'attached' });
  await page.getByRole('button', { name: 'Log it' }).waitFor();
  return page;
}

/** The currents that a run's log holds, once it holds those that were shown or enough time has passed. */
async function untilStored(base, { runId }, own) {
  const until = Date.now() + SENT_WITHIN_MS;
  for (;;) {
    const { json } = await call(base, `/api/runs/${runId}`);
    const kept = new Set(
      (json?.value?.readings ?? [])
        .filter(({ kind }) => kind === 'charge_log')
        .map(({ data }) => data.amps.toFixed(2)),
    );
    if (own.every((amps) => kept.has(amps.toFixed(2))) || Date.now() > until) return kept;
    await pause(100);
  }
}
