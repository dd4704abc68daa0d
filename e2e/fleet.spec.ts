import type { Page } from '@playwright/test';
import { startServerWithSampleData } from './support/sample-data';
import { freePort, type Server } from './support/server';
import { chooseTechnician, expect, expectAccessible, test } from './support/test';

let demo: Server;

test.beforeAll(async () => {
  demo = await startServerWithSampleData(await freePort());
});
test.afterAll(() => demo.kill());
test.beforeEach(async ({ page }) => {
  await page.goto(demo.url);
  await chooseTechnician(page, 'Ysolde Brackwater');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

/** What is expected of batteries is worked out beside everything else: the list fills as it comes. */
async function workedOut(page: Page) {
  await expect(async () => {
    await page.goto(`${demo.url}/fleet`);
    expect(await page.getByRole('row').count()).toBeGreaterThan(20);
  }).toPass({ timeout: 60_000 });
}

const QUESTIONS = [
  ['/fleet', 'What first'],
  ['/fleet/aging', 'Aging fast'],
  ['/fleet/winter', 'This winter'],
  ['/fleet/cold', 'Cold mornings'],
  ['/fleet/due', 'Due'],
  ['/fleet/buy', 'To buy'],
  ['/fleet/vehicles', 'Hard on batteries'],
  ['/fleet/idle', 'Idle'],
  ['/fleet/instruments', 'Reads off'],
] as const;

test('each question of a lead has an address of its own, and its answer as a file', async ({ page }) => {
  await workedOut(page);
  for (const [address, title] of QUESTIONS) {
    await page.goto(`${demo.url}${address}`);
    await expect(page.getByRole('heading', { level: 1, name: title })).toBeVisible();
    await expect(page.getByRole('link', { name: title })).toHaveAttribute('aria-current', 'page');
    const file = await page.getByRole('link', { name: 'CSV' }).getAttribute('href');
    const answer = await page.request.get(`${demo.url}${file}`);
    expect(answer.headers()['content-type']).toContain('text/csv');
    expect((await answer.text()).split('\n').length).toBeGreaterThan(1);
    await expectAccessible(page);
  }
  await page.goto(`${demo.url}/fleet/vehicles`);
  await expect(page.getByRole('row').nth(1)).toContainText('Crew van 6');
  await page.goto(`${demo.url}/fleet/none-of-them`);
  await expect(page.getByRole('heading', { level: 1, name: 'What first' })).toHaveCount(0);
});

test('the fleet goes on where its page ends', async ({ page }) => {
  await workedOut(page);
  const first = await page.getByRole('row').nth(1).getByRole('link').first().textContent();
  await page.getByRole('link', { name: 'Further on' }).click();
  await page.waitForURL('**/fleet?after=*');
  await expect(page.getByRole('row').nth(1)).toBeVisible();
  expect(await page.getByRole('row').nth(1).getByRole('link').first().textContent()).not.toBe(first);
});

test('a battery’s life stands on one line, read test by test by keyboard', async ({ page }) => {
  await workedOut(page);
  await page.getByRole('row').nth(1).getByRole('link').first().click();
  const life = page.getByRole('region', { name: 'Its life' });
  await expect(life.getByRole('img', { name: /Health over time/ })).toBeVisible();
  await expect(life).toContainText('Fails within');
  const slider = life.getByRole('slider', { name: 'Test on the line' });
  const last = await slider.getAttribute('aria-valuetext');
  await slider.press('Home');
  await expect(slider).not.toHaveAttribute('aria-valuetext', last ?? '');
  await life.getByRole('link', { name: /%|no health read/ }).click();
  await page.waitForURL('**/bench/*');
});

test('a cold snap moves vehicles to standing still, and says what would help', async ({ page }) => {
  await workedOut(page);
  await page.goto(`${demo.url}/fleet/cold`);
  const slider = page.getByRole('slider', { name: 'Lowest of the morning' });
  const starting = page.getByRole('region', { name: 'Start', exact: true }).getByRole('link');
  await slider.press('End');
  const warm = await starting.count();
  await slider.press('Home');
  await expect(page.getByRole('region', { name: 'Will not start' })).toBeVisible();
  expect(await starting.count()).toBeLessThan(warm);
  await expect(
    page.getByText(/It only needs .* charged|is to be replaced|read the vehicle/).first(),
  ).toBeVisible();
  await expectAccessible(page);
});
