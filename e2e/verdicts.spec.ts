import { expect, expectAccessible, finishRunSeen, startedRun, test } from './support/test';

test('a new battery is registered from the scan field and goes through to Return to service', async ({
  page,
  bench,
  newTag,
}) => {
  await page.goto('/');
  await expectAccessible(page);
  await page.getByLabel('Battery tag').fill(newTag);
  await page.getByRole('button', { name: 'Find', exact: true }).click();
  await page.getByRole('button', { name: 'Register it' }).click();
  await expect(page.getByLabel('Tag', { exact: true })).toHaveValue(newTag);
  await expectAccessible(page);
  // How it is made decides the test, and is never guessed.
  await page.getByRole('button', { name: 'Register' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'expected how it is made' })).toBeVisible();
  await page
    .locator('label')
    .filter({ hasText: /^Flooded$/ })
    .click();
  await page.getByLabel('Rating 1, A').fill('570');
  await page.getByText('Where it belongs, and what else is printed').click();
  await page.getByLabel('Vehicle or shelf').fill('Crew van 9');
  await page.getByLabel('Fitted on').fill('31.1.2025');
  await page.getByLabel('Vehicle or shelf').focus();
  await expect(page.getByLabel('Fitted on')).toHaveValue('31 Jan 2025');
  await page.getByRole('button', { name: 'Register' }).click();

  await expect(page.getByRole('heading', { name: newTag })).toBeVisible();
  await page.getByRole('button', { name: 'Start a run' }).click();
  await bench.identify();
  await bench.complain();
  await bench.inspectAllInOrder();
  await bench.restedOvernight();
  await expectAccessible(page);

  // The open voltage goes in by the pad, as it would with gloves on.
  await bench.expectStage('Open-circuit voltage');
  for (const key of ['1', '2', 'Point', '6', '8'])
    await page.getByRole('button', { name: key, exact: true }).click();
  await page.getByLabel('Battery temperature').fill('20');
  await bench.capture();

  // Without a conductance tester the step is passed over, and the load test is next.
  await bench.expectStage('Conductance');
  await page.getByRole('button', { name: /pass it over/ }).click();
  await bench.expectStage('Load test');
  await expect(page.getByText('285 A').first()).toBeVisible();
  await bench.load('10.7');
  await expect(bench.verdict).toHaveText('Return to service');
  await expectAccessible(page);
  await bench.finish();

  await page.getByRole('link', { name: 'Its story' }).click();
  await expect(page.getByRole('region', { name: 'Runs' })).toContainText('Return to service');
  await expect(page.getByRole('img', { name: /^Health over time/ })).toBeVisible();
  await expectAccessible(page);
  await page.goto('/');
  await expect(page.getByRole('region', { name: 'Done today' })).toContainText(newTag);
});

test('a cold load test passes only thanks to the corrected limit', async ({
  page,
  bench,
  openedRun: _run,
}) => {
  await bench.upToCharge('12.70', '-10');
  await bench.step('Load test').click();
  // 9.10 V would fail the 9.60 V of a warm battery; at −10 °C the limit is 8.78 V.
  await expect(page.getByText('8.78 V').first()).toBeVisible();
  await bench.load('9.10');
  await expect(page.getByText('+0.32 V').first()).toBeVisible();
  await expect(bench.verdict).toHaveText('Serve and watch');

  // The same reading in the warm is a failure.
  await bench.step('Load test').click();
  await page.getByRole('button', { name: 'The entry is wrong' }).click();
  await page.getByRole('button', { name: 'Typed wrongly' }).click();
  await page.getByRole('button', { name: 'Enter the right one' }).click();
  await page.getByLabel('Temperature', { exact: true }).fill('25');
  await bench.capture();
  await expect(bench.verdict).toHaveText('Retire');
});

