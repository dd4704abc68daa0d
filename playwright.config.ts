import { defineConfig } from '@playwright/test';
import { CHROMIUM, CHROMIUM_ARGS } from './scripts/chromium.mjs';

const report = process.env.INTEGRA_BROWSER_REPORT;

export default defineConfig({
  testDir: 'e2e',
  outputDir: 'test-results/browser',
  timeout: 60_000,
  workers: 2,
  fullyParallel: false,
  reporter: report ? [['list'], ['json', { outputFile: report }]] : 'list',
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: CHROMIUM, args: CHROMIUM_ARGS },
    trace: 'retain-on-failure',
  },
});
