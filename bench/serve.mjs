import { spawn } from 'node:child_process';
import { bin, root } from '../scripts/setup.mjs';
import { untilAnswering } from '../scripts/until-answering.mjs';

/** Starts the production server on a database, waits until it answers, and ends it after the work, whatever comes of that. */
export async function withServer({ port, databaseFile, demo }, work) {
  const server = spawn(bin('next'), ['start', '-H', '127.0.0.1', '-p', String(port)], {
    cwd: root,
    stdio: 'ignore',
    env: {
      ...process.env,
      NEXT_TELEMETRY_DISABLED: '1',
      INTEGRA_DEMO: demo ? '1' : '0',
      DATABASE_URL: `file:${databaseFile}`,
    },
  });
  try {
    await untilAnswering(`http://127.0.0.1:${port}`);
    await work();
  } finally {
    server.kill();
  }
}
