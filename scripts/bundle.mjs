// Bundles a TypeScript entry of this project for Node when its sources have changed since the last bundle.
import { existsSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { ensureInstalled, root } from './setup.mjs';

function newestChange(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(stat.mtimeMs, ...readdirSync(path).map((name) => newestChange(join(path, name))));
}

/**
 * The path of the bundle of `cli/main.ts`. What a command loads on demand is a file of its own beside it, so that the
 * others are neither read nor held in memory.
 */
export function commandBundle() {
  const outdir = join(root, '.build/cli');
  return bundleIfOlder('cli/main.ts', join(outdir, 'main.mjs'), ['cli', 'src/core'], {
    outfile: undefined,
    outdir,
    outExtension: { '.js': '.mjs' },
    splitting: true,
  });
}

/** The path of the bundle of `folder/main.ts`, made anew where it is older than its sources. */
export async function bundleOf(folder, options = {}) {
  return bundleIfOlder(
    `${folder}/main.ts`,
    join(root, '.build', folder, 'main.mjs'),
    [folder, 'src/core'],
    options,
  );
}

/**
 * The bundles that a running server consists of beside the pages: the process itself, what its threads do, and the
 * commands that keep copies. Packages stay outside of them, so that each is there once.
 */
export async function serverBundles() {
  const [serve, threads, keep] = await Promise.all([
    serverBundle('serve/main.ts', 'serve'),
    serverBundle('src/heavy/thread.ts', 'threads'),
    serverBundle('keep/main.ts', 'keep'),
  ]);
  return { serve, threads, keep };
}

/** What writes the sample data before there is a server. */
export function sampleBundle() {
  return serverBundle('serve/sample.ts', 'sample');
}

function serverBundle(entry, name) {
  const bundle = join(root, '.build/server', `${name}.mjs`);
  return bundleIfOlder(entry, bundle, ['src', 'serve', 'keep'], { packages: 'external' });
}

async function bundleIfOlder(entry, bundle, sources, options) {
  const paths = [...sources, 'package-lock.json'].map((path) => join(root, path));
  if (existsSync(bundle) && statSync(bundle).mtimeMs > Math.max(...paths.map(newestChange))) return bundle;
  ensureInstalled((line) => process.stderr.write(`${line}\n`), 'running');
  // Parts of an earlier bundle have names of their own, and would stay for ever.
  if (options.outdir) rmSync(options.outdir, { recursive: true, force: true });
  await bundleForNode(join(root, entry), bundle, options);
  return bundle;
}

/** Bundles one TypeScript file of this project, and all that it imports, into one that Node runs. */
export async function bundleForNode(entry, outfile, options = {}) {
  const { build } = await import('esbuild');
  await build({
    entryPoints: [entry],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    jsx: 'automatic',
    banner: {
      js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);",
    },
    alias: { '@': join(root, 'src'), 'server-only': join(root, 'scripts/empty-module.cjs') },
    logLevel: 'warning',
    ...options,
  });
}
