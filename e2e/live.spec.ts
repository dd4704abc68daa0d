import type { Page } from '@playwright/test';
import type { BenchPage } from './support/bench-page';
import { freePort, newDatabaseFile, type Server, startServer } from './support/server';
import { type StandIn, startStandIn } from './support/stand-in';
import { test as base, choose, expect, expectAccessible, startedRun } from './support/test';

const GOOD =
  'attach bench construction=flooded nominal=12 standard=SAE amps=570 c20=60 health=96 charge=96 celsius=18';

interface OnTheClamps {
  /** What hangs on the instruments; another battery where a test says so. */
  readonly clamps: string;
  /** What its label says that it is for. */
  readonly duty: 'starting' | 'deep_cycle';
  /** A run whose battery hangs on the instruments. */
  readonly hungRun: string;
}

/** A bench with simulated instruments, and what hangs on them. */
const test = base.extend<OnTheClamps, { readonly standIn: { now: StandIn; port: number } }>({
  standIn: [
    async ({ browserName: _browser }, use) => {
      const port = await freePort();
      const held = { now: await startStandIn(port), port };
      await use(held);
      await held.now.kill();
    },
    { scope: 'worker' },
  ],
  server: [
    async ({ standIn }, use) => {
      const server: Server = await startServer({
        port: await freePort(),
        databaseFile: newDatabaseFile(),
        instruments: standIn.now.url,
      });
      await use(server);
      await server.kill();
    },
    { scope: 'worker' },
  ],
  clamps: [GOOD, { option: true }],
  duty: ['starting', { option: true }],
  hungRun: async ({ bench, page, request, newTag, technicianId, standIn, clamps, duty }, use) => {
    const runId = await startedRun(request, { tag: newTag, technicianId, duty });
    // Before the page comes: it hangs the run's own battery on clamps that are empty.
    await standIn.now.say(runId, clamps);
    await bench.open(runId);
    await expect(page.getByText('Simulated instruments, simulated battery')).toBeVisible();
    await use(runId);
  },
});

async function toTheLoad(bench: BenchPage, page: Page): Promise<void> {
  await bench.identify();
  await bench.complain();
  await bench.inspectAllInOrder();
  await bench.restedOvernight();
  await bench.expectStage('Open-circuit voltage');
  await expect(page.getByText('live from Bench meter (simulated)')).toBeVisible();
  await bench.capture();
  await bench.step('Load test').click();
  await expect(page.getByRole('button', { name: /Load on/ })).toBeVisible();
}

const taken = async (page: Page, runId: string) => {
  const view = (await (await page.request.get(`/api/runs/${runId}`)).json()) as {
    value: {
      readings: {
        kind: string;
        instrument: string;
        data: { stopped?: string; trace?: unknown[]; hours?: number; minutes?: number };
      }[];
    };
  };
  return view.value.readings;
};

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

