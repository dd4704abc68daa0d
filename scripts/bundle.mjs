// Bundles a TypeScript entry of this project for Node when its sources have changed since the last bundle.
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { ensureInstalled, root } from './setup.mjs';

function newestChange(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(stat.mtimeMs, ...readdirSync(path).map((name) => newestChange(join(path, name))));
}

/** The path of the bundle of `folder/main.ts`, made anew where it is older than its sources. */
export async function bundleOf(folder) {
  const bundle = join(root, '.build', folder, 'main.mjs');
  const sources = [folder, 'src/core', 'package-lock.json'].map((path) => join(root, path));
  if (existsSync(bundle) && statSync(bundle).mtimeMs > Math.max(...sources.map(newestChange))) return bundle;
  ensureInstalled((line) => process.stderr.write(`${line}\n`));
  await bundleForNode(join(root, folder, 'main.ts'), bundle);
  return bundle;
}

/** Bundles one TypeScript file of this project, and all that it imports, into one that Node runs. */
export async function bundleForNode(entry, outfile) {
  const { build } = await import('esbuild');
  await build({
    entryPoints: [entry],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    banner: {
      js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);",
    },
    alias: { '@': join(root, 'src') },
    logLevel: 'warning',
  });
}
