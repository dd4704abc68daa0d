// Prints the path of a store with so many winters of the sample history, as it is from a given moment on. The same code
// makes the same history: what it made once is kept, under a name that changes with the code.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { bundleForNode } from './bundle.mjs';
import { root } from './setup.mjs';

const [nowMs, winters] = process.argv.slice(2).map(Number);
const KEPT = join(root, '.build/samples');
const MIGRATIONS = join(root, 'src/store/migrations');

const bundle = join(root, `.build/scripts/samples.core.${process.pid}.mjs`);
await bundleForNode(join(root, 'scripts/samples.core.ts'), bundle, { packages: 'external' });
const hash = createHash('sha256').update(readFileSync(bundle));
for (const name of readdirSync(MIGRATIONS).filter((name) => name.endsWith('.sql')))
  hash.update(readFileSync(join(MIGRATIONS, name)));
const kept = join(KEPT, `${hash.digest('hex').slice(0, 16)}-${nowMs}-${winters}.db`);

if (!existsSync(kept)) {
  mkdirSync(KEPT, { recursive: true });
  const { writeSample } = await import(pathToFileURL(bundle).href);
  // Made aside and put into place whole: another test may be looking for it meanwhile.
  const made = `${kept}.${process.pid}`;
  await writeSample(made, nowMs, winters);
  renameSync(made, kept);
  for (const part of ['.mark', '-wal', '-shm']) rmSync(made + part, { force: true });
}
rmSync(bundle);
process.stdout.write(kept);
