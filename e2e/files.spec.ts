import { mkdtempSync, truncateSync, writeFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { csvFile, readingsFile, readingsRow } from './support/readings-file';
import { startServerWithSampleData } from './support/sample-data';
import { freePort, newDatabaseFile, startServer } from './support/server';
import { choose, expect, expectAccessible, pressOnlyWhatListens, signIn, test } from './support/test';

const CHOOSE = 'Choose a CSV file of readings';

test('500 rows with 7 bad ones are looked at, stored and taken back', async ({ page, newTag }) => {
  const tag = (index: number) => `${newTag}-${String(index).padStart(3, '0')}`;
  const bad: Record<number, Record<string, string | number>> = {
    3: { ocv_v: 126.5 },
    50: { construction: 'wet' },
    51: { rating_a: -570 },
    120: { tag: tag(119) },
    200: { load_v: 13.1 },
    333: { taken_at: 'yesterday' },
    499: { tag: '' },
  };
  const rows = Array.from({ length: 500 }, (_, index) => readingsRow(tag(index), bad[index]));
  await page.goto('/files');
  await expectAccessible(page);
  await page.getByLabel(CHOOSE).setInputFiles(csvFile(readingsFile(rows)));
  await expect(page.getByText('493 can be stored, 7 refused')).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel('only those with something wrong').check();
  const preview = page.getByRole('region', { name: 'Rows of the file' });
  await expect(preview.getByRole('row')).toHaveCount(8);
  await expect(preview).toContainText('ocv_v: found "126.5", expected a number from 0 to 18');
  await expect(preview).toContainText(`line 121 has this one already`);
  expect((await page.request.get(`/api/batteries/find?tag=${tag(0)}`)).ok()).toBe(true);
  expect((await (await page.request.get(`/api/batteries/find?tag=${tag(0)}`)).json()).value.exact).toBeNull();

  await page.getByRole('button', { name: 'Store 493 runs' }).click();
  await expect(page.getByRole('status')).toContainText('493 runs stored from readings.csv');
  const found = await (await page.request.get(`/api/batteries/find?tag=${tag(0)}`)).json();
  expect(found.value.exact.newest.assessment.verdict).toBe('serve');

  const line = page.getByRole('region', { name: 'What came in' }).getByRole('listitem').first();
  await line.getByRole('button', { name: 'Undo' }).click();
  await line.getByRole('button', { name: 'Take back all 493' }).click();
  await expect(line).toContainText('taken back');
  expect((await (await page.request.get(`/api/batteries/find?tag=${tag(0)}`)).json()).value.exact).toBeNull();
});

test('dates whose day and month could be either are asked about, and read as one says', async ({
  page,
  newTag,
}) => {
  const text = ['tag,construction,ocv_v,date', `${newTag},agm,12.86,3/4/2026 08:15`].join('\n');
  await page.goto('/files');
  await page.getByLabel(CHOOSE).setInputFiles(csvFile(text));
  const dates = page.getByRole('region', { name: 'Dates' });
  await expect(dates).toContainText('How are its dates written: 3/4/2026 08:15?');
  await expect(page.getByText('0 can be stored, 1 refused')).toBeVisible();
  await dates.getByRole('button', { name: 'month first' }).click();
  await expect(dates).toContainText('is read as 4 March 2026, 08:15');
  // Whoever cannot decide is read to the end all the same.
  for (let changes = 0; changes < 6; changes++) {
    await dates.getByRole('button', { name: 'day first' }).click();
    await dates.getByRole('button', { name: 'month first' }).click();
  }
  await dates.getByRole('button', { name: 'day first' }).click();
  await expect(dates).toContainText('3/4/2026 08:15 is read as 3 April 2026, 08:15');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Store 1 run' }).click();
  await expect(page.getByRole('status')).toContainText('1 run stored');
  const found = await (await page.request.get(`/api/batteries/find?tag=${newTag}`)).json();
  expect(new Date(found.value.exact.newest.run.startedAtMs).toISOString().slice(0, 10)).toBe('2026-04-03');
});

test('a foreign file with its own headings, semicolons, commas and Fahrenheit is understood', async ({
  page,
  newTag,
}) => {
  const text = [
    'Serial No;What;CCA;Capacity;Temp (°F);Rest;Voltage;Shelf',
    `${newTag};AGM;800;70;68;800;12,86;A`,
    `${newTag}-B;agm;800;70;14;800;12,3;B`,
  ].join('\r\n');
  await page.goto('/files');
  await page.getByLabel(CHOOSE).setInputFiles(csvFile(`\uFEFF${text}\r\n`));
  // One column is needed and nobody can guess it: the page asks.
  await expect(page.getByText('Say which column holds type, or what all rows are.')).toBeVisible();
  await choose(page.getByLabel('Type, all rows'), 'agm');
  await expect(page.getByText('2 can be stored, 0 refused')).toBeVisible();
  await expect(page.getByText('6 of 8 taken')).toBeVisible();
  await choose(page.getByLabel('What is', { exact: true }), 'construction');
  await expect(page.getByText('2 can be stored, 0 refused')).toBeVisible();
  await expect(page.getByText('7 of 8 taken')).toBeVisible();
  const rows = page.getByRole('region', { name: 'Rows of the file' });
  await expect(rows.getByRole('row').nth(1)).toContainText('99 %');
  await choose(page.getByLabel('Voltage is'), '');
  await expect(page.getByText('6 of 8 taken')).toBeVisible();
  await expect(rows.getByRole('row').nth(1)).toContainText('Not decided yet');
});

test('files that are too large, too long or no text are refused clearly', async ({ page }) => {
  await page.goto('/files');
  const huge = join(mkdtempSync(join(tmpdir(), 'integra-huge-')), 'huge.csv');
  writeFileSync(huge, 'tag,construction\n');
  truncateSync(huge, 1_000_000_000);
  await page.getByLabel(CHOOSE).setInputFiles(huge);
  await expect(page.getByText(/^File: found "1000 MB", expected at most 100 MB/)).toBeVisible();

  const picture = Buffer.concat([Buffer.from('\x89PNG\r\n\x1a\n'), Buffer.alloc(2000)]);
  await page.getByLabel(CHOOSE).setInputFiles({ name: 'x.csv', mimeType: 'text/csv', buffer: picture });
  await expect(page.getByText(/this is not a text file/)).toBeVisible();

  const long = `tag,construction\n${Array.from({ length: 200_000 }, (_, index) => `L${index},agm`).join('\n')}\n`;
  await page.getByLabel(CHOOSE).setInputFiles(csvFile(long));
  await expect(page.getByText(/^Rows: found "more than 100000", expected at most 100000/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Store/ })).toHaveCount(0);

  await page.getByLabel(CHOOSE).setInputFiles(csvFile(''));
  await expect(page.getByText(/expected a header row/)).toBeVisible();
  await page
    .getByLabel('Choose the file of a site or of a run')
    .setInputFiles(csvFile('{"format":"integra:site/7"}', 'x.json'));
  await expect(page.getByText(/a later Integra wrote this file/)).toBeVisible();
});

