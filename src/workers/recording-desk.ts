import type { Problem, Result } from '@/core/quantity/result';
import type { JobWorker } from './jobs';
import type { Question, QuestionName, RecordingQuestions, Reply } from './recording.messages';

interface Waiting {
  readonly settle: (result: Result<unknown>) => void;
  readonly onProgress: ((share: number) => void) | undefined;
}

const newWorker = (): JobWorker =>
  new Worker(new URL('./recording.worker.ts', import.meta.url), { type: 'module' });

/** How often a worker whose script did not come is made anew before whoever waits is told. */
const MOST_STARTS = 3;

/**
 * A recording at hand in a worker of its own: asked for what a page shows, and ended where it stands when nobody waits. What is asked
 * while its script is still coming is handed over once it is up; nobody would hear it before.
 */
export class RecordingDesk {
  private worker: JobWorker | null = null;
  private isUp = false;
  private isClosed = false;
  private starts = 0;
  private number = 0;
  private readonly waiting = new Map<number, Waiting>();
  private unasked: Question[] = [];

  constructor(private readonly make: () => JobWorker = newWorker) {}

  /** Asks something; the answer, or what is wrong. */
  ask<N extends QuestionName>(
    name: N,
    asked: RecordingQuestions[N]['asked'],
    onProgress?: (share: number) => void,
  ): Promise<Result<RecordingQuestions[N]['answer']>> {
    this.isClosed = false;
    if (!this.worker) {
      this.starts = 0;
      this.begin();
    }
    const question = { number: ++this.number, name, asked } as Question;
    return new Promise((settled) => {
      this.waiting.set(question.number, {
        settle: (result) => settled(result as Result<RecordingQuestions[N]['answer']>),
        onProgress,
      });
      if (this.isUp) this.worker?.postMessage(question);
      else this.unasked.push(question);
    });
  }

  /**
   * Ends what is being done. What was asked and not answered is refused. A worker whose script is still coming is left alone: a browser
   * that is told to end it then drops the same script for the next one too.
   */
  stop(): void {
    this.unasked = [];
    if (this.isUp) this.end();
    this.refuseAll([STOPPED]);
  }

  /** Nobody asks any more. */
  close(): void {
    this.isClosed = true;
    this.stop();
  }

  private begin(): void {
    const worker = this.make();
    this.worker = worker;
    this.starts++;
    worker.onmessage = ({ data }: MessageEvent<Reply>) => {
      if (worker === this.worker) this.hear(data);
    };
    worker.onerror = () => {
      if (worker === this.worker) this.fell();
    };
  }

  private end(): void {
    this.worker?.terminate();
    this.worker = null;
    this.isUp = false;
  }

  private fell(): void {
    const neverCame = !this.isUp;
    this.end();
    if (neverCame && this.unasked.length > 0 && this.starts < MOST_STARTS) this.begin();
    else {
      this.unasked = [];
      this.refuseAll([BROKE]);
    }
  }

  private up(): void {
    this.isUp = true;
    if (this.isClosed) this.end();
    else for (const question of this.unasked.splice(0)) this.worker?.postMessage(question);
  }

  private hear(reply: Reply): void {
    if (reply.is === 'up') {
      this.up();
      return;
    }
    const waiting = this.waiting.get(reply.number);
    if (!waiting) return;
    if (reply.is === 'progress') {
      waiting.onProgress?.(reply.share);
      return;
    }
    this.waiting.delete(reply.number);
    waiting.settle(
      reply.is === 'answer' ? { ok: true, value: reply.answer } : { ok: false, problems: reply.problems },
    );
  }

  private refuseAll(problems: readonly Problem[]): void {
    for (const { settle } of this.waiting.values()) settle({ ok: false, problems });
    this.waiting.clear();
  }
}

const said = (message: string): Problem => ({ field: 'recording', found: '', expected: '', message });
const STOPPED = said('It was stopped.');
const BROKE = said('The recording could not be worked on here. Load this page again.');
