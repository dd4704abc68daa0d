import type { APIRequestContext, Locator, Page } from '@playwright/test';
import { uuidv7 } from 'uuidv7';
import { expect, startedRun, test } from './support/test';

const SIZES = [
  { width: 1280, height: 800 },
  { width: 1024, height: 768 },
  { width: 390, height: 844 },
] as const;

/** How much the keys may stand higher or lower from step to step, px: less than half a key. */
const KEYS_MOVE = 24;

type Taken = readonly [kind: string, data: Readonly<Record<string, unknown>>];

/** A run step by step: what it shows, and what is then taken so that the next is shown. */
const STEPS: readonly (readonly [heading: string, then: Taken | null])[] = [
  ['Identify', ['identify', { confirmed: true }]],
  ['Complaint', ['complaint', { symptom: 'routine' }]],
  ['Inspect', ['inspection', { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' }]],
  ['Settle', ['settle', { method: 'rested', restMinutes: 780, clockMinutes: 0 }]],
  ['Open-circuit voltage', ['open_circuit', { volts: 12.62, temperatureC: 14 }]],
  ['Conductance', ['skip', { step: 'conductance', reason: 'no tester' }]],
  ['Load test', ['load', { amps: 285, seconds: 15, volts: 10.2, temperatureC: 14 }]],
  ['Verdict', null],
];

async function take(
  request: APIRequestContext,
  runId: string,
  technicianId: string,
  [kind, data]: Taken,
): Promise<void> {
  const envelope = { id: uuidv7(), runId, kind, data, takenAtMs: Date.now(), technicianId };
  const reading = { ...envelope, instrument: 'typed', forced: false, supersedesId: null, reason: null };
  expect((await request.post(`/api/runs/${runId}/readings`, { data: reading })).status()).toBe(200);
}

async function boxOf(locator: Locator) {
  const box = await locator.boundingBox();
  if (!box) throw new Error('it is not drawn');
  return { top: box.y, bottom: box.y + box.height };
}

/** Where the keys of the step stand; fails where task, reading and main key are not all in sight. */
async function inSight(page: Page, heading: string, height: number): Promise<number | null> {
  const title = page.getByRole('heading', { level: 1, name: heading });
  await expect(title).toBeVisible();
  await expect(page.locator('[data-opening]')).toHaveCount(0);
  expect((await boxOf(title)).top).toBeGreaterThanOrEqual(0);
  const keys = page.locator('[data-keys]');
  if ((await keys.count()) === 0) return null;
  const bar = await boxOf(keys);
  const main = await boxOf(keys.getByRole('button').first());
  expect(main.top).toBeGreaterThanOrEqual(0);
  expect(main.bottom).toBeLessThanOrEqual(height);
  const field = page.locator('input[inputmode="decimal"][data-first]');
  if ((await field.count()) > 0) {
    const { top, bottom } = await boxOf(field);
    expect(top).toBeGreaterThanOrEqual(0);
    expect(bottom).toBeLessThanOrEqual(bar.top);
  }
  return bar.bottom;
}

test('what is typed of each cell is drawn in sight at 1280 x 800', async ({
  page,
  bench,
  request,
  newTag,
  technicianId,
}) => {
  await page.setViewportSize(SIZES[0]);
  const runId = await startedRun(request, { tag: newTag, technicianId });
  for (const [, taken] of STEPS.slice(0, 5)) if (taken) await take(request, runId, technicianId, taken);
  await page.goto(`/bench/${runId}`);
  await bench.step('Hydrometer or cell probe').click();
  for (const cell of [1, 2, 3, 4, 5, 6])
    await page.getByLabel(`Cell ${cell}`).fill(cell === 4 ? '1.13' : '1.19');
  const picture = await boxOf(page.getByRole('img', { name: 'Gravity of each cell' }));
  const bar = await boxOf(page.locator('[data-keys]'));
  expect(picture.bottom).toBeLessThanOrEqual(bar.top);
});

/** Screens of a form, and a charge that is on: their main key stands in sight as well. */
for (const size of SIZES) {
  test(`the main keys of registering and of a charge are in sight at ${size.width} x ${size.height}`, async ({
    page,
    request,
    newTag,
    technicianId,
  }) => {
    await page.setViewportSize(size);
    await page.goto('/batteries/new');
    const register = await boxOf(page.getByRole('button', { name: 'Register' }));
    expect(register.bottom).toBeLessThanOrEqual(size.height);
    const runId = await startedRun(request, { tag: newTag, technicianId });
    const before = STEPS.slice(0, 4).map(([, then]) => then);
    for (const taken of before) if (taken) await take(request, runId, technicianId, taken);
    await take(request, runId, technicianId, ['open_circuit', { volts: 12.1, temperatureC: 14 }]);
    await page.goto(`/bench/${runId}`);
    await inSight(page, 'Charge', size.height);
    await page.getByRole('button', { name: 'It is on charge' }).click();
    await expect(page.getByRole('button', { name: 'Log it' })).toBeVisible();
    await expect(page.locator('[data-opening]')).toHaveCount(0);
    expect(await page.evaluate(() => window.scrollY)).toBe(0);
    await inSight(page, 'Charge', size.height);
  });
}

for (const size of SIZES) {
  test(`task, reading and main key are in sight at ${size.width} x ${size.height}, and the key stays in its place`, async ({
    page,
    request,
    newTag,
    technicianId,
  }) => {
    await page.setViewportSize(size);
    const runId = await startedRun(request, { tag: newTag, technicianId });
    const stands: number[] = [];
    for (const [heading, then] of STEPS) {
      await page.goto(`/bench/${runId}`);
      const bottom = await inSight(page, heading, size.height);
      if (bottom !== null) stands.push(bottom);
      if (then) await take(request, runId, technicianId, then);
    }
    expect(stands.length).toBeGreaterThanOrEqual(STEPS.length - 1);
    expect(Math.max(...stands) - Math.min(...stands)).toBeLessThanOrEqual(KEYS_MOVE);
  });
}