test('a load that is stopped captures nothing', async ({ page, bench, hungRun }) => {
  await toTheLoad(bench, page);
  await page.getByRole('button', { name: /Load on/ }).click();
  await page.waitForTimeout(1500);
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
  await expect(page.getByRole('button', { name: /Stop: load off/ })).toBeVisible();
  await page.waitForTimeout(800);
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
  await page.waitForTimeout(1200);
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
  await bench.capture();
  await bench.step('Crank it').click();
  await page.keyboard.press('s');
  await expect(page.getByRole('button', { name: /Key off/ })).toBeVisible();
  await expect(page.getByText('live from Bench meter (simulated)')).toBeVisible();
  await page.waitForTimeout(3000);
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
  await page.waitForTimeout(600);
  await expect(drop).toHaveValue(frozen);
  await page.getByRole('button', { name: /^Held/ }).click();
  await bench.capture();
  await expect(bench.step('Vehicle check')).toContainText('clamp drop 0.6');
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

test.describe('a battery that is low', () => {
  test.use({ clamps: GOOD.replace('charge=96', 'charge=40') });

  test('a charge and a stand run faster than the clock, and the charge goes on while other steps are looked at', async ({
    page,
    bench,
    hungRun,
  }) => {
    await bench.identify();
    await bench.complain();
    await bench.inspectAllInOrder();
    await bench.restedOvernight();
    await bench.capture();
    await bench.expectStage('Charge');
    await page.getByRole('button', { name: /It is on charge/ }).click();
    const charger = page.getByRole('region', { name: 'Charger' });
    await expect(charger).toContainText(/1\d\.\d\sA/);
    await expect(charger).toContainText('Simulated: its time can run faster');
    await bench.step('Open-circuit voltage').click();
    await bench.step('Charge').click();
    await expect(charger).toContainText(/1\d\.\d\sA/);
    const secondsToGo = async () => {
      const clock = await page.getByRole('timer').first().innerText();
      return clock.split(':').reduce((seconds, part) => 60 * seconds + Number(part), 0);
    };
    const begun = await secondsToGo();
    await charger.getByRole('button', { name: '×3600' }).click();
    await expect(charger).toContainText('It says full', { timeout: 120_000 });
    // Hours have gone by for the charger, and its clock says so.
    expect(await secondsToGo()).toBeLessThan(begun - 3600);
    await page.getByRole('button', { name: 'Full: charger off' }).click();
    // Only the charger's time ran faster: a night since then contradicts the clock of the run, and is stood by.
    await bench.expectStage('Settle');
    await page.getByText('Overnight').click();
    await page.getByRole('button', { name: 'It rested so: the charge was entered late' }).click();
    // Rested and read, it stands for hours that pass in seconds.
    await bench.capture();
    await bench.step('Stand').click();
    await page.getByRole('button', { name: '×3600' }).click();
    await expect(page.getByPlaceholder(/by the clock: ([2-9]|\d\d)/)).toBeVisible();
    await page.getByRole('button', { name: '×1', exact: true }).click();
    await bench.capture();
    await expect
      .poll(async () => (await taken(page, hungRun)).find(({ kind }) => kind === 'stand')?.data.hours)
      .toBeGreaterThanOrEqual(2);
  });
});

test.describe('a deep-cycle battery that has shed half of its plates', () => {
  test.use({ clamps: `${GOOD.replace('charge=96', 'charge=100')} capacity=55`, duty: 'deep_cycle' });

  test('a discharge runs faster than the clock, is drawn against a new one, ends by itself and retires it', async ({
    page,
    bench,
    hungRun,
  }) => {
    await bench.identify();
    await bench.complain();
    await bench.inspectAllInOrder();
    await bench.restedOvernight();
    await bench.capture();
    await bench.expectStage('Discharge');
    await expect(page.getByRole('img', { name: /How a new battery of this label would go/ })).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: /It is discharging/ }).click();
    const discharger = page.getByRole('region', { name: 'Discharger' });
    await expect(discharger).toContainText(/1[12]\.\d\d\sV/);
    // It goes on while another step is looked at, and is found as it is.
    await bench.step('Open-circuit voltage').click();
    await bench.step('Discharge').click();
    await discharger.getByRole('button', { name: '×600' }).click();
    await expect(discharger).toContainText('It has ended', { timeout: 120_000 });
    await expect(page.getByRole('img', { name: /Discharge so far/ })).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: /At its end: 10\.\d\d\sV after/ }).click();
    await expect(page.getByTestId('verdict')).toHaveText('Retire');
    await expect(page.getByRole('region', { name: 'Capacity' })).toContainText(/(4|5)\d\s%/);
    const [ended] = (await taken(page, hungRun)).filter(({ kind }) => kind === 'discharge');
    expect(ended?.instrument).toContain('Discharger');
    // 60 Ah at 25 A last 96 min when new.
    expect(ended?.data.minutes).toBeGreaterThan(40);
    expect(ended?.data.minutes).toBeLessThan(65);
    await page.goto(`/bench/${hungRun}/slip?for=customer`);
    await expect(page.getByText(/It holds about [45]\d % of what its label says/)).toBeVisible();
  });
});

test.describe('a flat battery', () => {
  test.use({ clamps: GOOD.replace('charge=96', 'charge=30') });

  test('the three-minute test of a low battery ends by itself', async ({ page, bench, hungRun }) => {
    await bench.identify();
    await bench.complain();
    await bench.inspectAllInOrder();
    await bench.restedOvernight();
    await bench.capture();
    await bench.step('Three-minute charge').click();
    await page.keyboard.press('s');
    await page.getByRole('button', { name: '×60', exact: true }).click();
    await expect(page.getByText('Read it now')).toBeVisible();
    await expect(page.getByLabel('Charging current')).toHaveValue('40.0');
    await expect(page.getByLabel('Voltage after 3 min')).toHaveValue(/^1[345]\./);
    await bench.capture();
    await expect
      .poll(async () => (await taken(page, hungRun)).find(({ kind }) => kind === 'three_minute')?.instrument)
      .toMatch(/^Charger \(simulated/);
  });
});

test.describe('a worn battery', () => {
  test.use({ clamps: GOOD.replace('health=96 charge=96', 'health=50 charge=82') });

  test('its recovery after a failed load runs faster than the clock', async ({ page, bench, hungRun }) => {
    await toTheLoad(bench, page);
    await page.keyboard.press('s');
    await expect(page.getByRole('heading', { level: 1, name: 'Recovery' })).toBeVisible();
    await page.getByRole('button', { name: '×60', exact: true }).click();
    // Six simulated minutes: past what the rules ask for.
    await expect(page.getByRole('timer')).toHaveText(/^(0?[6-9]|[1-9]\d):\d\d/);
    await bench.capture();
    const minutesOf = async () => {
      const read = (await taken(page, hungRun)).find(({ kind }) => kind === 'recovery');
      return read?.data.minutes ?? 0;
    };
    await expect.poll(minutesOf).toBeGreaterThanOrEqual(5);
    await expect(bench.verdict).toHaveText('Retire');
  });
});
