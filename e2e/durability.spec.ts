import type { APIRequestContext, Route } from '@playwright/test';
import { uuidv7 } from 'uuidv7';
import { BenchPage } from './support/bench-page';
import { freePort, newDatabaseFile, startServer } from './support/server';
import { expect, expectAccessible, finishRunSeen, signIn, startedRun, test } from './support/test';

/** Waits until so many readings of a run are stored; where it ends with another number, it says which they are. */
async function expectStored(request: APIRequestContext, runId: string, count: number): Promise<void> {
  const kinds = async () => {
    const { value } = await (await request.get(`/api/runs/${runId}`)).json();
    return value.readings.map(
      ({ kind, data }: { kind: string; data: unknown }) => `${kind} ${JSON.stringify(data)}`,
    );
  };
  await expect.poll(kinds).toHaveLength(count);
}

test('a run reopens where it stood, its clock still right', async ({
  page,
  bench,
  newTag,
  openedRun: _run,
}) => {
  await bench.identify();
  await bench.complain();
  await bench.inspectAllInOrder();
  await page.getByText('Less than 1 h').click();
  await page.getByRole('button', { name: 'Start 60 min' }).click();
  await bench.expectStage('Open-circuit voltage');
  await expect(page.getByText('Settling')).toBeVisible();
  const clock = page.getByRole('timer').first();
  await expect(clock).toHaveText(/^59:5[0-7]$/);
  await page.reload();
  await expect(page.getByText('Settling')).toBeVisible();
  // It did not begin anew: 60 minutes less the seconds gone by before and since.
  await expect(clock).toHaveText(/^59:([0-4]\d|5[0-7])$/);
  await page.goto('/');
  await expect(page.getByRole('listitem').filter({ hasText: newTag })).toContainText(/ready in59:\d\d/);
});

test('nothing captured is lost when the server is killed in mid-run', async ({ browser }) => {
  const databaseFile = newDatabaseFile();
  const options = { port: await freePort(), databaseFile };
  const first = await startServer(options);
  const technicianId = uuidv7();
  const context = await browser.newContext({ baseURL: first.url });
  await context.request.post('/api/technicians', { data: { id: technicianId, name: 'Pell Havering' } });
  await signIn(context, first.url, technicianId);
  const page = await context.newPage();
  const bench = new BenchPage(page);
  await bench.open(await startedRun(context.request, { tag: 'KILL-1', technicianId }));
  await bench.upToCharge('12.61', '15');
  await bench.step('Load test').click();
  await bench.expectStage('Load test');
  await first.kill();

  // Captured with no server: kept in the browser, said so, and sent once there is one again.
  await page.getByLabel('Voltage at the end').fill('10.45');
  await bench.capture();
  await expect(page.getByText(/Not stored yet/)).toBeVisible();
  await expect(bench.verdict).toHaveText('Return to service');

  const second = await startServer(options);
  await expect(page.getByText(/Not stored yet/)).toHaveCount(0);
  await page.reload();
  await expect(bench.step('Open-circuit voltage')).toContainText('12.61 V, 15.0 °C');
  await expect(bench.step('Load test')).toContainText('10.45 V at 285 A');
  await expect(bench.verdict).toHaveText('Return to service');
  await context.close();
  await second.kill();
});

test('what was captured while the link was down survives a reload', async ({
  page,
  context,
  bench,
  request,
  openedRun: runId,
}) => {
  await bench.identify();
  await bench.complain();
  await expect(bench.step('Identify')).toContainText('label agrees');
  await page.route('**/api/runs/**', (route) => route.abort());
  await bench.inspectAllInOrder();
  await expect(page.getByText(/Not stored yet/)).toBeVisible();
  await page.unroute('**/api/runs/**');
  const other = await context.newPage();
  await page.close();
  await other.goto(`/bench/${runId}`);
  await expect(new BenchPage(other).step('Inspect')).toContainText('all in order');
  await expectStored(request, runId, 3);
});

test('a page that is asked for while nothing answers leaves the one that stands, with what was typed', async ({
  page,
  context,
  bench,
  openedRun: _run,
}) => {
  await bench.identify();
  await bench.complain();
  await bench.inspectAllInOrder();
  await bench.restedOvernight();
  await bench.expectStage('Open-circuit voltage');
  await page.getByLabel('Open-circuit voltage').fill('12.5');
  const batteries = page
    .getByRole('navigation', { name: 'Screens' })
    .getByRole('link', { name: 'Batteries' });
  const stays = page.getByText('The server does not answer: this page stays');

  const find = page.getByRole('dialog', { name: 'Find' });
  await page.keyboard.press('Control+k');
  await expect(find).toBeVisible();
  await page.keyboard.press('Escape');

  // The device knows that it has no link.
  await context.setOffline(true);
  await batteries.click();
  await expect(stays).toBeVisible();
  // A key that leads to another screen is held back as a link is.
  await page.keyboard.press('Control+k');
  await find.getByRole('combobox').fill('house');
  await page.keyboard.press('Enter');
  await expect(find).toHaveCount(0);
  await expect(page.getByLabel('Open-circuit voltage')).toHaveValue('12.5');
  await context.setOffline(false);
  await expect(stays).toHaveCount(0);

  // It has one, and the server is away: the last capture was not answered.
  await page.route('**', (route) => route.abort());
  await bench.openCircuit('12.61', '20');
  await expect(page.getByText(/Not stored yet/)).toBeVisible();
  await batteries.click();
  await expect(stays).toBeVisible();
  await expect(bench.step('Open-circuit voltage')).toContainText('12.61');
  await page.unroute('**');
  await expect(stays).toHaveCount(0);
  await batteries.click();
  await expect(page.getByRole('heading', { level: 1, name: 'Batteries' })).toBeVisible();
});

