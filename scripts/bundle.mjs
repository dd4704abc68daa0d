// Bundles a TypeScript entry of this project for Node when its sources have changed since the last bundle.
import { existsSync, readdirSync, rmSync, statSync } from 'node:fs';
import { basename, join } from 'node:path';
import { ensureInstalled, root } from './setup.mjs';

/** When a file, or what a bundle may hold of a folder, was changed last; a folder is changed by what comes and goes in it. */
function newestChange(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  const names = readdirSync(path).filter((name) => !IS_TEST.test(name));
  return Math.max(stat.mtimeMs, ...names.map((name) => newestChange(join(path, name))));
}

const IS_TEST = /\.(?:test|test-support)\.tsx?$/;

/**
 * The path of the bundle of `cli/main.ts`. What a command loads on demand is a file of its own beside it, so that the
 * others are neither read nor held in memory.
 */
export async function commandBundle() {
  const { main } = await partsIfOlder('.build/cli', { main: 'cli/main.ts' }, ['cli', 'src/core']);
  return main;
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
 * The bundles that a running server consists of beside the pages: the process itself, what its threads do, the commands
 * that keep copies, and what writes the sample data before there is a server. Packages are in them: a thread that began by
 * looking for four hundred files spent a second of a processor on it. Those stay outside that are made for one kind of
 * machine, read files beside themselves, or start a thread of their own.
 * @returns {Promise<{ serve: string, threads: string, keep: string, sample: string }>}
 */
export function serverBundles() {
  const entries = {
    serve: 'serve/main.ts',
    threads: 'src/heavy/thread.ts',
    keep: 'keep/main.ts',
    sample: 'serve/sample.ts',
  };
  return partsIfOlder('.build/server', entries, ['src', 'serve', 'keep'], {
    external: ['next', 'pino', 'piscina', 'pdfkit', '@libsql/client', 'libsql', '@node-rs/argon2'],
  });
}

async function bundleIfOlder(entry, bundle, sources, options) {
  if (isOlder(bundle, sources)) await bundleForNode(join(root, entry), bundle, options);
  return bundle;
}

/** The same for entries that share parts, and whose parts on demand are files beside them. */
async function partsIfOlder(folder, entries, sources, options = {}) {
  const outdir = join(root, folder);
  const bundles = Object.fromEntries(Object.keys(entries).map((name) => [name, join(outdir, `${name}.mjs`)]));
  if (!Object.values(bundles).some((bundle) => isOlder(bundle, sources))) return bundles;
  const entryPoints = Object.fromEntries(
    Object.entries(entries).map(([name, path]) => [name, join(root, path)]),
  );
  const inParts = {
    entryPoints,
    outfile: undefined,
    outdir,
    outExtension: { '.js': '.mjs' },
    splitting: true,
  };
  const { metafile } = await bundleForNode('', '', { ...inParts, metafile: true, ...options });
  // Parts of an earlier bundle have names of their own, and would stay for ever.
  const written = new Set(Object.keys(metafile.outputs).map((path) => basename(path)));
  for (const name of readdirSync(outdir))
    if (!written.has(name)) rmSync(join(outdir, name), { recursive: true });
  return bundles;
}

function isOlder(bundle, sources) {
  const paths = [...sources, 'package-lock.json', 'scripts/bundle.mjs'].map((path) => join(root, path));
  if (existsSync(bundle) && statSync(bundle).mtimeMs > Math.max(...paths.map(newestChange))) return false;
  ensureInstalled((line) => process.stderr.write(`${line}\n`), 'running');
  return true;
}

/** Bundles one TypeScript file of this project, and all that it imports, into one that Node runs. */
export async function bundleForNode(entry, outfile, options = {}) {
  const { build } = await import('esbuild');
  return build({
    entryPoints: [entry],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    jsx: 'automatic',
    banner: {
      // Under a name that no package uses for it.
      js: "import { createRequire as requireOf } from 'node:module'; const require = requireOf(import.meta.url);",
    },
    alias: { '@': join(root, 'src'), 'server-only': join(root, 'scripts/empty-module.cjs') },
    logLevel: 'warning',
    ...options,
  });
}
