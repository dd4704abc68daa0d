import type { StoredRun } from '@/core/exchange/views';
import type { Reading } from '@/core/steps/reading';
import { problemsOf, type Reply } from '../api';
import type { ReadingKeep, Unsent } from './kept-readings';

/** What a screen shows of the readings that are not acknowledged. */
export interface OutboxState {
  readonly unsent: readonly Unsent[];
  /** `kept`: in this browser. `only_here`: on this page alone, since the browser keeps nothing. */
  readonly keeping: 'kept' | 'only_here';
  /** Nothing has answered for longer than a link takes, or what answered could not store. Null while all is well. */
  readonly trouble: string | null;
}

interface Surroundings {
  /** Opens the place where unsent readings are kept; fails where there is none. */
  readonly keep: () => Promise<ReadingKeep>;
  readonly send: (reading: Reading) => Promise<Reply<StoredRun>>;
  /** Runs `work` in one tab at a time; another tab that holds the turn does the work. */
  readonly inTurn: (work: () => Promise<void>) => Promise<void>;
  /** Tells the other tabs that something has changed. */
  readonly tell: () => void;
  /** Measures the clock anew and gives a moment of this device by the server's. */
  readonly byServerClock: (deviceMs: number) => Promise<number>;
  /** Asks the browser not to clear away what is kept. */
  readonly persist: () => void;
}

/** After a failure it is tried again after so long, ms, and the longer the oftener it failed. */
const RETRY_MS = [2000, 3000, 5000, 10_000] as const;
/** An answer that takes longer is told, ms: whoever waits must not wonder. */
const SLOW_MS = 3000;
/** So often is an entry tried that the server fails on, before somebody is asked. */
const MOST_FAULTS = 8;

/**
 * Every reading that was captured in this browser and is not acknowledged yet, of whatever run, shared by all tabs. It
 * sends them by itself from any screen, in the order of their run; one run that is held up holds up no other.
 */
export class Outbox {
  private state: OutboxState = { unsent: [], keeping: 'kept', trouble: null };
  private readonly listeners = new Set<() => void>();
  private readonly storedListeners = new Set<(view: StoredRun) => void>();
  private keep: ReadingKeep | null = null;
  private order = 0;
  private working = false;
  private stopped = false;
  private failures = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private readonly faults = new Map<string, number>();
  private readonly writing = new Set<string>();
  /** What has left here: a look that was begun before does not bring it back. */
  private readonly gone = new Set<string>();
  private readonly opened: Promise<void>;

  constructor(private readonly around: Surroundings) {
    this.opened = this.open();
  }

  readonly snapshot = (): OutboxState => this.state;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Calls back with the run as it stands once one of its readings is stored. */
  readonly onStored = (listener: (view: StoredRun) => void): (() => void) => {
    this.storedListeners.add(listener);
    return () => this.storedListeners.delete(listener);
  };

  /** Takes in a reading: on screen at once, kept by the browser as soon as that has written it down, then sent. */
  add(reading: Reading, tag: string, capturedAtMs: number): void {
    this.order = Math.max(this.order + 1, capturedAtMs);
    const unsent: Unsent = { reading, tag, order: this.order, capturedAtMs, refused: null };
    this.show({ unsent: [...this.state.unsent, unsent] });
    void this.write(unsent);
    this.around.persist();
    this.soon(0);
  }

  /** Gives up one reading, and no other. */
  async discard(readingId: string): Promise<void> {
    await this.remove(readingId);
    this.soon(0);
  }

  /** Tries what was refused once more, and the rest at once. */
  async retry(): Promise<void> {
    for (const unsent of this.state.unsent.filter(({ refused }) => refused)) {
      await this.change({ ...unsent, refused: null });
    }
    this.soon(0);
  }

  /** Waits until every reading of a run is acknowledged: true then, false as soon as one is held up or refused. */
  sent(runId: string): Promise<boolean> {
    return new Promise((resolve) => {
      const settle = () => {
        const own = this.state.unsent.filter(({ reading }) => reading.runId === runId);
        const heldUp = this.state.trouble !== null || own.some(({ refused }) => refused);
        if (own.length > 0 && !heldUp) return;
        leave();
        resolve(own.length === 0);
      };
      const leave = this.subscribe(settle);
      settle();
    });
  }

  /** Looks at what the tabs of this browser have kept, after one of them has changed it. */
  async look(): Promise<void> {
    await this.opened;
    const kept = await this.kept();
    if (kept) this.adopt(kept);
    if (kept?.some(({ refused }) => !refused)) this.soon(0);
  }

  private async open(): Promise<void> {
    try {
      this.keep = await this.around.keep();
      const before = await this.keep.all();
      for (const unsent of this.state.unsent) await this.keep.put(unsent);
      // What was captured while the place was opening stands behind what it held.
      const ids = new Set(before.map(({ reading }) => reading.id));
      const here = this.state.unsent.filter(({ reading }) => !ids.has(reading.id));
      this.show({ unsent: [...before.filter(({ reading }) => !this.gone.has(reading.id)), ...here] });
    } catch {
      this.keep = null;
      this.show({ keeping: 'only_here' });
    }
    if (this.state.unsent.length > 0) this.soon(0);
  }

