// Copies are made and put back while people capture: each copy must be whole, and what it holds must be there afterwards.
import { capturing } from './import.mjs';
import { call, hire, pause } from './shop.mjs';

/** What must be in the copy: captured before it is asked for. */
const CAPTURED_BEFORE = 6;

export async function restored(base, { times }) {
  const fails = [];
  let copies = 0;
  let slowest = 0;
  for (let turn = 0; turn < times; turn++) {
    const person = await hire(base, `Restored ${turn} ${Date.now()}`);
    if (!person) {
      fails.push('nobody could be hired');
      continue;
    }
    const work = capturing(base, person, 5);
    while (work.noted.acknowledged.length < CAPTURED_BEFORE) await pause(5);
    const before = work.noted.acknowledged.length;
    const made = await call(base, '/api/copies', {}, { timeoutMs: 120_000 });
    if (made.status !== 200) fails.push(`copy: ${made.json?.problems?.[0]?.message ?? made.status}`);
    else copies++;
    const put = made.json?.ok
      ? await call(base, '/api/copies/restore', { name: made.json.value.name }, { timeoutMs: 120_000 })
      : { status: 0, ms: 0 };
    if (put.status !== 200) fails.push(`restore: ${put.json?.problems?.[0]?.message ?? put.status}`);
    slowest = Math.max(slowest, put.ms);
    const { acknowledged } = await work.stop();
    const kept = (await call(base, `/api/runs/${person.runId}`)).json?.value?.readings ?? [];
    const ids = new Set(kept.map(({ id }) => id));
    // What was acknowledged before the copy was asked for is in it.
    const lost = acknowledged.slice(0, before).filter((id) => !ids.has(id)).length;
    if (lost > 0) fails.push(`${lost} readings of before the copy are missing`);
    const next = await call(base, '/api/health');
    if (next.json?.ok !== true) fails.push('not well after a restore');
  }
  return { found: { copies, restores: times, slowestMs: slowest }, fails };
}
