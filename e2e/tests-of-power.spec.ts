import { choose, expect, expectAccessible, startedRun, test } from './support/test';

test('a bad cell is found with the hydrometer, and condemned only after a charge', async ({
  page,
  bench,
  openedRun: _run,
}) => {
  await bench.upToCharge('12.50', '20');
  await bench.step('Hydrometer or cell probe').click();
  for (const [index, gravity] of ['1.255', '1.26', '1.19', '1.255', '1.26', '1.255'].entries()) {
    await page.getByLabel(`Cell ${index + 1}`).fill(gravity);
  }
  await expectAccessible(page);
  await bench.capture();
  await expect(bench.verdict).toHaveText('Charge first');
  await expect(bench.step('Hydrometer or cell probe')).toContainText('1.190 to 1.260');

  await bench.charged();
  await bench.restedOvernight();
  await bench.openCircuit('12.55', '20');
  await bench.step('Hydrometer or cell probe').click();
  // By keyboard: Enter goes on to the next cell, and captures after the last.
  await bench.ready();
  for (const gravity of ['1.26', '1.265', '1.20', '1.26', '1.265', '1.26']) {
    await page.keyboard.type(gravity);
    await page.keyboard.press('Enter');
  }
  await expect(bench.verdict).toHaveText('Retire');
  await expect(page.getByRole('region', { name: 'Stage' })).toContainText('One cell stays far behind');
});

test('an AGM read under the wrong standard disagrees with its load test, and is put right', async ({
  page,
  bench,
  request,
  newTag,
  technicianId,
}) => {
  const agm = { tag: newTag, technicianId, type: 'agm', ratings: [{ standard: 'EN', amps: 760 }] };
  await bench.open(await startedRun(request, agm));
  await bench.identify();
  await bench.complain();
  await page.getByRole('button', { name: 'All in order, sealed' }).click();
  await bench.restedOvernight();
  await bench.openCircuit('12.88', '20');
  await bench.expectStage('Conductance');
  await expectAccessible(page);
  // The tester stood on DIN, and its 460 A were taken for EN: 61 % of the rating instead of 96.
  await choose(page.getByLabel('The tester shows'), 'EN');
  await page.getByLabel('Reading').fill('460');
  await bench.capture();
  await bench.load('10.95');
  await expect(bench.verdict).toHaveText('Not decided yet');
  await expect(page.getByRole('complementary', { name: 'Ledger' })).toContainText(
    'Suspect the contact, the rating or its standard',
  );
  await bench.step('Conductance').click();
  await choose(page.getByLabel('The tester shows'), 'DIN');
  await page.getByLabel('Reading').fill('460');
  await bench.capture();
  await expect(bench.verdict).toHaveText('Return to service');
});

test('a tester’s amperes about to be corrected twice are warned of by name', async ({
  page,
  bench,
  openedRun: _run,
}) => {
  await bench.upToCharge('12.65', '2');
  await choose(page.getByLabel('It has corrected for'), 'none');
  await expect(page.getByText(/corrected for temperature and charge itself/)).toBeVisible();
  await choose(page.getByLabel('It has corrected for'), 'both');
  await expect(page.getByText(/Correcting again counts it twice/)).toHaveCount(0);
  // A third of the rating is more likely another standard than a battery this bad.
  await page.getByLabel('Reading').fill('200');
  await expect(page.getByText(/Is the tester set to the standard on the label/)).toBeVisible();
});

test('a three-minute charge of a low battery finds sulphated plates, which get a slow charge', async ({
  page,
  bench,
  openedRun: _run,
}) => {
  await bench.upToCharge('12.10', '20');
  await bench.step('Three-minute charge').click();
  await page.getByLabel('Voltage after 3 min').fill('16.2');
  await bench.capture();
  await expect(bench.verdict).toHaveText('Charge first');
  await expect(page.getByRole('complementary', { name: 'Ledger' })).toContainText('ulphated');
  await bench.step('Charge').click();
  await expect(page.getByRole('radio', { name: 'Slowly' })).toBeChecked();
  // Charged, it gasses past the limit however sound it is: what it is worth its load test says.
  await bench.charged();
  await bench.restedOvernight();
  await bench.openCircuit('12.60', '20');
  await bench.load('10.60');
  await expect(bench.verdict).toHaveText('Return to service');
});
