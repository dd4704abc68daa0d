import { once } from 'node:events';
import { spawnServer } from '../scripts/server.mjs';
import { untilAnswering } from '../scripts/until-answering.mjs';

/** Starts the production server on a database, waits until it answers, and ends it after the work, whatever comes of that. */
export async function withServer({ port, databaseFile, demo }, work) {
  const server = await spawnServer({ port, databaseFile, demo });
  try {
    await untilAnswering(`http://127.0.0.1:${port}`);
    await work(server.pid);
  } finally {
    server.kill();
    await once(server, 'exit');
  }
}
