import type { Page } from '@playwright/test';
import { LOW } from './support/charge-room';
import { GOOD, taken, test, toTheLoad, toTheVoltage } from './support/hung-battery';
import { captureFor, expect, expectAccessible, startedRun } from './support/test';

test.describe('a battery that is low', () => {
  test.use({ clamps: GOOD.replace('charge=96', 'charge=40') });

  test('a charge and a stand run faster than the clock, and the charge goes on while other steps are looked at', async ({
    page,
    bench,
    hungRun,
  }) => {
    await toTheVoltage(bench);
    await bench.captureVoltageRead();
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
    // Its log was written by itself meanwhile, and what it counted until it was full is there to be kept with it.
    await expect(page.getByRole('table', { name: 'Log' }).getByRole('row').last()).toContainText(/\d\sAh/);
    const counted = page.getByLabel('Ah that it gave until full');
    await expect(counted).toHaveValue(/^[34]\d/);
    await charger.getByRole('button', { name: '×1', exact: true }).click();
    const given = Number(await counted.inputValue());
    // What is no number is named, and ends nothing.
    await counted.fill('many');
    await page.getByRole('button', { name: 'Full: charger off' }).click();
    await expect(page.getByText(/found "?many"?, expected a number of Ah/)).toBeVisible();
    await counted.fill(String(given));
    await page.getByRole('button', { name: 'Full: charger off' }).click();
    await expect
      .poll(async () => (await taken(page, hungRun)).find(({ kind }) => kind === 'charge')?.data.ampHours)
      .toBeCloseTo(given, 0);
    const logged = (await taken(page, hungRun)).filter(({ kind }) => kind === 'charge_log');
    expect(logged.length).toBeGreaterThan(2);
    // The charger's own clock runs on from line to line, however fast.
    const minutes = logged.map(({ data }) => data.minutes ?? 0);
    expect(minutes).toEqual([...minutes].sort((one, other) => one - other));
    expect(Math.max(...minutes)).toBeGreaterThan(120);
    // Only the charger's time ran faster: a night since then contradicts the clock of the run, and is stood by.
    await bench.expectStage('Settle');
    await page.getByText('Overnight').click();
    await page.getByRole('button', { name: 'It rested so: the charge was entered late' }).click();
    // Rested and read, it stands for hours that pass in seconds.
    await bench.captureVoltageRead();
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

test.describe('two batteries on charge', () => {
  const low = GOOD.replace('charge=96', 'charge=40');
  test.use({ clamps: low });

  test('each charger runs at a speed of its own, keeps its own log, and goes on while nobody looks', async ({
    page,
    context,
    request,
    hungRun,
    standIn,
    technicianId,
    newTag,
  }) => {
    const other = await startedRun(request, { tag: `${newTag}B`, technicianId });
    await standIn.now.say(other, low);
    for (const runId of [hungRun, other]) {
      for (const reading of LOW) await captureFor(request, runId, technicianId, reading);
      const on = { mode: 'normal', volts: 14.4, amps: 15, hours: 5 };
      await captureFor(request, runId, technicianId, ['charge_start', on]);
    }
    await page.reload();
    const beside = await context.newPage();
    await beside.goto(`/bench/${other}`);
    const chargerOf = (one: Page) => one.getByRole('region', { name: 'Charger' });
    for (const one of [page, beside]) await expect(chargerOf(one)).toContainText(/1\d\.\d\sA/);
    await chargerOf(page).getByRole('button', { name: '×3600' }).click();
    await chargerOf(beside).getByRole('button', { name: '×60', exact: true }).click();
    await expect(chargerOf(page)).toContainText('It says full', { timeout: 120_000 });
    await expect(chargerOf(beside)).not.toContainText('It says full');
    await chargerOf(page).getByRole('button', { name: '×1', exact: true }).click();
    // The room knows what each has taken by its own charger's count.
    await page.goto('/room');
    const tile = page
      .getByRole('region', { name: 'Channels' })
      .getByRole('link')
      .filter({ has: page.getByText(newTag, { exact: true }) });
    await expect(tile).toContainText(/[34]\d of \d\d Ah/);
    // Nobody looked at it meanwhile, and it is where it was.
    await page.goto(`/bench/${hungRun}`);
    await expect(chargerOf(page)).toContainText('It says full');
    await expect(page.getByLabel('Ah that it gave until full')).toHaveValue(/^[34]\d/);
    await expect(page.getByRole('table', { name: 'Log' }).getByRole('row').last()).toContainText(
      /[34]\d[.\d]*\sAh/,
    );
  });
});

test.describe('a deep-cycle battery that has shed half of its plates', () => {
  test.use({ clamps: `${GOOD.replace('charge=96', 'charge=100')} capacity=55`, duty: 'deep_cycle' });

  test('a discharge runs faster than the clock, is drawn against a new one, ends by itself and retires it', async ({
    page,
    bench,
    hungRun,
  }) => {
    await toTheVoltage(bench);
    await bench.captureVoltageRead();
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
    await toTheVoltage(bench);
    await bench.captureVoltageRead();
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
