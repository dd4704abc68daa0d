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
    await expect(page.getByText('just being worked out')).toHaveCount(0, { timeout: 1000 });
  }).toPass({ timeout: 60_000 });
}

const QUESTIONS = [
  ['/fleet', 'What first'],
  ['/fleet/aging', 'Aging fast'],
  ['/fleet/winter', 'This winter'],
  ['/fleet/cold', 'Cold mornings'],
  ['/fleet/due', 'Due'],
  ['/fleet/buy', 'Plan'],
  ['/fleet/sets', 'Sets'],
  ['/fleet/vehicles', 'Hard on batteries'],
  ['/fleet/idle', 'Idle'],
  ['/fleet/warranty', 'Warranty'],
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

/** Rows of units, without the headings. */
const units = (page: Page) => page.locator('tbody tr:has([data-row])');

test('the fleet goes on as one scrolls, is narrowed, sorted and kept as a view', async ({ page }) => {
  await workedOut(page);
  await page.goto(`${demo.url}/fleet/aging`);
  await expect(units(page).first()).toBeVisible();
  const before = await units(page).count();
  expect(before).toBeGreaterThanOrEqual(50);
  await page.getByRole('button', { name: 'More' }).scrollIntoViewIfNeeded();
  await expect(async () => expect(await units(page).count()).toBeGreaterThan(before)).toPass();
  // Each unit stands once, however far one scrolls.
  const tags = await units(page).locator('[data-row]').allInnerTexts();
  expect(new Set(tags).size).toBe(tags.length);

  await page.getByRole('combobox', { name: 'Type' }).click();
  await page.getByRole('option', { name: 'AGM' }).click();
  await page.waitForURL('**/fleet/aging?type=agm');
  await expect(units(page).first()).toContainText('AGM');
  await page.getByRole('link', { name: 'Health' }).click();
  await page.waitForURL('**/fleet/aging?sort=health&type=agm');
  await expect(page.getByRole('columnheader', { name: 'Health' })).toHaveAttribute('aria-sort', 'ascending');
  await expect(units(page).first()).toContainText('AGM');

  await page.getByLabel('Name of this view').fill('Weak AGM');
  await page.getByRole('button', { name: 'Keep view' }).click();
  const kept = page.getByRole('link', { name: 'Weak AGM' });
  await expect(kept).toBeVisible();
  await page.goto(`${demo.url}/fleet`);
  await kept.click();
  await page.waitForURL('**/fleet/aging?sort=health&type=agm');
  await page.getByRole('button', { name: 'Forget the view Weak AGM' }).click();
  await expect(kept).toHaveCount(0);
});

test('units are ticked by keyboard, for their labels and a file of them', async ({ page }) => {
  await workedOut(page);
  const [first, second] = [units(page).nth(0), units(page).nth(1)];
  await first.locator('[data-row]').focus();
  await page.keyboard.press(' ');
  await page.keyboard.press('ArrowDown');
  await expect(second.locator('[data-row]')).toBeFocused();
  await page.keyboard.press(' ');
  await expect(page.getByText('2 chosen')).toBeVisible();
  const file = await page.getByRole('link', { name: 'CSV of these' }).getAttribute('href');
  const text = await (await page.request.get(`${demo.url}${file}`)).text();
  expect(text.trim().split('\n')).toHaveLength(3);
  await page.getByRole('link', { name: 'Labels', exact: true }).click();
  await page.waitForURL('**/labels?battery=*');
  const [tag = ''] = (await page.locator('main').innerText()).match(/FH-\d{4}/) ?? [];
  expect(text).toContain(tag);
});

test('the plan changes with what a breakdown costs, and only whoever says so keeps it', async ({ page }) => {
  await workedOut(page);
  await page.goto(`${demo.url}/fleet/buy`);
  const count = page.getByRole('region', { name: 'The year' }).locator('dd').first();
  const before = Number((await count.innerText()).match(/\d+/)?.[0]);
  expect(before).toBeGreaterThan(0);
  await page.getByText('Costs it rests on').click();
  await page.getByLabel('Callout and tow, EUR').fill('1,250');
  await page.getByRole('button', { name: 'Try these' }).click();
  await expect(page.getByText(/Callout and tow: found .1,250., expected an amount/)).toBeVisible();
  await page.getByLabel('Callout and tow, EUR').fill('4000');
  await page.getByRole('button', { name: 'Try these' }).click();
  await page.waitForURL('**/fleet/buy?breakdown=4000');
  await expect(page.getByText('Worked out with other costs than the site’s')).toBeVisible();
  const dear = Number((await count.innerText()).match(/\d+/)?.[0]);
  expect(dear).toBeGreaterThan(before);
  await expectAccessible(page);
  await page.getByRole('link', { name: 'Back to the site’s' }).click();
  await page.waitForURL('**/fleet/buy');
  await expect(count).toContainText(String(before));

  // On a phone its picture is drawn anew, not made smaller: what stands at its axes can be read.
  await page.setViewportSize({ width: 390, height: 844 });
  const lettering = page.getByRole('figure').locator('svg text').first();
  await expect.poll(async () => (await lettering.boundingBox())?.height ?? 0).toBeGreaterThan(11);
});

test('a set that drags is named with what one and all cost, and the shelf is paired', async ({ page }) => {
  await workedOut(page);
  await page.goto(`${demo.url}/fleet/sets`);
  const inVehicles = page.getByRole('region', { name: 'In vehicles' });
  await expect(inVehicles.getByRole('listitem').first()).toContainText('drags');
  await expect(inVehicles.getByRole('listitem').first()).toContainText(/costs less/);
  const shelf = page.getByRole('region', { name: 'Off the shelf' });
  await expect(shelf).toContainText(/mismatch|near enough/);
  await shelf.getByRole('link', { name: 'one behind the other' }).click();
  await page.waitForURL('**/fleet/sets?size=2&joined=series');
  await expect(shelf.getByRole('link', { name: 'one behind the other' })).toHaveAttribute(
    'aria-current',
    'true',
  );
});

test('an instrument that reads high is found, corrected from a day on, and let be again', async ({
  page,
}) => {
  await workedOut(page);
  await page.goto(`${demo.url}/fleet/instruments`);
  const row = page.getByRole('row').filter({ hasText: 'Tester 2' });
  await expect(row).toContainText('high');
  await expect(row).toContainText('certain');
  await row.getByRole('button', { name: 'Correct from a day on' }).click();
  await page.getByLabel('From', { exact: true }).fill('3/4/2026');
  await page.getByRole('button', { name: 'Take it out from that day on' }).click();
  await expect(page.getByText(/expected a day such as/)).toBeVisible();
  await page.getByLabel('From', { exact: true }).fill('1 Mar 2024');
  await page.getByLabel('Why').fill('held against a new one');
  await page.getByRole('button', { name: 'Take it out from that day on' }).click();
  const corrected = page.getByRole('region', { name: 'Corrected' });
  await expect(corrected).toContainText('Tester 2');
  await expect(corrected).toContainText('held against a new one');
  // What it reads from then on is told apart from what it read before.
  await expect(async () => {
    await page.reload();
    await expect(page.getByRole('row').filter({ hasText: 'Tester 2, corrected' })).toBeVisible({
      timeout: 1000,
    });
  }).toPass({ timeout: 60_000 });
  await corrected.getByRole('button', { name: 'End it' }).click();
  await expect(corrected).toHaveCount(0);
});

test('the mornings of a site’s own file stand in place of the simulated ones', async ({ page }) => {
  await workedOut(page);
  await page.goto(`${demo.url}/fleet/cold`);
  const today = await page.evaluate(() => new Date().toISOString().slice(0, 10));
  const file = (text: string) => ({ name: 'lows.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  const input = page.getByLabel('File of mornings');
  await input.setInputFiles(file('day,low_c\ntomorrow,-3\n'));
  await expect(page.getByText(/line 2, day/i)).toBeVisible();
  await input.setInputFiles(file(`day,low_c\n${today},-27\n`));
  await expect(page.getByText('Mornings of the site’s own file.')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: '−27 °C' })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('region', { name: 'Will not start' })).toBeVisible();
  await page.getByRole('button', { name: 'Back to simulated ones' }).click();
  await expect(page.getByText('Simulated mornings of a mild coast.')).toBeVisible();
});

test('a battery’s life stands on one line, read test by test by keyboard', async ({ page }) => {
  await workedOut(page);
  await page.getByRole('row').nth(1).getByRole('link').first().click();
  const life = page.getByRole('region', { name: 'Its life' });
  await expect(life.getByRole('img', { name: /Health over time/ })).toBeVisible();
  await expect(life).toContainText('Fails within');
  const slider = life.getByRole('slider', { name: 'Event on the line' });
  const last = await slider.getAttribute('aria-valuetext');
  await slider.press('Home');
  await expect(slider).not.toHaveAttribute('aria-valuetext', last ?? '');
  // Where it was and what was found on its vehicle are read as well as its tests.
  const valueText = () => slider.getAttribute('aria-valuetext');
  for (let step = 0; step < 40 && !(await valueText())?.endsWith(', test'); step++)
    await slider.press('ArrowRight');
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

test('the Floor leads from what is low, and from what is due, straight to the bench', async ({ page }) => {
  await workedOut(page);
  await page.goto(demo.url);
  const low = page.getByRole('region', { name: 'Low', exact: true });
  await expect(low.getByRole('listitem').first()).toContainText('found low');
  const tag = await low.getByRole('listitem').first().getByRole('link').innerText();
  await low.getByRole('button', { name: 'Charge it' }).first().click();
  await page.waitForURL('**/bench/*');
  await expect(page.locator('main')).toContainText(tag);
});
