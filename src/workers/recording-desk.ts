import type { Problem, Result } from '@/core/quantity/result';
import type { Question, QuestionName, RecordingQuestions, Reply } from './recording.messages';

interface Waiting {
  readonly settle: (result: Result<unknown>) => void;
  readonly onProgress: ((share: number) => void) | undefined;
}

const newWorker = () => new Worker(new URL('./recording.worker.ts', import.meta.url), { type: 'module' });

/** A recording at hand in a worker of its own: asked for what a page shows, and ended where it stands when nobody waits. */
export class RecordingDesk {
  private worker: Worker | null = null;
  private number = 0;
  private readonly waiting = new Map<number, Waiting>();

  /** Asks something; the answer, or what is wrong. */
  ask<N extends QuestionName>(
    name: N,
    asked: RecordingQuestions[N]['asked'],
    onProgress?: (share: number) => void,
  ): Promise<Result<RecordingQuestions[N]['answer']>> {
    const worker = this.worker ?? this.begin();
    const number = ++this.number;
    return new Promise((settled) => {
      this.waiting.set(number, {
        settle: (result) => settled(result as Result<RecordingQuestions[N]['answer']>),
        onProgress,
      });
      worker.postMessage({ number, name, asked } as Question);
    });
  }

  /** Ends what is being done. What was asked and not answered is refused. */
  stop(): void {
    this.worker?.terminate();
    this.worker = null;
    this.refuseAll([STOPPED]);
  }

  private begin(): Worker {
    const worker = newWorker();
    this.worker = worker;
    worker.onmessage = ({ data }: MessageEvent<Reply>) => this.hear(data);
    worker.onerror = () => {
      if (worker !== this.worker) return;
      this.worker = null;
      this.refuseAll([BROKE]);
    };
    return worker;
  }

  private hear(reply: Reply): void {
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