test('a file of an older Windows program keeps its letters, and its refused rows come in once they are mended', async ({
  page,
  newTag,
}) => {
  const text = ['tag;construction;rating_a;note', `${newTag}-Ü;agm;800;Bücher`, `${newTag}-Ö;wet;800;`].join(
    '\r\n',
  );
  await page.goto('/files');
  const file = { name: 'yard.csv', mimeType: 'text/csv', buffer: Buffer.from(text, 'latin1') };
  await page.getByLabel(CHOOSE).setInputFiles(file);
  await expect(page.getByText('1 can be stored, 1 refused')).toBeVisible();
  await expect(page.getByText(/an older Windows text/)).toBeVisible();
  const saving = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the refused rows' }).click();
  const saved = await saving;
  expect(saved.suggestedFilename()).toBe('yard refused.csv');
  const refused = await readFile(await saved.path(), 'utf8');
  expect(refused).toContain('construction: found ""wet""');
  await page.getByRole('button', { name: 'Store 1 run', exact: true }).click();
  await expect(page.getByRole('status')).toContainText('1 run stored');
  const found = await page.request.get(`/api/batteries/find?tag=${encodeURIComponent(`${newTag}-Ü`)}`);
  expect((await found.json()).value.exact.battery.tag).toBe(`${newTag}-Ü`);

  await page.getByLabel(CHOOSE).setInputFiles(csvFile(refused.replace(',wet,', ',gel,'), 'mended.csv'));
  await page.getByRole('button', { name: 'Store 1 run', exact: true }).click();
  await expect(page.getByRole('status')).toContainText('1 run stored from mended.csv');
});

test('a battery that is registered as another type is refused by name, and nothing is half-stored', async ({
  page,
  newTag,
}) => {
  await page.goto('/files');
  await page.getByLabel(CHOOSE).setInputFiles(csvFile(readingsFile([readingsRow(newTag)])));
  await page.getByRole('button', { name: 'Store 1 run', exact: true }).click();
  await expect(page.getByRole('status')).toContainText('1 run stored');
  const again = [
    readingsRow(newTag, { construction: 'agm', taken_at: '2026-02-12T08:00:00Z' }),
    readingsRow(newTag),
    readingsRow(newTag, { taken_at: '2026-03-12T08:00:00Z' }),
  ];
  await page.getByLabel(CHOOSE).setInputFiles(csvFile(readingsFile(again)));
  await expect(page.getByText('1 can be stored, 2 refused')).toBeVisible();
  const rows = page.getByRole('region', { name: 'Rows of the file' });
  await rows.getByRole('button', { name: newTag }).first().click();
  await expect(rows).toContainText(`construction: found "agm", expected flooded, as ${newTag} is registered`);
  await expect(rows).toContainText('this one is stored');
});

