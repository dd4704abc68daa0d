// Takes the pictures of docs/screenshots from the sample data: `npm run screenshots`, or some of them by their names:
// `npm run screenshots -- floor lot`.
import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuilt } from './build.mjs';
import { bundleOf } from './bundle.mjs';
import { CHROMIUM_ARGS, chromiumPath, ensureChromium } from './chromium.mjs';
import { spawnServer } from './server.mjs';
import { ensureInstalled, root } from './setup.mjs';
import { untilAnswering } from './until-answering.mjs';

ensureInstalled();
ensureChromium();
const { chromium } = await import('@playwright/test');

const PORT = 4390;
const INSTRUMENTS_PORT = 4391;
const URL_ROOT = `http://127.0.0.1:${PORT}`;
const FOLDER = join(root, 'docs/screenshots');
const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

/** One picture a main view: where to go, and what to do there before it is taken. */
const PICTURES = [
  { name: 'floor', take: (page) => page.getByText('Ready for your hands').waitFor() },
  { name: 'charge-room', size: { width: 1280, height: 1000 }, take: (page) => openRoom(page) },
  {
    name: 'charge-room-dark',
    size: { width: 1280, height: 1000 },
    dark: true,
    take: (page) => openRoom(page),
  },
  { name: 'bench-charge', take: (page) => openBench(page, 'FH-0110') },
  { name: 'bench-load', take: (page) => openBench(page, 'FH-0111', () => holdLoad(page)) },
  { name: 'bench-verdict', take: (page) => openBench(page, 'FH-0112') },
  { name: 'battery', take: (page) => openBattery(page, 'FH-0107') },
  { name: 'fleet', take: (page) => openFleet(page, '/fleet') },
  { name: 'fleet-cold', take: (page) => openFleet(page, '/fleet/cold') },
  { name: 'fleet-plan', take: (page) => openFleet(page, '/fleet/buy') },
  { name: 'vehicle', take: (page) => openVehicle(page, 'Crew van 6') },
  {
    name: 'check-circuit',
    size: { width: 1280, height: 1000 },
    take: (page) => walkGround(page, 'Crew van 4'),
  },

  { name: 'lot', take: (page) => openRack(page) },
  { name: 'slip', size: { width: 1280, height: 1060 }, take: (page) => openSlip(page, 'FH-0112') },
  { name: 'sign-in', asStranger: true, take: (page) => tapName(page) },
  { name: 'people', asStranger: true, size: { width: 1280, height: 1000 }, take: (page) => seePeople(page) },
  { name: 'recording', take: (page) => openRecording(page) },
  { name: 'practice', take: (page) => openCase(page) },
  {
    name: 'bench-phone',
    size: PHONE,
    take: (page) => openBench(page, 'FH-0111'),
  },
];

await ensureBuilt();
const standIn = spawn(process.execPath, [await bundleOf('stand-in')], {
  stdio: 'ignore',
  env: { ...process.env, HOST: '127.0.0.1', PORT: String(INSTRUMENTS_PORT) },
});
const server = await spawnServer({
  port: PORT,
  demo: true,
  instruments: `http://127.0.0.1:${INSTRUMENTS_PORT}`,
  databaseFile: join(mkdtempSync(join(tmpdir(), 'integra-shots-')), 'demo.db'),
});
try {
  await untilAnswering(URL_ROOT);
  mkdirSync(FOLDER, { recursive: true });
  const browser = await chromium.launch({ executablePath: chromiumPath(), args: CHROMIUM_ARGS });
  const wanted = process.argv.slice(2);
  const pictures = PICTURES.filter(({ name }) => wanted.length === 0 || wanted.includes(name));
  for (const picture of pictures) await takePicture(browser, picture);
  await browser.close();
} finally {
  server.kill();
  standIn.kill();
}

async function takePicture(browser, { name, size = DESK, asStranger = false, dark = false, take }) {
  // The sample shop asks nobody on its own machine: what comes through another is asked.
  const extraHTTPHeaders = asStranger ? { 'x-forwarded-for': '192.0.2.7' } : {};
  const context = await browser.newContext({
    viewport: size,
    extraHTTPHeaders,
    colorScheme: dark ? 'dark' : 'light',
  });
  const page = await context.newPage();
  await page.goto(URL_ROOT);
  if (!asStranger) await chooseName(page);
  await take(page);
  await page.waitForTimeout(600);
  if (!asStranger)
    await page.evaluate(() => document.activeElement?.matches('input') || document.activeElement?.blur());
  await page.mouse.move(0, 0);
  await page.screenshot({ path: join(FOLDER, `${name}.png`) });
  console.log(`docs/screenshots/${name}.png`);
  await context.close();
}

/** Says who is at the bench, and waits until that is kept. */
async function chooseName(page) {
  const kept = page.waitForResponse('**/api/screen');
  await page.getByRole('button', { name: 'Maro Tindell' }).click();
  await kept;
  // The Floor goes on listening, so the net is never idle: what is waited for is what is seen.
  await page.getByRole('button', { name: /at the bench|Maro/ }).waitFor();
}

async function openRoom(page) {
  await page.goto(`${URL_ROOT}/room`);
  await page.getByRole('region', { name: 'Time line' }).waitFor();
}

/** What is expected of batteries is worked out beside everything else: the fleet is opened until it is there. */
async function openFleet(page, address) {
  for (let turn = 0; turn < 60; turn++) {
    await page.goto(`${URL_ROOT}/fleet`);
    const isDone = (await page.getByText('just being worked out').count()) === 0;
    if (isDone && (await page.getByRole('row').count()) > 40) break;
    await page.waitForTimeout(1000);
  }
  await page.goto(`${URL_ROOT}${address}`);
  await page.getByRole('navigation', { name: 'Questions' }).waitFor();
}

