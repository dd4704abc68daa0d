import { spawn } from 'node:child_process';
import { bundleOf } from '../../scripts/bundle.mjs';

/** The simulated instruments, in a process of their own, and a way to speak to them beside the page. */
export interface StandIn {
  readonly url: string;
  readonly kill: () => Promise<void>;
  /** Says a line to the bench of one run. */
  readonly say: (place: string, line: string) => Promise<void>;
}

/** Starts the stand-in on this port and waits until it speaks. */
export async function startStandIn(port: number): Promise<StandIn> {
  const child = spawn(process.execPath, [await bundleOf('stand-in')], {
    env: { ...process.env, HOST: '127.0.0.1', PORT: String(port), SEED: '7' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise<void>((ready, failed) => {
    child.stdout.once('data', () => ready());
    child.once('exit', () => failed(new Error(`the stand-in did not start on port ${port}`)));
  });
  const url = `http://127.0.0.1:${port}`;
  return {
    url,
    kill: () =>
      new Promise((ended) => {
        child.once('exit', () => ended());
        child.kill('SIGKILL');
      }),
    say: async (place, line) => {
      const heard = await fetch(`${url}/lines?place=${place}`, {
        method: 'POST',
        headers: { 'content-type': 'application/x-integra-lines' },
        body: line,
      });
      if (heard.status !== 204) throw new Error(`${line}: ${heard.status}`);
    },
  };
}
