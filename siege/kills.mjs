// The server is killed again and again while people capture; nothing that was acknowledged may be missing afterwards, and
// after each kill the file, its references and its journal have to hold.
import { spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { serverBundles } from '../scripts/bundle.mjs';
import { spawnServer } from '../scripts/server.mjs';
import { untilAnswering } from '../scripts/until-answering.mjs';
import { capturing } from './import.mjs';
import { seeded } from './requests.mjs';
import { call, hire, pause } from './shop.mjs';

/** So many devices capture at once. */
const DEVICES = Array.from({ length: 8 }, (_, at) => at + 1);

export async function killed({ port, databaseFile, times, seed }) {
  const base = `http://127.0.0.1:${port}`;
  const chance = seeded(seed);
  // Somebody who captures much goes on in a run of their own making, so that all runs are looked through for all readings.
  const runIds = new Set();
  const acknowledgedIds = new Set();
  const begin = async () => {
    const server = await spawnServer({ port, databaseFile });
    await untilAnswering(base);
    return server;
  };
  let server = await begin();
  const hired = async (word) =>
    (await Promise.all(DEVICES.map((n) => hire(base, `Killed ${word}${n} ${Date.now()}`)))).filter(Boolean);
  let people = await hired('');
  let kills = 0;
  const unsound = [];
  for (; kills < times; kills++) {
    const work = people.map((person) => capturing(base, person, 5));
    // A server that has just started takes a while to answer the first of eight.
    await pause(20 + chance() * 2500);
    server.kill('SIGKILL');
    await once(server, 'exit');
    for (const watched of work) {
      const { acknowledged, runIds: held } = await watched.stop();
      for (const id of acknowledged) acknowledgedIds.add(id);
      for (const id of held) runIds.add(id);
    }
    const wrong = await wrongWith(databaseFile);
    if (wrong) unsound.push(`kill ${kills + 1}: ${wrong}`);
    server = await begin();
    // New runs now and then, so that no run grows beyond what a run holds.
    if (kills % 10 === 9) {
      people = await hired(`${kills} `);
    }
  }
  const kept = new Set();
  for (const runId of runIds) {
    const { json } = await call(base, `/api/runs/${runId}`);
    for (const { id } of json?.value?.readings ?? []) kept.add(id);
  }
  const acknowledged = acknowledgedIds.size;
  const missing = [...acknowledgedIds].filter((id) => !kept.has(id)).length;
  server.kill('SIGTERM');
  await once(server, 'exit');
  return {
    found: { kills, acknowledged, missing, unsound: unsound.length },
    fails: [...(missing > 0 ? [`${missing} of ${acknowledged} missing`] : []), ...unsound.slice(0, 5)],
  };
}

/** What is wrong with a file that a killed server left: its pages, its references, its journal. Nothing while all holds. */
export async function wrongWith(file) {
  const { keep } = await serverBundles();
  const looked = spawnSync(process.execPath, [keep, 'verify', file, '--json'], { encoding: 'utf8' });
  if (looked.status !== 0) return looked.stderr.trim();
  const { journalBrokenAt } = JSON.parse(looked.stdout);
  return journalBrokenAt === null ? null : `its journal is broken at entry ${journalBrokenAt}`;
}
