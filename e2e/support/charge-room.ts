import type { APIRequestContext, Page } from '@playwright/test';
import { uuidv7 } from 'uuidv7';
import { captureFor, expect, startedRun } from './test';

/** What is captured of a battery that comes in low, up to its voltage. */
export const LOW: readonly (readonly [string, unknown])[] = [
  ['identify', { confirmed: true }],
  ['complaint', { symptom: 'routine' }],
  ['inspection', { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' }],
  ['settle', { method: 'rested', restMinutes: 720, clockMinutes: 0 }],
  ['open_circuit', { volts: 12.05, temperatureC: 20 }],
];

const CHARGER = {
  name: 'Two-way',
  place: 'Corner',
  circuit: 'C1',
  channels: 2,
  mostAmps: 10,
  leastVolts: 4,
  mostVolts: 16.5,
  modes: ['normal', 'slow', 'deep', 'equalise'],
  senses: false,
};

const ALWAYS = [1, 2, 3, 4, 5, 6, 7].map((day) => ({ day, fromMinute: 0, toMinute: 1440, onCall: false }));

/** A site with one charger of two channels, somebody there at any hour, and batteries that wait. */
export async function room(request: APIRequestContext, technicianId: string, tags: readonly string[]) {
  const id = uuidv7();
  const charger = {
    id,
    technicianId,
    facts: { ...CHARGER, name: `Two-way ${id.slice(-6)}` },
    seenRevision: 0,
    retired: false,
  };
  expect((await request.put('/api/chargers', { data: charger })).status()).toBe(200);
  const { value } = await (await request.get('/api/room')).json();
  const facts = { hours: ALWAYS, circuits: [], airPerHour: null, mainsVolts: 230, pricePerKwh: 0.3 };
  const said = { technicianId, facts, seenRevision: value.revision };
  expect((await request.put('/api/room', { data: said })).status()).toBe(200);
  const runs: string[] = [];
  for (const tag of tags) {
    const runId = await startedRun(request, { tag, technicianId });
    for (const reading of LOW) await captureFor(request, runId, technicianId, reading);
    runs.push(runId);
  }
  return { charger: id, runs };
}

/** A battery in the room's queue. */
export const waitingOf = (page: Page, tag: string) =>
  page
    .getByRole('region', { name: 'Waiting' })
    .getByRole('listitem')
    .filter({ has: page.getByRole('link', { name: tag, exact: true }) });
