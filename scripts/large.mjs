// A store as a large fleet has it: `npm run large -- <file> [batteries] [runs]`, 100,000 and 1,000,000 unless said otherwise.
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { bundleForNode } from './bundle.mjs';
import { ensureInstalled, root, stop } from './setup.mjs';

ensureInstalled();
const [file, ...sizes] = process.argv.slice(2);
if (!file) stop('Name the file that is to be made: npm run large -- /tmp/large.db');
if (existsSync(resolve(file))) stop(`${file} is there already; it is left as it is.`);
const bundle = join(root, '.build/large.mjs');
await bundleForNode(join(root, 'bench/large.ts'), bundle, { packages: 'external' });
process.chdir(root);
process.argv = [process.execPath, bundle, resolve(file), ...sizes];
await import(bundle);
