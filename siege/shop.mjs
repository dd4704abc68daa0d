// A shop at work over HTTP: people who register, capture and look, and a note of all that was acknowledged.
import { randomUUID } from 'node:crypto';

const JSON_TYPE = { 'content-type': 'application/json' };

/** Sends JSON; answers with the status, what came back, and how long it took. No answer is status 0. */
export async function call(
  base,
  path,
  body,
  { method = body === undefined ? 'GET' : 'POST', timeoutMs = 30_000 } = {},
) {
  const startedAt = performance.now();
  try {
    const response = await fetch(base + path, {
      method,
      ...(body === undefined ? {} : { headers: JSON_TYPE, body: JSON.stringify(body) }),
      signal: AbortSignal.timeout(timeoutMs),
    });
    const text = await response.text();
    const json = response.headers.get('content-type')?.includes('json') ? safeJson(text) : null;
    return { status: response.status, json, ms: performance.now() - startedAt };
  } catch {
    return { status: 0, json: null, ms: performance.now() - startedAt };
  }
}

function safeJson(text) {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

/** One technician with a battery and a run. Answers null while the server does not take it. */
export async function hire(base, name) {
  const technicianId = randomUUID();
  const { status } = await call(base, '/api/technicians', { id: technicianId, name });
  return status === 200 ? withABattery(base, technicianId) : null;
}

/** A run is finished with what was read in it, and another one begun on another battery. Answers null where that was not taken. */
export async function nextRun(base, { technicianId, runId }, seenReadingIds) {
  const ended = await call(base, `/api/runs/${runId}/finish`, { runId, technicianId, seenReadingIds });
  return ended.status === 200 ? withABattery(base, technicianId) : null;
}

/** A battery and a run on it, of somebody who is here. */
async function withABattery(base, technicianId) {
  const [batteryId, runId] = [randomUUID(), randomUUID()];
  const label = {
    tag: `S-${batteryId.slice(0, 12)}`,
    type: 'flooded',
    nominalVolts: 12,
    c20Ah: 60,
    rcMinutes: null,
    ratings: [{ standard: 'SAE', amps: 570 }],
    model: '',
    place: 'Quay',
    dateCode: '',
    fittedOn: null,
  };
  const asked = [
    ['/api/batteries', { id: batteryId, technicianId, label }],
    ['/api/runs', { id: runId, batteryId, technicianId }],
  ];
  for (const [path, body] of asked) {
    const { status } = await call(base, path, body);
    if (status !== 200) return null;
  }
  return { technicianId, batteryId, runId };
}

/** A reading that this person could take now. */
export function readingOf({ technicianId, runId }, volts = 12.6) {
  return {
    id: randomUUID(),
    runId,
    kind: 'open_circuit',
    data: { volts, temperatureC: 20 },
    takenAtMs: Date.now(),
    technicianId,
    instrument: 'typed',
    forced: false,
    supersedesId: null,
    reason: null,
  };
}

/** Opens the Floor as a browser does: the page, and then what is on the bench, from the stream; how long each took. */
export async function lookAtFloor(base) {
  const page = await call(base, '/');
  if (page.status !== 200) return { ...page, streamMs: 0 };
  const startedAt = performance.now();
  const link = new AbortController();
  const timer = setTimeout(() => link.abort(), 30_000);
  let status = 0;
  try {
    const response = await fetch(`${base}/api/floor/stream?since=-1`, { signal: link.signal });
    let heard = '';
    for await (const piece of response.body.pipeThrough(new TextDecoderStream())) {
      heard += piece;
      if (!/event: floor\ndata: .*\n\n/.test(heard)) continue;
      status = response.status;
      break;
    }
  } catch {
    // Whoever asked counts a look that came to nothing.
  }
  clearTimeout(timer);
  link.abort();
  return { status, ms: page.ms, streamMs: performance.now() - startedAt };
}

export const capture = (base, reading) => call(base, `/api/runs/${reading.runId}/readings`, reading);

/** The value below which so much of the values lies. */
export function quantile(values, share) {
  const sorted = [...values].sort((one, other) => one - other);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0;
}

export const pause = (ms) => new Promise((go) => setTimeout(go, ms));

/** Resident memory of a process, MB; 0 where it has ended. */
export async function memoryOf(pid) {
  const { readFile } = await import('node:fs/promises');
  const status = await readFile(`/proc/${pid}/status`, 'utf8').catch(() => '');
  return Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1000;
}
