import { expect, type Page } from '@playwright/test';
import { leadId, listening, PASSWORD, test } from './support/shop';
import { captureFor, choose, expectAccessible, finishRunSeen, startedRun } from './support/test';

/** Lets a technician in by the screens of the lead. */
async function letIn(lead: Page, name: string, pin: string, role?: string): Promise<void> {
  await lead.goto('/people');
  await lead.getByRole('button', { name: 'Let somebody in' }).click();
  const form = lead.getByRole('dialog');
  await form.getByLabel('Name').fill(name);
  if (role !== undefined) await form.getByText(role, { exact: true }).click();
  await form.getByLabel('PIN').fill(pin);
  await form.getByRole('button', { name: 'Let them in' }).click();
  await expect(lead.getByRole('row', { name })).toContainText('PIN');
}

/** Enrols a browser with a code that the lead shows. */
async function enrol(lead: Page, page: Page, name: string): Promise<void> {
  await lead.goto('/people');
  await lead.getByRole('button', { name: 'Enrol a device' }).click();
  const code = await lead.getByText(/^[A-Z0-9]{4} [A-Z0-9]{4}$/).textContent();
  await page.goto('/');
  await page.getByText('Make this a bench, where a PIN is enough').click();
  await page.getByLabel('Code, as a lead shows it under People').fill(code ?? '');
  await page.getByLabel('What this device is called').fill(name);
  await page.getByRole('button', { name: 'Enrol it' }).click();
  await expect(page.getByText(`${name}: tap your name, then type your PIN.`)).toBeVisible();
}

const flooded = (page: Page) => page.locator('label').filter({ hasText: /^Flooded$/ });

async function signIn(page: Page, name: string, pin: string): Promise<void> {
  await page.getByRole('button', { name }).click();
  for (const digit of pin) await page.getByRole('button', { name: digit, exact: true }).click();
  await page.getByRole('button', { name: 'Sign in' }).click();
}

test('a shop is set up, and from then on a stranger sees nothing of it', async ({
  lead,
  another,
  request,
  shop,
}) => {
  await expectAccessible(lead);
  const stranger = await another();
  await stranger.goto('/batteries?words=FH');
  await expect(stranger).toHaveURL(/\/sign-in\?to=%2Fbatteries%3Fwords%3DFH$/);
  await expect(stranger.getByRole('navigation', { name: 'Screens' })).toHaveCount(0);
  await expect(stranger.getByText('Ysolde')).toHaveCount(0);
  await expectAccessible(stranger);
  await stranger.getByLabel('Name', { exact: true }).fill('ysolde brackwater');
  await stranger.getByLabel('Password').fill('three gray gulls');
  await stranger.getByRole('button', { name: 'Sign in' }).click();
  await expect(stranger.getByText('That is not it.')).toBeVisible();
  for (const path of ['/api/readings', '/api/site', '/api/floor/stream', '/api/copies', '/api/journal']) {
    const answer = await request.get(shop.url + path);
    expect([path, answer.status()]).toEqual([path, 401]);
    expect(await answer.text()).not.toContain('Ysolde');
  }
  await stranger.getByLabel('Password').fill(PASSWORD);
  await stranger.getByRole('button', { name: 'Sign in' }).click();
  await expect(stranger).toHaveURL(/\/batteries\?words=FH$/);
});

