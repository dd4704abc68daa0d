import 'server-only';
import { MessageChannel } from 'node:worker_threads';
import { expose } from 'comlink';
import nodeEndpoint from 'comlink/dist/umd/node-adapter.js';
import Piscina from 'piscina';
import type { HostOf, JobOf, ResultOf, TaskName } from '@/heavy/tasks';
import { settings } from './settings';

/** A machine of two cores keeps one for the screens; more threads would only take it from them. */
const MOST_THREADS = 2;
const IDLE_MS = 60_000;
/** A thread that needs more has met a file that is not what it seems, MB. */
const MOST_MEGABYTES = 320;
/** Work that waits for a thread; beyond it whoever asks is told to come back. */
const MOST_WAITING = 64;

// One pool a process, as there is one store.
const shared = globalThis as typeof globalThis & { integraThreads?: Piscina };

function pool(bundle: string): Piscina {
  shared.integraThreads ??= new Piscina({
    filename: bundle,
    minThreads: 0,
    maxThreads: MOST_THREADS,
    idleTimeout: IDLE_MS,
    maxQueue: MOST_WAITING,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEGABYTES },
  });
  return shared.integraThreads;
}

/**
 * Does heavy work off the event loop, so that captures pass meanwhile. The work asks what it needs of `host`, which
 * stays here, where the store is. Without a bundle of threads, as in unit tests, it is done on the spot.
 */
export async function offLoop<N extends TaskName>(
  name: N,
  job: JobOf<N>,
  host: HostOf<N>,
): Promise<ResultOf<N>> {
  const { threads } = settings();
  if (threads === null) {
    const { TASKS } = await import('@/heavy/tasks');
    const task = TASKS[name] as unknown as (job: JobOf<N>, host: HostOf<N>) => Promise<ResultOf<N>>;
    return task(job, host);
  }
  const { port1, port2 } = new MessageChannel();
  expose(host, nodeEndpoint(port1));
  try {
    return await pool(threads).run({ name, job, port: port2 }, { transferList: [port2] });
  } finally {
    port1.close();
  }
}
