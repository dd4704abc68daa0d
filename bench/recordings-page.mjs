// The page that a recording of five million samples is brought in on: how long its thread is ever held up meanwhile, and how long a
// frame of panning takes.
import { once } from 'node:events';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { uuidv7 } from 'uuidv7';
import { CHROMIUM_ARGS, chromiumPath } from '../scripts/chromium.mjs';
import { spawnServer } from '../scripts/server.mjs';
import { untilAnswering } from '../scripts/until-answering.mjs';
import { writeStart } from './recordings.mjs';

const PORT = 4590;
const BASE = `http://127.0.0.1:${PORT}`;
const PANS = 120;

const post = async (path, data) => {
  const answer = await fetch(BASE + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(data),
  });
  if (!answer.ok) throw new Error(await answer.text());
};

export async function measureRecordingPage(folder) {
  const file = join(folder, 'five-million.csv');
  writeFileSync(file, writeStart());
  const server = await spawnServer({ port: PORT, databaseFile: join(folder, 'recordings.db') });
  await untilAnswering(BASE);
  const browser = await chromium.launch({ executablePath: chromiumPath(), args: CHROMIUM_ARGS });
  try {
    const [technicianId, vehicleId] = [uuidv7(), uuidv7()];
    await post('/api/technicians', { id: technicianId, name: 'Maro Tindell' });
    const vehicle = {
      id: vehicleId,
      name: 'Crew van 1',
      class: 'van',
      site: '',
      engine: 'petrol_four',
      systemVolts: 12,
      cylinders: 4,
      alternatorAmps: 95,
      regulator: 'internal',
      joined: 'single',
      preventedBy: 'fuel_relay',
    };
    await post('/api/vehicles', { technicianId, vehicle, seenRevision: null });
    const context = await browser.newContext({ baseURL: BASE, viewport: { width: 1280, height: 800 } });
    await context.addCookies([{ name: 'integra_technician', value: technicianId, url: BASE }]);
    const page = await context.newPage();
    await page.goto(`/recordings/new?vehicle=${vehicleId}`);
    await page.locator('html[data-listens]').waitFor({ state: 'attached' });
    await page.evaluate(() => {
      window.held = [];
      new PerformanceObserver((list) => {
        for (const { duration } of list.getEntries()) window.held.push(duration);
      }).observe({ type: 'longtask' });
    });
    await page.getByLabel('A recorder’s file').setInputFiles(file);
    await page.getByRole('button', { name: 'Read it' }).waitFor();
    await page.evaluate(() => {
      window.held.length = 0;
    });
    await page.getByRole('button', { name: 'Read it' }).click();
    await page.getByRole('region', { name: 'Read off it' }).waitFor({ timeout: 120_000 });
    const held = await page.evaluate(() => window.held);
    console.log(
      `The page while five million samples are read: ${held.length} tasks over 50 ms, the longest ${Math.max(0, ...held).toFixed(0)} ms (aim none)`,
    );
    await page.getByRole('button', { name: 'All of it' }).click();
    const frames = await page.evaluate(async (pans) => {
      const surface = document.querySelector('figure [role="slider"]');
      const next = () => new Promise((go) => requestAnimationFrame(go));
      for (let at = 0; at < 6; at++) {
        surface.dispatchEvent(new KeyboardEvent('keydown', { key: '+', bubbles: true }));
        await next();
      }
      window.held.length = 0;
      const times = [];
      for (let at = 0; at < pans; at++) {
        const from = performance.now();
        surface.dispatchEvent(
          new KeyboardEvent('keydown', { key: at % 40 < 20 ? 'ArrowRight' : 'ArrowLeft', bubbles: true }),
        );
        // What the page itself does for it, from the key to the end of its work.
        await new Promise((go) => {
          const { port1, port2 } = new MessageChannel();
          port1.onmessage = go;
          port2.postMessage(null);
        });
        times.push(performance.now() - from);
        await next();
      }
      return times.sort((one, other) => one - other);
    }, PANS);
    const late = await page.evaluate(() => window.held);
    console.log(
      `Panning them: a step keeps the page busy for ${frames[PANS >> 1].toFixed(1)} ms, 95 of 100 for ${frames[Math.floor(0.95 * PANS)].toFixed(1)} ms (aim 16); ${late.length} tasks over 50 ms`,
    );
  } finally {
    await browser.close();
    server.kill('SIGTERM');
    await once(server, 'exit');
  }
}
