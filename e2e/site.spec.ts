import { choose, expect, expectAccessible, finishRunSeen, startedRun, test } from './support/test';

test('the site is filled in once, printed on slips, and used where nobody chose', async ({
  page,
  request,
  newTag,
  technicianId,
}) => {
  await page.goto('/site');
  await expectAccessible(page);
  await page.getByLabel('Name, as it is printed').fill('Ferngate Harbour Works');
  await page.getByLabel('Address, as it is printed').fill('Quay 4, Ferngate');
  await choose(page.getByRole('combobox', { name: 'Temperatures' }), '°F');
  await choose(page.getByLabel('Rating standard of a new label'), 'EN');
  await page.getByLabel('Time zone').fill('Harbour/Nowhere');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText(/found "Harbour\/Nowhere", expected the name of a time zone/)).toBeVisible();
  await page.getByLabel('Time zone').fill('UTC');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved. Every screen of this site shows it from now on.')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Name, as it is printed')).toHaveValue('Ferngate Harbour Works');

  const runId = await startedRun(request, { tag: newTag, technicianId });
  await finishRunSeen(request, runId, technicianId);
  await page.goto(`/bench/${runId}/slip`);
  await expect(page.getByText('Ferngate Harbour Works, Quay 4, Ferngate')).toBeVisible();
  await page.goto('/batteries/new');
  await expect(page.getByLabel('Standard of rating 1')).toContainText('EN');
  await expect(page.getByRole('button', { name: /Temperatures in °F/ })).toBeVisible();

  // The worker's other tests are in the unit that a site begins with.
  await page.goto('/site');
  await choose(page.getByRole('combobox', { name: 'Temperatures' }), '°C');
  await choose(page.getByLabel('Rating standard of a new label'), 'SAE');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved. Every screen of this site shows it from now on.')).toBeVisible();
});
