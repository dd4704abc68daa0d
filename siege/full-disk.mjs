// The disk that holds the data fills up while people capture: what was acknowledged stays, what was not is told, and once there is
// room again the work goes on. The disk is one in memory that is small enough to be filled; without the right to make one nothing is tried.
import { spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { closeSync, mkdtempSync, openSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { spawnServer } from '../scripts/server.mjs';
import { untilAnswering } from '../scripts/until-answering.mjs';
import { capturing } from './import.mjs';
import { wrongWith } from './kills.mjs';
import { call, hire, pause } from './shop.mjs';

const SIZE_MB = 400;
const DEVICES = 8;

export async function filled({ port }) {
  const folder = mkdtempSync(join(tmpdir(), 'integra-full-'));
  const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${SIZE_MB}m`, 'tmpfs', folder]);
  if (mounted.status !== 0) return { found: { tried: 'no: no disk could be made' }, fails: [] };
  try {
    return await under({ port, folder });
  } finally {
    spawnSync('umount', ['-l', folder]);
  }
}

/** Writes until nothing more fits. */
function fill(path) {
  const file = openSync(path, 'w');
  const piece = Buffer.alloc(65_536);
  try {
    for (;;) writeSync(file, piece);
  } catch {
    closeSync(file);
  }
}

async function under({ port, folder }) {
  const base = `http://127.0.0.1:${port}`;
  const databaseFile = join(folder, 'x.db');
  const server = await spawnServer({ port, databaseFile });
  let ended = null;
  server.once('exit', (code, signal) => {
    ended = signal ?? code;
  });
  await untilAnswering(base);
  const people = await Promise.all(Array.from({ length: DEVICES }, (_, at) => hire(base, `Filled ${at}`)));
  const work = people.filter(Boolean).map((person) => capturing(base, person, 5));
  await pause(2000);
  // Something else takes all the room that there is.
  fill(join(folder, 'other'));
  await pause(6000);
  const refusedWhileFull = work.reduce((sum, { noted }) => sum + noted.refused, 0);
  const told = await call(base, '/api/technicians', { id: crypto.randomUUID(), name: 'Nobody fits' });
  spawnSync('rm', [join(folder, 'other')]);
  const before = work.reduce((sum, { noted }) => sum + noted.acknowledged.length, 0);
  await pause(5000);
  const diedOf = ended;
  const all = await Promise.all(work.map((one) => one.stop()));
  const acknowledged = all.flatMap((noted) => noted.acknowledged);
  const kept = new Set();
  for (const runId of all.flatMap(({ runIds }) => runIds)) {
    const { json } = await call(base, `/api/runs/${runId}`);
    for (const { id } of json?.value?.readings ?? []) kept.add(id);
  }
  if (ended === null) {
    server.kill('SIGTERM');
    await once(server, 'exit');
  }
  const missing = acknowledged.filter((id) => !kept.has(id)).length;
  const after = acknowledged.length - before;
  const wrong = await wrongWith(databaseFile);
  return {
    found: {
      acknowledged: acknowledged.length,
      refusedWhileFull,
      toldAs: told.status,
      afterwards: after,
      missing,
      unsound: wrong ?? 'no',
    },
    fails: [
      diedOf !== null && `the server ended while the disk was full: ${diedOf}`,
      missing > 0 && `${missing} of ${acknowledged.length} missing`,
      refusedWhileFull === 0 && 'the disk was never full',
      ![0, 503].includes(told.status) &&
        told.status !== 200 &&
        `a full disk was answered with ${told.status}`,
      after === 0 && 'nothing was taken once there was room again',
      wrong,
    ].filter(Boolean),
  };
}