test('a whole site goes out as a file, into an empty site, and is found equal', async ({ browser }) => {
  // Three winters of a fleet are made, written, read and stored.
  test.setTimeout(240_000);
  const from = await startServerWithSampleData(await freePort());
  const to = await startServer({ port: await freePort(), databaseFile: newDatabaseFile() });
  const page = await browser.newPage();
  pressOnlyWhatListens(page);
  const look = async (url: string) => {
    await page.goto(`${url}/files`);
    await expect(page.getByRole('dialog')).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0);
  };
  const saved = async (url: string) => {
    await look(url);
    const downloading = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save everything as a file' }).click();
    return readFile(await (await downloading).path(), 'utf8');
  };
  const out = await saved(from.url);
  await look(to.url);
  await page.getByLabel('Choose the file of a site or of a run').setInputFiles({
    name: 'ferngate.integra.jsonl',
    mimeType: 'application/x-ndjson',
    buffer: Buffer.from(out),
  });
  await expect(page.getByText(/^It would add \d+ batteries/)).toBeVisible({ timeout: 100_000 });
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await expect(page.getByText(/^Stored: \d+ batteries/)).toBeVisible({ timeout: 100_000 });
  const moved = await saved(to.url);
  await expect(page.getByText('All of it can be brought back.')).toBeVisible();
  const records = (text: string) => text.trimEnd().split('\n').slice(1);
  expect(records(moved)).toEqual(records(out));
  await page.goto(`${to.url}/batteries`);
  await expect(page.getByRole('dialog').getByRole('button', { name: 'Maro Tindell' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('row').filter({ hasText: 'FH-0101' })).toBeVisible();
  await page.close();
  await from.kill();
  await to.kill();
});

test('lists go out as CSV that comes in again', async ({ page, context, server, technicianId, newTag }) => {
  await signIn(context, server.url, technicianId);
  await page.goto('/files');
  await page.getByLabel(CHOOSE).setInputFiles(csvFile(readingsFile([readingsRow(newTag)])));
  await page.getByRole('button', { name: 'Store 1 run', exact: true }).click();
  await expect(page.getByRole('status')).toContainText('1 run stored');
  const downloading = page.waitForEvent('download');
  await page.getByRole('link', { name: 'All finished runs, with their grading' }).click();
  const text = await readFile(await (await downloading).path(), 'utf8');
  const lines = text.split('\r\n').filter((line) => line.startsWith('tag,') || line.startsWith(newTag));
  expect(lines[1]).toMatch(/,serve,A,,sound/);
  await page.getByLabel(CHOOSE).setInputFiles(csvFile(`${lines.join('\r\n')}\r\n`));
  await expect(page.getByText('0 can be stored, 1 refused')).toBeVisible();
  await expect(page.getByText(/a moment at which .* has no run yet: this one is stored/)).toBeVisible();
});

test('a list of batteries is looked at, registered without runs, and taken back', async ({
  page,
  newTag,
}) => {
  const rows = [`${newTag}-1,AGM,800 SAE,Plough 3`, `${newTag}-2,wet,,`, `${newTag}-3,flooded,570,Van 1`];
  const file = csvFile(['tag,type,ratings,place', ...rows].join('\n'));
  await page.goto('/files');
  // Chosen as readings it says that it holds none, and hands it over.
  await page.getByLabel(CHOOSE).setInputFiles(file);
  await expect(page.getByText('No column of this file holds a reading.')).toBeVisible();
  await page.getByRole('button', { name: 'Bring it in as a list of batteries' }).click();
  const list = page.getByRole('region', { name: 'Bring batteries in' });
  await expect(list).toContainText('2 new, 0 registered already, 1 refused');
  await expect(list.getByRole('list', { name: 'Refused rows' })).toContainText('construction: found "wet"');
  await expectAccessible(page);
  await list.getByRole('button', { name: 'Register 2 batteries' }).click();
  await expect(list.getByRole('status')).toContainText('2 batteries registered');
  const found = await (await page.request.get(`/api/batteries/find?tag=${newTag}-1`)).json();
  expect(found.value.exact).toMatchObject({ battery: { place: 'Plough 3' }, newest: null });
  const line = page.getByRole('region', { name: 'What came in' }).getByRole('listitem').first();
  await expect(line).toContainText('2 new batteries');
  await line.getByRole('button', { name: 'Undo' }).click();
  await line.getByRole('button', { name: 'Take back all 2' }).click();
  await expect(line).toContainText('taken back');
  expect(
    (await (await page.request.get(`/api/batteries/find?tag=${newTag}-1`)).json()).value.exact,
  ).toBeNull();
});
