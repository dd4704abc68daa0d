import { StoreFault } from './fault';

/**
 * Lets one write at a time at the database. The embedded client works synchronously, so a second write transaction
 * would block the very loop that the first needs in order to commit; here it waits its turn instead.
 */
export class WriteQueue {
  private last: Promise<unknown> = Promise.resolve();
  private closed = false;

  /** Runs `write` once all writes asked for before it have ended, well or badly. */
  run<T>(write: () => Promise<T>): Promise<T> {
    if (this.closed) return Promise.reject(new StoreFault('stopping'));
    const turn = this.last.then(write, write);
    this.last = turn.catch(() => undefined);
    return turn;
  }

  /** Takes no more writes, and runs `end` once those under way have ended. Asked again, it waits for the same end. */
  close(end: () => Promise<void>): Promise<void> {
    if (this.closed) return this.last.then(() => undefined);
    this.closed = true;
    const ended = this.last.then(end, end);
    this.last = ended.catch(() => undefined);
    return ended;
  }
}
