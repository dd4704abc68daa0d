import { defineConfig } from '@playwright/test';
import { CHROMIUM_ARGS, chromiumPath } from './scripts/chromium.mjs';

const report = process.env.INTEGRA_BROWSER_REPORT;

const WITH_SAMPLE_DATA = /(files|fleet|rules|screens)\.spec\.ts$/;
const browser = {
  viewport: { width: 1280, height: 800 },
  launchOptions: { executablePath: chromiumPath(), args: CHROMIUM_ARGS },
};

// The limits say when to give up, not how fast anything must be: a loaded machine is ten times slower than a free one.

export default defineConfig({
  testDir: 'e2e',
  globalSetup: './scripts/own-temp.mjs',
  outputDir: 'test-results/browser',
  // Long enough for a loaded machine; what hangs is told by its own step.
  timeout: 180_000,
  expect: { timeout: 30_000 },
  workers: 2,
  // A machine that stands still for a minute is no fault of ours; what was seen at the first try is printed all the same.
  retries: process.env.CI ? 1 : 0,
  fullyParallel: false,
  reporter: [
    ['list'],
    ['./e2e/support/what-it-showed.ts'],
    ...(report ? [['json', { outputFile: report }] as const] : []),
  ],
  // A trace costs as much as the test itself, and nobody opens one on a machine that only says yes or no.
  use: {
    actionTimeout: 60_000,
    navigationTimeout: 60_000,
    ...browser,
    trace: process.env.CI ? 'off' : 'retain-on-failure',
  },
  // The full store first: what its sample data shows as resting is ready half an hour after it was made.
  projects: [
    { name: 'sample data', testMatch: 'sample-data.setup.ts' },
    { name: 'full store', testMatch: WITH_SAMPLE_DATA, dependencies: ['sample data'] },
    {
      name: 'empty store',
      testMatch: '*.spec.ts',
      testIgnore: WITH_SAMPLE_DATA,
      dependencies: ['sample data'],
    },
  ],
});
