import { linkSync, rmSync } from 'node:fs';
import { theSite } from '../src/entry/store';
import { seedDemo } from '../src/store/demo/seed';
import { openStore } from '../src/store/open';

/**
 * Writes the sample data into a file that is not there yet, while others still build the pages. It is made beside its place
 * and gets its name once it is whole, where nobody has taken that meanwhile: a server that finds none makes its own.
 */
const [file = ''] = process.argv.slice(2);
const beside = `${file}.${process.pid}`;
try {
  const store = await openStore(`file:${beside}`);
  await theSite(store);
  await seedDemo(store, Date.now());
  await store.close();
  linkSync(beside, file);
} finally {
  for (const part of ['', '-wal', '-shm', '.mark']) rmSync(beside + part, { force: true });
}
