import AxeBuilder from '@axe-core/playwright';
import {
  type APIRequestContext,
  type BrowserContext,
  test as base,
  expect,
  type Locator,
  type Page,
  type Response,
} from '@playwright/test';
import { uuidv7 } from 'uuidv7';
import { BenchPage } from './bench-page';
import { newDatabaseFile, type Server, startServer } from './server';

interface WorkerFixtures {
  readonly server: Server;
  readonly technicianId: string;
}

interface TestFixtures {
  readonly bench: BenchPage;
  readonly newTag: string;
  /** A run on a new flooded 12 V battery of 570 A SAE, open on the Bench. */
  readonly openedRun: string;
}

const FIRST_PORT = 4210;

/** Tests with a server and an empty store per worker, someone at the bench, and a tag nobody has used. */
export const test = base.extend<TestFixtures, WorkerFixtures>({
  server: [
    async ({ browserName: _browser }, use, { parallelIndex }) => {
      const server = await startServer({ port: FIRST_PORT + parallelIndex, databaseFile: newDatabaseFile() });
      await use(server);
      await server.kill();
    },
    { scope: 'worker' },
  ],
  technicianId: [
    async ({ server }, use) => {
      const id = uuidv7();
      await fetch(`${server.url}/api/technicians`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ id, name: 'Maro Tindell' }),
      });
      await use(id);
    },
    { scope: 'worker' },
  ],
  baseURL: ({ server }, use) => use(server.url),
  context: async ({ context, server, technicianId }, use) => {
    await signIn(context, server.url, technicianId);
    await use(context);
  },
  newTag: ({ browserName: _browser }, use) => use(`T-${uuidv7().slice(-8).toUpperCase()}`),
  bench: ({ page }, use) => use(new BenchPage(page)),
  openedRun: async ({ bench, request, newTag, technicianId }, use) => {
    const runId = await startedRun(request, { tag: newTag, technicianId });
    await bench.open(runId);
    await use(runId);
  },
});

/** Has a page that is opened or loaded anew wait until it takes what is pressed: the server's picture of it takes nothing. */
export function pressOnlyWhatListens(page: Page): void {
  const [goto, reload] = [page.goto.bind(page), page.reload.bind(page)];
  page.goto = async (...asked) => whenItListens(page, await goto(...asked));
  page.reload = async (...asked) => whenItListens(page, await reload(...asked));
}

async function whenItListens(page: Page, response: Response | null): Promise<Response | null> {
  const type = response?.headers()['content-type'] ?? '';
  if (type.startsWith('text/html')) await page.locator('html[data-listens]').waitFor({ state: 'attached' });
  return response;
}

/** Says who is at the bench in this browser, before its first page; its pages are pressed once they listen. */
export async function signIn(context: BrowserContext, url: string, technicianId: string): Promise<void> {
  context.on('page', pressOnlyWhatListens);
  await context.addCookies([{ name: 'integra_technician', value: technicianId, url }]);
}

/** Chooses a name in the dialog that asks, and waits until this browser has kept it: the next page then asks nobody. */
export async function chooseTechnician(page: Page, name: string): Promise<void> {
  const kept = page.waitForResponse('**/api/screen');
  await page.getByRole('dialog').getByRole('button', { name }).click();
  await kept;
}

export interface NewBattery {
  readonly tag: string;
  readonly technicianId: string;
  readonly type?: string;
  readonly nominalVolts?: 6 | 12;
  readonly ratings?: readonly { standard: string; amps: number }[];
  readonly duty?: 'starting' | 'deep_cycle' | 'both';
}

/** Registers a battery and starts a run on it without the screens; answers with the run's id. */
export async function startedRun(request: APIRequestContext, battery: NewBattery): Promise<string> {
  const {
    tag,
    technicianId,
    type = 'flooded',
    nominalVolts = 12,
    ratings = [{ standard: 'SAE', amps: 570 }],
    duty = 'starting',
  } = battery;
  const id = uuidv7();
  const rest = {
    c20Ah: 60,
    rcMinutes: null,
    model: '',
    place: 'Yard tractor 9',
    dateCode: '',
    fittedOn: null,
  };
  const label = { tag, type, nominalVolts, ratings, duty, ...rest };
  expect((await request.post('/api/batteries', { data: { id, technicianId, label } })).status()).toBe(200);
  const runId = uuidv7();
  expect(
    (await request.post('/api/runs', { data: { id: runId, batteryId: id, technicianId } })).status(),
  ).toBe(200);
  return runId;
}

let capturedAtMs = Date.now() - 3_600_000;
/** Captures a reading without the screens, a second after the one before. */
export async function captureFor(
  request: APIRequestContext,
  runId: string,
  technicianId: string,
  [kind, data]: readonly [string, unknown],
  { forced = false, instrument = 'typed' } = {},
): Promise<void> {
  capturedAtMs += 1000;
  const envelope = { id: uuidv7(), runId, takenAtMs: capturedAtMs, technicianId, instrument };
  const reading = { ...envelope, kind, data, forced, supersedesId: null, reason: null };
  const response = await request.post(`/api/runs/${runId}/readings`, { data: reading });
  expect(response.status(), `${kind}: ${await response.text()}`).toBe(200);
}

/** Finishes a run without the screens, all of its readings seen. */
export async function finishRunSeen(
  request: APIRequestContext,
  runId: string,
  technicianId: string,
): Promise<void> {
  const { value } = await (await request.get(`/api/runs/${runId}`)).json();
  const seenReadingIds = value.readings.map(({ id }: { readonly id: string }) => id);
  const data = { runId, technicianId, seenReadingIds };
  expect((await request.post(`/api/runs/${runId}/finish`, { data })).status()).toBe(200);
}

/** Fails on any serious or critical finding of the accessibility checker on the page as it stands. */
export async function expectAccessible(page: Page): Promise<void> {
  let grave = await graveFindings(page);
  if (grave.some(({ id }) => id === 'document-title')) {
    // A page that is gone to or asked for anew is without its title for a moment.
    await expect(page).toHaveTitle(/\S/);
    grave = await graveFindings(page);
  }
  expect(grave.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html).join(' ')}`)).toEqual([]);
}

async function graveFindings(page: Page) {
  // Our pages hold no frames of others: one run in the page itself does, without a second page that puts its parts together.
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode()
    .options({ resultTypes: ['violations'] })
    .analyze();
  return violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
}

export { expect };

/** Chooses from one of our lists, by what an entry stands for or by what it says. */
export async function choose(list: Locator, value: string): Promise<void> {
  await list.click();
  const page = list.page();
  const option = page
    .locator(`[role="option"][data-value="${value}"]`)
    .or(page.getByRole('option', { name: value, exact: true }))
    .first();
  // A long list runs on by itself below a pointer at its end: what was pressed may have moved on, and is pressed again.
  await expect(async () => {
    if ((await option.count()) > 0) await option.click({ timeout: 3000 });
    await expect(option).toHaveCount(0, { timeout: 3000 });
  }).toPass();
}
