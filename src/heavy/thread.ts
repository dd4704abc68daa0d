import type { MessagePort } from 'node:worker_threads';
import { type Remote, wrap } from 'comlink';
import nodeEndpoint from 'comlink/dist/umd/node-adapter.js';
import { TASKS, type TaskName } from './tasks';

type Task = (job: never, host: never) => Promise<unknown>;

/** Runs one task in this thread; whom it can ask answers at the other end of the port. */
export default async function runTask({
  name,
  job,
  port,
}: {
  readonly name: TaskName;
  readonly job: unknown;
  readonly port: MessagePort;
}): Promise<unknown> {
  const host: Remote<object> = wrap(nodeEndpoint(port));
  const task = TASKS[name] as Task;
  try {
    return await task(job as never, host as never);
  } finally {
    port.close();
  }
}
