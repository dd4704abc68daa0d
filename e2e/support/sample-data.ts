import { copyFileSync, existsSync, mkdirSync, rmSync } from 'node:fs';
import { dirname } from 'node:path';
import { freePort, newDatabaseFile, type Server, startServer } from './server';

const SAMPLE = 'test-results/sample-data/sample.db';
/** What SQLite keeps beside a store that was not closed in peace. */
const PARTS = ['', '-wal'];

/** Writes three winters of sample data down once; the stores of the tests are copies of it. */
export async function makeSampleData(): Promise<void> {
  mkdirSync(dirname(SAMPLE), { recursive: true });
  for (const part of [...PARTS, '-shm']) rmSync(SAMPLE + part, { force: true });
  const server = await startServer({ port: await freePort(), databaseFile: SAMPLE, demo: true });
  await server.kill();
}

/** A server of its own on a copy of the sample data, which its tests may change. */
export async function startServerWithSampleData(port: number): Promise<Server> {
  const databaseFile = newDatabaseFile();
  for (const part of PARTS) if (existsSync(SAMPLE + part)) copyFileSync(SAMPLE + part, databaseFile + part);
  return startServer({ port, databaseFile });
}
