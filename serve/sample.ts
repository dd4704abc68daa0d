import { renameSync, rmSync } from 'node:fs';
import { theSite } from '../src/entry/store';
import { seedDemo } from '../src/store/demo/seed';
import { openStore } from '../src/store/open';

/**
 * Writes the sample data into a file that is not there yet, while others still build the pages. It is made beside its place
 * and moved there whole: a server that finds none makes its own.
 */
const [file = ''] = process.argv.slice(2);
const beside = `${file}.new`;
const parts = ['', '-wal', '-shm', '.mark'].map((part) => beside + part);

for (const part of parts) rmSync(part, { force: true });
const store = await openStore(`file:${beside}`);
await theSite(store);
await seedDemo(store, Date.now());
await store.close();
renameSync(beside, file);
for (const part of parts) rmSync(part, { force: true });
