import { writeFileSync } from 'node:fs';
import type { APIRequestContext } from '@playwright/test';
import { uuidv7 } from 'uuidv7';
import { PETROL_VAN, recordedCsv, yardCsv } from './support/recorded-start';
import { expect, expectAccessible, test } from './support/test';

async function vehicle(request: APIRequestContext, technicianId: string, name: string): Promise<string> {
  const id = uuidv7();
  const facts = {
    id,
    name,
    ...PETROL_VAN,
  };
  const answer = await request.post('/api/vehicles', {
    data: { technicianId, vehicle: facts, seenRevision: null },
  });
  expect(answer.status(), await answer.text()).toBe(200);
  return id;
}

test('a recording is brought in, moved by keyboard, kept, exported again equal and taken over into a check', async ({
  page,
  request,
  technicianId,
}, info) => {
  const vehicleId = await vehicle(request, technicianId, `Van ${uuidv7().slice(-4)}`);
  const checkId = uuidv7();
  await request.post('/api/checks', { data: { id: checkId, vehicleId, technicianId } });
  const file = info.outputPath('crank.csv');
  const csv = recordedCsv({ supply: 0.0062 });
  writeFileSync(file, csv);

  await page.goto(`/checks/${checkId}`);
  await page.getByRole('link', { name: 'Recorded start' }).click();
  await page.getByLabel('A recorder’s file').setInputFiles(file);
  await expect(page.getByRole('columnheader', { name: /t_s/ })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Read it' }).click();
  const readOff = page.getByRole('region', { name: 'Read off it' });
  await expect(readOff.getByRole('button', { name: /^Resistance of the supply 6\.\d/ })).toBeVisible();
  await expect(readOff.getByRole('button', { name: /^Cranking speed 2\d\d rpm/ })).toBeVisible();
  await page.getByLabel('Temperature, °C').fill('12');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Keep it with the vehicle' }).click();
  await page.waitForURL(/\/recordings\/[0-9a-f-]{36}$/);
  await expect(readOff.getByRole('button', { name: /^At rest 12\.6/ })).toBeVisible();

  const before = await readOff.getByRole('button', { name: /^It runs/ }).textContent();
  const start = page.getByRole('slider', { name: /^It runs/ });
  await start.focus();
  for (let press = 0; press < 5; press++) await page.keyboard.press('Shift+ArrowLeft');
  await expect(readOff.getByText(/moved by hand; found by itself/).first()).toBeVisible();
  await expect.poll(() => readOff.getByRole('button', { name: /^It runs/ }).textContent()).not.toBe(before);
  await page.getByRole('button', { name: 'Keep it as moved' }).click();
  await expect(page.getByRole('button', { name: 'Keep it as moved' })).toHaveCount(0);
  await page.reload();
  await expect(page.getByText('Moved by hand. What was found by itself is kept beside it.')).toBeVisible();

  const path = new URL(page.url()).pathname;
  const out = await (await request.get(`/api${path}/csv`)).text();
  expect(
    out
      .split('\n')
      .filter((line) => !line.startsWith('#'))
      .join('\n'),
  ).toBe(csv);

  await page.getByRole('button', { name: /^Capture these \d in the check$/ }).click();
  await page.waitForURL(`**/checks/${checkId}`);
  const { value } = await (await request.get(`/api/checks/${checkId}`)).json();
  const taken = value.readings.map(({ data }: { data: { of: string } }) => data.of).sort();
  expect(taken).toEqual(['crank_a', 'crank_s', 'crank_v', 'idle_v', 'inrush_v', 'rest_v', 'ripple_v'].sort());
  expect(value.readings[0].instrument).toBe('Recording: crank');
});

test('what hands move changes what it means', async ({ page, request, technicianId }, info) => {
  const vehicleId = await vehicle(request, technicianId, `Van ${uuidv7().slice(-4)}`);
  const file = info.outputPath('high.csv');
  writeFileSync(file, recordedCsv({ supply: 0.006, charging: 15.4 }));
  await page.goto(`/recordings/new?vehicle=${vehicleId}`);
  await page.getByLabel('A recorder’s file').setInputFiles(file);
  await page.getByRole('button', { name: 'Read it' }).click();
  const means = page.getByRole('region', { name: 'What it means' });
  await expect(means).toContainText('It charges at 15.4');
  await expect(means).toContainText('the regulator');
  await page.getByRole('button', { name: 'All of it' }).click();
  // Over all that came before, the voltage had not come up: the regulator is no longer accused.
  const end = page.getByRole('slider', { name: /^Charging, from/ });
  await end.focus();
  for (let press = 0; press < 40; press++) await page.keyboard.press('Shift+ArrowLeft');
  await expect(means).not.toContainText('the regulator');
});

test('two starts of a vehicle are laid over each other, and what has drifted is said', async ({
  page,
  request,
  technicianId,
}, info) => {
  const vehicleId = await vehicle(request, technicianId, `Van ${uuidv7().slice(-4)}`);
  for (const [name, supply] of [
    ['spring', 0.006],
    ['autumn', 0.009],
  ] as const) {
    const file = info.outputPath(`${name}.csv`);
    writeFileSync(file, recordedCsv({ supply }));
    await page.goto(`/recordings/new?vehicle=${vehicleId}`);
    await page.getByLabel('A recorder’s file').setInputFiles(file);
    await page.getByRole('button', { name: 'Read it' }).click();
    await page.getByLabel('Temperature, °C').fill('15');
    await page.getByRole('button', { name: 'Keep it with the vehicle' }).click();
    await page.waitForURL(/\/recordings\/[0-9a-f-]{36}$/);
  }
  await page.getByRole('link', { name: 'Lay it over' }).click();
  await expect(page.getByText('dashed: spring, cranked at the same moment')).toBeVisible();
  await page.getByRole('button', { name: 'Measure between' }).click();
  await expect(page.getByRole('status', { name: 'Between the cursors' })).toContainText('mean');
  await expect(page.getByText(/The supply went from \d\.\d to \d\.\d mΩ .* up by \d\d %/)).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Take it back' }).click();
  await page.waitForURL(`**/vehicles/${vehicleId}`);
  await expect(page.getByRole('region', { name: 'Recorded starts' }).getByText('autumn')).toHaveCount(0);
});

test('a long drive shows where the regulator let go and where all was dark', async ({
  page,
  request,
  technicianId,
}, info) => {
  const vehicleId = await vehicle(request, technicianId, `Van ${uuidv7().slice(-4)}`);
  const file = info.outputPath('drive.txt');
  writeFileSync(file, yardCsv());
  await page.goto(`/recordings/new?vehicle=${vehicleId}`);
  await page.getByLabel('A recorder’s file').setInputFiles(file);
  await page.getByRole('button', { name: 'Read it' }).click();
  const happened = page.getByRole('region', { name: 'What happened' });
  await expect(happened.getByRole('row', { name: /the voltage was gone/ })).toBeVisible();
  await expect(happened.getByRole('row', { name: /regulated too low/ })).toBeVisible();
  await happened.getByLabel('What happened at').fill('99:00');
  await happened.getByRole('button', { name: 'Show it' }).click();
  await expect(happened.getByText(/expected a time from/)).toBeVisible();
  await happened.getByLabel('What happened at').fill('8:20');
  await happened.getByRole('button', { name: 'Show it' }).click();
  await expect(page.getByText('492 s to 508 s')).toBeVisible();
});

test('a file that is none is refused with what was found', async ({ page, request, technicianId }, info) => {
  const vehicleId = await vehicle(request, technicianId, `Van ${uuidv7().slice(-4)}`);
  const file = info.outputPath('photo.csv');
  writeFileSync(file, Buffer.from(Array.from({ length: 5000 }, (_, at) => (at * 131) % 256)));
  await page.goto(`/recordings/new?vehicle=${vehicleId}`);
  await page.getByLabel('A recorder’s file').setInputFiles(file);
  await expect(page.getByText(/binary data/)).toBeVisible();
});

test('a practice case hands over a recording, and tells what was true', async ({ page }) => {
  await page.goto('/practice');
  await page
    .getByRole('region', { name: 'Recordings alone' })
    .getByRole('link', { name: /The whine/ })
    .click();
  await expect(page.getByRole('region', { name: 'Read off it' })).toContainText('Ripple');
  await page.getByText('Diode of the alternator').click();
  await expectAccessible(page);
  await page.keyboard.press('d');
  await expect(page.getByRole('heading', { name: 'That is what it was' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'What it means' })).toContainText(
    'A phase of the alternator is missing',
  );
});
