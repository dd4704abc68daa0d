import type { Problem, Result } from '@/core/quantity/result';
import type { Question, QuestionName, RecordingQuestions, Reply } from './recording.messages';
import { type LineWorker, WorkerLine } from './worker-line';

interface Waiting {
  readonly settle: (result: Result<unknown>) => void;
  readonly onProgress: ((share: number) => void) | undefined;
}

/** What a worker says of a question. */
type OfAQuestion = Exclude<Reply, { readonly is: 'up' }>;

const newWorker = (): LineWorker =>
  new Worker(new URL('./recording.worker.ts', import.meta.url), { type: 'module' });

/**
 * A recording at hand in a worker of its own: asked for what a page shows, and ended where it stands when nobody waits. What is asked
 * while its script is still coming is handed over once it is up.
 */
export class RecordingDesk {
  private readonly line: WorkerLine<OfAQuestion>;
  private number = 0;
  private readonly waiting = new Map<number, Waiting>();
  private unasked: Question[] = [];

  constructor(make: () => LineWorker = newWorker) {
    this.line = new WorkerLine(make, {
      onUp: () => {
        for (const question of this.unasked.splice(0)) this.line.send(question);
      },
      onSaid: (reply) => this.hear(reply),
      isWaiting: () => this.unasked.length > 0,
      onBroke: () => this.refuseAll([BROKE]),
    });
  }

  /** Asks something; the answer, or what is wrong. */
  ask<N extends QuestionName>(
    name: N,
    asked: RecordingQuestions[N]['asked'],
    onProgress?: (share: number) => void,
  ): Promise<Result<RecordingQuestions[N]['answer']>> {
    this.line.open();
    const question = { number: ++this.number, name, asked } as Question;
    return new Promise((settled) => {
      this.waiting.set(question.number, {
        settle: (result) => settled(result as Result<RecordingQuestions[N]['answer']>),
        onProgress,
      });
      if (this.line.isUp) this.line.send(question);
      else this.unasked.push(question);
    });
  }

  /** Ends what is being done. What was asked and not answered is refused. */
  stop(): void {
    this.line.end();
    this.refuseAll([STOPPED]);
  }

  /** Nobody asks any more. */
  close(): void {
    this.line.close();
    this.refuseAll([STOPPED]);
  }

  private hear(reply: OfAQuestion): void {
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
    this.unasked = [];
    for (const { settle } of this.waiting.values()) settle({ ok: false, problems });
    this.waiting.clear();
  }
}

const said = (message: string): Problem => ({ field: 'recording', found: '', expected: '', message });
const STOPPED = said('It was stopped.');
const BROKE = said('The recording could not be worked on here. Load this page again.');