test('a second device is enrolled, hands change, and each act stands under whoever did it', async ({
  lead,
  another,
}) => {
  await letIn(lead, 'Pell Havering', '40718');
  await letIn(lead, 'Maro Tindell', '8302');
  const tablet = await another();
  await enrol(lead, tablet, 'Bench tablet 2');
  await signIn(tablet, 'Pell Havering', '40718');
  await tablet.getByRole('link', { name: 'Register a battery' }).click();
  await expect(tablet.getByRole('heading', { name: 'Register a battery' })).toBeVisible();
  await tablet.getByLabel('Tag').fill('FH-0900');
  await flooded(tablet).click();
  await tablet.getByLabel('Rating 1, A').fill('570');
  await tablet.getByRole('button', { name: 'Register' }).click();
  await expect(tablet.getByText('FH-0900').first()).toBeVisible();

  const at = tablet.url();
  await tablet.getByRole('button', { name: 'Pell Havering' }).click();
  const changing = tablet.getByRole('dialog');
  await expectAccessible(tablet);
  await changing.getByRole('button', { name: 'Maro Tindell' }).click();
  await tablet.keyboard.type('8302');
  await tablet.keyboard.press('Enter');
  await expect(tablet.getByRole('button', { name: 'Maro Tindell' })).toBeVisible();
  expect(tablet.url()).toBe(at);

  await lead.goto('/journal');
  await expectAccessible(lead);
  await expect(lead.getByRole('row', { name: /Pell Havering.*registered a battery/ })).toContainText(
    'Bench tablet 2',
  );
  await choose(lead.getByRole('combobox', { name: 'Who' }), 'Maro Tindell');
  await expect(lead.getByRole('row', { name: /signed in/ })).toHaveCount(1);
  await expect(lead.getByText('registered a battery')).toHaveCount(0);
});

test('a technician is told why where a lead is needed, and sees no other’s acts', async ({ lead }) => {
  await letIn(lead, 'Pell Havering', '40718');
  await lead.getByRole('button', { name: 'Ysolde Brackwater', exact: true }).click();
  await lead.getByRole('dialog').getByRole('button', { name: 'Pell Havering' }).click();
  await lead.keyboard.type('40718');
  await lead.keyboard.press('Enter');
  await expect(lead.getByRole('button', { name: 'Pell Havering', exact: true })).toBeVisible();
  await lead.goto('/site');
  const reason = 'A technician may not change the site, its costs, chargers and corrections; a lead may.';
  await expect(lead.getByText(reason).first()).toBeVisible();
  await lead.getByLabel('Name, as it is printed').fill('Taken over');
  await expect(lead.getByRole('button', { name: 'Save' })).toBeDisabled();
  const answer = await lead.evaluate(async () => {
    const sent = await fetch('/api/site/sheet', {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ sheet: { name: 'Taken over' } }),
    });
    return { status: sent.status, text: await sent.text() };
  });
  expect(answer).toMatchObject({ status: 403, text: expect.stringContaining(reason) });
  await lead.goto('/files');
  await expect(
    lead.getByText('A technician may not take out the readings of the whole site').first(),
  ).toBeVisible();
  await expect(lead.getByRole('button', { name: 'Make a copy now' })).toBeDisabled();
  await lead.goto('/people');
  await expect(lead.getByRole('button', { name: 'Let somebody in' })).toHaveCount(0);
  await lead.goto('/journal');
  await expect(lead.getByText('became the first lead')).toHaveCount(0);
  await expect(lead.getByRole('row', { name: /Pell Havering.*signed in/ })).toBeVisible();
});

test('to whoever only looks the keys that change something stand greyed, and say who may', async ({
  lead,
  another,
}) => {
  await letIn(lead, 'Pell Havering', '40718', 'Viewer');
  const tablet = await another();
  await enrol(lead, tablet, 'Bench tablet 2');
  await signIn(tablet, 'Pell Havering', '40718');
  const says =
    'A viewer may not register and change batteries, vehicles, racks and lists; a technician or a lead may.';
  const register = tablet.getByRole('button', { name: 'Register a battery' });
  await expect(register).toBeDisabled();
  await expect(register).toHaveAccessibleDescription(says);
  await expectAccessible(tablet);
  for (const page of ['/batteries', '/vehicles']) {
    await tablet.goto(page);
    await expect(tablet.getByRole('button', { name: 'Register' })).toHaveAttribute('title', says);
    await expect(tablet.getByRole('link', { name: 'Register' })).toHaveCount(0);
    await expect(tablet.getByRole('button', { name: 'CSV' })).toBeDisabled();
  }
});

