import type { Page } from '@playwright/test';
import { GOOD, taken, test, toTheLoad } from './support/hung-battery';
import { startStandIn } from './support/stand-in';
import { choose, expect, expectAccessible } from './support/test';

test('a live load captures itself at 15 s and comes to a verdict', async ({ page, bench, hungRun }) => {
  await toTheLoad(bench, page);
  await expectAccessible(page);
  await page.keyboard.press('s');
  await expect(page.getByRole('button', { name: /Stop: load off/ })).toBeVisible();
  await expect(page.getByRole('img', { name: 'Load test against its limit' })).toBeVisible();
  await expect(bench.verdict).toHaveText('Return to service');
  await expect.poll(async () => (await taken(page, hungRun)).some(({ kind }) => kind === 'load')).toBe(true);
  const load = (await taken(page, hungRun)).find(({ kind }) => kind === 'load');
  expect(load?.instrument).toBe('Load bank (simulated)');
  expect(load?.data.trace?.length).toBeGreaterThan(100);
  const csv = await (await page.request.get(`/api/runs/${hungRun}/trace`)).text();
  expect(csv).toMatch(/^# battery T-/);
  expect(csv.split('\n').filter((line) => /^[\d.]+,[\d.]+,\d+/.test(line)).length).toBeGreaterThan(100);
});

test('the conductance tester answers when it is asked, and its reading says so', async ({
  page,
  bench,
  hungRun,
}) => {
  await toTheLoad(bench, page);
  await bench.step('Conductance').click();
  await page.getByRole('button', { name: 'Conductance tester: Test' }).click();
  await expect(page.getByText('live from Conductance tester (simulated)')).toBeVisible();
  await bench.capture();
  await expect(bench.step('Conductance')).toContainText('SAE');
  const read = (await taken(page, hungRun)).find(({ kind }) => kind === 'conductance');
  expect(read?.instrument).toBe('Conductance tester (simulated)');
  await bench.step('Conductance').click();
  await expect(page.getByText(', with Conductance tester (simulated)')).toBeVisible();
});

test('acid is drawn from every cell, or every cell is probed with the meter', async ({
  page,
  bench,
  hungRun,
}) => {
  await toTheLoad(bench, page);
  await bench.step('Hydrometer or cell probe').click();
  await page.getByRole('button', { name: 'Hydrometer: Draw from every cell' }).click();
  await expect(page.getByLabel('Cell 1', { exact: true })).toHaveValue(/^1\.2/);
  await page.getByText('Cell probe, cell by cell').click();
  await page.getByRole('button', { name: 'Bench meter: Probe every cell' }).click();
  await expect(page.getByLabel('Cell 6', { exact: true })).toHaveValue(/^2\.[01]\d/);
  await expectAccessible(page);
  await bench.capture();
  await expect
    .poll(async () => (await taken(page, hungRun)).find(({ kind }) => kind === 'cell_probe')?.instrument)
    .toBe('Bench meter (simulated)');
});

/** Waits until the load has been on for a second of its fifteen. */
const hasHeldAWhile = (page: Page) => expect(page.getByRole('timer', { name: 'Left' })).toHaveText(/^1[0-4]/);

test('a load that is stopped captures nothing', async ({ page, bench, hungRun }) => {
  await toTheLoad(bench, page);
  await page.getByRole('button', { name: /Load on/ }).click();
  await hasHeldAWhile(page);
  await page.keyboard.press('s');
  await expect(page.getByText(/^Stopped after/)).toContainText('nothing was captured');
  expect((await taken(page, hungRun)).some(({ kind }) => kind === 'load')).toBe(false);
});

test('a scanner on the Bench starts no load and types into no figure: it opens what it scanned', async ({
  page,
  bench,
  hungRun,
  newTag,
}) => {
  await toTheLoad(bench, page);
  // Every letter that is a key of this screen, in one tag; and a tag that is registered.
  await page.keyboard.type('FSHD-0142\n');
  await expect(page.getByText('FSHD-0142', { exact: false }).first()).toBeVisible();
  await expect(page).toHaveURL(/scan=FSHD-0142/);
  await page.keyboard.type(`${newTag}\n`);
  await expect(page).toHaveURL(new RegExp(`/bench/${hungRun}`));
  await bench.step('Load test').click();
  await expect(page.getByRole('button', { name: /Load on/ })).toBeVisible();
  await expect(page.getByText(/^Stopped after/)).toHaveCount(0);
  expect((await taken(page, hungRun)).some(({ kind }) => kind === 'load')).toBe(false);
});

test('a load that nobody watches any more is stopped, and one that the meter cannot see is not begun', async ({
  page,
  bench,
  hungRun,
  standIn,
}) => {
  await toTheLoad(bench, page);
  await page.keyboard.press('s');
  await hasHeldAWhile(page);
  await bench.step('Open-circuit voltage').click();
  await bench.step('Load test').click();
  await expect(page.getByText(/^Stopped after/)).toBeVisible();
  expect((await taken(page, hungRun)).some(({ kind }) => kind === 'load')).toBe(false);
  await standIn.now.say(hungRun, 'handle meter range=2');
  await expect(page.getByText('The meter is past its range')).toBeVisible();
  await expect(page.getByRole('button', { name: /Load on/ })).toBeDisabled();
});

test.describe('a joint that opens under load', () => {
  test.use({ clamps: `${GOOD} faults=open_joint:0.5` });

  test('a battery that collapses ends the load by itself', async ({ page, bench, hungRun }) => {
    await toTheLoad(bench, page);
    await page.keyboard.press('s');
    await expect
      .poll(async () => (await taken(page, hungRun)).find(({ kind }) => kind === 'load')?.data.stopped)
      .toBe('collapse');
  });
});

test('an instrument that disappears in mid-test is told, and the test can be made once it is back', async ({
  page,
  bench,
  hungRun,
  standIn,
}) => {
  await toTheLoad(bench, page);
  await page.keyboard.press('s');
  await hasHeldAWhile(page);
  await standIn.now.say(hungRun, 'lose bank');
  const alert = page.getByRole('region', { name: 'Stage' }).getByRole('alert');
  await expect(alert).toContainText('An instrument was lost');
  expect((await taken(page, hungRun)).some(({ kind }) => kind === 'load')).toBe(false);
  await standIn.now.say(hungRun, 'find bank');
  await page.getByRole('button', { name: /Load on/ }).click();
  await expect(alert).toBeHidden();
  await page.keyboard.press('s');
  // The whole link goes and comes back: typing is possible meanwhile.
  await standIn.now.kill();
  await expect(page.getByText('The instruments do not answer')).toBeVisible();
  await bench.step('Open-circuit voltage').click();
  standIn.now = await startStandIn(standIn.port);
  await expect(page.getByText('Simulated instruments, simulated battery')).toBeVisible();
});

test('the starter is turned with the key, and what lasts is read after the first second', async ({
  page,
  bench,
  hungRun,
}) => {
  await bench.identify();
  await bench.complain('Cranks slowly');
  await bench.inspectAllInOrder();
  await bench.restedOvernight();
  await bench.captureVoltageRead();
  await bench.step('Crank it').click();
  await page.keyboard.press('s');
  await expect(page.getByRole('button', { name: /Key off/ })).toBeVisible();
  await expect(page.getByText('live from Bench meter (simulated)')).toBeVisible();
  await expect(page.getByRole('timer')).toHaveText(/Cranked for[3-9]\./);
  await page.keyboard.press('s');
  const lowest = page.getByLabel('Lowest sustained voltage, after the first second');
  await expect(lowest).toHaveValue(/^(9|10|11)\./);
  const [volts, dip, amps] = await Promise.all(
    [lowest, page.getByLabel('First dip'), page.getByLabel('Mean current')].map(async (field) =>
      Number(await field.inputValue()),
    ),
  );
  expect(dip).toBeLessThan((volts ?? 0) - 0.3);
  expect(amps).toBeGreaterThan(100);
  await expectAccessible(page);
  await bench.capture();
  await expect
    .poll(async () => (await taken(page, hungRun)).find(({ kind }) => kind === 'crank')?.instrument)
    .toBe('Bench meter (simulated)');
});

test('the meter is held, cleared and put to a place on the vehicle; what looks wrongly held is said', async ({
  page,
  bench,
  hungRun,
  standIn,
}) => {
  await standIn.now.say(hungRun, 'handle vehicle clamp_drop=0.62');
  await bench.identify();
  await bench.complain('Single click');
  await bench.inspectAllInOrder();
  await bench.expectStage('Vehicle check');
  const drop = page.getByLabel('Voltage drop', { exact: true });
  await expect(drop).toHaveValue(/^0\.6/);
  await page.getByRole('button', { name: /^Hold/ }).click();
  await expect(page.getByRole('button', { name: /^Held/ })).toHaveAttribute('aria-pressed', 'true');
  const frozen = await drop.inputValue();
  await standIn.now.say(hungRun, 'handle vehicle clamp_drop=0.95');
  await standIn.now.say(hungRun, 'handle clamp zeroed=no');
  await expect(page.getByText('The clamp shows a current with nothing on')).toBeVisible();
  await expect(drop).toHaveValue(frozen);
  await page.getByRole('button', { name: /^Held/ }).click();
  await expect(drop).toHaveValue(/^0\.9/);
  await bench.capture();
  await expect(bench.step('Vehicle check')).toContainText('clamp drop 0.9');
  await bench.restedOvernight();
  // The probes are back on the posts.
  await expect(page.getByLabel('Open-circuit voltage')).toHaveValue(/^12\./);
  await standIn.now.say(hungRun, 'handle clamp zeroed=no');
  await page.getByRole('button', { name: 'Zero the clamp' }).click();
  await expect(page.getByText('The clamp shows a current with nothing on')).toBeHidden();
  await page.getByRole('button', { name: 'Set them' }).click();
  await expectAccessible(page);
  await choose(page.getByLabel('Meter’s range'), '2 V');
  await expect(page.getByText('The meter is past its range')).toBeVisible();
  await choose(page.getByLabel('Meter’s range'), '20 V');
  await expect(page.getByLabel('Open-circuit voltage')).toHaveValue(/^12\./);
});