test('a half-charged battery that fails a forced load is charged, not retired', async ({
  page,
  bench,
  openedRun: _run,
}) => {
  await bench.upToCharge('12.22', '20');
  await expect(bench.verdict).toHaveText('Charge first');
  await expect(bench.step('Load test')).toContainText(/charge first: 4\d\s%, needs 65\s%/);

  await bench.step('Load test').click();
  await page.getByRole('button', { name: 'Force it' }).click();
  await bench.load('8.90');
  await expect(bench.verdict).toHaveText('Charge first');
  await expect(bench.step('Load test')).toContainText('forced');

  // After a full charge the same battery proves sound.
  await bench.charged();
  await bench.restedOvernight();
  await bench.openCircuit('12.62', '20');
  await bench.load('10.40');
  await expect(bench.verdict).toHaveText('Return to service');
});

test('a battery that is low again after two full charges is retired', async ({ bench, openedRun: _run }) => {
  await bench.upToCharge('12.10', '20');
  for (const volts of ['12.20', '12.25']) {
    await expect(bench.verdict).toHaveText('Charge first');
    await bench.charged();
    await bench.restedOvernight();
    await bench.openCircuit(volts, '20');
  }
  await expect(bench.verdict).toHaveText('Retire');
  await bench.finish();
});

test('a battery that fails, and recovers to 12.5 V, is retired', async ({ page, bench, openedRun: _run }) => {
  await bench.upToCharge('12.55', '22');
  await bench.load('9.30');
  await expect(bench.verdict).toHaveText('Not decided yet');
  await bench.expectStage('Recovery');
  await page.getByLabel('Open voltage now').fill('12.5');
  await page.getByLabel('After the load').fill('5');
  await bench.capture();
  await expect(bench.verdict).toHaveText('Retire');
  await bench.finish();
  await expect(page.getByRole('region', { name: 'Stage' })).toContainText('The charge is there');
});

test('a cracked case is quarantined and bars every electrical step', async ({
  page,
  bench,
  openedRun: _run,
}) => {
  await bench.identify();
  await bench.complain();
  await bench.mark('Cracked', 'Clean and tight', 'Over the plates', 'None');
  await page.getByRole('button', { name: 'Capture what is marked' }).click();
  await expect(bench.verdict).toHaveText('Quarantine');
  await expect(page.getByText('Grade X.')).toBeVisible();
  for (const step of ['Settle', 'Open-circuit voltage', 'Load test']) {
    await expect(bench.step(step)).toContainText('unsafe: case cracked');
    await bench.step(step).click();
    await expect(page.getByRole('button', { name: 'Force it' })).toHaveCount(0);
  }
});

test('keyboard only, from the scan to the verdict', async ({
  page,
  bench,
  request,
  newTag,
  technicianId,
}) => {
  const runId = await startedRun(request, { tag: newTag, technicianId });
  await finishRunSeen(request, runId, technicianId);
  await page.goto('/batteries');
  const { keyboard } = page;
  await expect(async () => {
    await keyboard.press('/');
    await expect(page.getByLabel('Battery tag')).toBeFocused({ timeout: 3000 });
  }, 'the page takes keys only once its script runs').toPass();
  await keyboard.type(newTag);
  await keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Start a run' })).toBeFocused();
  await expect(page.locator('[data-opening]')).toHaveCount(0);
  await keyboard.press('Enter');
  await bench.expectStage('Identify');
  await bench.ready();
  await keyboard.press('Enter');
  await bench.expectStage('Complaint');
  await bench.ready();
  await keyboard.press('Enter');
  await bench.expectStage('Inspect');
  await bench.ready();
  await keyboard.press('Enter');
  await bench.expectStage('Settle');
  await bench.ready();
  await keyboard.press('Space');
  await keyboard.press('Enter');
  await bench.expectStage('Open-circuit voltage');
  await bench.ready();
  await keyboard.type('12.66');
  await keyboard.press('Tab');
  await keyboard.type('18');
  await keyboard.press('Enter');
  await bench.expectStage('Conductance');
  await bench.ready();
  await keyboard.press(']');
  await bench.expectStage('Load test');
  await bench.ready();
  await keyboard.type('10.6');
  await keyboard.press('Space');
  await bench.expectStage('Verdict');
  await bench.ready();
  await keyboard.press('Enter');
  await expect(page.getByText(/^Finished/)).toBeVisible();
  await expect(bench.verdict).toHaveText('Return to service');
});
