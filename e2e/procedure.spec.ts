import { choose, expect, expectAccessible, startedRun, test } from './support/test';

test('a single click sends the technician to the clamp before the battery', async ({
  page,
  bench,
  openedRun: _run,
}) => {
  await bench.identify();
  await bench.expectStage('Complaint');
  await expectAccessible(page);
  await bench.complain('Single click');
  await bench.inspectAllInOrder();
  await bench.expectStage('Vehicle check');
  await expectAccessible(page);
  await page.getByLabel('Voltage drop', { exact: true }).fill('0.4');
  await bench.capture();
  const ledger = page.getByRole('complementary', { name: 'Ledger' });
  await expect(ledger).toContainText('Drop from post to clamp above the limit');
  await bench.expectStage('Settle');

  // A second place on the vehicle stands beside the first, and either entry can be put right.
  await bench.step('Vehicle check').click();
  await page.getByRole('button', { name: 'Measure something else' }).click();
  await expect(page.getByLabel('Measured')).toContainText('Voltage drop along a side');
  await page.getByLabel('Voltage drop', { exact: true }).fill('0.1');
  await bench.capture();
  await expect(ledger).toContainText('Drop along a side within its limit');
  await expect(ledger).toContainText('Drop from post to clamp above the limit');
  await bench.step('Vehicle check').click();
  const also = page.getByRole('region', { name: 'Also measured' });
  await expect(also).toContainText('clamp drop 0.4');
  await expectAccessible(page);
  await also.getByRole('button', { name: 'This one is wrong' }).click();
  await page.getByRole('button', { name: 'Typed wrongly' }).click();
  await page.getByRole('button', { name: 'Enter the right one' }).click();
  await expect(page.getByLabel('Measured')).toContainText(/clamp/i);
  await page.getByLabel('Voltage drop', { exact: true }).fill('0.04');
  await bench.capture();
  await expect(ledger).not.toContainText('above the limit');
});

