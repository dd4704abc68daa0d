import { uuidv7 } from 'uuidv7';
import type { RunView } from '@/core/exchange/views';
import { hearQueries } from '@/store/query-plans.test-support';
import { granted } from './answers.test-support';
import { registerBattery } from './batteries';
import type { Context } from './context';
import { newContext } from './context.test-support';
import { captureReading, startRun } from './runs';
import { registerTechnician } from './technicians';

/**
 * One site for a file of tests, with somebody at its bench: every test brings batteries of its own. Whatever the use cases
 * ask of the database is explained at the end, and none may read a large table from end to end.
 */
export function newShop() {
  const queries = hearQueries();
  const technicianId = uuidv7();
  const shop = {} as { context: Context };
  let serial = 0;
  beforeAll(async () => {
    shop.context = await newContext();
    await registerTechnician(shop.context, { id: technicianId, name: 'Maro Tindell' });
  });
  afterAll(async () => {
    expect(await queries.slowPlans()).toEqual([]);
  });

  function label(extra: Record<string, unknown> = {}) {
    return {
      tag: `S-${++serial}`,
      type: 'flooded',
      nominalVolts: 12,
      ratings: [{ standard: 'SAE', amps: 570 }],
      c20Ah: 60,
      rcMinutes: null,
      model: '',
      place: 'Yard tractor 3',
      dateCode: '',
      fittedOn: null,
      ...extra,
    };
  }

  async function registered(extra: Record<string, unknown> = {}) {
    const id = uuidv7();
    const written = label(extra);
    granted(await registerBattery(shop.context, { id, technicianId, label: written }));
    return { id, tag: written.tag };
  }

  async function started(extra: Record<string, unknown> = {}) {
    const battery = await registered(extra);
    const { id } = granted(
      await startRun(shop.context, { id: uuidv7(), batteryId: battery.id, technicianId }),
    );
    return { battery, runId: id };
  }

  let clockMs = Date.UTC(2026, 0, 12, 8);

  function reading(runId: string, kind: string, data: unknown, extra: Record<string, unknown> = {}) {
    clockMs += 60_000;
    const envelope = { id: uuidv7(), runId, takenAtMs: clockMs, technicianId, instrument: 'typed' };
    return { ...envelope, kind, data, forced: false, supersedesId: null, reason: null, ...extra };
  }

  async function captureAll(runId: string, volts: number, loadVolts?: number): Promise<RunView> {
    const sound = { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' };
    await captureReading(shop.context, reading(runId, 'identify', { confirmed: true }));
    await captureReading(shop.context, reading(runId, 'inspection', sound));
    await captureReading(
      shop.context,
      reading(runId, 'settle', { method: 'rested', restMinutes: 800, clockMinutes: 0 }),
    );
    const open = await captureReading(
      shop.context,
      reading(runId, 'open_circuit', { volts, temperatureC: 20 }),
    );
    if (loadVolts === undefined) return granted(open);
    const load = { amps: 285, seconds: 15, volts: loadVolts, temperatureC: 20 };
    return granted(await captureReading(shop.context, reading(runId, 'load', load)));
  }

  return { shop, technicianId, label, registered, started, reading, captureAll };
}
