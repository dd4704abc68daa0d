// What every command of this project needs before it can start; each step is skipped where it is done already.
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..');

const LEAST_NODE = [20, 9];
const INSTALL_MARK = join(root, 'node_modules/.integra-lock');

/** Ends the command with one plain line. */
export function stop(message) {
  process.stderr.write(`${message}\n`);
  process.exit(1);
}

export function requireNode(version = process.versions.node) {
  const [major, minor] = version.split('.').map(Number);
  const [leastMajor, leastMinor] = LEAST_NODE;
  if (major > leastMajor || (major === leastMajor && minor >= leastMinor)) return;
  stop(`Integra needs Node.js ${LEAST_NODE.join('.')} or newer; this is ${version}.`);
}

/**
 * Installs the packages of the lockfile where they are missing or of another lockfile.
 * @param parts `all` for whoever builds and tests; `running` leaves out what only tests need, so that the first start comes sooner
 */
export function ensureInstalled(say = console.log, parts = 'all') {
  requireNode();
  const lock = readFileSync(join(root, 'package-lock.json'), 'utf8');
  const marked = existsSync(INSTALL_MARK) ? readFileSync(INSTALL_MARK, 'utf8') : '';
  if (marked === `all\n${lock}` || (parts === 'running' && marked === `running\n${lock}`)) return;
  say('Installing packages from the lockfile ...');
  const less = parts === 'running' ? ['--omit=dev'] : [];
  const installed = spawnSync('npm', ['ci', '--no-audit', '--no-fund', ...less], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'pipe'],
  });
  if (installed.status !== 0) stop(`The packages could not be installed:\n${installed.stderr}`);
  writeFileSync(INSTALL_MARK, `${parts}\n${lock}`);
}

/** Runs a program to its end with this terminal; true when it succeeded. */
export function run(program, args, environment = {}) {
  const env = { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...environment };
  return spawnSync(program, args, { cwd: root, stdio: 'inherit', env }).status === 0;
}

/** The path of a program that a package brought along. */
export function bin(name) {
  return join(root, 'node_modules/.bin', name);
}

/**
 * What the server's own heap may grow to before it is swept, MB: a machine with much memory would otherwise let it lie. A
 * day of work needs some 150; heavy work has heaps of its own.
 */
export const SERVER_MEMORY = '--max-old-space-size=320';
/** A heap of the system for each of many threads holds on to what none of them needs any more: two serve them all. */
export const SERVER_HEAPS = { MALLOC_ARENA_MAX: '2' };
