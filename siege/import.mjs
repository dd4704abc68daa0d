// A hundred thousand rows come in while people capture; then a restore while they do.
import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { writeReadings } from '../bench/readings.mjs';
import { root } from '../scripts/setup.mjs';
import { call, capture, hire, memoryOf, pause, quantile, readingOf } from './shop.mjs';

const ROWS = Number(process.env.SIEGE_ROWS || 100_000);

/** So many readings a run has in a shop; then the next battery comes. */
const READINGS_A_RUN = 12;

/** Captures one after the other until told to stop, and notes how long each took and which were acknowledged. */
export function capturing(base, person, everyMs = 50) {
  const noted = { times: [], acknowledged: [], acknowledgedAtMs: [], refused: 0, runIds: [person.runId] };
  let on = true;
  const done = (async () => {
    while (on) {
      if (noted.acknowledged.length === noted.runIds.length * READINGS_A_RUN) {
        const next = await hire(base, `Next ${randomUUID()}`);
        if (next) noted.runIds.push(next.runId);
      }
      const reading = readingOf({ ...person, runId: noted.runIds.at(-1) });
      const answer = await capture(base, reading);
      noted.times.push(answer.ms);
      if (answer.status === 200) {
        noted.acknowledged.push(reading.id);
        noted.acknowledgedAtMs.push(Date.now());
      } else noted.refused++;
      await pause(everyMs);
    }
  })();
  return {
    noted,
    stop: async () => {
      on = false;
      await done;
      return noted;
    },
  };
}

export async function importUnderCaptures(base, pid, folder) {
  const text = writeReadings(ROWS);
  const file = join(folder, 'readings.csv');
  writeFileSync(file, text);
  const gradedAt = performance.now();
  const graded = spawnSync(process.execPath, [join(root, 'scripts/command.mjs'), 'grade', file], {
    maxBuffer: 1 << 29,
    encoding: 'utf8',
  });
  const gradeMs = performance.now() - gradedAt;
  const good = graded.stdout.trim().split('\n').length - 1;
  const person = await hire(base, `Importer ${Date.now()}`);
  const header = text.slice(0, text.indexOf('\n')).split(',');
  const known = new Set(['note']);
  const mapping = header.map((name) => (known.has(name) ? null : name));
  const ask = (seenRuns) => {
    const meta = {
      id: randomUUID(),
      technicianId: person.technicianId,
      name: 'siege.csv',
      mapping,
      seenRuns,
    };
    return fetch(`${base}/api/imports?${new URLSearchParams({ meta: JSON.stringify(meta) })}`, {
      method: 'POST',
      headers: { 'content-type': 'text/csv' },
      body: text,
    });
  };
  const watching = capturing(base, person);
  let mostMegabytes = 0;
  const watch = setInterval(async () => {
    mostMegabytes = Math.max(mostMegabytes, await memoryOf(pid));
  }, 200);
  const startedAt = performance.now();
  const lines = (await (await ask(good)).text()).trim().split('\n');
  const importMs = performance.now() - startedAt;
  clearInterval(watch);
  const { times, acknowledged, refused, runIds } = await watching.stop();
  const last = JSON.parse(lines.at(-1));
  let kept = 0;
  for (const id of runIds) kept += (await call(base, `/api/runs/${id}`)).json.value.readings.length;
  const found = {
    rows: ROWS,
    good,
    gradeMs,
    importMs,
    ratio: importMs / gradeMs,
    mostMegabytes,
    captures: times.length,
    captureP50: quantile(times, 0.5),
    captureP99: quantile(times, 0.99),
    slowest: Math.max(...times),
    answer: last.ok ? `${last.value.runs} runs` : last.problems?.[0]?.message,
  };
  const fails = [
    !last.ok && `the import was refused: ${found.answer}`,
    refused > 0 && `${refused} captures refused meanwhile`,
    kept !== acknowledged.length && `${acknowledged.length} acknowledged, ${kept} kept`,
    found.ratio > 10 && `${found.ratio.toFixed(1)} x the grade command`,
    found.captureP99 > 200 && `capture p99 ${found.captureP99.toFixed(0)} ms meanwhile`,
    mostMegabytes > 700 && `${mostMegabytes.toFixed(0)} MB`,
  ].filter(Boolean);
  return { found, fails };
}
