/**
 * Lets one write at a time at the database. The embedded client works synchronously, so a second write transaction
 * would block the very loop that the first needs in order to commit; here it waits its turn instead.
 */
export class WriteQueue {
  private last: Promise<unknown> = Promise.resolve();

  /** Runs `write` once all writes asked for before it have ended, well or badly. */
  run<T>(write: () => Promise<T>): Promise<T> {
    const turn = this.last.then(write, write);
    this.last = turn.catch(() => undefined);
    return turn;
  }
}
