// A production server of this build in a process of its own, for tests, figures and pictures.
import { spawn } from 'node:child_process';
import { serverBundles } from './bundle.mjs';
import { root, SERVER_HEAPS, SERVER_MEMORY } from './setup.mjs';

/**
 * Starts the server; whoever asked waits until it answers.
 * @param {{ port: number, databaseFile: string, demo?: boolean, instruments?: string, environment?: Record<string, string>, output?: 'pipe' | 'ignore' | 'inherit' }} options
 */
export async function spawnServer({
  port,
  databaseFile,
  demo = false,
  instruments = '',
  environment = {},
  output = 'ignore',
}) {
  const { serve, threads, keep } = await serverBundles();
  return spawn(process.execPath, [SERVER_MEMORY, serve], {
    cwd: root,
    stdio: ['ignore', output, output],
    env: {
      ...process.env,
      ...SERVER_HEAPS,
      NODE_ENV: 'production',
      NEXT_TELEMETRY_DISABLED: '1',
      HOST: '127.0.0.1',
      PORT: String(port),
      // A link that idles while a loaded machine works on something else is not to be cut under the next request.
      INTEGRA_IDLE_MS: '600000',
      DATABASE_URL: `file:${databaseFile}`,
      INTEGRA_DEMO: demo ? '1' : '0',
      INTEGRA_ZONE: 'UTC',
      INTEGRA_INSTRUMENTS: instruments,
      INTEGRA_THREADS: threads,
      INTEGRA_KEEP: keep,
      ...environment,
    },
  });
}
