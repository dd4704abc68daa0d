// The production build: the pages, and the bundles of the server beside them.
import { existsSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { serverBundles } from './bundle.mjs';
import { makeSmall } from './made-small.mjs';
import { bin, root, run, stop } from './setup.mjs';

const MARK = join(root, '.next/integra-built');
const SOURCES = ['src', 'package-lock.json', 'next.config.ts', 'tsconfig.json', 'scripts/made-small.mjs'];

/** Builds everything; false where that failed. */
export async function build() {
  if (!run(bin('next'), ['build'])) return false;
  await Promise.all([serverBundles(), makeSmall(join(root, '.next/static'))]);
  writeFileSync(MARK, '');
  return true;
}

/** Builds where there is no build of these sources; ends here where that fails. */
export async function ensureBuilt() {
  if (!isBuilt() && !(await build())) stop('The build failed.');
}

/** Whether there is a build, and no source is newer than it. */
export function isBuilt() {
  const sources = SOURCES.map((path) => join(root, path));
  return existsSync(MARK) && statSync(MARK).mtimeMs > Math.max(...sources.map(newestChange));
}

function newestChange(path) {
  const found = statSync(path);
  if (!found.isDirectory()) return found.mtimeMs;
  return Math.max(found.mtimeMs, ...readdirSync(path).map((name) => newestChange(join(path, name))));
}
