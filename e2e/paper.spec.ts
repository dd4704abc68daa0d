import type { APIRequestContext, Page } from '@playwright/test';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { uuidv7 } from 'uuidv7';
import {
  captureFor,
  choose,
  expect,
  expectAccessible,
  finishRunSeen,
  startedRun,
  test,
} from './support/test';

interface ReadPdf {
  readonly pages: number;
  readonly text: string;
  /** Names of the fonts that the file itself does not bring along. */
  readonly missingFonts: readonly string[];
  readonly fonts: readonly string[];
  readonly sizePt: readonly [number, number];
}

async function readPdf(data: Buffer): Promise<ReadPdf> {
  const pdf = await getDocument({ data: new Uint8Array(data), verbosity: 0 }).promise;
  const page = await pdf.getPage(1);
  const { items } = await page.getTextContent();
  const text = items.map((item) => ('str' in item ? item.str : '')).join(' ');
  const raw = data.toString('latin1');
  const fonts = [...raw.matchAll(/\/BaseFont \/([\w+-]+)/g)].map(([, name = '']) => name);
  // A font that is brought along carries a mark of six letters before its name: only what is used of it is in the file.
  const missingFonts = fonts.filter((name) => !/^[A-Z]{6}\+/.test(name));
  const { width, height } = page.getViewport({ scale: 1 });
  return {
    pages: pdf.numPages,
    text: text.replace(/\s+/g, ' '),
    missingFonts,
    fonts,
    sizePt: [width, height],
  };
}

