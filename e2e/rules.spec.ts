import { readFile } from 'node:fs/promises';
import { startServerWithSampleData } from './support/sample-data';
import type { Server } from './support/server';
import { chooseTechnician, expect, expectAccessible, test } from './support/test';

const PORT = 4290;
let server: Server;

// A store of its own with the sample history: a change of the house rules would reach the other tests.
test.beforeAll(async () => {
  server = await startServerWithSampleData(PORT);
});
test.afterAll(() => server.kill());
test.use({ baseURL: `http://127.0.0.1:${PORT}` });

test.beforeEach(async ({ page }) => {
  await page.goto('/rules');
  await chooseTechnician(page, 'Maro Tindell');
});

test('rules are changed with a reason, and the whole history is compared first', async ({ page }) => {
  await expectAccessible(page);
  await expect(page.getByText('In force: Ferngate bench, version 2.')).toBeVisible();
  await page.getByRole('radio', { name: /Serve from 75 %, retire under 70 %/ }).check();
  await expect(page.getByText('1 answer differs')).toBeVisible();

  const compare = page.getByRole('region', { name: 'Compare' });
  await compare.getByRole('button', { name: /^Judge all/ }).click();
  await expect(compare.getByRole('status')).toContainText('runs judged by both');
  await expect(compare.getByText(/verdicts differ/)).toBeVisible();
  await expect(compare.getByRole('table')).toContainText('Serve and watch');
  await expectAccessible(page);

  await page.getByLabel('Why').fill('Two no-starts in the January cold');
  await page.getByRole('button', { name: 'Put in force as version 3' }).click();
  await expect(page.getByText('In force: Ferngate bench, version 3.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Versions' })).toContainText(
    'Two no-starts in the January cold',
  );
});

test('a run keeps the rules that it was started under', async ({ page }) => {
  await page.goto('/');
  await page
    .getByRole('link', { name: /FH-0111/ })
    .first()
    .click();
  const before = await page.getByText(/^Rule .* of Ferngate bench, version/).textContent();
  await page.goto('/rules');
  await page.getByRole('radio', { name: /^75 %/ }).check();
  await page.getByLabel('Why').fill('Fewer doubtful load tests');
  await page.getByRole('button', { name: /Put in force/ }).click();
  await expect(page.getByRole('region', { name: 'Versions' })).toContainText('Fewer doubtful load tests');
  await page.goto('/');
  await page
    .getByRole('link', { name: /FH-0111/ })
    .first()
    .click();
  await expect(page.getByText(/^Rule .* of Ferngate bench, version/)).toHaveText(before ?? '');
});

test('rules go out as a file and come back in as a draft', async ({ page }) => {
  const downloading = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export' }).first().click();
  const file = await (await downloading).path();
  const rules = JSON.parse(await readFile(file, 'utf8'));
  expect(rules.format).toBe('integra:rules/1');

  const choose = (text: string) =>
    page
      .getByLabel('File of house rules')
      .setInputFiles({ name: 'rules.json', mimeType: 'application/json', buffer: Buffer.from(text) });
  await choose('{"format":"integra:rules/1"}');
  await expect(page.getByText(/^Rules: found nothing/)).toBeVisible();
  rules.rules.recovery.volts = 12.5;
  await choose(JSON.stringify(rules));
  await expect(page.getByText('1 figure in all; not in force yet')).toBeVisible();
  await page.getByRole('button', { name: 'Discard' }).click();
  await expect(page.getByRole('form', { name: 'New version' })).toHaveCount(0);
});

test('figures that contradict each other are refused by name', async ({ page }) => {
  await page.getByText('Every figure, for a house with its own').click();
  await page.getByLabel('health under which to retire').fill('95');
  await page.getByLabel('Why').fill('A slip');
  await page.getByRole('button', { name: /Put in force/ }).click();
  await expect(page.getByText(/the health that serves above the one that retires/)).toBeVisible();
});
