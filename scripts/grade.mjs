// Runs the grade command: bundles it when its sources have changed since the last bundle, then hands over.
import { pathToFileURL } from 'node:url';
import { bundleOf } from './bundle.mjs';

await import(pathToFileURL(await bundleOf('cli')).href);
