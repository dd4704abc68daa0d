import type { JobAsked, JobNews } from './job.messages';

/** What of a worker is used. */
export type JobWorker = Pick<Worker, 'postMessage' | 'terminate' | 'onmessage' | 'onerror'>;

/** Who hears of a job. */
export interface Hearer<News> {
  readonly onNews: (news: News) => void;
  /** Nothing more comes of it. */
  readonly onBroke: () => void;
}

/** How often a worker whose script did not come is made anew before whoever waits is told. */
const MOST_STARTS = 3;

interface Waiting<Request, News> extends Hearer<News>, JobAsked<Request> {}

/**
 * Jobs of a page that are done in a worker, one at a time: a later one overtakes an earlier one, of which nothing more
 * is heard. A worker that works is ended where it stands. One whose script is still coming is left alone and takes the
 * newest job once it is up: a browser that is told to end it then drops the same script for the next one too.
 */
export class Jobs<Request, News> {
  readonly #make: () => JobWorker;
  #worker: JobWorker | null = null;
  #isUp = false;
  #isBusy = false;
  #starts = 0;
  #newest = 0;
  #job: Waiting<Request, News> | null = null;
  #isClosed = false;

  constructor(make: () => JobWorker) {
    this.#make = make;
  }

  /** Has a worker stand by before anybody asks, so that the first job begins at once. */
  standBy(): void {
    this.#isClosed = false;
    if (!this.#worker) this.#start();
  }

  begin(request: Request, hearer: Hearer<News>): void {
    this.stop();
    this.#newest += 1;
    this.#job = { job: this.#newest, request, ...hearer };
    this.#starts = 0;
    this.standBy();
    this.#hand();
  }

  /** Ends what is being done; nothing more is heard of it. */
  stop(): void {
    this.#job = null;
    if (this.#isBusy) this.#end();
  }

  /** Nobody asks any more. */
  close(): void {
    this.stop();
    this.#isClosed = true;
    if (this.#isUp) this.#end();
  }

  #start(): void {
    const worker = this.#make();
    this.#worker = worker;
    this.#starts += 1;
    worker.onmessage = ({ data }: MessageEvent<JobNews<News>>) => {
      if (worker === this.#worker) this.#hear(data);
    };
    worker.onerror = () => {
      if (worker === this.#worker) this.#fell();
    };
  }

  #hear(said: JobNews<News>): void {
    if (said.is === 'up') {
      this.#isUp = true;
      if (this.#isClosed) this.#end();
      else this.#hand();
    } else if (said.job === this.#job?.job) {
      const { onNews, onBroke } = this.#job;
      if (said.is === 'news') {
        onNews(said.news);
        return;
      }
      // Its worker stands by for the next one.
      this.#job = null;
      this.#isBusy = false;
      if (said.is === 'broke') onBroke();
    }
  }

  #hand(): void {
    if (!this.#isUp || !this.#job) return;
    this.#isBusy = true;
    const { job, request } = this.#job;
    this.#worker?.postMessage({ job, request } satisfies JobAsked<Request>);
  }

  /** The script did not come, or the worker fell over as a whole. */
  #fell(): void {
    const wasUp = this.#isUp;
    const job = this.#job;
    this.#end();
    if (!wasUp && job && this.#starts < MOST_STARTS) {
      this.#start();
      return;
    }
    this.#job = null;
    job?.onBroke();
  }

  #end(): void {
    this.#worker?.terminate();
    this.#worker = null;
    this.#isUp = false;
    this.#isBusy = false;
  }
}
