import type { JobAsked, JobNews } from './job.messages';
import { type LineWorker, WorkerLine } from './worker-line';

/** Who hears of a job. */
export interface Hearer<News> {
  readonly onNews: (news: News) => void;
  /** Nothing more comes of it. */
  readonly onBroke: () => void;
}

interface Waiting<Request, News> extends Hearer<News>, JobAsked<Request> {}

/** What a worker says of a job. */
type OfAJob<News> = Exclude<JobNews<News>, { readonly is: 'up' }>;

/**
 * Jobs of a page that are done in a worker, one at a time: a later one overtakes an earlier one, of which nothing more
 * is heard. A worker that works is ended where it stands; one whose script is still coming takes the newest job once it is up.
 */
export class Jobs<Request, News> {
  readonly #line: WorkerLine<OfAJob<News>>;
  #isBusy = false;
  #newest = 0;
  #job: Waiting<Request, News> | null = null;

  constructor(make: () => LineWorker) {
    this.#line = new WorkerLine(make, {
      onUp: () => this.#hand(),
      onSaid: (said) => this.#hear(said),
      isWaiting: () => this.#job !== null,
      onBroke: () => this.#broke(),
    });
  }

  /** Has a worker stand by before anybody asks, so that the first job begins at once. */
  standBy(): void {
    this.#line.open();
  }

  begin(request: Request, hearer: Hearer<News>): void {
    this.stop();
    this.#newest += 1;
    this.#job = { job: this.#newest, request, ...hearer };
    this.#line.open();
    this.#hand();
  }

  /** Ends what is being done; nothing more is heard of it. */
  stop(): void {
    this.#job = null;
    if (this.#isBusy) this.#line.end();
    this.#isBusy = false;
  }

  /** Nobody asks any more. */
  close(): void {
    this.stop();
    this.#line.close();
  }

  #hear(said: OfAJob<News>): void {
    if (said.job !== this.#job?.job) return;
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

  #hand(): void {
    if (!this.#line.isUp || !this.#job) return;
    this.#isBusy = true;
    const { job, request } = this.#job;
    this.#line.send({ job, request } satisfies JobAsked<Request>);
  }

  #broke(): void {
    const job = this.#job;
    this.#job = null;
    this.#isBusy = false;
    job?.onBroke();
  }
}
