// Starts Integra: `npm run demo` with the Ferngate sample data, `npm start` with the shop's own.
import { spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import {
  accessSync,
  closeSync,
  constants,
  existsSync,
  mkdirSync,
  openSync,
  readSync,
  rmSync,
  statSync,
} from 'node:fs';
import { createServer } from 'node:net';
import { dirname, join, resolve } from 'node:path';
import { build, isBuilt, isSmall } from './build.mjs';
import { bundleOf, serverBundles } from './bundle.mjs';
import { ensureInstalled, requireNode, root, SERVER_HEAPS, SERVER_MEMORY, stop } from './setup.mjs';
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

/** Ends of the server after which starting it again would end the same way. */
const EXIT_SETTINGS = 2;
/** It is started again after so long, ms, the longer the oftener it ended. */
const FIRST_PAUSE_MS = 500;
const LONGEST_PAUSE_MS = 30_000;
/** A server that ran so long ended for another reason than the one before, ms. */
const STEADY_MS = 60_000;

let said = false;

requireNode();
if (!(Number.isInteger(PORT) && PORT > 0 && PORT < 65536))
  stop(`PORT is ${process.env.PORT}; a number from 1 to 65535 is needed.`);
await requireFreePort();
if (databaseFile) prepareFile(databaseFile);
ensureInstalled(console.log, 'running');
if (!dev && !isBuilt()) {
  console.log('Building ...');
  const [built] = await Promise.all([build(), writeSample()]);
  if (!built) stop('The build failed; the lines above say why.');
}
await start(await instruments());

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
      for (const suffix of ['', '-wal', '-shm', '.mark']) rmSync(file + suffix, { force: true });
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

/** Writes the sample data, where there is none, beside the build; where that fails, the server tells why. */
async function writeSample() {
  if (own || !databaseFile || (existsSync(databaseFile) && statSync(databaseFile).size > 0)) return;
  const { sample } = await serverBundles();
  const writing = spawn(process.execPath, [sample, databaseFile], {
    cwd: root,
    stdio: 'ignore',
  });
  const stopWriting = () => writing.kill();
  process.on('exit', stopWriting);
  await once(writing, 'exit');
  process.off('exit', stopWriting);
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

/**
 * Keeps the server running: where it ends by itself, it is looked at what it left and started again. What is wrong with
 * the database is found before the server opens it, in a process of its own, since it can end the process that reads it.
 */
async function start(instrumentsAt) {
  const bundles = await serverBundles();
  let server = null;
  let stopping = false;
  let pauseMs = FIRST_PAUSE_MS;
  let deep = false;
  for (const signal of ['SIGINT', 'SIGTERM']) {
    process.on(signal, () => {
      stopping = true;
      if (server) server.kill(signal);
      else process.exit(0);
    });
  }
  for (;;) {
    const fault = databaseFile ? faultOf(bundles.keep, deep) : '';
    if (stopping) process.exit(0);
    if (fault) process.stderr.write(`Integra: the database is not opened: ${fault.replaceAll('_', ' ')}.\n`);
    const began = Date.now();
    server = spawn(
      process.execPath,
      [...(dev ? [] : [SERVER_MEMORY]), bundles.serve, ...(dev ? ['--dev'] : [])],
      {
        cwd: root,
        env: { ...process.env, ...environmentOf(instrumentsAt, bundles), INTEGRA_STORE_FAULT: fault },
        stdio: ['ignore', 'pipe', 'inherit'],
      },
    );
    server.stdout.on('data', (chunk) => {
      if (dev) process.stdout.write(chunk);
      if (/Ready at/.test(String(chunk))) void sayWhenAnswering();
    });
    const [code, signal] = await once(server, 'exit');
    server = null;
    if (stopping || code === 0) process.exit(code ?? 0);
    if (code === EXIT_SETTINGS) process.exit(1);
    deep = signal !== null;
    if (Date.now() - began > STEADY_MS) pauseMs = FIRST_PAUSE_MS;
    process.stderr.write(`Integra ended (${signal ?? code}) and is started again.\n`);
    await new Promise((go) => setTimeout(go, pauseMs));
    pauseMs = Math.min(2 * pauseMs, LONGEST_PAUSE_MS);
  }
}

/** What is wrong with the database before it is opened; empty where nothing is. A reader that dies of it says so too. */
function faultOf(keep, deep) {
  const looked = spawnSync(process.execPath, [keep, 'check', databaseFile, ...(deep ? ['--deep'] : [])], {
    encoding: 'utf8',
  });
  if (looked.signal !== null) return 'damaged';
  const found = looked.stdout.trim();
  if (looked.status !== 0) return /not a database/.test(looked.stderr) ? 'not_a_database' : 'damaged';
  return found === 'ok' ? '' : found;
}

function environmentOf(instrumentsAt, { threads, keep }) {
  return {
    NODE_ENV: dev ? 'development' : 'production',
    NEXT_TELEMETRY_DISABLED: '1',
    HOST,
    PORT: String(PORT),
    DATABASE_URL: databaseUrl,
    INTEGRA_DEMO: own ? '0' : '1',
    INTEGRA_INSTRUMENTS: instrumentsAt,
    INTEGRA_THREADS: threads,
    INTEGRA_KEEP: keep,
    ...SERVER_HEAPS,
  };
}

/** Says the address once a page is there: the first start writes down three winters before it answers. */
async function sayWhenAnswering() {
  if (said) return;
  said = true;
  const address = `${process.env.INTEGRA_TLS_KEY ? 'https' : 'http'}://${HOST}:${PORT}`;
  const waiting = setTimeout(() => {
    console.log(own ? 'Opening the data ...' : 'Making three winters of sample data ...');
  }, 2000);
  await untilAnswering(address);
  clearTimeout(waiting);
  console.log(`Integra is at ${address}  (Ctrl+C stops it)`);
  if (!dev && !isSmall()) makeSmallLater();
}

/** Compresses what was built while the first pages are looked at already, and gives way to them. */
function makeSmallLater() {
  const making = spawn(process.execPath, [join(root, 'scripts/build.mjs'), '--small'], { stdio: 'ignore' });
  process.on('exit', () => making.kill());
}
