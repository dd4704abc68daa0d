/** What of a worker is used. */
export type LineWorker = Pick<Worker, 'postMessage' | 'terminate' | 'onmessage' | 'onerror'>;

/** A worker says this first, once its script has come and it listens. */
interface Up {
  readonly is: 'up';
}

/** Who has something done in a worker. */
interface LineOwner<Said> {
  /** It listens: what waits can be handed over. */
  readonly onUp: () => void;
  readonly onSaid: (said: Said) => void;
  /** Whether anything waits for it, so that it is worth being made anew. */
  readonly isWaiting: () => boolean;
  /** Its script did not come, however often it was asked for, or it fell over: nothing more comes of what was asked. */
  readonly onBroke: () => void;
}

/** How often a worker whose script did not come is made anew before whoever waits is told. */
const MOST_STARTS = 3;

/**
 * The line to a worker whose script comes when it comes. What is said to it before would be heard by nobody, and a browser that
 * is told to end a worker whose script is still coming drops the same script for the next one too: such a one is left alone,
 * and is ended once it is up where nobody asks any more.
 */
export class WorkerLine<Said extends { readonly is: string }> {
  readonly #make: () => LineWorker;
  readonly #owner: LineOwner<Said>;
  #worker: LineWorker | null = null;
  #isUp = false;
  #isClosed = false;
  #starts = 0;

  constructor(make: () => LineWorker, owner: LineOwner<Said>) {
    this.#make = make;
    this.#owner = owner;
  }

  /** Whether it listens. */
  get isUp(): boolean {
    return this.#isUp;
  }

  /** Has a worker stand by, for as often as its script fails to come. */
  open(): void {
    this.#isClosed = false;
    this.#starts = 0;
    if (!this.#worker) this.#start();
  }

  send(message: unknown): void {
    if (this.#isUp) this.#worker?.postMessage(message);
  }

  /** Ends it where it stands, if it is up. */
  end(): void {
    if (this.#isUp) this.#drop();
  }

  /** Nobody asks any more. */
  close(): void {
    this.#isClosed = true;
    this.end();
  }

  #start(): void {
    const worker = this.#make();
    this.#worker = worker;
    this.#starts += 1;
    worker.onmessage = ({ data }: MessageEvent<Said | Up>) => {
      if (worker === this.#worker) this.#hear(data);
    };
    worker.onerror = () => {
      if (worker === this.#worker) this.#fell();
    };
  }

  #hear(said: Said | Up): void {
    if (said.is !== 'up') {
      this.#owner.onSaid(said as Said);
      return;
    }
    this.#isUp = true;
    if (this.#isClosed) this.#drop();
    else this.#owner.onUp();
  }

  /** The script did not come, or the worker fell over as a whole. */
  #fell(): void {
    const neverCame = !this.#isUp;
    this.#drop();
    if (neverCame && this.#owner.isWaiting() && this.#starts < MOST_STARTS) this.#start();
    else this.#owner.onBroke();
  }

  #drop(): void {
    this.#worker?.terminate();
    this.#worker = null;
    this.#isUp = false;
  }
}
