// `npm run bench -- outlooks <file>`: how long it takes to work out what is expected of every battery of a store, and of those of a day.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { bundleForNode, serverBundles } from '../scripts/bundle.mjs';
import { root, SERVER_HEAPS, SERVER_MEMORY, stop } from '../scripts/setup.mjs';

export async function measureOutlooks(file) {
  if (!file || !existsSync(file)) stop('Name a store: npm run bench -- outlooks <file>');
  const { threads } = await serverBundles();
  const bundle = join(root, '.build/outlooks.mjs');
  await bundleForNode(join(root, 'bench/outlooks.ts'), bundle, { packages: 'external' });
  const done = spawnSync(process.execPath, [SERVER_MEMORY, bundle, resolve(file), threads], {
    cwd: root,
    env: { ...process.env, ...SERVER_HEAPS },
    stdio: 'inherit',
  });
  if (done.status !== 0) stop(`It ended with ${done.status}.`);
}
