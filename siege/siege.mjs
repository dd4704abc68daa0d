// Tries to break it: `npm run siege`, or some of it by name: `npm run siege -- kills requests`. Most of an hour.
import { once } from 'node:events';
import { copyFileSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuilt } from '../scripts/build.mjs';
import { spawnServer } from '../scripts/server.mjs';
import { ensureInstalled, root, stop } from '../scripts/setup.mjs';
import { untilAnswering } from '../scripts/until-answering.mjs';
import { browserKilled } from './browser-kills.mjs';
import { filled } from './full-disk.mjs';
import { importUnderCaptures } from './import.mjs';
import { killed } from './kills.mjs';
import { loadOf } from './load.mjs';
import { requestsAt, slowBodies } from './requests.mjs';
import { restored } from './restores.mjs';
import { unsynced } from './unsynced.mjs';

const PORT = 4600;
const BASE = `http://127.0.0.1:${PORT}`;

/** Every door of the application, as its folders say it. */
function doors(folder = join(root, 'src/app'), path = '') {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const inner = join(folder, entry.name);
    if (entry.isDirectory()) return doors(inner, `${path}/${entry.name}`);
    if (entry.name === 'page.tsx') return [{ method: 'GET', path: path || '/' }];
    if (entry.name !== 'route.ts') return [];
    const text = readFileSync(inner, 'utf8');
    return [...text.matchAll(/export (?:async )?(?:const|function) (GET|POST|PUT|DELETE)\b/g)].map(
      ([, method]) => ({ method, path }),
    );
  });
}

const newFile = () => join(mkdtempSync(join(tmpdir(), 'integra-siege-')), 'x.db');

/** How long a load is kept up, s: a minute tells most of it, ten are the aim. */
const LOAD_SECONDS = Number(process.env.SIEGE_SECONDS || 60);

/** The same load on a copy of a large store (`npm run large`), where SIEGE_LARGE names one. */
async function onLarge(load) {
  const large = process.env.SIEGE_LARGE;
  if (!large) return { found: { tried: 'no: SIEGE_LARGE names no large store' }, fails: [] };
  const databaseFile = newFile();
  copyFileSync(large, databaseFile);
  try {
    return await against((pid) => loadOf(BASE, pid, load), { databaseFile });
  } finally {
    rmSync(databaseFile, { force: true });
  }
}

/** Runs something against a server of its own. */
async function against(work, { databaseFile = newFile(), ...options } = {}) {
  const server = await spawnServer({ port: PORT, databaseFile, ...options });
  await untilAnswering(BASE);
  try {
    return await work(server.pid, databaseFile);
  } finally {
    server.kill('SIGTERM');
    await once(server, 'exit');
  }
}

const TRIALS = {
  requests: () =>
    against((pid) => requestsAt(BASE, pid, doors(), { count: 20_000, seed: 20_261_126 }), { demo: true }),
  slow: () => against(() => slowBodies('127.0.0.1', PORT)),
  load200: () =>
    against((pid) => loadOf(BASE, pid, { people: 200, thinkMs: 10_000, seconds: LOAD_SECONDS }), {
      demo: true,
    }),
  large200: () => onLarge({ people: 200, thinkMs: 10_000, seconds: LOAD_SECONDS }),
  load50: () =>
    against((pid) => loadOf(BASE, pid, { people: 50, thinkMs: 2000, seconds: 60 }), { demo: true }),
  import: () =>
    against((pid) => importUnderCaptures(BASE, pid, mkdtempSync(join(tmpdir(), 'integra-siege-')))),
  full: () => filled({ port: PORT }),
  restores: () => against(() => restored(BASE, { times: 10 })),
  browser: () => against(() => browserKilled(BASE, { times: 50, seed: 11 })),
  unsynced: () => unsynced({ port: PORT, cuts: 40, seed: 5 }),
  kills: () => killed({ port: PORT, databaseFile: newFile(), times: 200, seed: 7 }),
};

ensureInstalled();
const wanted = process.argv.slice(2);
const unknown = wanted.find((name) => !Object.hasOwn(TRIALS, name));
if (unknown) stop(`There is no ${unknown}; there are ${Object.keys(TRIALS).join(', ')}.`);
await ensureBuilt();
let failed = 0;
for (const [name, trial] of Object.entries(TRIALS)) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  console.log(`\n== ${name}`);
  const { found, fails } = await trial();
  for (const [what, value] of Object.entries(found)) {
    console.log(
      `  ${what}: ${typeof value === 'number' ? Math.round(value * 10) / 10 : JSON.stringify(value)}`,
    );
  }
  for (const fail of fails) console.log(`  MISSED: ${fail}`);
  failed += fails.length;
}
console.log(failed === 0 ? '\nEverything held.' : `\n${failed} did not hold.`);
process.exit(failed === 0 ? 0 : 1);
