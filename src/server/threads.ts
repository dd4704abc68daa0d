import 'server-only';
import { MessageChannel } from 'node:worker_threads';
import { expose } from 'comlink';
import nodeEndpoint from 'comlink/dist/umd/node-adapter.js';
import Piscina from 'piscina';
import type { HostOf, JobOf, ResultOf, TaskName } from '@/heavy/tasks';
import type { Context } from './context';

/** A machine of two cores keeps one for the screens; more threads would only take it from them. */
const MOST_THREADS = 2;
const IDLE_MS = 60_000;
/** A thread that needs more has met a file that is not what it seems, MB. */
const MOST_MEGABYTES = 320;
/** A row of a file becomes much that is needed for a moment; in less room a quarter of the time went into sweeping, MB. */
const YOUNG_MEGABYTES = 64;
const ROOM = { maxOldGenerationSizeMb: MOST_MEGABYTES, maxYoungGenerationSizeMb: YOUNG_MEGABYTES };
/** What is done by the battery or the page needs less of it at a time, MB. */
const LITTLE_ROOM = { maxOldGenerationSizeMb: MOST_MEGABYTES, maxYoungGenerationSizeMb: 20 };
/** Work that waits for a thread; beyond it whoever asks is told to come back. */
const MOST_WAITING = 64;

/**
 * `work` computes; `files` reads what is brought in; `behind` computes what nobody waits for, with what is left of the machine; `store`
 * writes to the file while all other writers wait, and so it must wait for no paper; `send` mostly waits for whoever takes a file
 * slowly, and so nothing else may wait for it.
 */
type PoolName = 'work' | 'files' | 'behind' | 'store' | 'send';
const POOL_OF: Readonly<Partial<Record<TaskName, PoolName>>> = {
  readImport: 'files',
  readSite: 'files',
  outlooks: 'behind',
  learned: 'behind',
  addStretch: 'store',
  writeSite: 'send',
};
/** How far what nobody waits for steps back before everything else on the machine, as the system counts it. */
const BEHIND = 10;
const ONE_AT_A_TIME = { maxThreads: MOST_THREADS, concurrentTasksPerWorker: 1 };
const POOLS = {
  work: { ...ONE_AT_A_TIME, resourceLimits: LITTLE_ROOM },
  files: { ...ONE_AT_A_TIME, resourceLimits: ROOM },
  behind: { ...ONE_AT_A_TIME, resourceLimits: LITTLE_ROOM, niceIncrement: BEHIND },
  store: { maxThreads: 1, concurrentTasksPerWorker: 1, resourceLimits: ROOM },
  send: { maxThreads: 1, concurrentTasksPerWorker: 16, resourceLimits: ROOM },
} as const satisfies Record<PoolName, object>;

// One of each a process, as there is one store.
const shared = globalThis as typeof globalThis & { integraThreads?: Map<PoolName, Piscina> };

function poolFor(name: TaskName, bundle: string): Piscina {
  shared.integraThreads ??= new Map();
  const pools = shared.integraThreads;
  const wanted = POOL_OF[name] ?? 'work';
  const found =
    pools.get(wanted) ??
    new Piscina({
      filename: bundle,
      minThreads: 0,
      ...POOLS[wanted],
      idleTimeout: IDLE_MS,
      maxQueue: MOST_WAITING,
    });
  pools.set(wanted, found);
  return found;
}

/**
 * Does heavy work off the event loop, so that captures pass meanwhile. The work asks what it needs of `host`, which
 * stays here, where the store is. Without a bundle of threads, as in unit tests, it is done on the spot.
 */
export async function offLoop<N extends TaskName>(
  context: Pick<Context, 'settings'>,
  name: N,
  job: JobOf<N>,
  host: HostOf<N>,
): Promise<ResultOf<N>> {
  const { threads } = context.settings;
  if (threads === null) {
    const { TASKS } = await import('@/heavy/tasks');
    const task = TASKS[name] as unknown as (job: JobOf<N>, host: HostOf<N>) => Promise<ResultOf<N>>;
    return task(job, host);
  }
  const { port1, port2 } = new MessageChannel();
  expose(host, nodeEndpoint(port1));
  try {
    return await poolFor(name, threads).run({ name, job, port: port2 }, { transferList: [port2] });
  } finally {
    port1.close();
  }
}

/** Ends with the threads; those that are asked for later begin anew. */
export async function endThreads(): Promise<void> {
  const pools = [...(shared.integraThreads?.values() ?? [])];
  shared.integraThreads?.clear();
  await Promise.all(pools.map((pool) => pool.destroy()));
}
