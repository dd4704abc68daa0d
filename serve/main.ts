import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { join } from 'node:path';
import next from 'next';
import pino from 'pino';
import { uuidv7 } from 'uuidv7';
import { admitRequest } from '../src/entry/admission';
import { siteState } from '../src/entry/site-state';
import { closeStore } from '../src/entry/store';
import { frontDoor } from '../src/server/doors/front-door';
import { ownHosts } from '../src/server/doors/hosts';
import { readSettings } from '../src/server/settings';
import { sendingBuilt } from './built-files';
import { keepingPages } from './kept-pages';

/** Told to whoever keeps this process running: starting it again would end the same way. */
const EXIT_SETTINGS = 2;
/** Requests under way when the server is told to stop have so long to end, ms. */
const GRACE_MS = 8000;

// The log goes to standard error; standard output says when the server answers.
const log = pino({ base: null }, pino.destination({ dest: 2, sync: false }));

const dev = process.argv.includes('--dev');
const hostname = process.env.HOST || '127.0.0.1';
const port = Number(process.env.PORT || 3000);

const read = readSettings(process.env);
if (!read.ok) {
  for (const { message } of read.problems) process.stderr.write(`${message}\n`);
  process.exit(EXIT_SETTINGS);
}
const { hosts, address, behindProxy, isHttps, tls } = read.value;

const application = next({ dev, dir: process.cwd(), hostname, port });
await application.prepare();
const handle = application.getRequestHandler();
// In development a page changes with every file that is saved.
const pages = keepingPages((request, response) => handle(request, response), {
  state: () => (dev ? null : siteState()),
});
const answers = dev ? pages : sendingBuilt(pages, join(process.cwd(), '.next/static'));
const door = frontDoor(answers, {
  hosts: ownHosts([...hosts, hostname], address),
  reloading: dev,
  isHttps,
  behindProxy,
  admit: admitRequest,
  log: (line) => log.warn(line),
  // Short enough to be read over a telephone, and never the same twice in a day.
  newNumber: () => uuidv7().slice(-8),
});
const server = tls ? createSecureServer(keyAndCertificate(tls), door) : createServer(door);
// A browser's idle link is kept a while; one that sends its head or its body by drops is not kept at all.
server.headersTimeout = 15_000;
server.requestTimeout = 6 * 3_600_000;
server.keepAliveTimeout = Number(process.env.INTEGRA_IDLE_MS || 65_000);
server.maxHeadersCount = 100;
if (dev) {
  const upgrade = application.getUpgradeHandler();
  server.on('upgrade', (request, socket, head) => void upgrade(request, socket, head));
}
server.listen(port, hostname, () =>
  process.stdout.write(`Ready at ${tls ? 'https' : 'http'}://${hostname}:${port}\n`),
);

/** The key and its certificate; a file that cannot be read is named, and ends the start. */
function keyAndCertificate({ key, certificate }: { readonly key: string; readonly certificate: string }) {
  try {
    return { key: readFileSync(key), cert: readFileSync(certificate), minVersion: 'TLSv1.2' as const };
  } catch (error) {
    process.stderr.write(`INTEGRA_TLS_KEY, INTEGRA_TLS_CERTIFICATE: ${String(error)}\n`);
    process.exit(EXIT_SETTINGS);
  }
}

let stopping = false;
for (const signal of ['SIGTERM', 'SIGINT'] as const) {
  process.on(signal, () => {
    if (stopping) return;
    stopping = true;
    void stop();
  });
}

/** Lets requests under way end, then moves all that was acknowledged into the file itself, so that it can be copied. */
async function stop(): Promise<void> {
  const ended = new Promise<void>((done) => server.close(() => done()));
  server.closeIdleConnections();
  // Streams go on until somebody ends them.
  const late = setTimeout(() => server.closeAllConnections(), 500);
  await Promise.race([ended, new Promise((done) => setTimeout(done, GRACE_MS))]);
  clearTimeout(late);
  await closeStore();
  log.flush();
  process.exit(0);
}

process.on('unhandledRejection', (reason) => log.error({ unhandled: String(reason) }));
