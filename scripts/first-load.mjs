// What script a screen opens with, as browsers take it: what the build names for its page, and no part that is fetched later.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { runInNewContext } from 'node:vm';
import { brotliCompressSync, constants } from 'node:zlib';
import { root } from './setup.mjs';

const MOST_KB = { 'bench/[id]': 170 };

const built = (...path) => readFileSync(join(root, '.next', ...path));

/** The scripts of every page and those of this one, each once. */
function scriptsOf(page) {
  const { rootMainFiles } = JSON.parse(built('build-manifest.json'));
  const told = { globalThis: {} };
  runInNewContext(built('server/app', page, 'page_client-reference-manifest.js').toString(), told);
  const [manifest] = Object.values(told.globalThis.__RSC_MANIFEST);
  return new Set([...rootMainFiles, ...Object.values(manifest.entryJSFiles).flat()]);
}

const sent = (script) =>
  brotliCompressSync(built(script), { params: { [constants.BROTLI_PARAM_QUALITY]: 11 } }).length;

export function checkFirstLoad() {
  return Object.entries(MOST_KB).every(([page, most]) => {
    const bytes = [...scriptsOf(page)].reduce((sum, script) => sum + sent(script), 0);
    console.log(`/${page}: ${(bytes / 1000).toFixed(1)} kB of script, at most ${most}`);
    return bytes > 0 && bytes <= 1000 * most;
  });
}
