// Starts Integra: `npm run demo` with the Ferngate sample data, `npm start` with the shop's own.
import { spawn } from 'node:child_process';
import {
  accessSync,
  closeSync,
  constants,
  existsSync,
  mkdirSync,
  openSync,
  readdirSync,
  readSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { createServer } from 'node:net';
import { dirname, join, resolve } from 'node:path';
import { bundleOf } from './bundle.mjs';
import { bin, ensureInstalled, requireNode, root, run, stop } from './setup.mjs';
import { untilAnswering } from './until-answering.mjs';

const OPTIONS = {
  '--fresh': 'begin again with new sample data',
  '--own': 'the shop’s own data',
  '--dev': 'reload on every change',
};
const options = new Set(process.argv.slice(2));
for (const option of options) {
  if (!(option in OPTIONS)) stop(`Unknown option ${option}; there are ${Object.keys(OPTIONS).join(', ')}.`);
}

const HOST = process.env.HOST || '127.0.0.1';
const PORT = Number(process.env.PORT || 3000);
const own = options.has('--own');
const dev = options.has('--dev');
const databaseUrl = process.env.DATABASE_URL || `file:${join(root, 'data', own ? 'integra.db' : 'demo.db')}`;
const databaseFile = databaseUrl.startsWith('file:') ? resolve(databaseUrl.slice('file:'.length)) : null;

requireNode();
if (!(Number.isInteger(PORT) && PORT > 0 && PORT < 65536))
  stop(`PORT is ${process.env.PORT}; a number from 1 to 65535 is needed.`);
await requireFreePort();
if (databaseFile) prepareFile(databaseFile);
ensureInstalled();
if (!dev) ensureBuilt();
start(await instruments());

function requireFreePort() {
  return new Promise((free) => {
    const probe = createServer();
    probe.once('error', (error) => {
      if (error.code === 'EADDRINUSE')
        stop(`Port ${PORT} is taken. Stop what uses it, or choose another: PORT=3001 npm run demo`);
      stop(`Port ${PORT} at ${HOST} cannot be opened: ${error.code}.`);
    });
    probe.listen(PORT, HOST, () => probe.close(() => free()));
  });
}

/** Makes sure that the database can be written before anything is built, and that it is one. */
function prepareFile(file) {
  try {
    mkdirSync(dirname(file), { recursive: true });
    accessSync(dirname(file), constants.W_OK);
    if (options.has('--fresh')) {
      if (own) stop('--fresh deletes sample data only; the shop’s own data is not touched.');
      for (const suffix of ['', '-wal', '-shm']) rmSync(file + suffix, { force: true });
    }
    if (existsSync(file)) accessSync(file, constants.R_OK | constants.W_OK);
  } catch (error) {
    stop(
      `The data cannot be kept at ${file}: ${why(error)}. Put that right, or name another place with DATABASE_URL.`,
    );
  }
  if (existsSync(file) && statSync(file).size > 0 && !beginsAsDatabase(file)) {
    stop(`${file} is not a database. Move it away, or name another with DATABASE_URL.`);
  }
}

function why({ code }) {
  if (code === 'EACCES' || code === 'EPERM') return 'no permission to write there';
  if (code === 'EROFS') return 'that disk is read-only';
  if (code === 'ENOSPC') return 'the disk is full';
  return code === 'ENOTDIR' || code === 'EEXIST' ? 'its folder is a file' : code;
}

function beginsAsDatabase(file) {
  const head = Buffer.alloc(15);
  const descriptor = openSync(file, 'r');
  readSync(descriptor, head, 0, head.length, 0);
  closeSync(descriptor);
  return head.toString() === 'SQLite format 3';
}

/** Builds when there is no build, or when a source is newer than it. */
function ensureBuilt() {
  const mark = join(root, '.next/integra-built');
  const sources = ['src', 'package-lock.json', 'next.config.ts', 'tsconfig.json'].map((path) =>
    join(root, path),
  );
  if (existsSync(mark) && statSync(mark).mtimeMs > Math.max(...sources.map(newestChange))) return;
  console.log('Building ...');
  if (!run(bin('next'), ['build'])) stop('The build failed; the lines above say why.');
  writeFileSync(mark, '');
}

function newestChange(path) {
  const found = statSync(path);
  if (!found.isDirectory()) return found.mtimeMs;
  return Math.max(found.mtimeMs, ...readdirSync(path).map((name) => newestChange(join(path, name))));
}

/**
 * Where instruments speak: at the address given, or, with the sample data, from the stand-in that ships with Integra,
 * on a port that is free. The shop's own bench has none unless it says where.
 */
async function instruments() {
  if (own || process.env.INTEGRA_INSTRUMENTS !== undefined) return process.env.INTEGRA_INSTRUMENTS ?? '';
  const bundle = await bundleOf('stand-in');
  const standIn = spawn(process.execPath, [bundle], {
    env: { ...process.env, HOST: '127.0.0.1', PORT: '0' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  process.on('exit', () => standIn.kill());
  return new Promise((address) => {
    standIn.stdout.on('data', (chunk) => {
      const found = /http:\S+(?=\/lines)/.exec(String(chunk));
      if (found) address(found[0]);
    });
    standIn.on('exit', () => address(''));
  });
}

function start(instrumentsAt) {
  const env = {
    ...process.env,
    NEXT_TELEMETRY_DISABLED: '1',
    DATABASE_URL: databaseUrl,
    INTEGRA_DEMO: own ? '0' : '1',
    INTEGRA_INSTRUMENTS: instrumentsAt,
  };
  const server = spawn(bin('next'), [dev ? 'dev' : 'start', '-H', HOST, '-p', String(PORT)], {
    cwd: root,
    env,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  server.stdout.on('data', (chunk) => {
    if (dev) process.stdout.write(chunk);
    else if (/Ready in/.test(String(chunk))) void sayWhenAnswering();
  });
  server.on('exit', (code) => process.exit(code ?? 0));
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
}

/** Says the address once a page is there: the first start writes down three winters before it answers. */
async function sayWhenAnswering() {
  const address = `http://${HOST}:${PORT}`;
  const waiting = setTimeout(() => {
    console.log(own ? 'Opening the data ...' : 'Making three winters of sample data ...');
  }, 2000);
  await untilAnswering(address);
  clearTimeout(waiting);
  console.log(`Integra is at ${address}  (Ctrl+C stops it)`);
}
