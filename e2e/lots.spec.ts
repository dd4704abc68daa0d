import type { Locator, Page } from '@playwright/test';
import { freePort, newDatabaseFile, startServer } from './support/server';
import { expect, expectAccessible, pressOnlyWhatListens, signIn, test } from './support/test';

async function beginLot(page: Page, name: string): Promise<void> {
  await page.goto('/lots');
  await page.getByLabel('A rack of batteries to grade').fill(name);
  await page.getByRole('button', { name: 'Begin a lot' }).click();
  await page.waitForURL('**/lots/*');
}

const cell = (page: Page, title: string, row: number): Locator =>
  page.getByLabel(`${title}, row ${row}`, { exact: true });

/** Puts a piece of a spreadsheet into a cell, as the clipboard would. */
async function paste(into: Locator, text: string): Promise<void> {
  await into.focus();
  await into.evaluate((element, piece) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', piece);
    element.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  }, text);
}

const HEADINGS =
  'Battery\tType\tCCA\tCapacity\tHousing\tPosts\tElectrolyte\tTemp\tRest\tVoltage\tLoad\tUnder load';

test('a rack of 30 is typed and pasted, sorted, stored and labelled', async ({ page, newTag }) => {
  const tag = (number: number) => `${newTag}-${String(number).padStart(2, '0')}`;
  await beginLot(page, `Rack ${newTag}`);
  await expectAccessible(page);
  const pastedRows = Array.from({ length: 28 }, (_, index) => {
    const low = index % 7 === 3;
    const figures = low ? ['12,05', '', ''] : ['12,65', '285', index === 5 ? '9,1' : '10,6'];
    const body = index === 9 ? 'cracked' : 'ok';
    return [tag(index + 1), 'flooded', '570', '60', body, 'ok', 'ok', '20', '800', ...figures].join('\t');
  });
  await paste(cell(page, 'Tag', 1), `${[HEADINGS, ...pastedRows].join('\n')}\n`);
  const preview = page.getByRole('dialog', { name: 'Put 28 rows in?' });
  await expect(preview).toContainText('and 22 more');
  await expectAccessible(page);
  await preview.getByRole('button', { name: 'Put them in' }).press('Enter');
  const lists = page.getByRole('region', { name: 'Work lists' });
  await expect(lists.getByRole('button', { name: '4 to charge' })).toBeVisible();
  await expect(lists.getByRole('button', { name: '1 to quarantine' })).toBeVisible();
  await expect(lists.getByRole('button', { name: '1 to retire' })).toBeVisible();

  // Two more, typed down the columns: a tag that counts on, a type by its first letters.
  await page.getByLabel('How many more batteries').fill('2');
  await page.getByRole('button', { name: 'more rows' }).click();
  await expect(cell(page, 'Type', 29)).toBeFocused();
  await page.keyboard.type('ag');
  await page.keyboard.press('Enter');
  await expect(cell(page, 'Type', 30)).toBeFocused();
  await expect(cell(page, 'Type', 29)).toHaveValue('agm');
  await expect(cell(page, 'Tag', 30)).toHaveValue(tag(30));
  await page.keyboard.type('agm');
  await cell(page, 'Rating, A', 29).fill('800');
  await page.keyboard.press('Control+d');
  await expect(cell(page, 'Rating, A', 30)).toHaveValue('800');
  await page.keyboard.press('Control+z');
  await expect(cell(page, 'Rating, A', 30)).toHaveValue('');
  await page.keyboard.press('Control+y');
  await expect(cell(page, 'Rating, A', 30)).toHaveValue('800');
  await page.getByRole('tab', { name: 'Voltage' }).click();
  for (const [title, text] of [
    ['Temp, °C', '20'],
    ['Rest, min', '900'],
    ['Open, V', '12.86'],
  ] as const) {
    await cell(page, title, 29).fill(text);
    await page.keyboard.press('Enter');
    await page.keyboard.type(text);
  }
  const waiting = lists.getByRole('button', { name: /^2 to (test by conductance|load test)/ });
  await waiting.click();
  await expect(page.getByText('Only the 2 rows of one list are shown.')).toBeVisible();
  await page.getByRole('tab', { name: 'Load', exact: true }).click();
  await expect(page.getByRole('complementary', { name: 'Caution' })).toContainText('Goggles on');
  await expect(cell(page, 'Load, A', 29)).toHaveAttribute('placeholder', '400');
  await cell(page, 'Load, A', 29).fill('400');
  await page.keyboard.press('Enter');
  await page.keyboard.type('400');
  await cell(page, 'Under load, V', 29).fill('10.9');
  await page.keyboard.press('Enter');
  await page.keyboard.type('126');
  await expect(page.getByRole('row').filter({ hasText: 'load_v: found "126"' })).toBeVisible();
  await cell(page, 'Under load, V', 30).fill('10.2');
  await page.getByRole('button', { name: 'Show the whole rack' }).click();
  const sorting = page.getByRole('region', { name: 'Sorting' });
  await expect(sorting).toContainText('Flooded, 500 to 599 A SAE');
  await expect(sorting).toContainText('AGM, 800 to 899 A SAE');
  await expect(page.getByText('kept', { exact: true })).toBeVisible();

  await page.getByRole('button', { name: 'Store 30 runs' }).click();
  await expect(page.getByText('stored as runs')).toBeVisible();
  await page.getByRole('link', { name: 'Labels' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('30');
  await expect(page.getByRole('article', { name: `Label of ${tag(1)}` })).toContainText('Return to service');
  await page.goBack();
  await page.getByRole('link', { name: 'Report' }).click();
  await expect(page.getByRole('table')).toContainText(tag(30));
  await expectAccessible(page);
  await page.getByRole('link', { name: 'Back to the rack' }).click();
  await page.getByRole('button', { name: 'Take the runs back' }).click();
  await page.getByRole('button', { name: 'Take back all 30 runs' }).click();
  await expect(page.getByRole('button', { name: 'Store 30 runs' })).toBeVisible();
  await expect(cell(page, 'Tag', 1)).toHaveValue(tag(1));
});

test('a registered battery fills in its own label, and one tag stands once', async ({
  page,
  request,
  newTag,
  technicianId,
}) => {
  const { uuidv7 } = await import('uuidv7');
  const label = {
    tag: newTag,
    type: 'gel',
    nominalVolts: 12,
    ratings: [{ standard: 'DIN', amps: 300 }],
    c20Ah: 80,
    rcMinutes: null,
    model: '',
    place: '',
    dateCode: '',
    fittedOn: null,
  };
  await request.post('/api/batteries', { data: { id: uuidv7(), technicianId, label } });
  await beginLot(page, `Rack ${newTag}`);
  await cell(page, 'Tag', 1).fill(newTag.toLowerCase());
  await expect(cell(page, 'Type', 1)).toHaveAttribute('placeholder', 'gel');
  await expect(cell(page, 'Rating, A', 1)).toHaveAttribute('placeholder', '300');
  await page.keyboard.press('Enter');
  await page.keyboard.type(newTag);
  const twice = page.getByText('one row a battery: row 1 has this one already');
  await expect(twice.filter({ visible: true })).toBeVisible();
  await cell(page, 'Type', 1).fill('agm');
  await page.keyboard.press('Tab');
  const other = page.getByText(`expected gel, as ${newTag} is registered`);
  await expect(other.filter({ visible: true })).toBeVisible();
});

test('what was typed survives a server that is killed and a page that is closed', async ({ browser }) => {
  const databaseFile = newDatabaseFile();
  const port = await freePort();
  const first = await startServer({ port, databaseFile });
  const context = await browser.newContext({ baseURL: first.url });
  const page = await context.newPage();
  pressOnlyWhatListens(page);
  await page.goto('/');
  await page.getByLabel('Your name').fill('Tamsin Orrel');
  // The next page asks nobody once this browser has kept the answer.
  const keptChoice = page.waitForResponse('**/api/screen');
  await page.getByRole('button', { name: 'Add' }).click();
  await keptChoice;
  await beginLot(page, 'Rack in the storm');
  await cell(page, 'Tag', 1).fill('ST-1');
  await expect(page.getByText('kept', { exact: true })).toBeVisible();
  await first.kill();
  await page.keyboard.press('Enter');
  await page.keyboard.type('ST-2');
  await expect(page.getByText('kept in this browser')).toBeVisible();
  const address = page.url();
  await page.close();
  const second = await startServer({ port, databaseFile });
  const later = await context.newPage();
  await later.goto(address);
  await expect(cell(later, 'Tag', 2)).toHaveValue('ST-2');
  await expect(later.getByText('kept', { exact: true })).toBeVisible();
  await later.reload();
  await expect(cell(later, 'Tag', 2)).toHaveValue('ST-2');
  await second.kill();
  await context.close();
});

test('two who change one rack are told apart', async ({ page, context, server, technicianId, newTag }) => {
  await signIn(context, server.url, technicianId);
  await beginLot(page, `Rack ${newTag}`);
  const other = await context.newPage();
  await other.goto(page.url());
  await cell(page, 'Tag', 1).fill('ONE');
  await expect(page.getByText('kept', { exact: true })).toBeVisible();
  await cell(other, 'Tag', 1).fill('TWO');
  await expect(other.getByText(/This rack was changed elsewhere meanwhile/)).toBeVisible();
  await page.close();
  await other.reload();
  await expect(cell(other, 'Tag', 1)).toHaveValue('ONE');
  await other.getByRole('button', { name: 'Put mine in its place' }).click();
  await expect(cell(other, 'Tag', 1)).toHaveValue('TWO');
  await expect(other.getByText('kept', { exact: true })).toBeVisible();
  await other.reload();
  await expect(cell(other, 'Tag', 1)).toHaveValue('TWO');
  await expect(other.getByRole('button', { name: 'Put mine in its place' })).toHaveCount(0);
  await other.close();
});

test('a rack by keyboard: a piece left aside, rows sorted and taken out, out of the grid and through its steps', async ({
  page,
  newTag,
}) => {
  await beginLot(page, `Rack ${newTag}`);
  const lines = ['3', '1', '2'].map((number) => `${newTag}-${number}\tagm\t1${number}.1\tx`);
  const piece = ['Tag\tType\tVoltage\tShelf', ...lines].join('\n');
  await paste(cell(page, 'Tag', 1), piece);
  const preview = page.getByRole('dialog', { name: 'Put 3 rows in?' });
  await expect(preview).toContainText('One column has no place in the grid');
  await page.keyboard.press('Escape');
  await expect(cell(page, 'Tag', 1)).toHaveValue('');
  await paste(cell(page, 'Tag', 1), piece);
  await preview.getByRole('button', { name: 'Put them in' }).click();
  await expect(cell(page, 'Tag', 3)).toHaveValue(`${newTag}-2`);

  await page.getByRole('button', { name: 'Sort by Tag' }).click();
  const rows = page.getByRole('row');
  await expect(rows.nth(1).getByRole('textbox').first()).toHaveValue(`${newTag}-1`);
  await expect(rows.nth(3).getByRole('textbox').first()).toHaveValue(`${newTag}-3`);
  // Down from the second row that is seen is the third that is seen, wherever it stands in the rack.
  await cell(page, 'Tag', 3).focus();
  await page.keyboard.press('Enter');
  await expect(cell(page, 'Tag', 1)).toBeFocused();
  await page.keyboard.press('Control+Delete');
  await expect(page.getByText(`${newTag}-3`)).toHaveCount(0);
  await expect(cell(page, 'Tag', 1)).toHaveValue(`${newTag}-1`);
  await page.keyboard.press('Control+z');
  await expect(cell(page, 'Tag', 1)).toHaveValue(`${newTag}-3`);
  await page.keyboard.press('Control+z');
  await expect(cell(page, 'Tag', 1)).toHaveValue('');

  await page.keyboard.press('Control+y');
  await cell(page, 'Tag', 1).focus();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('region', { name: 'Work lists' }).getByRole('button').first()).toBeFocused();
  await page.getByRole('tab', { name: 'Labels' }).focus();
  for (let press = 0; press < 3; press++) await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('tab', { name: 'Hydrometer' })).toBeFocused();
  await expect(page.getByRole('tab', { name: 'Hydrometer' })).toHaveAttribute('aria-selected', 'true');
  await expect(cell(page, 'Gravity 6', 1)).toBeVisible();
  await expectAccessible(page);

  // Where the table is wider than the screen, what a battery comes to stays in sight, and covers no cell that is gone to.
  await page.getByRole('tab', { name: 'Labels' }).click();
  const row = page.getByRole('row').filter({ has: cell(page, 'Tag', 1) });
  const comesTo = row.getByRole('cell').nth(-2);
  await expect(comesTo).toContainText(/\w/);
  await expect(comesTo).toBeInViewport({ ratio: 1 });
  await page.setViewportSize({ width: 1000, height: 800 });
  for (const box of await row.getByRole('textbox').all()) {
    await box.focus();
    await expect
      .poll(async () => {
        const [typed, told] = [await box.boundingBox(), await comesTo.boundingBox()];
        return typed && told && typed.x + typed.width <= told.x + 1;
      })
      .toBe(true);
  }
});

test('a rack in Fahrenheit takes and shows it; on a phone each row says what it comes to', async ({
  page,
  newTag,
}) => {
  await beginLot(page, `Rack ${newTag}`);
  await page.getByRole('button', { name: /^Temperatures in °C/ }).click();
  await cell(page, 'Tag', 1).fill(newTag);
  await cell(page, 'Type', 1).fill('flooded');
  await page.getByRole('tab', { name: 'Voltage' }).click();
  const temperature = cell(page, 'Temp, °F', 1);
  await temperature.fill('70.5');
  await expect(temperature).toHaveValue('70.5');
  await cell(page, 'Open, V', 1).fill('12.1');
  const comesTo = page.getByRole('row').filter({ hasText: 'Charge first' });
  await expect(comesTo).toBeVisible();
  await page.getByRole('button', { name: /^Temperatures in °F/ }).click();
  await expect(cell(page, 'Temp, °C', 1)).toHaveValue('21.39');
  await page.setViewportSize({ width: 390, height: 844 });
  await expect(comesTo.getByText('Charge first').filter({ visible: true })).toBeInViewport();
  const wider = await page.evaluate(() => document.documentElement.scrollWidth > window.innerWidth);
  expect(wider).toBe(false);
});
