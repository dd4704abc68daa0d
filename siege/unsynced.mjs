// A power cut: whatever was written and not synced is lost. Each write of the server to the files of its data, and each sync, is noted by
// strace; from these the files are made again as they would have been found after a cut at some moment: what no sync had followed is gone,
// or half of it by chance. Without strace nothing is tried.
import { spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { createReadStream, existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { createInterface } from 'node:readline';
import Database from 'libsql';
import { spawnServer } from '../scripts/server.mjs';
import { untilAnswering } from '../scripts/until-answering.mjs';
import { capturing } from './import.mjs';
import { wrongWith } from './kills.mjs';
import { seeded } from './requests.mjs';
import { hire, pause } from './shop.mjs';

const DEVICES = 8;
const WORK_MS = 12_000;
const CALLS = 'pwrite64,pwritev,write,writev,ftruncate,fsync,fdatasync';
const LONGEST_WRITE = 200_000;

export async function unsynced({ port, cuts, seed }) {
  if (spawnSync('strace', ['-V']).status !== 0)
    return { found: { tried: 'no: strace is not there' }, fails: [] };
  const folder = mkdtempSync(join(tmpdir(), 'integra-unsynced-'));
  const files = ['x.db', 'x.db-wal'].map((name) => join(folder, name));
  const { acknowledged, before, log } = await traced({ port, files, folder });
  const events = await eventsIn(log, files);
  const chance = seeded(seed);
  const found = {
    acknowledged: acknowledged.length,
    writesAndSyncs: events.length,
    cuts,
    lostWrites: 0,
    missing: 0,
  };
  const fails = [];
  for (let cut = 0; cut < cuts; cut++) {
    // In the middle of writing, or just after something was acknowledged: nothing that came later helps it.
    const among = cut % 4 < 2 ? events : acknowledged;
    const { atS: cutS } = among[Math.floor(chance() * among.length)];
    const keepsSome = cut % 2 === 1;
    const { contents, lost } = cutAt(events, before, { cutS, keeps: () => keepsSome && chance() < 0.5 });
    found.lostWrites += lost;
    const rebuilt = mkdtempSync(join(folder, `cut-${cut}-`));
    for (const [path, bytes] of contents) writeFileSync(join(rebuilt, basename(path)), bytes);
    const file = join(rebuilt, 'x.db');
    const wrong = await wrongWith(file);
    if (wrong) fails.push(`cut ${cut + 1}: ${wrong}`);
    const kept = readingsIn(file);
    const missing = acknowledged.filter(({ atS, id }) => atS <= cutS && !kept.has(id)).length;
    found.missing += missing;
    if (missing > 0) fails.push(`cut ${cut + 1}: ${missing} acknowledged readings missing`);
  }
  // A trial in which nothing was lost has tried nothing.
  if (found.lostWrites === 0) fails.push('no cut lost a write');
  return { found, fails: fails.slice(0, 5) };
}

/** Eight devices capture at a server whose writes are noted, until it is killed: what was acknowledged when, and the files as they were before. */
async function traced({ port, files, folder }) {
  const base = `http://127.0.0.1:${port}`;
  const log = join(folder, 'calls.log');
  const server = await spawnServer({ port, databaseFile: files[0] });
  await untilAnswering(base);
  const people = (
    await Promise.all(Array.from({ length: DEVICES }, (_, at) => hire(base, `Cut ${at}`)))
  ).filter(Boolean);
  await pause(1000);
  const noting = ['-f', '-ttt', '-y', '-xx', '-s', String(LONGEST_WRITE), '-e', `trace=${CALLS}`, '-o', log];
  const tracer = spawn('strace', [...noting, '-p', String(server.pid)], { stdio: 'ignore' });
  while (!existsSync(log)) await pause(50);
  await pause(1000);
  const before = new Map(files.map((path) => [path, readFileSync(path)]));
  const work = people.map((person) => capturing(base, person, 5));
  await pause(WORK_MS);
  server.kill('SIGKILL');
  await once(server, 'exit');
  await once(tracer, 'exit');
  const all = await Promise.all(work.map((one) => one.stop()));
  const acknowledged = all.flatMap((noted) =>
    noted.acknowledged.map((id, at) => ({ id, atS: noted.acknowledgedAtMs[at] / 1000 })),
  );
  return { acknowledged, before, log };
}

const LINE = /^\d+ +(?<atS>[\d.]+) (?<rest>.*)$/;
const CALL = /^(?<name>\w+)\(\d+<(?<path>[^>]*)>(?<rest>.*)$/;
const RESUMED = /^<\.\.\. (?<name>\w+) resumed>/;
const unhex = (text) => Buffer.from(text.replaceAll('\\x', ''), 'hex');

/** The writes and syncs to some files in the order in which they were done. A sync counts from its end, a write from its beginning. */
async function eventsIn(log, files) {
  const events = [];
  const begun = new Map();
  for await (const line of createInterface({ input: createReadStream(log) })) {
    const read = LINE.exec(line);
    if (!read) continue;
    const { atS, rest } = read.groups;
    const thread = line.slice(0, line.indexOf(' '));
    const resumed = RESUMED.exec(rest);
    if (resumed) {
      const path = begun.get(thread);
      if (path !== undefined && resumed.groups.name.endsWith('sync'))
        events.push({ kind: 'sync', path, atS: Number(atS) });
      begun.delete(thread);
      continue;
    }
    const called = CALL.exec(rest);
    if (!called) continue;
    const path = called.groups.path.startsWith('\\x')
      ? String(unhex(called.groups.path))
      : called.groups.path;
    if (!files.includes(path)) continue;
    const event = eventOf(called.groups, path, Number(atS));
    if (rest.includes('<unfinished')) begun.set(thread, path);
    if (event.kind !== 'sync' || !rest.includes('<unfinished')) events.push(event);
  }
  return events;
}

function eventOf({ name, rest }, path, atS) {
  if (name.endsWith('sync')) return { kind: 'sync', path, atS };
  if (name === 'ftruncate') return { kind: 'cut', path, atS, at: Number(/, (\d+)/.exec(rest)[1]) };
  const written = name === 'pwrite64' && /^, "(?<hex>[^"]*)", (?<size>\d+), (?<at>\d+)/.exec(rest);
  if (!written || unhex(written.groups.hex).length !== Number(written.groups.size))
    throw new Error(`cannot read ${name}${rest.slice(0, 80)}`);
  return { kind: 'write', path, atS, at: Number(written.groups.at), bytes: unhex(written.groups.hex) };
}

/** The files as a cut at a moment leaves them, and how many writes it lost. */
function cutAt(events, before, { cutS, keeps }) {
  const durable = new Map([...before].map(([path, bytes]) => [path, new Durable(bytes)]));
  const pending = new Map([...before.keys()].map((path) => [path, []]));
  for (const event of events) {
    if (event.atS > cutS) break;
    if (event.kind !== 'sync') pending.get(event.path).push(event);
    else {
      for (const done of pending.get(event.path)) durable.get(event.path).take(done);
      pending.set(event.path, []);
    }
  }
  let lost = 0;
  for (const [path, left] of pending) {
    for (const event of left) {
      if (keeps()) durable.get(path).take(event);
      else lost++;
    }
  }
  return { contents: [...durable].map(([path, { bytes }]) => [path, bytes]), lost };
}

/** What of a file is on the disk. */
class Durable {
  constructor(bytes) {
    this.room = Buffer.alloc(2 * bytes.length + 65_536);
    bytes.copy(this.room);
    this.length = bytes.length;
  }

  get bytes() {
    return this.room.subarray(0, this.length);
  }

  take({ kind, at, bytes }) {
    if (kind === 'cut') {
      this.room.fill(0, at, this.length);
      this.length = at;
      return;
    }
    const end = at + bytes.length;
    if (end > this.room.length) {
      const grown = Buffer.alloc(2 * end);
      this.room.copy(grown);
      this.room = grown;
    }
    bytes.copy(this.room, at);
    this.length = Math.max(this.length, end);
  }
}

/** The ids of the readings in a file, as they are written. */
function readingsIn(file) {
  const database = new Database(file);
  const rows = database.prepare('select lower(hex(id)) as id from readings').all();
  database.close();
  return new Set(rows.map(({ id }) => id.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5')));
}
