// Runs a command of the terminal (grade, check, forecast, trace): bundles them when their sources have changed since the last bundle, then hands over.
import { pathToFileURL } from 'node:url';
import { commandBundle } from './bundle.mjs';

await import(pathToFileURL(await commandBundle()).href);
