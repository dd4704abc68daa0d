import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { freePort, newDatabaseFile, startServer } from './support/server';
import { expect, startedRun, test } from './support/test';

test('a tag that exists and a rating of 0 are told at their fields, and what was typed stays', async ({
  page,
  request,
  newTag,
  technicianId,
}) => {
  await startedRun(request, { tag: newTag, technicianId });
  await page.goto(`/batteries/new?tag=${newTag.toLowerCase()}`);
  await page
    .locator('label')
    .filter({ hasText: /^Flooded$/ })
    .click();
  await page.getByLabel('Rating 1, A').fill('0');
  await page.getByText('Where it belongs, and what else is printed').click();
  await page.getByLabel('Vehicle or shelf').fill('Used rack');
  await page.getByRole('button', { name: 'Register' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Found 0, expected 20 to 4000 A' })).toBeVisible();
  await page.getByLabel('Rating 1, A').fill('450');
  await page.getByRole('button', { name: 'Register' }).click();
  await expect(
    page.getByRole('alert').filter({ hasText: 'belongs to another battery already' }),
  ).toBeVisible();
  await expect(page.getByLabel('Vehicle or shelf')).toHaveValue('Used rack');
});

test('impossible values are refused, unlikely ones asked about', async ({ page, bench, openedRun: _run }) => {
  await bench.identify();
  await bench.complain();
  await bench.inspectAllInOrder();
  await bench.restedOvernight();
  await page.getByLabel('Open-circuit voltage').fill('1.24');
  await page.getByLabel('Battery temperature').fill('400');
  await bench.capture();
  await expect(page.getByText('Found 400, expected -50 to 90 °C')).toBeVisible();
  await page.getByLabel('Battery temperature').fill('18');
  await bench.capture();
  await expect(page.getByText('1.24 V on a 12 V battery is unusual. Was 12.4 V meant?')).toBeVisible();
  await page.getByRole('button', { name: 'Use 12.4' }).click();
  await expect(page.getByLabel('Open-circuit voltage')).toHaveValue('12.4');
  await page.getByLabel('Open-circuit voltage').fill('12.65');
  await bench.capture();
  await bench.expectStage('Conductance');
  await bench.step('Load test').click();
  await page.getByLabel('Voltage at the end').fill('12.8');
  await bench.capture();
  await page.getByRole('button', { name: 'Keep 12.8' }).click();
  await expect(page.getByText(/less than the open-circuit voltage, 12.65.V: was the load on/)).toBeVisible();
  await expect(page.getByLabel('Voltage at the end')).toHaveValue('12.8');
});

test('a wrong entry is superseded with a reason and stays in the record', async ({
  page,
  bench,
  request,
  openedRun: runId,
}) => {
  await bench.upToCharge('12.06', '20');
  await expect(bench.verdict).toHaveText('Charge first');
  await bench.step('Open-circuit voltage').click();
  await page.getByRole('button', { name: 'The entry is wrong' }).click();
  // What was pressed is gone: the focus goes to what came in its place.
  await expect(page.getByLabel('Why was it wrong?')).toBeFocused();
  await page.getByLabel('Why was it wrong?').fill('Digits swapped');
  await page.getByRole('button', { name: 'Enter the right one' }).click();
  await page.getByLabel('Open-circuit voltage').fill('12.60');
  await bench.capture();
  await bench.expectStage('Conductance');
  await expect.poll(() => storedVolts(request, runId)).toEqual([12.06, 12.6]);
  const { value } = await (await request.get(`/api/runs/${runId}`)).json();
  expect(value.readings.at(-1)).toMatchObject({
    reason: 'Digits swapped',
    supersedesId: value.readings.at(-2).id,
  });

  // Taken back altogether, the step is open again.
  await bench.step('Open-circuit voltage').click();
  await page.getByRole('button', { name: 'The entry is wrong' }).click();
  await page.getByRole('button', { name: 'Read from the wrong battery' }).click();
  await page.getByRole('button', { name: 'Take it back' }).click();
  await bench.expectStage('Open-circuit voltage');
  await expect(page.getByLabel('Open-circuit voltage')).toHaveValue('');
});

async function storedVolts(
  request: import('@playwright/test').APIRequestContext,
  runId: string,
): Promise<number[]> {
  const { value } = await (await request.get(`/api/runs/${runId}`)).json();
  const readings: { kind: string; data: { volts: number } }[] = value.readings;
  return readings.filter(({ kind }) => kind === 'open_circuit').map(({ data }) => data.volts);
}

test('a temperature is typed and shown in the unit of the screen', async ({
  page,
  bench,
  openedRun: _run,
}) => {
  await page.getByRole('button', { name: /Temperatures in °C/ }).click();
  await bench.upToCharge('12.65', '14');
  await expect(bench.step('Open-circuit voltage')).toContainText('14.0 °F');
  await page.getByRole('button', { name: /Temperatures in °F/ }).click();
  await expect(bench.step('Open-circuit voltage')).toContainText('−10.0 °C');
  await bench.step('Load test').click();
  await expect(page.getByLabel('Temperature', { exact: true })).toHaveValue('-10');
});

test('the server refuses malformed writes with the field, what was found and what is expected', async ({
  request,
  newTag,
  technicianId,
}) => {
  const runId = await startedRun(request, { tag: newTag, technicianId });
  const refused = async (data: unknown) => {
    const headers = { 'content-type': 'application/json' };
    const response = await request.post(`/api/runs/${runId}/readings`, { data, headers });
    expect(response.status()).toBe(422);
    return (await response.json()).problems.map(({ message }: { message: string }) => message).join(' | ');
  };
  expect(await refused({ kind: 'guess' })).toContain(
    'kind: found "guess", expected one of identify, complaint, inspection',
  );
  expect(await refused({ kind: 'load', data: { volts: 'ten' } })).toContain('data/volts: found "ten"');
  expect(await refused(Buffer.from('{'))).toContain('body');
});

test('a database file that is no database is told on the screen and in the log', async ({ page }) => {
  const databaseFile = newDatabaseFile();
  writeFileSync(databaseFile, 'shopping list: deionised water, gloves\n'.repeat(50));
  const server = await startServer({ port: await freePort(), databaseFile });
  await page.goto(server.url);
  await expect(page.getByText('The database file is not a database of Integra')).toBeVisible();
  expect(server.printed()).toContain('Integra: The database file is not a database of Integra');
  await server.kill();
});

test('the start command says in one line what is in its way', async () => {
  const start = (environment: Record<string, string>) =>
    spawnSync('node', ['scripts/demo.mjs'], {
      env: { ...process.env, ...environment },
      encoding: 'utf8',
      timeout: 120_000,
    });
  const oldNode = spawnSync(
    'node',
    ['-e', "import('./scripts/setup.mjs').then((setup) => setup.requireNode('18.19.0'))"],
    {
      encoding: 'utf8',
    },
  );
  expect(oldNode.stderr).toBe('Integra needs Node.js 20.9 or newer; this is 18.19.0.\n');
  const taken = createServer();
  await new Promise<void>((listening) => taken.listen(4299, '127.0.0.1', () => listening()));
  expect(start({ PORT: '4299' }).stderr).toBe(
    'Port 4299 is taken. Stop what uses it, or choose another: PORT=3001 npm run demo\n',
  );
  taken.close();
  const databaseFile = newDatabaseFile();
  writeFileSync(databaseFile, 'not a database at all');
  expect(start({ PORT: '4298', DATABASE_URL: `file:${databaseFile}` }).stderr).toContain(
    'is not a database. Move it away',
  );
  expect(start({ PORT: '4298', DATABASE_URL: 'file:package.json/x.db' }).stderr).toContain(
    'its folder is a file',
  );
});