test('two tabs on the same run see each other, and a finished run asks before it takes more', async ({
  page,
  context,
  bench,
  request,
  technicianId,
  openedRun: runId,
}) => {
  const second = await context.newPage();
  const otherBench = new BenchPage(second);
  await otherBench.open(runId);
  await bench.identify();
  await bench.complain();
  await otherBench.expectStage('Inspect');
  await otherBench.inspectAllInOrder();
  await bench.expectStage('Settle');

  // What is being typed in one tab stays, though the other captures that very step.
  await bench.restedOvernight();
  await bench.expectStage('Open-circuit voltage');
  await otherBench.expectStage('Open-circuit voltage');
  await second.getByLabel('Open-circuit voltage').fill('12.5');
  await bench.openCircuit('12.61', '20');
  await expect(otherBench.step('Open-circuit voltage')).toContainText('12.61');
  await expect(second.getByLabel('Open-circuit voltage')).toHaveValue('12.5');

  // A third device without the tabs' channel finishes the run; this tab, which cannot look again just now, only learns
  // of it when it captures.
  const noLook = (route: Route) => (route.request().method() === 'GET' ? route.abort() : route.fallback());
  await page.route(`**/api/runs/${runId}`, noLook);
  // What one tab shows the other before it is stored is not what that device has seen.
  await expectStored(request, runId, 5);
  await finishRunSeen(request, runId, technicianId);
  await bench.load('10.4');
  await expect(page.getByText(/finished meanwhile/)).toBeVisible();
  await page.getByRole('button', { name: 'Reopen the run and store it' }).click();
  await bench.expectStage('Verdict');
  // The load test, and that the run was reopened for it: six are there for a moment, before the seventh is.
  await expectStored(request, runId, 7);
});

test('nothing moves under the hand while a capture is on its way, nor when it has come', async ({
  page,
  bench,
  openedRun: runId,
}) => {
  let answer = () => {};
  const held = new Promise<void>((resolve) => {
    answer = resolve;
  });
  await page.route(`**/api/runs/${runId}/readings`, async (route) => {
    await held;
    await route.continue();
  });
  const key = page.getByRole('button', { name: /^Routine check/ });
  await bench.identify();
  await expect(page.getByRole('button', { name: '1 not stored' })).toBeVisible();
  const before = await key.boundingBox();
  answer();
  await expect(page.getByRole('button', { name: '1 not stored' })).toHaveCount(0);
  expect(await key.boundingBox()).toEqual(before);
});

test('the same capture sent twice is stored once', async ({ request, newTag, technicianId }) => {
  const runId = await startedRun(request, { tag: newTag, technicianId });
  const reading = {
    id: uuidv7(),
    runId,
    kind: 'open_circuit',
    data: { volts: 12.6, temperatureC: 20 },
    takenAtMs: Date.now(),
    technicianId,
    instrument: 'typed',
    forced: false,
    supersedesId: null,
    reason: null,
  };
  const send = () => request.post(`/api/runs/${runId}/readings`, { data: reading });
  const [one, two] = await Promise.all([send(), send()]);
  expect([one.status(), two.status()]).toEqual([200, 200]);
  expect((await (await request.get(`/api/runs/${runId}`)).json()).value.readings).toHaveLength(1);
});

test('what waits is sent from any screen, and is told in the head of every one', async ({
  page,
  bench,
  request,
  openedRun: runId,
}) => {
  await bench.identify();
  // The run sheet shows a capture at once; only what is stored before the link is cut is not among what waits.
  await expectStored(request, runId, 1);
  await page.route('**/api/runs/*/readings', (route) => route.abort());
  await bench.complain();
  await bench.inspectAllInOrder();
  await expect(page.getByText(/Not stored yet/)).toBeVisible();
  // Both are kept in the browser before the page is left: the notice alone stands since the first of them.
  await expect(page.getByRole('button', { name: '2 not stored' })).toBeVisible();
  await page.goto('/reckoner');
  await page.getByRole('button', { name: '2 not stored' }).click();
  const dialog = page.getByRole('dialog', { name: 'Not stored yet' });
  await expect(dialog.getByText('inspection')).toBeVisible();
  await expectAccessible(page);
  await page.unroute('**/api/runs/*/readings');
  await dialog.getByRole('button', { name: 'Send it now' }).click();
  await expect(dialog.getByText('All of it is stored.')).toBeVisible();
  await expectStored(request, runId, 3);
});

