import { randomUUID } from 'node:crypto';
import { get } from 'node:http';
import { stop } from '../scripts/setup.mjs';
import { median } from './figures.mjs';
import { withServer } from './serve.mjs';

const PORT = 4490;
const URL_ROOT = `http://127.0.0.1:${PORT}`;
const REQUESTS = 60;
const WARM_UP = 10;
const AIMS = { pageMs: 50, captureMs: 100, scriptKb: 170 };

/** Starts the production server on the sample data and measures pages, captures and the script that the Bench needs. */
export async function measureServer(databaseFile) {
  await withServer({ port: PORT, databaseFile, demo: true }, async () => {
    const runId = await runOnFloor();
    console.log(
      `\nThe production server on the sample data, median of ${REQUESTS} requests one after the other`,
    );
    const still = await medianMs(() => fetch(`${URL_ROOT}/icon.svg`));
    const line = (name, ms, aim) =>
      console.log(
        `  ${name.padEnd(28)} ${ms.toFixed(1).padStart(6)} ms   ${(ms / still).toFixed(1).padStart(5)} x a still file   aim under ${aim} ms`,
      );
    line('Floor', await medianMs(() => fetch(URL_ROOT)), AIMS.pageMs);
    line('Bench', await medianMs(() => fetch(`${URL_ROOT}/bench/${runId}`)), AIMS.pageMs);
    line('a capture acknowledged', await medianMs(await captures()), AIMS.captureMs);
    const kilobytes = async (accepts) => (await scriptBytes(`/bench/${runId}`, accepts)) / 1000;
    const [smallest, plainer] = [await kilobytes('gzip, deflate, br'), await kilobytes('gzip, deflate')];
    console.log(
      `\nScript sent for the Bench: ${smallest.toFixed(0)} kB as browsers take it, ${plainer.toFixed(0)} where they take gzip only   aim at most ${AIMS.scriptKb} kB`,
    );
  });
}

async function medianMs(request) {
  const times = [];
  for (let turn = 0; turn < WARM_UP + REQUESTS; turn++) {
    const startedMs = performance.now();
    await (await request()).text();
    if (turn >= WARM_UP) times.push(performance.now() - startedMs);
  }
  return median(times);
}

/** Captures on a new run, a fresh reading each time. */
async function captures() {
  const technicianId = randomUUID();
  const batteryId = randomUUID();
  const runId = randomUUID();
  await post('/api/technicians', { id: technicianId, name: `Bench ${technicianId}` });
  const rest = { c20Ah: 60, rcMinutes: null, model: '', place: '', dateCode: '', fittedOn: null };
  const label = {
    tag: `B-${batteryId.slice(0, 8)}`,
    type: 'flooded',
    nominalVolts: 12,
    ratings: [],
    ...rest,
  };
  await post('/api/batteries', { id: batteryId, technicianId, label });
  await post('/api/runs', { id: runId, batteryId, technicianId });
  const envelope = {
    runId,
    technicianId,
    instrument: 'typed',
    forced: false,
    supersedesId: null,
    reason: null,
  };
  return () => {
    const reading = {
      id: randomUUID(),
      kind: 'open_circuit',
      data: { volts: 12.6, temperatureC: 20 },
      takenAtMs: Date.now(),
    };
    return post(`/api/runs/${runId}/readings`, { ...envelope, ...reading });
  };
}

async function post(path, body) {
  const headers = { 'content-type': 'application/json' };
  const response = await fetch(URL_ROOT + path, { method: 'POST', headers, body: JSON.stringify(body) });
  if (!response.ok) stop(`${path} answered ${response.status}: ${await response.text()}`);
  return response;
}

/** Bytes of all scripts of a page as they go over the line. */
async function scriptBytes(path, accepts) {
  const html = await (await fetch(URL_ROOT + path)).text();
  const scripts = new Set(
    [...html.matchAll(/<script[^>]+src="([^"]+)"([^>]*)/g)].flatMap(([tag, src]) =>
      tag.includes('noModule') ? [] : [src],
    ),
  );
  let bytes = 0;
  for (const src of scripts) bytes += await transferred(src, accepts);
  return bytes;
}

function transferred(path, accepts) {
  return new Promise((resolve, reject) => {
    get(URL_ROOT + path, { headers: { 'accept-encoding': accepts } }, (response) => {
      let bytes = 0;
      response.on('data', (chunk) => {
        bytes += chunk.length;
      });
      response.on('end', () => resolve(bytes));
    }).on('error', reject);
  });
}

/** A run on the bench, as the first look at the Floor tells it. */
async function runOnFloor() {
  const live = new AbortController();
  const told = await fetch(`${URL_ROOT}/api/floor/stream`, { signal: live.signal });
  let text = '';
  for await (const piece of told.body.pipeThrough(new TextDecoderStream())) {
    text += piece;
    const runId = /"runId":"([0-9a-f-]{36})"/.exec(text)?.[1];
    if (!runId) continue;
    live.abort();
    return runId;
  }
  return stop('The Floor shows no run.');
}
