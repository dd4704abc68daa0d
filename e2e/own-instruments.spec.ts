import type { Page } from '@playwright/test';
import { BenchPage } from './support/bench-page';
import { toTheVoltage } from './support/hung-battery';
import { PETROL_VAN } from './support/recorded-start';
import { leadId, test } from './support/shop';
import { expect, expectAccessible, startedRun } from './support/test';

/** An instrument with a key, as a program holds it to Integra. */
class Instrument {
  private readonly ended = new AbortController();
  readonly heard: string[] = [];

  constructor(
    private readonly url: string,
    private readonly key: string,
  ) {}

  /** Is there until it is unplugged. */
  async attend(): Promise<number> {
    const headers = { authorization: `Bearer ${this.key}` };
    const { signal } = this.ended;
    const response = await fetch(`${this.url}/api/instruments/lines`, { headers, signal });
    void this.listen(response).catch(() => undefined);
    return response.status;
  }

  async say(...lines: readonly string[]): Promise<number> {
    const headers = {
      authorization: `Bearer ${this.key}`,
      'content-type': 'application/x-integra-lines',
    };
    const body = lines.join('\n');
    return (await fetch(`${this.url}/api/instruments/lines`, { method: 'POST', headers, body })).status;
  }

  unplug(): void {
    this.ended.abort();
  }

  private async listen({ body }: Response): Promise<void> {
    if (!body) return;
    const text = new TextDecoder();
    for await (const piece of body) this.heard.push(text.decode(piece));
  }
}

async function attached(lead: Page, label: string, name: string): Promise<string> {
  await lead.goto('/site');
  await lead.getByRole('button', { name: 'Attach an instrument' }).click();
  const form = lead.getByRole('dialog');
  await form.getByLabel('What is written on it').fill(label);
  await form.getByLabel('Name in its lines').fill('9 volts');
  await form.getByRole('button', { name: 'Give it a key' }).click();
  await expect(form.getByText(/expected a name of letters/)).toBeVisible();
  await form.getByLabel('Name in its lines').fill(name);
  await form.getByRole('button', { name: 'Give it a key' }).click();
  const key = await form.getByRole('status', { name: 'The key' }).textContent();
  await expectAccessible(lead);
  await form.getByRole('button', { name: 'I have it' }).click();
  await expect(lead.getByRole('row', { name: new RegExp(label) })).toContainText('not heard');
  return key ?? '';
}

test('a meter of the shop speaks at the bench with its key, and is cut off when the key is ended', async ({
  lead,
  shop,
}) => {
  const key = await attached(lead, 'Meter of bench 2', 'meter-2');
  const meter = new Instrument(shop.url, key);
  expect(await meter.attend()).toBe(200);
  const technicianId = await leadId(lead);
  const runId = await startedRun(lead.request, { tag: 'OWN-1', technicianId });
  const bench = new BenchPage(lead);
  await bench.open(runId);
  await toTheVoltage(bench);
  await bench.expectStage('Open-circuit voltage');
  expect(await meter.say('reading other volts=12.47')).toBe(204);
  await expect(lead.getByText(/live from Meter of bench 2$/)).toBeVisible();
  await lead.getByLabel('Battery temperature').fill('18');
  await bench.capture();
  await expect(bench.step('Open-circuit voltage')).toContainText('12.47');
  // The sheet shows what is captured at once; the server may answer a moment after it.
  await expect
    .poll(async () => (await (await lead.request.get(`/api/runs/${runId}`)).json()).value.readings.at(-1))
    .toMatchObject({ kind: 'open_circuit', instrument: 'Meter of bench 2' });
  await lead.goto('/site');
  await expect(lead.getByRole('row', { name: /Meter of bench 2/ })).toContainText('heard now');
  await lead.getByRole('button', { name: 'End the key of Meter of bench 2' }).click();
  await expect(lead.getByRole('row', { name: /Meter of bench 2/ })).toHaveCount(0);
  expect(await meter.say('reading meter volts=12.5')).toBe(401);
  meter.unplug();
  await lead.goto('/journal');
  await expect(lead.getByRole('row', { name: /gave an instrument a key/ })).toBeVisible();
  await expect(lead.getByRole('row', { name: /ended an instrument’s key/ })).toBeVisible();
  await expect(lead.getByText(key)).toHaveCount(0);
});

test('a recording is taken live from an instrument of the shop', async ({ lead, shop }) => {
  const key = await attached(lead, 'Recorder', 'recorder');
  const recorder = new Instrument(shop.url, key);
  expect(await recorder.attend()).toBe(200);
  const technicianId = await leadId(lead);
  const vehicle = {
    id: crypto.randomUUID(),
    name: 'Van 7',
    ...PETROL_VAN,
  };
  const made = await lead.request.post('/api/vehicles', {
    data: { technicianId, vehicle, seenRevision: null },
  });
  expect(made.status(), await made.text()).toBe(200);
  await lead.goto(`/recordings/new?vehicle=${vehicle.id}`);
  await lead.getByRole('button', { name: 'Record from the instruments' }).click();
  let at = 0;
  // Sent until the page has begun to listen; its own clock goes on meanwhile.
  await expect
    .poll(async () => {
      const lines = Array.from({ length: 40 }, () => {
        at += 0.01;
        return `reading x at=${at.toFixed(2)} volts=${(12.6 - 0.0001 * (at % 1)).toFixed(3)}`;
      });
      await recorder.say(...lines);
      return lead.getByText(/^\d+ samples · 12\.60/).count();
    })
    .toBe(1);
  await lead.getByRole('button', { name: 'Stop, and read it' }).click();
  await lead.getByRole('button', { name: 'Read it' }).click();
  await expect(lead.getByRole('region', { name: 'Read off it' })).toContainText('At rest');
  recorder.unplug();
});
