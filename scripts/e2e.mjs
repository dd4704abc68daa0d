// The browser tests alone: `npm run e2e`, with anything after `--` handed to the test runner.
import { buildWhole } from './build.mjs';
import { ensureChromium } from './chromium.mjs';
import { bin, ensureInstalled, run } from './setup.mjs';

ensureInstalled();
ensureChromium();
const passed = (await buildWhole()) && run(bin('playwright'), ['test', ...process.argv.slice(2)]);
process.exit(passed ? 0 : 1);
