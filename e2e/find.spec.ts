import { expect, expectAccessible, test } from './support/test';

test('one key finds batteries by tag or place, screens, and what can be done on this one', async ({
  page,
  bench,
  newTag,
  openedRun: runId,
}) => {
  const find = page.getByRole('dialog', { name: 'Find' });
  await page.keyboard.press('Control+k');
  await expect(find).toBeVisible();
  await page.keyboard.type(newTag.slice(0, 6).toLowerCase());
  await expect(find.getByRole('option', { name: newTag })).toBeVisible();
  await expectAccessible(page);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: newTag })).toBeVisible();

  await page.getByRole('button', { name: 'Find a battery, a screen or what to do' }).click();
  await find.getByRole('combobox').fill('house');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/rules$/);

  // What the Bench can do is found by its words, and done as its key would do it.
  await bench.open(runId);
  await bench.expectStage('Identify');
  await page.keyboard.press('Control+k');
  await expect(find).toBeVisible();
  await page.keyboard.type('step after');
  await expect(find.getByRole('option')).toHaveText([/The step after/]);
  await page.keyboard.press('Enter');
  await bench.expectStage('Complaint');

  await page.keyboard.press('Control+k');
  await expect(find).toBeVisible();
  await page.keyboard.type('no such thing anywhere');
  await expect(find.getByText('Nothing of that name')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(find).toHaveCount(0);
});

test('the keys of a screen are listed by one of them', async ({ page, bench, openedRun: runId }) => {
  await bench.open(runId);
  await bench.expectStage('Identify');
  await page.keyboard.press('?');
  const keys = page.getByRole('dialog', { name: 'Keys' });
  await expect(keys.getByText('The step after')).toBeVisible();
  await expect(keys.getByText('Scan or type a tag')).toBeVisible();
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await expect(keys).toHaveCount(0);
});
