import type { ChildProcess } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { spawnServer } from '../../scripts/server.mjs';

export interface ServerOptions {
  readonly port: number;
  readonly databaseFile: string;
  /** Writes down the sample data first where the store is empty. */
  readonly demo?: boolean;
  /** Where instruments speak; left out, this bench has none. */
  readonly instruments?: string;
}

/** A production server of this build, in a process of its own. */
export interface Server {
  readonly url: string;
  readonly process: number;
  /** Ends it at once, as a power cut would. */
  readonly kill: () => Promise<void>;
  /** Tells it to stop, and waits until it has. */
  readonly stop: () => Promise<void>;
  /** Everything that it has printed. */
  readonly printed: () => string;
}

/** A fresh place for a database that nothing else uses. */
export function newDatabaseFile(): string {
  return join(mkdtempSync(join(tmpdir(), 'integra-')), 'test.db');
}

/** A port that nothing listens on. */
export function freePort(): Promise<number> {
  return new Promise((found, failed) => {
    const probe = createServer();
    probe.once('error', failed);
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      const port = typeof address === 'object' && address ? address.port : 0;
      probe.close(() => found(port));
    });
  });
}

/** Starts the server and waits until it answers. Whatever else would answer in its place is told first. */
export async function startServer({
  port,
  databaseFile,
  demo = false,
  instruments = '',
}: ServerOptions): Promise<Server> {
  const url = `http://127.0.0.1:${port}`;
  const other = await fetch(url).catch(() => null);
  if (other) throw new Error(`something else listens on port ${port}: end it first`);
  const child = await spawnServer({ port, databaseFile, demo, instruments, output: 'pipe' });
  let output = '';
  child.stdout?.on('data', (chunk) => {
    output += String(chunk);
  });
  child.stderr?.on('data', (chunk) => {
    output += String(chunk);
  });
  await untilAnswering(url, child, () => output);
  return {
    url,
    process: child.pid ?? 0,
    printed: () => output,
    kill: () => end(child, 'SIGKILL'),
    stop: () => end(child, 'SIGTERM'),
  };
}

async function untilAnswering(url: string, child: ChildProcess, printed: () => string): Promise<void> {
  for (let attempt = 0; attempt < 6000; attempt++) {
    if (child.exitCode !== null) throw new Error(`the server ended:\n${printed()}`);
    try {
      await fetch(url);
      return;
    } catch {
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  }
  throw new Error(`the server does not answer:\n${printed()}`);
}

function end(child: ChildProcess, signal: 'SIGKILL' | 'SIGTERM'): Promise<void> {
  return new Promise((ended) => {
    if (child.exitCode !== null || child.signalCode !== null) return ended();
    child.once('exit', () => ended());
    child.kill(signal);
  });
}
