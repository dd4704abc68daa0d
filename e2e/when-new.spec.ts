import { expect, expectAccessible, test } from './support/test';

test('the first test of a unit becomes its reference, a later run says so, and it can be left out and counted again', async ({
  page,
  bench,
  openedRun: _run,
  newTag,
}) => {
  const basis = page.getByRole('region', { name: 'Health' }).first();
  await bench.upToCharge('12.65', '20');
  await bench.load('10.50');
  await expect(basis).toContainText('93');
  await basis.getByText('Health', { exact: true }).click();
  await expect(page.getByText('Against its label: the ± holds what makers differ by.').first()).toBeVisible();
  await bench.finish();

  await page.getByRole('link', { name: newTag }).first().click();
  const whenNew = page.getByRole('region', { name: 'When new' });
  await expect(whenNew).toContainText('Nobody has noted when it was fitted');
  await page.getByRole('link', { name: 'Correct the label' }).click();
  await page.getByLabel('Fitted on').fill(new Date().toISOString().slice(0, 10));
  await page.getByRole('button', { name: 'Save the label' }).click();
  await expect(whenNew).toContainText('93 %');
  await expect(whenNew.getByRole('listitem')).toHaveCount(1);
  await expectAccessible(page);

  await page.getByRole('button', { name: 'Start a run' }).click();
  await bench.ready();
  await bench.upToCharge('12.65', '20');
  await bench.load('10.50');
  await basis.getByText('Health', { exact: true }).click();
  await expect(page.getByText('Against its own tests when new.').first()).toBeVisible();
  await expect(page.getByText(/what it read when new \(one test\)/).first()).toBeVisible();
  await bench.finish();

  await page.getByRole('link', { name: newTag }).first().click();
  await expect(whenNew.getByRole('listitem')).toHaveCount(2);
  await whenNew.getByRole('button', { name: 'Leave these tests out' }).click();
  await expect(whenNew).toContainText('are left out');
  await whenNew.getByRole('button', { name: 'Count them again' }).click();
  await expect(whenNew.getByRole('listitem')).toHaveCount(2);
});
