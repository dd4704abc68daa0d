// Runs the grade command: bundles it when its sources have changed since the last bundle, then hands over.
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureInstalled, root } from './setup.mjs';

const bundle = join(root, '.build/main.mjs');
const sources = ['cli', 'src/core', 'package-lock.json'].map((path) => join(root, path));

function newestChange(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(stat.mtimeMs, ...readdirSync(path).map((name) => newestChange(join(path, name))));
}

if (!existsSync(bundle) || statSync(bundle).mtimeMs < Math.max(...sources.map(newestChange))) {
  ensureInstalled((line) => process.stderr.write(`${line}\n`));
  const { build } = await import('esbuild');
  await build({
    entryPoints: [join(root, 'cli/main.ts')],
    outdir: join(root, '.build'),
    outExtension: { '.js': '.mjs' },
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
await import(pathToFileURL(bundle).href);