async function openBench(page, tag, then = async () => {}) {
  await page.getByRole('link').filter({ hasText: tag }).first().click();
  await page.waitForURL('**/bench/**');
  await page.locator('[data-first]').first().waitFor();
  await page.waitForTimeout(300);
  await then();
}

/** A case in the middle of its work. */
async function openCase(page) {
  await page.goto(`${URL_ROOT}/practice/case?code=single-click`);
  await page.getByRole('button', { name: 'The label agrees' }).click();
  await page.getByRole('button', { name: /^Single click/ }).click();
  await page
    .getByRole('button', { name: /^All in order/ })
    .first()
    .click();
  await page.getByText('live from Bench meter').waitFor();
  await page.evaluate(() => window.scrollTo(0, 0));
}

/** A live load, some seconds in; it is stopped by the page that closes before it could be captured. */
async function holdLoad(page) {
  await page.getByRole('button', { name: /Load on/ }).click();
  await page.waitForTimeout(8000);
}

async function openRack(page) {
  await page.goto(`${URL_ROOT}/lots`);
  await page.getByRole('link', { name: 'Quay rack' }).click();
  await page.waitForURL('**/lots/*');
  await page.getByRole('tab', { name: 'Load', exact: true }).click();
  await page.waitForTimeout(500);
}

async function openSlip(page, tag) {
  await openBench(page, tag);
  await page.goto(`${page.url()}/slip`);
}

async function openBattery(page, tag) {
  await page.goto(`${URL_ROOT}/batteries`);
  await page.getByRole('link', { name: tag, exact: true }).click();
  await page.waitForURL('**/batteries/*');
}

async function openVehicle(page, name) {
  await page.goto(`${URL_ROOT}/vehicles`);
  await page.getByRole('link', { name, exact: true }).click();
  await page.getByRole('heading', { level: 1, name }).waitFor();
}

/** A recorded start of a vehicle, laid over one of before. */
async function openRecording(page) {
  await openVehicle(page, 'Crew van 2');
  await page.getByRole('region', { name: 'Recorded starts' }).getByRole('link').nth(1).click();
  await page.waitForURL('**/recordings/**');
  await page.getByRole('region', { name: 'Read off it' }).waitFor();
  await page.getByRole('link', { name: 'Lay it over' }).click();
  await page.getByText('dashed:').waitFor();
  await page.evaluate(() => window.scrollTo(0, 0));
}

/** A check in which the minus side of the charging path is walked to the ground strap. */
async function walkGround(page, name) {
  await openVehicle(page, name);
  await page.getByRole('button', { name: 'Start a check' }).click();
  await page.getByRole('heading', { level: 1, name: 'Resting voltage' }).waitFor();
  await capture(page, 'Resting voltage', '12.61');
  await capture(page, 'Regulated, 2000 rpm', '13.15');
  await drop(page, 'Charging, minus side', '0.95');
  await drop(page, 'Ground strap', '0.86');
  await drop(page, 'Clamp, minus', null);
  await page.evaluate(() => window.scrollTo(0, 0));
}

async function chooseReading(page, label) {
  if (await page.getByRole('heading', { level: 1, name: label, exact: true }).isVisible()) return;
  const list = page.getByRole('navigation', { name: 'Readings' });
  if (await list.isVisible()) return list.getByRole('button', { name: label }).first().click();
  const picker = page.getByRole('combobox', { name: 'Reading' });
  const option = await picker.locator('option').filter({ hasText: label }).first().getAttribute('value');
  await picker.selectOption(option);
}

async function capture(page, label, value) {
  await chooseReading(page, label);
  await page.getByRole('textbox', { name: label, exact: true }).fill(value);
  await page.getByRole('button', { name: /Capture/ }).click();
  await page.locator('summary').filter({ hasText: 'Readings' }).waitFor();
}

async function drop(page, segment, volts) {
  await chooseReading(page, 'Voltage drop');
  const minus = page.getByRole('region', { name: 'Charging, minus side', exact: true });
  await minus.getByRole('button', { name: new RegExp(`^${segment}`) }).click();
  if (volts === null) return;
  await page.getByRole('textbox', { name: 'Voltage drop' }).fill(volts);
  await page.getByRole('textbox', { name: 'Current meanwhile' }).fill('60');
  await page.getByRole('button', { name: /Capture/ }).click();
}

/** Signs the lead of the sample shop in, as the page itself says how. */
async function signInLead(page) {
  await page.getByLabel('Name', { exact: true }).fill('Ysolde Brackwater');
  await page.getByLabel('Password').fill('ferngate lights at night');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('button', { name: 'Ysolde Brackwater' }).waitFor();
}

/** Makes this browser a bench, and goes as far as the PIN of a technician. */
async function tapName(page) {
  await signInLead(page);
  await page.goto(`${URL_ROOT}/people`);
  await page.getByRole('button', { name: 'Enrol a device' }).click();
  const code = await page.getByText(/^[A-Z0-9]{4} [A-Z0-9]{4}$/).textContent();
  await page.evaluate(async (shown) => {
    const post = (path, body) =>
      fetch(path, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
    await post('/api/devices', { code: shown, name: 'Bench tablet 2' });
    await post('/api/people/sign-out', null);
  }, code);
  await page.goto(`${URL_ROOT}/sign-in`);
  await page.getByRole('button', { name: 'Maro Tindell' }).click();
  await page.keyboard.type('407');
}

async function seePeople(page) {
  await signInLead(page);
  await page.goto(`${URL_ROOT}/people`);
  await page.getByRole('heading', { name: 'Signed in' }).waitFor();
}
