// Adds what this version of the core leaves behind to the corpus: `npm run corpus`, once a version.
import { existsSync, mkdirSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { gzipSync } from 'node:zlib';
import { bundleForNode } from './bundle.mjs';
import { ensureInstalled, root, stop } from './setup.mjs';

ensureInstalled();
const made = mkdtempSync(join(tmpdir(), 'integra-corpus-'));
const bundle = join(root, '.build/corpus.mjs');
await bundleForNode(join(root, 'scripts/corpus.core.ts'), bundle, { packages: 'external' });
const { writeCorpus } = await import(pathToFileURL(bundle).href);
const version = await writeCorpus(made);
const folder = join(root, 'corpus', `core-${version}`);
if (existsSync(folder)) stop(`${folder} is there already: a version writes its corpus once.`);
mkdirSync(folder, { recursive: true });
for (const name of ['store.db', 'site.json', 'run.json']) {
  writeFileSync(join(folder, `${name}.gz`), gzipSync(readFileSync(join(made, name)), { level: 9 }));
}
console.log(`${folder} is written; add its digest to src/core/assessment/core-digests.json.`);
