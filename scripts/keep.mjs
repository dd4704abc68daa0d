// Copies of the database: `npm run backup`, `npm run restore -- FILE`; `npm run verify` holds its journal against its hashes.
// All also work while Integra runs, the second only from
// its Files screen.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { serverBundles } from './bundle.mjs';
import { root, stop } from './setup.mjs';

const [command, ...words] = process.argv.slice(2);
const demo = words.includes('--demo');
const [named] = words.filter((word) => !word.startsWith('--'));
const url = process.env.DATABASE_URL || `file:${join(root, 'data', demo ? 'demo.db' : 'integra.db')}`;
if (!url.startsWith('file:')) stop('Another machine keeps this database; copies of it are made there.');
const file = resolve(url.slice('file:'.length));
const folder = process.env.INTEGRA_COPIES || join(dirname(file), 'copies');

if (command === 'restore' && !named) {
  stop(`Name the copy that is to be put back: npm run restore -- FILE. Copies lie in ${folder}.`);
}
const given = named && !existsSync(named) && existsSync(join(folder, named)) ? join(folder, named) : named;
const { keep } = await serverBundles();
const commands = {
  restore: () => ['restore', resolve(given), file],
  backup: () => ['backup', file, folder],
  // A copy's journal is looked at where one is named.
  verify: () => ['journal', given ? resolve(given) : file],
};
const args = commands[command]();
const done = spawnSync(process.execPath, [keep, ...args], { stdio: 'inherit' });
process.exit(done.status ?? 1);
