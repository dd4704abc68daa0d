import { copyFileSync, mkdirSync, rmSync } from 'node:fs';
import { dirname } from 'node:path';
import { freePort, newDatabaseFile, type Server, startServer } from './server';

const SAMPLE = 'test-results/sample-data/sample.db';
/** Writes three winters of sample data down once; the stores of the tests are copies of it. */
export async function makeSampleData(): Promise<void> {
  mkdirSync(dirname(SAMPLE), { recursive: true });
  for (const part of ['', '-wal', '-shm', '.mark']) rmSync(SAMPLE + part, { force: true });
  const server = await startServer({ port: await freePort(), databaseFile: SAMPLE, demo: true });
  // Stopped in peace, the file alone is the whole store.
  await server.stop();
}

/** A server of its own on a copy of the sample data, which its tests may change: of the sample shop, which asks nobody here. */
export async function startServerWithSampleData(port: number): Promise<Server> {
  const databaseFile = newDatabaseFile();
  copyFileSync(SAMPLE, databaseFile);
  return startServer({ port, databaseFile, demo: true });
}