const SOUND: readonly (readonly [string, unknown])[] = [
  ['identify', { confirmed: true }],
  ['inspection', { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' }],
  ['settle', { method: 'rested', restMinutes: 800, clockMinutes: 0 }],
  ['open_circuit', { volts: 12.65, temperatureC: 10 }],
  ['load', { amps: 285, seconds: 15, volts: 10.4, temperatureC: 10 }],
];

/** A sound battery that was tested and finished without the screens, open on the Bench. */
async function finishedRun(
  page: Page,
  request: APIRequestContext,
  tag: string,
  technicianId: string,
): Promise<string> {
  const runId = await startedRun(request, { tag, technicianId });
  for (const reading of SOUND) await captureFor(request, runId, technicianId, reading);
  await finishRunSeen(request, runId, technicianId);
  await page.goto(`/bench/${runId}`);
  return runId;
}

/** The words stand in a PDF; letters that are moved closer together come back apart, so blanks do not count. */
function expectWords({ text }: ReadPdf, words: readonly string[]): void {
  for (const word of words) expect(text.replaceAll(' ', '')).toContain(word.replaceAll(' ', ''));
}

test('the slip of a run is one page with our fonts, in both wordings, and its code leads back', async ({
  page,
  request,
  newTag,
  technicianId,
}) => {
  const runId = await finishedRun(page, request, newTag, technicianId);
  await page.getByRole('link', { name: 'Slip' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(newTag);
  await expectAccessible(page);
  await expect(page.getByRole('region', { name: 'Verdict' })).toContainText('Put it back to work.');

  const shop = await readPdf(await (await request.get(`/api/runs/${runId}/slip`)).body());
  expect(shop).toMatchObject({ pages: 1, missingFonts: [] });
  expect(shop.fonts.join(' ')).toContain('AtkinsonHyperlegibleNext');
  expectWords(shop, [
    newTag,
    'Return to service',
    '570 A SAE',
    '12.65',
    'limit: table at 10.0',
    'Maro Tindell',
  ]);
  expectWords(shop, ['licensed practice decide']);
  const customer = await readPdf(await (await request.get(`/api/runs/${runId}/slip?for=customer`)).body());
  expect(customer).toMatchObject({ pages: 1, missingFonts: [] });
  expectWords(customer, ['Your battery test']);
  expect(customer.text).not.toContain('limit: table');
  await page.getByRole('link', { name: 'For the customer' }).click();
  await expect(page.getByText('Your battery test')).toBeVisible();
  expect(await scannedFrom(page, page.getByRole('img', { name: /leads back/ }))).toBe(
    `${new URL(page.url()).origin}/bench/${runId}`,
  );
});

test('a slip with long names and every finding at once is still one page', async ({
  request,
  technicianId,
}) => {
  const id = uuidv7();
  const runId = uuidv7();
  const tag = `${uuidv7().slice(-12)}-WWWWWWWWWWWWWWWWWWW`;
  const long = 'Wharf crane number seventeen beside the old slipway, Łódź Ωmega berth 漢字 '
    .padEnd(80, 'W')
    .slice(0, 80);
  const label = {
    tag,
    type: 'flooded',
    nominalVolts: 12,
    c20Ah: 60,
    rcMinutes: 98,
    model: long,
    place: long.trim(),
    ratings: ['SAE', 'JIS', 'EN', 'EN2', 'CA', 'IEC', 'DIN', 'HCA'].map((standard) => ({
      standard,
      amps: 570,
    })),
    dateCode: 'W'.repeat(32),
    group: 'W'.repeat(32),
    fittedOn: '2020-01-01',
    baselineSiemens: 200,
    slot: { type: 'agm', rating: { standard: 'SAE', amps: 900 } },
  };
  expect((await request.post('/api/batteries', { data: { id, technicianId, label } })).status()).toBe(200);
  await request.post('/api/runs', { data: { id: runId, batteryId: id, technicianId } });
  const everything: readonly (readonly [string, unknown])[] = [
    ['identify', { confirmed: true }],
    ['complaint', { symptom: 'does_not_hold' }],
    [
      'inspection',
      {
        case: 'cracked',
        smell: 'rotten_egg',
        terminals: 'damaged',
        level: 'exposed',
        caps: 'missing',
        holdDown: 'missing',
        topVolts: 3,
        levelsMm: [-9, -9, -9, -9, -9, -9],
        eye: 'low_level',
        belt: 'worn',
        fuse: 'blown',
      },
    ],
    ...['side_drop', 'joint_drop', 'clamp_drop', 'regulated', 'draw'].map(
      (check) => ['vehicle_check', { check, value: 2.5, ownFrom: null, ownTo: null }] as const,
    ),
    ['charge', { full: true }],
    ['settle', { method: 'rested', restMinutes: 10, clockMinutes: 0 }],
    ['open_circuit', { volts: 12.9, temperatureC: null }],
    [
      'hydrometer',
      { gravities: [1.26, 1.1, 1.25, 1.26, 1.26, 1.26], temperatureC: null, compensated: false },
    ],
    ['conductance', { value: 900, unit: 'HCA', compensated: 'none', temperatureC: 45, contact: 'one_jaw' }],
    ['load', { amps: 100, seconds: 7, volts: 6.1, temperatureC: 10, stopped: 'gassing' }],
    ['recovery', { minutes: 5, volts: 12.1 }],
    ['crank', { volts: 6, seconds: 3, amps: 700, temperatureC: 10, engine: 'large', inrushVolts: 4 }],
    ['three_minute', { amps: 40, volts: 17.5 }],
    ['stand', { hours: 20, startVolts: 12.9, volts: 11.9, temperatureC: 20 }],
    ...['identify', 'complaint', 'clean', 'top_up', 'crank', 'stand', 'three_minute'].map(
      (step) => ['skip', { step, reason: 'w'.repeat(200) }] as const,
    ),
    [
      'override',
      {
        verdict: 'watch',
        why: 'W '.repeat(150).trim(),
        over: 'quarantine',
        despite: 'case_cracked',
      },
    ],
  ];
  for (const [number, reading] of everything.entries()) {
    const instrument = `${'W'.repeat(42)} ${number} (simulated)`;
    await captureFor(request, runId, technicianId, reading, { forced: true, instrument });
  }
  for (const audience of ['shop', 'customer']) {
    const pdf = await readPdf(await (await request.get(`/api/runs/${runId}/slip?for=${audience}`)).body());
    expect(pdf).toMatchObject({ pages: 1, missingFonts: [] });
    expectWords(pdf, [
      tag,
      'Serve and watch',
      'Computed: Quarantine',
      'Keep everyone away',
      'no test of a real battery',
      'Parasitic draw above the limit',
      'Łódź Ωmega berth ??',
    ]);
  }
});

test('labels are made for tags that no battery has yet, and the first scan of one registers it', async ({
  page,
  request,
  newTag,
  technicianId,
}) => {
  await startedRun(request, { tag: `${newTag}-009`, technicianId });
  await page.goto('/batteries');
  await page.getByRole('link', { name: 'Labels' }).click();
  await page.getByLabel('First tag').fill(`${newTag}-008`);
  await page.getByLabel('How many').fill('3');
  await page.getByRole('button', { name: 'Show them' }).click();
  await expect(page.getByRole('article')).toHaveCount(2);
  await expect(page.getByText(`Left out, as a battery has it: ${newTag}-009`)).toBeVisible();
  await expectAccessible(page);
  const address = await page.getByRole('link', { name: 'Open for printing' }).getAttribute('href');
  const printed = await readPdf(await (await request.get(address ?? '')).body());
  expect(printed.pages).toBe(2);
  expectWords(printed, [`${newTag}-008`]);
  const square = page.getByRole('img', { name: `Code of ${newTag}-010` });
  const scannedTag = await scannedFrom(page, square);
  await page.goto(`/?scan=${scannedTag}`);
  await page.getByRole('button', { name: 'Register it' }).click();
  await expect(page.getByLabel('Tag', { exact: true })).toHaveValue(`${newTag}-010`);

  await page.goto('/labels?first=FH-A&count=2');
  await expect(page.getByText('expected a tag that ends with a number')).toBeVisible();
});

test('a label is printed in any size, and scanned by a keyboard wedge, from a picture and by camera', async ({
  page,
  request,
  newTag,
  technicianId,
}) => {
  const runId = await finishedRun(page, request, newTag, technicianId);
  await page.getByRole('link', { name: 'Label', exact: true }).click();
  await page.waitForURL('**/labels?*');
  await expectAccessible(page);
  const address = await page.getByRole('link', { name: 'Open for printing' }).getAttribute('href');
  const single = await readPdf(await (await request.get(address ?? '')).body());
  expect(single).toMatchObject({ pages: 1, missingFonts: [] });
  expect(single.sizePt[0]).toBeCloseTo((62 * 72) / 25.4, 0);
  expectWords(single, [newTag, '570 A SAE', 'Return to service', 'Check by']);
  await choose(page.getByLabel('Printed on'), 'a4-24');
  const sheet = await page.getByRole('link', { name: 'Open for printing' }).getAttribute('href');
  expect((await readPdf(await (await request.get(sheet ?? '')).body())).sizePt[0]).toBeCloseTo(595, 0);

  const square = page.getByRole('img', { name: `Code of ${newTag}` });
  const picture = await square.screenshot();
  expect(await scannedFrom(page, square)).toBe(newTag);
  await choose(page.getByLabel('Code', { exact: true }), 'bars');
  await page.waitForURL('**code=bars**');
  const bars = page.getByRole('img', { name: `Code of ${newTag}` });
  expect(await scannedFrom(page, bars)).toBe(newTag);

  // A wedge types what it reads and presses Enter, faster than anybody could.
  await page.goto('/?scan');
  const known = page.getByRole('region', { name: 'Scan result' });
  await expect(page.getByLabel('Battery tag')).toBeFocused();
  await page.keyboard.type(`${newTag}\n`);
  await expect(known).toContainText(newTag);
  await page.goto('/?scan');
  await expect(page.getByLabel('Battery tag')).toBeFocused();
  await page.keyboard.type(`${new URL(page.url()).origin}/bench/${runId}\n`);
  await page.waitForURL(`**/bench/${runId}`);

  await page.goto('/');
  // Some browsers without a window have a camera that shows them nothing.
  await page.evaluate(() => {
    navigator.mediaDevices.getUserMedia = () => Promise.reject(new DOMException('none', 'NotFoundError'));
  });
  await page.getByRole('button', { name: 'Scan with the camera' }).click();
  await expect(page.getByText('No camera can be used here')).toBeVisible();
  const photo = page.getByLabel('Photo of a code');
  await photo.setInputFiles({ name: 'wall.png', mimeType: 'image/png', buffer: await page.screenshot() });
  await expect(page.getByText('No code was found in that picture')).toBeVisible();
  await photo.setInputFiles({ name: 'label.png', mimeType: 'image/png', buffer: picture });
  await expect(known).toContainText(newTag);

  await showToCamera(page, picture);
  await page.goto('/');
  await page.getByRole('button', { name: 'Scan with the camera' }).click();
  await expect(known).toContainText(newTag);
});

/** What the page’s own reader makes of a drawing on it. */
async function scannedFrom(page: Page, drawing: ReturnType<Page['getByRole']>): Promise<string> {
  const picture = await drawing.screenshot();
  const other = await page.context().newPage();
  await other.goto('/');
  await other.getByRole('button', { name: 'Scan with the camera' }).click();
  const tag = other.waitForRequest(/\/api\/batteries\/find/);
  const run = other.waitForURL('**/bench/**');
  await other
    .getByLabel('Photo of a code')
    .setInputFiles({ name: 'code.png', mimeType: 'image/png', buffer: picture });
  const text = await Promise.any([
    tag.then((request) => new URL(request.url()).searchParams.get('tag') ?? ''),
    run.then(() => other.url()),
  ]);
  await Promise.allSettled([tag, run, other.close()]);
  return text;
}

/** Lets the page’s camera see a picture, a hand’s breadth away on a grey wall. */
async function showToCamera(page: Page, picture: Buffer): Promise<void> {
  await page.addInitScript(
    (source) => {
      navigator.mediaDevices.getUserMedia = async () => {
        const canvas = document.createElement('canvas');
        canvas.width = 640;
        canvas.height = 480;
        const context = canvas.getContext('2d');
        const image = new Image();
        image.src = source;
        await image.decode();
        setInterval(() => {
          if (!context) return;
          context.fillStyle = '#999';
          context.fillRect(0, 0, 640, 480);
          context.drawImage(image, 180, 100, 280, 280);
        }, 40);
        return canvas.captureStream(25);
      };
    },
    `data:image/png;base64,${picture.toString('base64')}`,
  );
}

test('printed lists carry no keys, tear no tag and cut no column', async ({
  page,
  request,
  newTag,
  technicianId,
}) => {
  const { uuidv7 } = await import('uuidv7');
  const label = {
    tag: `${newTag}-LONG-ENOUGH`,
    type: 'gel',
    nominalVolts: 12,
    c20Ah: 80,
    rcMinutes: null,
    ratings: [{ standard: 'DIN', amps: 300 }],
    model: '',
    dateCode: '',
    fittedOn: '2025-01-31',
    place: 'The shelf behind the second charger, left of the door',
  };
  await request.post('/api/batteries', { data: { id: uuidv7(), technicianId, label } });
  // A sheet of A4 between its margins, at 96 dots an inch.
  await page.setViewportSize({ width: 718, height: 1047 });
  await page.emulateMedia({ media: 'print' });
  for (const path of [`/batteries?q=${newTag}`, '/', '/lots', '/files']) {
    await page.goto(path);
    await page.locator('main').waitFor();
    const keys = page.getByRole('main').getByRole('button').or(page.getByRole('navigation'));
    await expect(keys.filter({ visible: true })).toHaveCount(0);
    const wider = await page.evaluate(() => document.documentElement.scrollWidth > window.innerWidth);
    expect([path, wider]).toEqual([path, false]);
  }
  await page.goto(`/batteries?q=${newTag}`);
  const row = page.getByRole('row').filter({ hasText: newTag });
  await expect(row).toContainText('The shelf behind the second charger, left of the door');
  const tagBox = await row.getByRole('link').boundingBox();
  const cut = await row
    .getByRole('cell')
    .last()
    .evaluate((cell) => cell.getBoundingClientRect().right);
  expect(cut).toBeLessThanOrEqual(718);
  const lines = await row
    .getByRole('link')
    .evaluate((link) => link.getClientRects().length + Math.round(link.scrollHeight / 60));
  expect(tagBox && lines).toBeLessThanOrEqual(2);
});
