import type { Page } from '@playwright/test';
import type { BenchPage } from './bench-page';
import { freePort, newDatabaseFile, type Server, startServer } from './server';
import { type StandIn, startStandIn } from './stand-in';
import { test as base, expect, startedRun } from './test';

/** A good battery, as a line hangs it on the simulated instruments. */
export const GOOD =
  'attach bench construction=flooded nominal=12 standard=SAE amps=570 c20=60 health=96 charge=96 celsius=18';

interface OnTheClamps {
  /** What hangs on the instruments; another battery where a test says so. */
  readonly clamps: string;
  /** What its label says that it is for. */
  readonly duty: 'starting' | 'deep_cycle';
  /** A run whose battery hangs on the instruments. */
  readonly hungRun: string;
}

/** A bench with simulated instruments, and what hangs on them. */
export const test = base.extend<OnTheClamps, { readonly standIn: { now: StandIn; port: number } }>({
  standIn: [
    async ({ browserName: _browser }, use) => {
      const port = await freePort();
      const held = { now: await startStandIn(port), port };
      await use(held);
      await held.now.kill();
    },
    { scope: 'worker' },
  ],
  server: [
    async ({ standIn }, use) => {
      const server: Server = await startServer({
        port: await freePort(),
        databaseFile: newDatabaseFile(),
        instruments: standIn.now.url,
      });
      await use(server);
      await server.kill();
    },
    { scope: 'worker' },
  ],
  clamps: [GOOD, { option: true }],
  duty: ['starting', { option: true }],
  hungRun: async ({ bench, page, request, newTag, technicianId, standIn, clamps, duty }, use) => {
    const runId = await startedRun(request, { tag: newTag, technicianId, duty });
    // Before the page comes: it hangs the run's own battery on clamps that are empty.
    await standIn.now.say(runId, clamps);
    await bench.open(runId);
    await expect(page.getByText('Simulated instruments, simulated battery')).toBeVisible();
    await use(runId);
  },
});

/** The paperwork of a battery that has stood overnight, up to its open voltage. */
export async function toTheVoltage(bench: BenchPage): Promise<void> {
  await bench.identify();
  await bench.complain();
  await bench.inspectAllInOrder();
  await bench.restedOvernight();
}

/** To the load test, its open voltage read by the meter. */
export async function toTheLoad(bench: BenchPage, page: Page): Promise<void> {
  await toTheVoltage(bench);
  await expect(page.getByText('live from Bench meter (simulated)')).toBeVisible();
  await bench.captureVoltageRead();
  await bench.step('Load test').click();
  await expect(page.getByRole('button', { name: /Load on/ })).toBeVisible();
}

/** The readings of a run as they are stored. */
export const taken = async (page: Page, runId: string) => {
  const view = (await (await page.request.get(`/api/runs/${runId}`)).json()) as {
    value: {
      readings: {
        kind: string;
        instrument: string;
        data: { stopped?: string; trace?: unknown[]; hours?: number; minutes?: number; ampHours?: number };
      }[];
    };
  };
  return view.value.readings;
};