  private async kept(): Promise<Unsent[] | null> {
    try {
      return (await this.keep?.all()) ?? null;
    } catch {
      return null;
    }
  }

  /** Takes what the browser has kept for what there is, and what it is still writing down over and beside it. */
  private adopt(seen: readonly Unsent[]): void {
    const kept = seen.filter(({ reading }) => !this.gone.has(reading.id));
    const unwritten = new Map(
      this.state.unsent
        .filter(({ reading }) => this.writing.has(reading.id))
        .map((unsent) => [unsent.reading.id, unsent] as const),
    );
    const ids = new Set(kept.map(({ reading }) => reading.id));
    const beside = [...unwritten.values()].filter(({ reading }) => !ids.has(reading.id));
    const all = [...kept.map((unsent) => unwritten.get(unsent.reading.id) ?? unsent), ...beside];
    this.show({ unsent: all.sort((one, other) => one.order - other.order) });
  }

  private show(change: Partial<OutboxState>): void {
    this.state = { ...this.state, ...change };
    for (const listener of this.listeners) listener();
  }

  private async write(unsent: Unsent): Promise<void> {
    const { id } = unsent.reading;
    this.writing.add(id);
    await this.opened;
    try {
      if (!this.keep) throw new Error('nothing is kept here');
      await this.keep.put(unsent);
      this.writing.delete(id);
      this.around.tell();
    } catch {
      // It stays among what is being written: this page is the only place that has it.
      this.show({ keeping: 'only_here' });
    }
  }

  private async change(unsent: Unsent): Promise<void> {
    const { id } = unsent.reading;
    this.show({ unsent: this.state.unsent.map((other) => (other.reading.id === id ? unsent : other)) });
    await this.write(unsent);
  }

  private async remove(readingId: string): Promise<void> {
    this.gone.add(readingId);
    this.show({ unsent: this.state.unsent.filter(({ reading }) => reading.id !== readingId) });
    this.faults.delete(readingId);
    this.writing.delete(readingId);
    try {
      await this.keep?.remove(readingId);
    } catch {
      // It is sent once more by the next page, and stored once.
    }
    this.around.tell();
  }

  /** Sends nothing more: the page is being left. */
  stop(): void {
    this.stopped = true;
    clearTimeout(this.timer);
  }

  private soon(pauseMs: number): void {
    clearTimeout(this.timer);
    if (this.stopped) return;
    this.timer = setTimeout(() => void this.work(), pauseMs);
  }

  /** Sends what may go: of each run the first, and the next once that is acknowledged. */
  private async work(): Promise<void> {
    if (this.working || this.stopped) return;
    this.working = true;
    await this.opened;
    let passed = true;
    await this.around.inTurn(async () => {
      // Another tab may have sent some of it meanwhile.
      const kept = await this.kept();
      if (kept && this.state.keeping === 'kept') this.adopt(kept);
      const runs = [...new Set(this.state.unsent.map(({ reading }) => reading.runId))];
      const ended = await Promise.all(runs.map((runId) => this.sendRun(runId)));
      passed = ended.every((well) => well);
    });
    this.working = false;
    this.failures = passed ? 0 : this.failures + 1;
    if (passed) this.show({ trouble: null });
    if (!passed) this.soon(RETRY_MS[Math.min(this.failures, RETRY_MS.length) - 1] ?? RETRY_MS[0]);
    else if (this.state.unsent.some(({ refused }) => !refused)) this.soon(0);
  }

  /** False where a run is held up by something that may pass by itself. */
  private async sendRun(runId: string): Promise<boolean> {
    for (;;) {
      const first = this.state.unsent.find(({ reading }) => reading.runId === runId);
      if (!first || first.refused) return true;
      const outcome = await this.sendOne(first);
      if (outcome === 'later') return false;
    }
  }

  private async sendOne(unsent: Unsent): Promise<'done' | 'later'> {
    const slow = setTimeout(() => this.show({ trouble: 'The server has not answered yet.' }), SLOW_MS);
    const reply = await this.around.send(unsent.reading);
    clearTimeout(slow);
    const { id } = unsent.reading;
    if (!('unreachable' in reply) && reply.ok) {
      // Whoever shows the run has it from the answer before it leaves here: it is never shown by neither.
      for (const listener of this.storedListeners) listener(reply.value);
      await this.remove(id);
      return 'done';
    }
    const problems = problemsOf(reply);
    const faults = (this.faults.get(id) ?? 0) + 1;
    if ('unreachable' in reply || reply.failure === 'store') {
      // A server that fails on one reading again and again must not hold up those behind it for ever.
      if (!('unreachable' in reply)) this.faults.set(id, faults);
      // It is tried again by itself: nobody is told to.
      const said = 'unreachable' in reply ? 'The server does not answer.' : problems[0]?.message;
      this.show({ trouble: said ?? null });
      if (faults < MOST_FAULTS || 'unreachable' in reply) return 'later';
    }
    if (problems.some(({ field }) => field === 'takenAtMs') && faults < MOST_FAULTS) {
      this.faults.set(id, faults);
      const takenAtMs = await this.around.byServerClock(unsent.capturedAtMs);
      await this.change({ ...unsent, reading: { ...unsent.reading, takenAtMs } });
      return faults === 1 ? 'done' : 'later';
    }
    await this.change({ ...unsent, refused: problems });
    return 'done';
  }
}
