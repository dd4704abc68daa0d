import { expect, expectAccessible, test } from './support/test';

test('a bad cell is found with the hydrometer, and condemned only after a charge', async ({
  page,
  bench,
  openedRun: _run,
}) => {
  await bench.upToCharge('12.50', '20');
  await bench.step('Hydrometer').click();
  for (const [index, gravity] of ['1.255', '1.26', '1.19', '1.255', '1.26', '1.255'].entries()) {
    await page.getByLabel(`Cell ${index + 1}`).fill(gravity);
  }
  await expectAccessible(page);
  await bench.capture();
  await expect(bench.verdict).toHaveText('Charge, rest, retest');
  await expect(bench.step('Hydrometer')).toContainText('1.190 to 1.260');

  await page.getByRole('button', { name: 'Full charge given' }).click();
  await bench.restedOvernight();
  await bench.openCircuit('12.55', '20');
  await bench.step('Hydrometer').click();
  // By keyboard: Enter goes on to the next cell, and captures after the last.
  await bench.ready();
  for (const gravity of ['1.26', '1.265', '1.20', '1.26', '1.265', '1.26']) {
    await page.keyboard.type(gravity);
    await page.keyboard.press('Enter');
  }
  await expect(bench.verdict).toHaveText('Retire');
  await expect(page.getByRole('region', { name: 'Stage' })).toContainText('One cell stays far behind');
});

test('conductance read under the wrong standard disagrees with the load, and is put right', async ({
  page,
  bench,
  openedRun: _run,
}) => {
  await bench.upToCharge('12.65', '20');
  await bench.expectStage('Conductance');
  await expectAccessible(page);
  // The tester stood on DIN, and its 330 A were taken for SAE: 58 % of the rating instead of 96.
  await page.getByLabel('Reading').fill('330');
  await bench.capture();
  await expect(bench.verdict).toHaveText('Retire');
  await bench.load('10.55');
  await expect(bench.verdict).toHaveText('Not decided yet');
  await expect(page.getByRole('complementary', { name: 'Ledger' })).toContainText(
    'Suspect the contact, the rating or its standard',
  );
  await bench.step('Conductance').click();
  await page.getByLabel('The tester shows').selectOption('DIN');
  await page.getByLabel('Reading').fill('330');
  await bench.capture();
  await expect(bench.verdict).toHaveText('Return to service');
});

test('a three-minute charge finds sulphated plates after a full charge', async ({
  page,
  bench,
  openedRun: _run,
}) => {
  await bench.upToCharge('12.10', '20');
  await page.getByRole('button', { name: 'Full charge given' }).click();
  await bench.restedOvernight();
  await bench.openCircuit('12.50', '20');
  await bench.step('Three-minute charge').click();
  await page.getByLabel('Voltage after 3 min').fill('16.2');
  await bench.capture();
  await expect(bench.verdict).toHaveText('Retire');
  await expect(page.getByRole('complementary', { name: 'Ledger' })).toContainText('sulphated');
});