test('a charge is planned, logged and ended, and the battery comes back rested', async ({
  page,
  bench,
  openedRun: runId,
}) => {
  await bench.upToCharge('12.05', '10');
  await bench.expectStage('Charge');
  await expectAccessible(page);
  // 60 Ah flooded at 10 °C: 14.4 + 15 × 0.024 V, at most a quarter of the capacity.
  await expect(page.getByText('14.76 V').first()).toBeVisible();
  await page.getByLabel('Charger gives').fill('8');
  await page.getByRole('button', { name: /It is on charge/ }).click();
  await page.getByLabel('Voltage now').fill('14.7');
  await page.getByLabel('Current now').fill('7.9');
  await page.getByLabel('Temperature', { exact: true }).fill('52');
  await page.getByRole('button', { name: /Log it/ }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Switch it off' })).toBeVisible();
  await expectAccessible(page);

  // The Floor counts it down meanwhile, and the clock is right after a reload.
  await page.goto('/');
  const onCharge = page.getByRole('link').filter({ has: page.getByText('ready in') });
  await expect(onCharge.first()).toBeVisible();
  await bench.open(runId);
  await page.getByRole('button', { name: 'Full: charger off' }).click();
  await bench.expectStage('Settle');
  await page.getByText('Less than 1 h').click();
  await expect(page.getByRole('button', { name: /^Start/ })).toHaveCount(4);
  await expectAccessible(page);
  await page.getByRole('button', { name: /^Start 13/ }).click();
  await expect(bench.step('Open-circuit voltage')).toContainText('to go');
});

test('a frozen battery thaws a day and is looked at again', async ({ page, bench, openedRun: _run }) => {
  await bench.identify();
  await bench.complain('Stood for long');
  await bench.mark('Frozen', 'Clean and tight', 'Over the plates', 'None');
  await page.getByRole('button', { name: 'Capture what is marked' }).click();
  await expect(bench.verdict).toHaveText('Quarantine');
  await bench.expectStage('Settle');
  await page.getByRole('button', { name: /It is indoors/ }).click();
  await bench.expectStage('Inspect');
  await expect(page.getByText('Thawing indoors')).toBeVisible();
});

test('dirt that leaks current is measured, cleaned and gone', async ({ page, bench, openedRun: _run }) => {
  await bench.identify();
  await bench.complain();
  await bench.mark('Sound', 'Clean and tight', 'Over the plates', 'None');
  await page.getByText('Caps, hold-down, top, level a cell').click();
  await page.getByLabel('Probe drawn across the top').fill('0.8');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Capture what is marked' }).click();
  await bench.expectStage('Clean terminals');
  await expect(page.getByRole('complementary', { name: 'Ledger' })).toContainText(
    'Dirt on the top carries current',
  );
  await page.getByRole('button', { name: 'Clean and tight now' }).click();
  await bench.expectStage('Settle');
});

test('cells are probed from one end, and the weak one shows', async ({ page, bench, openedRun: _run }) => {
  await bench.upToCharge('12.40', '20');
  await bench.step('Hydrometer or cell probe').click();
  await page.getByText('Cell probe, from one end').click();
  for (const [cell, volts] of ['2.1', '4.2', '6.2', '8.3', '10.4', '12.5'].entries()) {
    await page.getByLabel(`To cell ${cell + 1}`).fill(volts);
  }
  await expect(page.getByText(/^Spread/)).toContainText('0.10');
  await expectAccessible(page);
  await bench.capture();
  await expect(bench.verdict).toHaveText('Charge first');
});

test('a recorded load is pasted in, read at its end, and shown to fall at once', async ({
  page,
  bench,
  openedRun: _run,
}) => {
  await bench.upToCharge('12.65', '25');
  await bench.step('Load test').click();
  await page.getByText('Enter how it fell').click();
  await page.getByRole('textbox', { name: /One line a point/ }).fill('t_s;v;i_a\n1;9,90\n0,5;9,95');
  await page.getByRole('button', { name: 'Take these points' }).click();
  await expect(page.getByText(/Row 2, time/)).toBeVisible();
  await page
    .getByRole('textbox', { name: /One line a point/ })
    .fill('t_s;v;i_a\n1;9,42;285\n5;9,40;284\n10;9,38;283\n15;9,36;282');
  await page.getByRole('button', { name: 'Take these points' }).click();
  await expect(page.getByLabel('Voltage at the end')).toHaveValue('9.36');
  await expect(page.getByLabel('Load at the end')).toHaveValue('282');
  await bench.capture();
  await expect(bench.verdict).toHaveText('Retire');
  await expect(page.getByRole('complementary', { name: 'Ledger' })).toContainText('points at a resistance');
});

test('a battery said not to hold its charge stands for a day before it goes back', async ({
  page,
  bench,
  openedRun: _run,
}) => {
  await bench.identify();
  await bench.complain('Does not hold its charge');
  await bench.inspectAllInOrder();
  await bench.expectStage('Vehicle check');
  await page.getByRole('button', { name: /The vehicle is not here/ }).click();
  await bench.restedOvernight();
  await bench.openCircuit('12.30', '20');
  await bench.charged();
  await bench.restedOvernight();
  await bench.openCircuit('12.65', '20');
  await bench.load('10.60');
  await bench.expectStage('Stand');
  await expectAccessible(page);
  await page.getByLabel('Voltage now').fill('12.10');
  await page.getByLabel('Left alone').fill('20');
  await bench.capture();
  await expect(bench.verdict).toHaveText('Retire');
  await expect(page.getByRole('complementary', { name: 'Ledger' })).toContainText(
    'lost its charge within a day',
  );
});

test('cranking is a load test of the engine’s own, held against a corrected floor', async ({
  page,
  bench,
  openedRun: _run,
}) => {
  await bench.upToCharge('12.65', '-10');
  await bench.step('Crank it').click();
  await bench.expectStage('Crank it');
  await expectAccessible(page);
  await page.getByLabel('Lowest sustained voltage').fill('8.6');
  await bench.capture();
  // 9.6 V in the warm is 8.78 V at −10 °C.
  await expect(page.getByRole('complementary', { name: 'Ledger' })).toContainText('−0.18 V');
});

test('a finding opens to its working, its house rule and its source', async ({
  page,
  bench,
  openedRun: _run,
}) => {
  await bench.upToCharge('12.65', '10');
  await bench.load('9.80');
  const ledger = page.getByRole('complementary', { name: 'Ledger' });
  await ledger.getByText('Load test at or above the limit').click();
  await expect(ledger.locator('details[open]').getByText('half of 570 A')).toBeVisible();
  await expect(
    ledger.locator('details[open]').getByText(/Rule 9: load test failed at a valid gate/),
  ).toBeVisible();
  await expect(ledger.locator('details[open]').getByText(/standard practice of the load test/)).toBeVisible();
  await expectAccessible(page);
});

test('the technician has the last word, and the computed verdict stays beside it', async ({
  page,
  bench,
  request,
  newTag,
  technicianId,
}) => {
  await bench.open(await startedRun(request, { tag: newTag, technicianId }));
  await bench.upToCharge('12.65', '25');
  await bench.load('9.30');
  await expect(bench.verdict).toHaveText('Retire');
  await page.getByRole('button', { name: 'Set another verdict' }).click();
  await expect(page.getByRole('button', { name: 'Set it' })).toBeDisabled();
  await page.getByLabel('Why').fill('Spare for the shore pump only');
  await choose(page.getByLabel('Verdict', { exact: true }), 'watch');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Set it' }).click();
  await expect(page.getByText('Computed: Retire.')).toBeVisible();
  await page.getByRole('button', { name: 'Finish the run: Serve and watch' }).click();
  await expect(page.getByText(/^Finished/)).toBeVisible();
  await page.goto('/');
  const done = page.getByRole('region', { name: 'Done today' }).getByRole('link', { name: newTag });
  await expect(done).toContainText('Serve and watch');
  await expect(done).toContainText('computed retire');
});

test('a verdict that was set lapses when a danger is found, and out of quarantine the danger is confirmed', async ({
  page,
  bench,
  openedRun: _run,
}) => {
  await bench.upToCharge('12.65', '25');
  await bench.load('9.30');
  await page.getByRole('button', { name: 'Set another verdict' }).click();
  await page.getByLabel('Why').fill('Spare for the shore pump only');
  await choose(page.getByLabel('Verdict', { exact: true }), 'watch');
  await page.getByRole('button', { name: 'Set it' }).click();
  await expect(page.getByRole('button', { name: 'Finish the run: Serve and watch' })).toBeVisible();

  await bench.step('Inspect').click();
  await page.getByRole('button', { name: 'Do it again' }).click();
  await bench.mark('Cracked', 'Clean and tight', 'Over the plates', 'None');
  await page.getByRole('button', { name: 'Capture what is marked' }).click();
  await bench.step('Verdict').click();
  const finish = page.getByRole('button', { name: /^Finish the run/ });
  await expect(finish).toHaveText(/Quarantine/);
  await expect(page.getByRole('status').filter({ hasText: 'has lapsed' })).toContainText('Serve and watch');

  await page.getByRole('button', { name: 'Set another verdict' }).click();
  await page.getByLabel('Why').fill('The crack is a seam of the mould');
  await expect(page.getByRole('button', { name: 'Set it' })).toBeDisabled();
  await expectAccessible(page);
  await page.getByLabel(/I have looked at just this danger/).check();
  await page.getByRole('button', { name: 'Set it' }).click();
  await expect(finish).toHaveText(/Retire/);
});

test('the same readings are judged by other rules beside the run’s own', async ({
  page,
  bench,
  openedRun: _run,
}) => {
  await bench.upToCharge('12.65', '25');
  await bench.load('9.73');
  await bench.expectStage('Verdict');
  await page.getByText('Under other house rules').click();
  await choose(page.getByLabel('Judge the same readings by'), 'ice-season');
  await expect(page.getByRole('region', { name: 'Ice season' })).toContainText('Not decided yet');
  await expect(page.getByRole('region', { name: /the run’s own/ })).toContainText('Serve and watch');
  await expectAccessible(page);
});
