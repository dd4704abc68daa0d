import { startServerWithSampleData } from './support/sample-data';
import { freePort, newDatabaseFile, type Server, startServer } from './support/server';
import {
  chooseTechnician,
  expect,
  expectAccessible,
  pressOnlyWhatListens,
  signIn,
  test,
} from './support/test';

test.describe('with the sample data', () => {
  let demo: Server;

  test.beforeAll(async () => {
    demo = await startServerWithSampleData(await freePort());
  });
  test.afterAll(() => demo.kill());
  test.beforeEach(async ({ page, context }) => {
    await page.goto(demo.url);
    await chooseTechnician(page, 'Ysolde Brackwater');
    await expect(page.getByRole('dialog')).toHaveCount(0);
    expect((await context.cookies()).length).toBeGreaterThan(0);
  });

  test('the Floor groups what needs hands, what rests and what charges', async ({ page }) => {
    const bench = page.getByRole('region', { name: 'On the bench' });
    await expect(bench).toContainText('Ready for your hands');
    await expect(bench.getByRole('listitem').filter({ hasText: 'FH-0104' })).toContainText('ready in');
    await expect(bench.getByRole('listitem').filter({ hasText: 'FH-0111' })).toContainText('Load test');
    await expect(bench.getByRole('listitem').filter({ hasText: 'FH-0110' })).toContainText('Charge');
    await expect(bench.getByRole('listitem').filter({ hasText: 'FH-0108' })).toContainText('ready in');
  });

  test('the theme follows the system until somebody chooses otherwise', async ({ page }) => {
    const paper = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
    await page.emulateMedia({ colorScheme: 'light' });
    await page.goto(`${demo.url}/rules`);
    const day = await paper();
    await page.emulateMedia({ colorScheme: 'dark' });
    expect(await paper()).not.toBe(day);
    const kept = page.waitForResponse('**/api/screen');
    await page.getByRole('button', { name: 'Change to the light theme' }).click();
    expect(await paper()).toBe(day);
    await kept;
    await page.reload();
    expect(await paper()).toBe(day);
    await page.getByRole('button', { name: 'Change to the dark theme' }).click();
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'system');
    await page.emulateMedia({ media: 'print' });
    expect(await paper()).toBe('rgb(255, 255, 255)');
  });

  test('the dark theme is readable and is kept', async ({ page }) => {
    await page.getByRole('button', { name: 'Change to the dark theme' }).click();
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
    await expectAccessible(page);
    await page.getByText('FH-0111').click();
    await expect(page.getByRole('heading', { level: 1, name: 'Load test' })).toBeVisible();
    await expectAccessible(page);
    await page.reload();
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  });

  test('the dark theme is readable on racks, paper, files and sums', async ({ page }) => {
    await page.getByRole('button', { name: 'Change to the dark theme' }).click();
    await page.getByText('FH-0112').first().click();
    await page.waitForURL('**/bench/**');
    const slip = `${page.url()}/slip`;
    await page.getByRole('link', { name: 'Label', exact: true }).click();
    await page.waitForURL('**/labels?*');
    await expectAccessible(page);
    await page.goto(slip);
    await expectAccessible(page);
    await page.goto(`${demo.url}/lots`);
    await page.getByRole('link', { name: /Quay rack/ }).click();
    await expect(page.getByRole('region', { name: 'Sorting' })).toBeVisible();
    await expectAccessible(page);
    for (const path of ['/files', '/reckoner?tool=limit', '/lots']) {
      await page.goto(demo.url + path);
      await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
      await expectAccessible(page);
    }
  });

  test('a battery of another chemistry is recorded and never graded', async ({ page }) => {
    await page.getByLabel('Battery tag').fill('fh-0129');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('region', { name: 'Scan result' })).toContainText('Lithium');
    await expect(page.getByRole('button', { name: 'Start a run' })).toHaveCount(0);
    await page.getByRole('link', { name: 'Its story' }).click();
    await expect(page.getByText('never graded')).toBeVisible();
  });

  for (const [device, width] of [
    ['small phone', 320],
    ['phone', 390],
    ['tablet', 1024],
  ] as const) {
    test(`every screen fits a ${device}`, async ({ page }) => {
      await page.getByText('FH-0111').click();
      await page.waitForURL('**/bench/**');
      const bench = page.url();
      await page.getByRole('link', { name: 'FH-0111' }).click();
      await page.waitForURL('**/batteries/**');
      const story = page.url();
      const [lot = ''] = await page.request
        .get(`${demo.url}/lots`)
        .then(async (answer) => /\/lots\/[0-9a-f-]{36}/.exec(await answer.text()) ?? []);
      const label = `/labels?battery=${story.split('/').at(-1)}`;
      const listed = ['/lots', '/files', '/reckoner', '/batteries', '/site', '/fleet/instruments'];
      const others = [...listed, lot, `${lot}/report`, label].map((path) => demo.url + path);
      await page.setViewportSize({ width, height: 844 });
      for (const address of [demo.url, bench, story, `${bench}/slip`, ...others]) {
        await page.goto(address);
        await expect(page.getByRole('main')).toBeVisible();
        const overhang = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
        expect(overhang, `${address} at ${width}`).toBeLessThanOrEqual(0);
        // A strip that is longer than the screen shows where one is.
        const strips = page.getByRole('navigation', { name: /^(Screens|Questions)$/ });
        for (const here of await strips.locator('[aria-current=page]').all())
          await expect(here, `${address} at ${width}`).toBeInViewport({ ratio: 0.9 });
      }
    });
  }

  test('no page asks any other host for anything', async ({ page }) => {
    const foreign: string[] = [];
    page.on('request', (request) => {
      if (!request.url().startsWith(demo.url) && !request.url().startsWith('data:'))
        foreign.push(request.url());
    });
    for (const path of ['/', '/batteries', '/batteries/new', '/lots', '/files', '/reckoner', '/rules']) {
      await page.goto(demo.url + path);
    }
    await page.waitForLoadState('networkidle');
    expect(foreign).toEqual([]);
  });
});

