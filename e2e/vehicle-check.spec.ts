import type { Page } from '@playwright/test';
import { expect, expectAccessible, test } from './support/test';

/** Registers a vehicle by its form and starts a check of it. */
async function checkOf(page: Page, name: string, known: Record<string, string> = {}) {
  await page.goto('/vehicles/new');
  await page.getByLabel('Name or fleet number').fill(name);
  await page.getByLabel('Alternator, A').fill('90');
  for (const [label, option] of Object.entries(known)) {
    await page.getByLabel(label, { exact: true }).click();
    await page.getByRole('option', { name: option, exact: true }).click();
  }
  await page.getByRole('button', { name: 'Register' }).click();
  await expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
  await page.getByRole('button', { name: 'Start a check' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Resting voltage' })).toBeVisible();
}

const readings = (page: Page) => page.getByRole('navigation', { name: 'Readings' });
const causes = (page: Page) => page.getByRole('region', { name: 'Causes' });

async function read(page: Page, label: string, value: string) {
  const key = readings(page)
    .getByRole('button')
    .filter({ has: page.getByText(label, { exact: true }) });
  await key.click();
  await expect(page.getByRole('heading', { level: 1, name: label })).toBeVisible();
  await page.getByRole('textbox', { name: label, exact: true }).fill(value);
  await page.getByRole('button', { name: /Capture/ }).click();
  await expect(key).toContainText(value);
}

async function drop(page: Page, segment: string, volts: string, amps: string, side?: string) {
  await readings(page)
    .getByRole('button', { name: /Voltage drop/ })
    .click();
  const within = side ? page.getByRole('region', { name: side, exact: true }) : page;
  await within
    .getByRole('button', { name: new RegExp(`^${segment}`) })
    .first()
    .click();
  await page.getByRole('textbox', { name: 'Voltage drop' }).fill(volts);
  await page.getByRole('textbox', { name: 'Current meanwhile' }).fill(amps);
  await page.getByRole('button', { name: /Capture/ }).click();
}

test('a battery is cleared by a fault of the ground, which is walked to its piece', async ({
  page,
  newTag,
}) => {
  await checkOf(page, `Van ${newTag}`, {
    Engine: 'Petrol, four cylinders',
    Regulator: 'Inside the alternator',
  });
  await expectAccessible(page);
  await read(page, 'Resting voltage', '12.62');
  await read(page, 'Regulated, 2000 rpm', '13.20');
  await read(page, 'Cranking voltage', '11.30');
  await drop(page, 'Charging, minus side', '0.95', '60');
  await drop(page, 'Clamp, minus', '0.01', '60', 'Charging, minus side');
  await drop(page, 'Ground strap', '0.86', '60', 'Charging, minus side');
  await expect(causes(page).getByRole('listitem').first()).toContainText('ground strap');
  await expect(page.getByRole('region', { name: 'What to do' })).toContainText('ground strap');
  await expect(causes(page).getByText('Battery faulty')).toHaveCount(0);
  await readings(page)
    .getByRole('button', { name: /Voltage drop/ })
    .click();
  await expectAccessible(page);

  await page.getByRole('button', { name: 'Finish the check' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Finished' })).toBeVisible();
  await page.getByRole('link', { name: `Van ${newTag}` }).click();
  await expect(page.getByRole('region', { name: 'Outside of a visit' }).getByRole('listitem')).toHaveCount(1);
  await expectAccessible(page);
});

test('what is meaningless is refused by name and nothing of it is kept', async ({ page, newTag }) => {
  await checkOf(page, `Van ${newTag}`);
  await read(page, 'Resting voltage', '12.62');
  await readings(page)
    .getByRole('button', { name: /Voltage drop/ })
    .click();
  await page.getByRole('button', { name: /^Alternator stud/ }).click();
  await page.getByRole('textbox', { name: 'Voltage drop' }).fill('0.04');
  await page.getByRole('button', { name: /Capture/ }).click();
  await expect(page.getByText('Found nothing, expected the current meanwhile')).toBeVisible();
  await page.getByRole('textbox', { name: 'Current meanwhile' }).fill('4');
  await page.getByRole('button', { name: /Capture/ }).click();
  await expect(page.getByText(/10 A and more/)).toBeVisible();
  await expect(readings(page).getByRole('button', { name: /Voltage drop/ })).not.toContainText('read');
  await page.reload();
  await expect(readings(page).getByRole('button', { name: /Resting voltage/ })).toContainText('12.62');
});

test('overcharging leaves a caution on the vehicle, and a later check closes it', async ({
  page,
  newTag,
}) => {
  await checkOf(page, `Van ${newTag}`, {
    Engine: 'Petrol, four cylinders',
    Regulator: 'Inside the alternator',
  });
  await read(page, 'Resting voltage', '12.70');
  await read(page, 'Regulated, idle', '15.60');
  await read(page, 'Regulated, 2000 rpm', '15.80');
  await expect(causes(page).getByRole('listitem').first()).toContainText('Regulator too high');
  await page.getByRole('button', { name: 'Finish the check' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Finished' })).toBeVisible();
  await page.getByRole('link', { name: `Van ${newTag}` }).click();
  await expect(page.getByText('Regulator first, then any new battery')).toBeVisible();

  await page.getByRole('button', { name: 'Start a check' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Resting voltage' })).toBeVisible();
  await read(page, 'Resting voltage', '12.65');
  await read(page, 'Regulated, idle', '14.30');
  await read(page, 'Regulated, 2000 rpm', '14.30');
  await read(page, 'Loaded, 2000 rpm', '14.20');
  await page.getByRole('button', { name: 'Finish the check' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Finished' })).toBeVisible();
  await page.getByRole('link', { name: `Van ${newTag}` }).click();
  await expect(page.getByRole('region', { name: 'Outside of a visit' }).getByRole('listitem')).toHaveCount(2);
  await expect(page.getByText('Regulator first, then any new battery')).toHaveCount(0);
});

test('what was pulled is asked back before the check is finished', async ({ page, newTag }) => {
  await checkOf(page, `Van ${newTag}`);
  await readings(page)
    .getByRole('button')
    .filter({ has: page.getByText('Cranking voltage', { exact: true }) })
    .click();
  await page.getByText('Fuel-pump relay or fuse pulled').click();
  await expect(page.getByRole('button', { name: 'Finish the check' })).toBeDisabled();
  await page.getByRole('button', { name: 'It is back' }).click();
  await expect(page.getByRole('button', { name: 'Finish the check' })).toBeEnabled();
});

test('a draw waits for its modules to sleep, by a clock that goes on over a reload, and names itself', async ({
  page,
  newTag,
}) => {
  await checkOf(page, `Boat ${newTag}`, { Engine: 'Diesel, light', Regulator: 'Inside the alternator' });
  await read(page, 'Resting voltage', '12.10');
  const draw = readings(page).getByRole('button', { name: /Draw, asleep/ });
  await draw.click();
  await page.getByRole('button', { name: 'Start the clock' }).click();
  await expect(page.getByRole('timer')).toContainText('of 10 min');
  await page.reload();
  await draw.click();
  await expect(page.getByRole('timer')).toContainText('of 10 min');
  await page.getByRole('textbox', { name: 'Draw, asleep' }).fill('820');
  await page.getByRole('button', { name: /Capture/ }).click();
  await expect(causes(page).getByRole('listitem').first()).toContainText('Draw at rest');
  await expect(page.getByRole('region', { name: 'What to do' })).toContainText('one fuse after another');

  await draw.click();
  for (const [fuse, left] of [
    ['F3', '820'],
    ['F12', '25'],
  ] as const) {
    await page.getByLabel('Fuse that is pulled').fill(fuse);
    await page.getByRole('textbox', { name: 'Draw, asleep' }).fill(left);
    await page.getByRole('button', { name: /Capture/ }).click();
    await expect(page.getByRole('table', { name: 'Draw by fuse' })).toContainText(fuse);
  }
  await expect(page.getByRole('row', { name: /F12/ })).toContainText('795');
  await expect(page.getByRole('region', { name: 'What to do' })).toContainText('circuit of fuse F12');
  await expectAccessible(page);
});

test('a vehicle comes in with its complaint, and what is read meanwhile stands under it', async ({
  page,
  newTag,
}) => {
  await page.goto('/vehicles/new');
  const name = `Winch ${newTag}`;
  await page.getByLabel('Name or fleet number').fill(name);
  await page.getByRole('button', { name: 'Register' }).click();
  await page.getByText('It has come in').click();
  await page.getByLabel('Complaint').click();
  await page.getByRole('option', { name: 'Cranks slowly' }).click();
  await page.getByLabel('In the driver’s words').fill('slow on the cold quay');
  await page.getByLabel('Odometer or hours').fill('1250');
  await page.getByRole('button', { name: 'Take it in' }).click();
  const visit = page.getByRole('region', { name: 'This visit' });
  await expect(visit).toContainText('slow on the cold quay');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Start a check' }).click();
  await expect(page.getByText('came in with: cranks slowly')).toBeVisible();
  await read(page, 'Resting voltage', '12.70');
  await page.getByRole('button', { name: 'Finish the check' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Finished' })).toBeVisible();
  await page.getByRole('link', { name: 'Slip' }).click();
  const label = await page.getByRole('link', { name: 'Label' }).getAttribute('href');
  const pdf = await page.request.get(label ?? '');
  expect(pdf.headers()['content-type']).toBe('application/pdf');
  await page.getByRole('link', { name: 'Back to the check' }).click();
  await page.getByRole('link', { name }).click();
  await page.getByRole('button', { name: 'It has left' }).click();
  await expect(visit).toHaveCount(0);
  const kept = page.getByRole('region', { name: 'Cranks slowly' });
  await expect(kept.getByRole('listitem')).toHaveCount(1);
  await page.getByText('It has come in').click();
  await page.getByLabel('Odometer or hours').fill('900');
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByText('1250 km or more')).toBeVisible();
  await page.getByRole('button', { name: 'It is still here' }).click();
  await expect(visit).toBeVisible();
});

test('a set of two in series is one system of 24 V, and its batteries move', async ({
  page,
  newTag,
  openedRun: _run,
}) => {
  await page.goto('/vehicles/new');
  const name = `Tanker ${newTag}`;
  await page.getByLabel('Name or fleet number').fill(name);
  await page.getByLabel('System', { exact: true }).click();
  await page.getByRole('option', { name: '24 V' }).click();
  await page.getByLabel('Its batteries are joined').click();
  await page.getByRole('option', { name: 'In series' }).click();
  await page.getByRole('button', { name: 'Register' }).click();
  await page.getByText('Fit a battery').click();
  await page.getByLabel('Battery, by its tag').fill(newTag);
  await page.getByLabel('Place in the vehicle').fill('front');
  await page.getByRole('button', { name: 'Fit it' }).click();
  await expect(page.getByRole('img', { name: 'One battery, in series' })).toBeVisible();
  await page.getByRole('button', { name: 'Start a check' }).click();
  await page.getByRole('textbox', { name: 'Resting voltage' }).fill('12.6');
  await page.getByRole('button', { name: /Capture/ }).click();
  await expect(page.getByText(/about 24 V of the whole set/)).toBeVisible();
  await page.getByRole('textbox', { name: 'Resting voltage' }).fill('25.2');
  await page.getByRole('button', { name: /Capture/ }).click();
  await expect(readings(page).getByRole('button', { name: /Resting voltage/ })).toContainText('25.20');
  await page.getByRole('link', { name }).click();
  await page.getByRole('button', { name: 'To the shelf' }).click();
  await expect(page.getByText('No battery is noted in it.')).toBeVisible();
  await expect(page.getByText('What it carried before')).toBeVisible();
});

test('two tabs on one check see each other, and what is being typed stays', async ({ page, newTag }) => {
  await checkOf(page, `Winch ${newTag}`);
  const other = await page.context().newPage();
  await other.goto(page.url());
  const typed = other.getByRole('textbox', { name: 'Resting voltage' });
  await typed.fill('12.4');
  await read(page, 'Regulated, 2000 rpm', '14.20');
  await expect(readings(other).getByRole('button', { name: /Regulated, 2000 rpm/ })).toContainText('14.20');
  await expect(typed).toHaveValue('12.4');
  await other.getByRole('button', { name: /Capture/ }).click();
  await expect(readings(page).getByRole('button', { name: /Resting voltage/ })).toContainText('12.40');
  await other.getByRole('button', { name: 'Finish the check' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Finished' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Next probe' })).toHaveCount(0);
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 } });

  test('a check is read and finished, and nothing hangs over its edge', async ({ page, newTag }) => {
    await checkOf(page, `Boat ${newTag}`);
    await page.getByRole('textbox', { name: 'Resting voltage' }).fill('12.6');
    await page.getByRole('button', { name: /Capture/ }).click();
    await page.getByRole('combobox', { name: 'Reading' }).selectOption('drop_v');
    await page.getByRole('button', { name: /^Charging, plus side/ }).click();
    await expect(page.getByText('One probe on')).toBeVisible();
    const over = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
    expect(over).toBeLessThanOrEqual(0);
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Finish the check' }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'Finished' })).toBeVisible();
  });
});
