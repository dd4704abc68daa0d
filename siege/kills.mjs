// The server is killed again and again while people capture; nothing that was acknowledged may be missing afterwards.
import { once } from 'node:events';
import { spawnServer } from '../scripts/server.mjs';
import { untilAnswering } from '../scripts/until-answering.mjs';
import { capturing } from './import.mjs';
import { seeded } from './requests.mjs';
import { call, hire, pause } from './shop.mjs';

export async function killed({ port, databaseFile, times, seed }) {
  const base = `http://127.0.0.1:${port}`;
  const chance = seeded(seed);
  const all = new Map();
  const begin = async () => {
    const server = await spawnServer({ port, databaseFile });
    await untilAnswering(base);
    return server;
  };
  let server = await begin();
  let people = (await Promise.all([1, 2, 3, 4].map((n) => hire(base, `Killed ${n} ${Date.now()}`)))).filter(
    Boolean,
  );
  for (const { runId } of people) all.set(runId, new Set());
  let kills = 0;
  for (; kills < times; kills++) {
    const work = people.map((person) => capturing(base, person, 5));
    await pause(20 + chance() * 400);
    server.kill('SIGKILL');
    await once(server, 'exit');
    for (const [at, watched] of work.entries()) {
      const { acknowledged } = await watched.stop();
      for (const id of acknowledged) all.get(people[at].runId).add(id);
    }
    server = await begin();
    // New runs now and then, so that no run grows beyond what a run holds.
    if (kills % 10 === 9) {
      people = (
        await Promise.all([1, 2, 3, 4].map((n) => hire(base, `Killed ${kills} ${n} ${Date.now()}`)))
      ).filter(Boolean);
      for (const { runId } of people) all.set(runId, new Set());
    }
  }
  let acknowledged = 0;
  let missing = 0;
  for (const [runId, ids] of all) {
    const kept = new Set(
      (await call(base, `/api/runs/${runId}`)).json?.value?.readings.map(({ id }) => id) ?? [],
    );
    acknowledged += ids.size;
    for (const id of ids) if (!kept.has(id)) missing++;
  }
  server.kill('SIGTERM');
  await once(server, 'exit');
  return {
    found: { kills, acknowledged, missing },
    fails: missing > 0 ? [`${missing} of ${acknowledged} missing`] : [],
  };
}