test('a bench whose session is ended locks, and what is typed on it stays', async ({ lead, another }) => {
  await letIn(lead, 'Pell Havering', '40718');
  const tablet = await another();
  await enrol(lead, tablet, 'Bench tablet 2');
  await signIn(tablet, 'Pell Havering', '40718');
  await tablet.getByRole('link', { name: 'Register a battery' }).click();
  await expect(tablet.getByRole('heading', { name: 'Register a battery' })).toBeVisible();
  await tablet.getByLabel('Tag').fill('FH-0901');
  await flooded(tablet).click();
  await tablet.getByLabel('Rating 1, A').fill('640');
  await lead.goto('/people');
  await lead.getByRole('button', { name: 'Sign Pell Havering out' }).click();
  await expect(lead.getByRole('button', { name: 'Sign Pell Havering out' })).toHaveCount(0);
  await tablet.getByRole('button', { name: 'Register' }).click();
  await expect(tablet.getByRole('dialog', { name: 'This bench is locked' })).toBeVisible();
  await expectAccessible(tablet);
  await tablet.keyboard.press('Escape');
  await signIn(tablet, 'Pell Havering', '40718');
  await expect(tablet.getByRole('dialog')).toHaveCount(0);
  await expect(tablet.getByLabel('Tag')).toHaveValue('FH-0901');
  await tablet.getByRole('button', { name: 'Register' }).click();
  await expect(tablet).not.toHaveURL(/\/batteries\/new/);
});

test('a bench that nobody touches locks, and one that was signed out hears no more of the Floor', async ({
  lead,
  another,
}) => {
  await letIn(lead, 'Pell Havering', '40718');
  const tablet = await another();
  await enrol(lead, tablet, 'Bench tablet 2');
  await signIn(tablet, 'Pell Havering', '40718');
  await expect(tablet.getByText('No battery is registered yet')).toBeVisible();
  await lead.goto('/people');
  await lead.getByRole('button', { name: 'Sign Pell Havering out' }).click();
  // Nobody touches the tablet: the Floor itself is what was cut.
  const locked = tablet.getByRole('dialog', { name: 'This bench is locked' });
  await expect(locked).toBeVisible();
  await signIn(tablet, 'Pell Havering', '40718');
  await expect(locked).toHaveCount(0);

  await tablet.clock.install();
  await tablet.goto('/reckoner');
  await tablet.mouse.click(5, 300);
  await tablet.clock.fastForward('29:00');
  await expect(locked).toHaveCount(0);
  await tablet.clock.fastForward('02:00');
  await expect(locked).toBeVisible();
});

