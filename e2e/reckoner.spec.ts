import { choose, expect, expectAccessible, test } from './support/test';

test('sums work both ways, and their address opens them just as they stood', async ({ page, context }) => {
  await page.goto('/reckoner');
  await expectAccessible(page);
  await page.getByRole('link', { name: 'Load to set' }).click();
  await page.getByLabel('Rating, A').fill('640');
  await expect(page.getByLabel('Load to set, A')).toHaveValue('320');
  await page.getByLabel('Load to set, A').fill('250');
  await expect(page.getByLabel('Rating, A')).toHaveValue('500');
  await choose(page.getByLabel('Its standard'), 'DIN');
  await expect(page.getByLabel('Load to set, A')).toHaveValue('417');
  await expect(page.getByRole('region', { name: 'How far to trust it' })).toContainText('±7 %');

  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByRole('heading', { level: 2 })).toHaveText('Load to set');
  await expect(other.getByLabel('Rating, A')).toHaveValue('500');
  await expect(other.getByLabel('Its standard')).toContainText('DIN');
  await expect(other.getByLabel('Load to set, A')).toHaveValue('417');
  await other.close();
});

test('an address with what cannot be says so, and what is typed wrong stays to be mended', async ({
  page,
}) => {
  await page.goto('/reckoner?tool=charge-volts&volts=126&construction=agm');
  await expect(page.getByText('Volts: found 126, expected 0 to 18 V')).toBeVisible();
  await page.getByLabel('Open-circuit voltage, V').fill('12,6x');
  await expect(page.getByText(/expected 0 to 18 V/)).toBeVisible();
  await expect(page.getByLabel('Open-circuit voltage, V')).toHaveValue('12,6x');
  await page.getByLabel('Open-circuit voltage, V').fill('12,45');
  await expect(page.getByLabel('Charge, %')).toHaveValue('75');
  await expect(page.getByText(/expected 0 to 18 V/)).toHaveCount(0);
});
