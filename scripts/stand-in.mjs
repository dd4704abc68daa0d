// Runs the simulated instruments by themselves: `npm run instruments`, at PORT or 3100.
import { pathToFileURL } from 'node:url';
import { bundleOf } from './bundle.mjs';

await import(pathToFileURL(await bundleOf('stand-in')).href);