test('a slip is shared with a customer, who sees it and nothing else, until it is taken back', async ({
  lead,
  another,
}) => {
  const technicianId = await leadId(lead);
  const runId = await startedRun(lead.request, { tag: 'FH-0910', technicianId });
  const looks = [
    ['identify', { confirmed: true }],
    ['inspection', { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' }],
    ['settle', { method: 'rested', restMinutes: 800, clockMinutes: 0 }],
    ['open_circuit', { volts: 12.7, temperatureC: 20 }],
    ['load', { amps: 285, seconds: 15, volts: 10.6, temperatureC: 20 }],
  ] as const;
  for (const reading of looks) await captureFor(lead.request, runId, technicianId, reading);
  await finishRunSeen(lead.request, runId, technicianId);
  await lead.goto(`/bench/${runId}/slip`);
  await lead.getByText('Share with the customer').click();
  await lead.getByRole('button', { name: 'Make an address' }).click();
  const address = await lead.getByLabel('Hand this on; it is shown once').inputValue();
  const customer = await another();
  await customer.goto(address);
  await expect(customer.getByRole('heading', { name: /FH-0910/ })).toBeVisible();
  await expect(customer.getByText('Return to service').first()).toBeVisible();
  await expect(customer.getByRole('link')).toHaveCount(0);
  await expectAccessible(customer);
  expect((await customer.request.get(`/api/runs/${runId}`)).status()).toBe(401);
  await lead.getByRole('button', { name: 'Take back' }).click();
  await expect(lead.getByRole('button', { name: 'Take back' })).toHaveCount(0);
  await customer.reload();
  await expect(customer.getByText('This slip is not shared any more')).toBeVisible();
});

test('a lead signs in by a passkey, and not once it was taken away', async ({ lead, shop, browser }) => {
  // A passkey is for a name, not for a number.
  const baseURL = shop.url.replace('127.0.0.1', 'localhost');
  const context = await listening(await browser.newContext({ baseURL }));
  const page = await context.newPage();
  const devtools = await context.newCDPSession(page);
  await devtools.send('WebAuthn.enable');
  await devtools.send('WebAuthn.addVirtualAuthenticator', {
    options: {
      protocol: 'ctap2',
      transport: 'internal',
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  });
  await page.goto('/people');
  await page.getByLabel('Name', { exact: true }).fill('Ysolde Brackwater');
  await page.getByLabel('Password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Passkeys' })).toBeVisible();
  await page.getByLabel('What keeps it').fill('Counter key');
  await page.getByRole('button', { name: 'Make a passkey' }).click();
  await expect(page.getByText('Counter key')).toBeVisible();
  await expectAccessible(page);

  await page.getByRole('button', { name: 'Ysolde Brackwater', exact: true }).click();
  await page.getByRole('button', { name: 'Sign out', exact: true }).click();
  await page.getByRole('button', { name: 'With a passkey' }).click();
  await expect(page).toHaveURL(`${baseURL}/`);
  await page.goto('/people');
  await expect(page.getByRole('row', { name: /Ysolde Brackwater.*by passkey/ })).toBeVisible();
  await page.getByRole('button', { name: 'Take the passkey Counter key away' }).click();
  await expect(page.getByText('Counter key')).toHaveCount(0);
  await page.getByRole('button', { name: 'Ysolde Brackwater', exact: true }).click();
  await page.getByRole('button', { name: 'Sign out', exact: true }).click();
  await page.getByRole('button', { name: 'With a passkey' }).click();
  await expect(page.getByText('This passkey is not known here.')).toBeVisible();
  await lead.goto('/journal');
  await expect(lead.getByRole('row', { name: /Ysolde Brackwater.*signed in by a passkey/ })).toBeVisible();
  await context.close();
});

test('a technician proposes house rules, and a lead puts them in force', async ({ lead, another }) => {
  await letIn(lead, 'Pell Havering', '40718');
  const tablet = await another();
  await enrol(lead, tablet, 'Bench tablet 2');
  await signIn(tablet, 'Pell Havering', '40718');
  await expect(tablet.getByRole('navigation', { name: 'Screens' })).toBeVisible();
  await tablet.goto('/rules');
  await tablet.getByRole('button', { name: /^Ice season/ }).click();
  await tablet.getByLabel('Why').fill('Starts failed last January');
  await tablet.getByRole('button', { name: 'Propose it to a lead' }).click();
  const waiting = tablet.getByRole('region', { name: 'Proposed' });
  await expect(waiting).toContainText('“Starts failed last January”');
  await expect(waiting.getByRole('button', { name: 'Take it back' })).toBeVisible();
  await expectAccessible(tablet);

  await lead.goto('/rules');
  const proposed = lead.getByRole('region', { name: 'Proposed' });
  await expect(proposed).toContainText('Pell Havering');
  await proposed.getByRole('button', { name: 'Look at it' }).click();
  await expect(lead.getByLabel('Why')).toHaveValue('Starts failed last January');
  await lead.getByRole('button', { name: 'Put in force as version 1' }).click();
  await expect(lead.getByText(/^In force: .*, version 1\./)).toBeVisible();
  await expect(proposed).toHaveCount(0);
});
