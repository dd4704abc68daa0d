// Bundles parts of the core for a script to call: they are TypeScript and know paths that Node does not.
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { bundleForNode } from './bundle.mjs';
import { root } from './setup.mjs';

/** The exports of a TypeScript file of this project. */
export async function loadCore(entry) {
  const outfile = join(root, '.build', entry.replace(/\.ts$/, `.${process.pid}.mjs`));
  await bundleForNode(join(root, entry), outfile);
  return import(pathToFileURL(outfile).href);
}