test('an empty store says how to begin', async ({ browser }) => {
  const server = await startServer({
    port: await freePort(),
    databaseFile: newDatabaseFile(),
  });
  const page = await browser.newPage({ baseURL: server.url });
  pressOnlyWhatListens(page);
  await page.goto('/');
  await page.getByLabel('Your name').fill('Tamsin Orrel');
  await page.getByRole('button', { name: 'Add' }).click();
  await expect(page.getByRole('button', { name: 'Tamsin Orrel' })).toBeVisible();
  await expect(page.getByText('No battery is registered yet')).toBeVisible();
  await page.goto('/bench/nothing-here');
  await expect(page.getByText('Nothing is kept under this address')).toBeVisible();
  await page.close();
  await server.kill();
});

test('a thousand batteries are paged', async ({ page, context, request, server, technicianId }) => {
  await signIn(context, server.url, technicianId);
  const label = (number: number) => ({
    tag: `BULK-${String(number).padStart(4, '0')}`,
    type: 'agm',
    nominalVolts: 12,
    ratings: [{ standard: 'SAE', amps: 800 }],
    c20Ah: 70,
    rcMinutes: null,
    model: 'Velgrim Cold 70 with a long name that a careful clerk typed out in full, twice',
    place: 'Rack by the slipway gate',
    dateCode: '',
    fittedOn: null,
  });
  const { uuidv7 } = await import('uuidv7');
  for (let start = 0; start < 1000; start += 50) {
    const batch = Array.from({ length: 50 }, (_, offset) => label(start + offset));
    await Promise.all(
      batch.map((one) =>
        request.post('/api/batteries', { data: { id: uuidv7(), technicianId, label: one } }),
      ),
    );
  }
  await page.goto('/batteries?q=bulk');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('1000');
  await expect(page.getByRole('row')).toHaveCount(51);
  await page.getByRole('link', { name: 'Later', exact: true }).click();
  await expect(page.getByText('BULK-0050')).toBeVisible();
  await page.getByRole('link', { name: 'Earlier', exact: true }).click();
  await expect(page.getByText('BULK-0000')).toBeVisible();
  await page.getByLabel('Words in its tag, place, model, type or vehicle').fill('bulk-0777');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('row')).toHaveCount(2);
});
