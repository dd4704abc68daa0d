// Seeded requests at every door: wrong types, depth, prototype keys, sizes, slow bodies, broken encodings, foreign origins.
import { connect } from 'node:net';
import { call, memoryOf, pause, quantile } from './shop.mjs';

/** A source of chance that gives the same numbers for the same seed (mulberry32). */
export function seeded(seed) {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}

const WORDS = [
  ...[
    '',
    '%',
    '%E0%A4%A',
    'constructor',
    '__proto__',
    'toString',
    '..%2f..%2fetc',
    'a%00b',
    '1e308',
    'NaN',
    '-1',
  ],
  ...[
    '01900000-0000-7000-8000-000000000001',
    'x'.repeat(5000),
    '%F0%9F%94%8B',
    "';drop table runs;--",
    '%ff%fe',
  ],
];
const VALUES = [
  ...[
    null,
    true,
    0,
    -1,
    1e308,
    9007199254740992,
    '',
    'x',
    '\u0000',
    '\ud800',
    'x'.repeat(90_000),
    [],
    {},
    [[[[[]]]]],
  ],
  ...[
    { __proto__: { admin: 1 } },
    JSON.parse('{"__proto__":{"a":1},"constructor":{"b":2}}'),
    Array(5000).fill({}),
  ],
];

/** Threads that have had nothing to do for a minute end. */
const REST_MS = 80_000;
const MOST_GROWN_MB = 100;

/** Doors that send the whole of something, piece by piece. */
const FILES = new Set(['/api/site', '/api/readings', '/api/batteries/list']);

/** Sends so many; answers with what was measured and what failed. */
export async function requestsAt(base, pid, doors, { count, seed }) {
  const chance = seeded(seed);
  const pick = (list) => list[Math.floor(chance() * list.length)];
  const statuses = {};
  const times = [];
  const faults = [];
  // A server that has just started has loaded hardly a page, and its threads end once they have had nothing to do for a minute: what
  // it holds is compared between two rests, each after every door was tried.
  for (const { method, path } of doors)
    if (method === 'GET') await call(base, path.replace(/\[\w+\]/g, 'x'), undefined, { timeoutMs: 5000 });
  await pause(REST_MS);
  const beforeMegabytes = await memoryOf(pid);
  let mostMegabytes = beforeMegabytes;
  const watching = setInterval(async () => {
    mostMegabytes = Math.max(mostMegabytes, await memoryOf(pid));
  }, 500);
  for (let number = 0; number < count; number++) {
    const door = pick(doors);
    const path = door.path.replace(/\[\w+\]/g, () => pick(WORDS) || 'x');
    const query =
      chance() < 0.5
        ? ''
        : `?${pick(['q', 'page', 'tag', 'meta', 'lot', 'battery', 'limit', 'code', 'size', 'for', 'tool', 'by', 'after', 'since'])}=${pick(WORDS)}&q=${pick(WORDS)}`;
    const headers = {
      ...(chance() < 0.85
        ? { 'content-type': pick(['application/json', 'text/csv', 'text/plain', 'application/octet-stream']) }
        : {}),
      ...(chance() < 0.1 ? { origin: 'http://elsewhere.example' } : {}),
      ...(chance() < 0.1 ? { 'sec-fetch-site': 'cross-site' } : {}),
    };
    const method = chance() < 0.8 ? door.method : pick(['GET', 'POST', 'PUT', 'DELETE', 'PATCH']);
    const body = method === 'GET' ? undefined : bodyOf(chance, pick);
    const startedAt = performance.now();
    const watch = new AbortController();
    const timer = setTimeout(() => watch.abort(), 20_000);
    try {
      const response = await fetch(base + path + query, { method, headers, body, signal: watch.signal });
      const stream = response.headers.get('content-type')?.includes('event-stream');
      const beganMs = performance.now() - startedAt;
      if (stream) await response.body.cancel();
      else await response.arrayBuffer();
      // A file of everything takes as long as everything does, and its screen tells how far it is.
      const ms = FILES.has(door.path) ? beganMs : performance.now() - startedAt;
      statuses[response.status] = (statuses[response.status] ?? 0) + 1;
      times.push(ms);
      if (response.status >= 500 && response.status !== 503)
        faults.unshift(`${response.status} ${method} ${path}${query}`);
      if (ms > 2000) faults.push(`${ms.toFixed(0)} ms ${method} ${path}${query}`);
    } catch (error) {
      const code = error?.cause?.code ?? error?.name ?? '';
      statuses[`no answer: ${code}`] = (statuses[`no answer: ${code}`] ?? 0) + 1;
      if (performance.now() - startedAt > 19_000) faults.push(`hangs: ${method} ${path}${query}`);
    } finally {
      clearTimeout(timer);
    }
  }
  clearInterval(watching);
  await pause(REST_MS);
  const afterMegabytes = await memoryOf(pid);
  const grown = afterMegabytes - beforeMegabytes;
  return {
    found: {
      count,
      seed,
      statuses,
      p99: quantile(times, 0.99),
      slowest: Math.max(...times),
      beforeMegabytes,
      mostMegabytes,
      afterMegabytes,
    },
    fails: [...faults.slice(0, 10), grown > MOST_GROWN_MB && `grown by ${grown.toFixed(0)} MB`].filter(
      Boolean,
    ),
  };
}

function bodyOf(chance, pick) {
  const kind = Math.floor(chance() * 5);
  if (kind === 0) return '{'.repeat(1 + Math.floor(chance() * 300));
  if (kind === 1) return `${'['.repeat(20_000)}${']'.repeat(20_000)}`;
  if (kind === 2) return new Uint8Array(Array.from({ length: 400 }, () => Math.floor(chance() * 256)));
  const names = [
    'id',
    'runId',
    'technicianId',
    'batteryId',
    'label',
    'kind',
    'data',
    'rules',
    'keys',
    'rows',
    'name',
    'takenAtMs',
  ];
  const fields = Array.from({ length: 1 + Math.floor(chance() * 8) }, () => [pick(names), pick(VALUES)]);
  return JSON.stringify(kind === 3 ? Object.fromEntries(fields) : pick(VALUES));
}

/** A body that comes by drops, and one that never ends: each must be ended by the server. */
export async function slowBodies(host, port) {
  const ended = (head, drop, everyMs) =>
    new Promise((done) => {
      const socket = connect(port, host, () => socket.write(head));
      // A link that nobody reads from never ends.
      socket.resume();
      const startedAt = Date.now();
      const timer = setInterval(() => socket.write(drop), everyMs);
      const over = () => {
        clearInterval(timer);
        done(Date.now() - startedAt);
      };
      socket.on('close', over);
      socket.on('error', () => undefined);
      setTimeout(() => socket.destroy(), 60_000).unref();
    });
  const head = (length) =>
    `POST /api/runs HTTP/1.1\r\nHost: ${host}:${port}\r\nContent-Type: application/json\r\n${length}\r\n\r\n`;
  const trickled = await ended(head('Content-Length: 50000'), 'x', 500);
  const endless = await ended(head('Transfer-Encoding: chunked'), `10000\r\n${'x'.repeat(65_536)}\r\n`, 20);
  return {
    found: { trickledMs: trickled, endlessMs: endless },
    fails: [
      trickled > 45_000 && 'a trickled body is not ended',
      endless > 45_000 && 'an endless body is not ended',
    ].filter(Boolean),
  };
}
