// Attaches an instrument of the shop: `npm run bridge -- --help`.
import { pathToFileURL } from 'node:url';
import { bundleOf } from './bundle.mjs';

await import(pathToFileURL(await bundleOf('bridge', { packages: 'external' })).href);