test('two tabs that capture while nothing answers lose nothing of each other', async ({
  page,
  context,
  bench,
  request,
  openedRun: runId,
}) => {
  const second = await context.newPage();
  const otherBench = new BenchPage(second);
  await otherBench.open(runId);
  await context.route('**/api/runs/*/readings', (route) => route.abort());
  await bench.identify();
  await expect(page.getByRole('button', { name: '1 not stored' })).toBeVisible();
  await expect(second.getByRole('button', { name: '1 not stored' })).toBeVisible();
  await otherBench.complain();
  await expect(page.getByRole('button', { name: '2 not stored' })).toBeVisible();
  await context.unroute('**/api/runs/*/readings');
  await expectStored(request, runId, 2);
  await expect(page.getByRole('button', { name: /not stored/ })).toHaveCount(0);
});

test('a verdict that was overtaken is not stored: what came meanwhile is shown first', async ({
  page,
  bench,
  request,
  technicianId,
  openedRun: runId,
}) => {
  await bench.upToCharge('12.65', '20');
  await bench.load('10.6');
  await bench.step('Verdict').click();
  await expect(page.getByRole('button', { name: 'Finish the run: Return to service' })).toBeVisible();
  // Another device without the tabs' channel finds the case cracked, and this one cannot look again just now.
  const noLook = (route: Route) => (route.request().method() === 'GET' ? route.abort() : route.fallback());
  await page.route(`**/api/runs/${runId}`, noLook);
  const data = { case: 'cracked', smell: 'none', terminals: 'ok', level: 'ok' };
  const reading = {
    id: uuidv7(),
    runId,
    kind: 'inspection',
    data,
    takenAtMs: Date.now(),
    technicianId,
    instrument: 'typed',
    forced: false,
    supersedesId: null,
    reason: null,
  };
  expect((await request.post(`/api/runs/${runId}/readings`, { data: reading })).status()).toBe(200);
  await page.getByRole('button', { name: 'Finish the run: Return to service' }).click();
  await page.unroute(`**/api/runs/${runId}`, noLook);
  await expect(page.getByText(/made without what came meanwhile/)).toBeVisible();
  await expect(page.getByRole('status').getByText(/cracked/)).toBeVisible();
  await expect(bench.verdict).toHaveText('Quarantine');
  expect((await (await request.get(`/api/runs/${runId}`)).json()).value.run.finishedAtMs).toBeNull();
  await bench.finish();
});

test('a tablet whose clock runs an hour ahead is told, and stamps by the server’s clock', async ({
  browser,
  request,
  server,
  technicianId,
  newTag,
}) => {
  const runId = await startedRun(request, { tag: newTag, technicianId });
  const context = await browser.newContext({ baseURL: server.url });
  await signIn(context, server.url, technicianId);
  const page = await context.newPage();
  await page.clock.install({ time: Date.now() + 3_600_000 });
  await page.goto(`/bench/${runId}`);
  await expect(page.getByText(/This device’s clock is (59|60) min fast/)).toBeVisible();
  await page.getByRole('button', { name: 'The label agrees' }).click();
  await expectStored(request, runId, 1);
  const [reading] = (await (await request.get(`/api/runs/${runId}`)).json()).value.readings;
  expect(Math.abs(reading.takenAtMs - Date.now())).toBeLessThan(120_000);
  await context.close();
});

test('a copy is made while the work goes on, and put back after a mishap', async ({ browser }) => {
  const server = await startServer({ port: await freePort(), databaseFile: newDatabaseFile() });
  const context = await browser.newContext({ baseURL: server.url });
  const technicianId = uuidv7();
  await context.request.post('/api/technicians', { data: { id: technicianId, name: 'Pell Havering' } });
  await signIn(context, server.url, technicianId);
  await startedRun(context.request, { tag: 'COPY-1', technicianId });
  const page = await context.newPage();
  await page.goto('/files');
  await page.getByRole('button', { name: 'Make a copy now' }).click();
  await expect(page.getByText('Copied and read through: 1 batteries, 1 runs, 0 readings.')).toBeVisible();
  await startedRun(context.request, { tag: 'COPY-2', technicianId });
  await page.getByRole('button', { name: 'Put back' }).click();
  await page.getByRole('button', { name: 'Put this copy back' }).click();
  await expect(page.getByText(/Put back: 1 batteries/)).toBeVisible();
  const found = async (tag: string) =>
    (await (await context.request.get(`/api/batteries/find?tag=${tag}`)).json()).value.exact?.battery.tag;
  expect([await found('COPY-1'), await found('COPY-2')]).toEqual(['COPY-1', undefined]);
  await expectAccessible(page);
  await context.close();
  await server.stop();
});
