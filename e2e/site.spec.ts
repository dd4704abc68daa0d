import {
  captureFor,
  choose,
  expect,
  expectAccessible,
  finishRunSeen,
  startedRun,
  test,
} from './support/test';

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
  await choose(page.getByRole('combobox', { name: 'Climate' }), 'Hot most of the year');
  await choose(page.getByRole('combobox', { name: 'Coldest months' }), 'June to August');
  await page.getByLabel('Time zone').fill('Harbour/Nowhere');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText(/found "Harbour\/Nowhere", expected the name of a time zone/)).toBeVisible();
  await page.getByLabel('Time zone').fill('UTC');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved. Every screen of this site shows it from now on.')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Name, as it is printed')).toHaveValue('Ferngate Harbour Works');
  await expect(page.getByRole('combobox', { name: 'Climate' })).toContainText('Hot most of the year');
  await expect(page.getByRole('combobox', { name: 'Coldest months' })).toContainText('June to August');

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
  await choose(page.getByRole('combobox', { name: 'Climate' }), 'Temperate or cold');
  await choose(page.getByRole('combobox', { name: 'Coldest months' }), 'December to February');
  await choose(page.getByLabel('Rating standard of a new label'), 'SAE');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved. Every screen of this site shows it from now on.')).toBeVisible();
});

test('a charger is added, names itself on the charge that it gives, and is put aside', async ({
  page,
  request,
  newTag,
  technicianId,
}) => {
  const name = `Corner charger ${newTag}`;
  await page.goto('/site');
  await page.getByRole('button', { name: 'Add a charger' }).click();
  const form = page.getByRole('dialog');
  await form.getByLabel('Name').fill(name);
  await form.getByLabel('Channels').fill('2');
  await form.getByLabel('Gives at most, A').fill('six');
  await form.getByLabel('To, V').fill('14');
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form.getByText('Found “six”, expected a number')).toBeVisible();
  await form.getByLabel('Gives at most, A').fill('6');
  await expectAccessible(page);
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form).toBeHidden();
  await expect(page.getByRole('row', { name })).toContainText('2 × 6 A');

  const runId = await startedRun(request, { tag: newTag, technicianId });
  const looks = [
    ['identify', { confirmed: true }],
    ['inspection', { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' }],
    ['settle', { method: 'rested', restMinutes: 800, clockMinutes: 0 }],
    ['open_circuit', { volts: 12.05, temperatureC: 20 }],
  ] as const;
  for (const reading of looks) await captureFor(request, runId, technicianId, reading);
  await page.goto(`/bench/${runId}`);
  const charger = page.getByRole('combobox', { name: 'Charger' });
  if (!(await charger.textContent())?.includes(name)) await choose(charger, name);
  await choose(page.getByRole('combobox', { name: 'Channel' }), '2');
  await expect(page.getByText('It gives 14.0 V at most')).toBeVisible();
  await page.getByRole('button', { name: 'It is on charge' }).click();
  await expect(page.getByText(`${name}, channel 2`)).toBeVisible();
  await page.goto('/');
  await expect(page.getByText(`on ${name}, channel 2`)).toBeVisible();

  await page.goto('/site');
  await page.getByRole('button', { name: `Put ${name} aside` }).click();
  await expect(page.getByRole('button', { name: `Use ${name} again` })).toBeVisible();
  await page.goto(`/bench/${runId}`);
  await expect(page.getByText(`${name}, channel 2`)).toBeVisible();
});
