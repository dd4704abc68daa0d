// The production build: the pages, and the bundles of the server beside them.
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { constants, setPriority } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { serverBundles } from './bundle.mjs';
import { makeSmall } from './made-small.mjs';
import { bin, root, stop } from './setup.mjs';

const MARK = join(root, '.next/integra-built');
const SMALL_MARK = join(root, '.next/integra-small');
const SOURCES = ['src', 'package-lock.json', 'next.config.ts', 'tsconfig.json', 'scripts/made-small.mjs'];

/** Builds everything that a server needs; false where that failed. */
export async function build() {
  // Blocks nothing: whoever starts for the first time writes the sample data meanwhile.
  const next = spawn(bin('next'), ['build'], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
  });
  const [code] = await once(next, 'exit');
  if (code !== 0) return false;
  await serverBundles();
  writeFileSync(MARK, '');
  return true;
}

/** Makes what browsers fetch of the build as small as it gets. A server that does not find it compresses by itself, less well. */
export async function ensureSmall() {
  if (isSmall()) return;
  await makeSmall(join(root, '.next/static'));
  writeFileSync(SMALL_MARK, '');
}

/** Builds everything, compressed for browsers too; false where that failed. */
export async function buildWhole() {
  if (!(await build())) return false;
  await ensureSmall();
  return true;
}

/** Builds where there is no build of these sources; ends here where that fails. */
export async function ensureBuilt() {
  if (!isBuilt() && !(await build())) stop('The build failed.');
  await ensureSmall();
}

/** Whether there is a build, and no source is newer than it. */
export function isBuilt() {
  const sources = SOURCES.map((path) => join(root, path));
  return existsSync(MARK) && statSync(MARK).mtimeMs > Math.max(...sources.map(newestChange));
}

/** Whether all that was built last has been compressed. */
export function isSmall() {
  return existsSync(SMALL_MARK) && statSync(SMALL_MARK).mtimeMs >= statSync(MARK).mtimeMs;
}

function newestChange(path) {
  const found = statSync(path);
  if (!found.isDirectory()) return found.mtimeMs;
  return Math.max(found.mtimeMs, ...readdirSync(path).map((name) => newestChange(join(path, name))));
}

if (process.argv[1] === fileURLToPath(import.meta.url) && process.argv.includes('--small')) {
  setPriority(constants.priority.PRIORITY_LOW);
  await ensureSmall();
}
