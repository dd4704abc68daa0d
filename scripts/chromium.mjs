// Debian's chromium: where it is, how it is started here, and how it is installed where it is missing.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { stop } from './setup.mjs';

/** Debian's packages of it, the one that suits best first: without windows it does the same in two thirds of the time. */
const PACKAGES = ['chromium-headless-shell', 'chromium'];
const programOf = (name) => `/usr/bin/${name}`;

/** Where chromium is, or will be once it is installed. */
export function chromiumPath() {
  const found = PACKAGES.map(programOf).find(existsSync);
  return process.env.CHROMIUM || (found ?? programOf(PACKAGES[0]));
}

/** No window, no sandbox (the tests may run as root in a container), and no calls to anywhere. */
export const CHROMIUM_ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

/** Makes sure that there is a chromium, installing Debian's where that is possible. */
export function ensureChromium() {
  if (existsSync(chromiumPath())) return;
  const byHand = `Install one of the packages ${PACKAGES.join(' and ')} by hand, or name another browser with CHROMIUM=/path/to/chromium.`;
  if (!existsSync('/usr/bin/apt-get'))
    stop(`The browser tests need chromium, and this is not Debian. ${byHand}`);
  const sudo = process.getuid?.() === 0 ? [] : ['sudo', '-n'];
  console.log('Installing Debian’s chromium for the browser tests ...');
  apt(sudo, ['update', '-qq']);
  const install = (name) => apt(sudo, ['install', '-y', '-qq', '--no-install-recommends', name]);
  if (!PACKAGES.some(install) || !existsSync(chromiumPath()))
    stop(`Chromium could not be installed. ${byHand}`);
}

function apt(sudo, args) {
  const [program, ...rest] = [...sudo, 'apt-get', ...args];
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const done = spawnSync(program, rest, { stdio: ['ignore', 'ignore', 'pipe'], env });
  if (done.status !== 0) process.stderr.write(String(done.stderr));
  return done.status === 0;
}
