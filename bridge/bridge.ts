import type { Duplex } from 'node:stream';
import { type Interpreter, LineCutter } from '@/core/instruments/foreign-lines';
import type { OpenPort } from './ports';

export interface BridgeOptions {
  /** Where Integra answers. */
  readonly address: string;
  readonly key: string;
  readonly open: OpenPort;
  readonly interpreter: Interpreter;
  readonly log: (text: string) => void;
  /** Longest wait before the wire or Integra is looked for again, ms. */
  readonly mostWaitMs?: number;
}

/** What is said within so long goes out together, ms: a value that is shown lags no more than that. */
const TOGETHER_MS = 50;
/** An answer that has not come after so long does not come, ms. */
const ANSWER_MS = 5000;
/** Integra says something every ten seconds; a link without a word for so long is dead, ms. */
const SILENT_MS = 30_000;
const FIRST_WAIT_MS = 250;
/** More than this in one go is not taken, bytes. */
const MOST_BYTES = 7000;

/** Holds an instrument and Integra together, and looks for both again whenever one is lost. */
export class Bridge {
  private readonly stopped = new AbortController();
  private waitMs = FIRST_WAIT_MS;

  constructor(private readonly options: BridgeOptions) {}

  stop(): void {
    this.stopped.abort();
  }

  /** Works until it is stopped; answers how the process should end: 0, or 2 where the key is none. */
  async run(): Promise<number> {
    const { log, mostWaitMs = 30_000 } = this.options;
    let told = '';
    while (!this.stopped.signal.aborted) {
      const ended = await this.once();
      if (ended === 'no_key') {
        log('This key is of no instrument there, or it was ended.');
        return 2;
      }
      if (this.stopped.signal.aborted) break;
      if (ended !== told) log(`${ended} Looking for it again.`);
      told = ended;
      await this.pause(this.waitMs);
      this.waitMs = Math.min(this.waitMs * 2, mostWaitMs);
    }
    return 0;
  }

  /** One link, from the wire's opening to the loss of either end. What ended it, in words. */
  private async once(): Promise<string> {
    let port: Duplex;
    try {
      port = await this.options.open();
    } catch (error) {
      return `The instrument does not answer: ${wordsOf(error)}.`;
    }
    const link = new AbortController();
    const signal = AbortSignal.any([link.signal, this.stopped.signal]);
    let ended = 'Integra has ended the link.';
    const end = (why: string) => {
      if (!link.signal.aborted) ended = why;
      link.abort();
    };
    port.on('error', (error) => end(`The instrument was lost: ${error.message}.`));
    port.on('close', () => end('The instrument was lost.'));
    try {
      const attended = await this.attend(port, signal, end);
      if (attended === 'no_key') return attended;
    } catch (error) {
      end(`Integra does not answer: ${wordsOf(error)}.`);
    } finally {
      link.abort();
      port.destroy();
    }
    return ended;
  }

  /** Listens to Integra for as long as it says something, and hands on what the instrument is asked for. */
  private async attend(
    port: Duplex,
    signal: AbortSignal,
    end: (why: string) => void,
  ): Promise<'no_key' | 'ended'> {
    const silence = new AbortController();
    let timer = setTimeout(() => silence.abort(), SILENT_MS);
    try {
      const heard = AbortSignal.any([signal, silence.signal]);
      const response = await fetch(this.addressOf(), { headers: this.headers(), signal: heard });
      if (response.status === 401) return 'no_key';
      if (!response.ok || !response.body) throw new Error(`it answered ${response.status}`);
      this.options.log('Attached.');
      this.waitMs = FIRST_WAIT_MS;
      this.passOn(port, signal, end);
      const cutter = new LineCutter('\n');
      const text = new TextDecoder();
      for await (const piece of response.body) {
        clearTimeout(timer);
        timer = setTimeout(() => silence.abort(), SILENT_MS);
        for (const line of cutter.take(text.decode(piece, { stream: true }))) this.handOn(port, line);
      }
      return 'ended';
    } finally {
      clearTimeout(timer);
    }
  }

  private handOn(port: Duplex, line: string): void {
    const said = line.startsWith(EVENT) ? this.options.interpreter.say(line.slice(EVENT.length)) : null;
    if (said !== null && said !== '') port.write(said);
  }

  /** Sends what the instrument says, one batch after the other; while one is on its way the next gathers. */
  private passOn(port: Duplex, signal: AbortSignal, end: (why: string) => void): void {
    const { interpreter } = this.options;
    const cutter = new LineCutter(interpreter.ends);
    let waiting: string[] = [];
    let isBusy = false;
    const flush = async () => {
      isBusy = true;
      await this.pause(TOGETHER_MS);
      while (waiting.length > 0 && !signal.aborted) {
        const batch = batchOf(waiting);
        waiting = waiting.slice(batch.length);
        try {
          await this.say(batch, signal);
        } catch (error) {
          end(`Integra does not answer: ${wordsOf(error)}.`);
        }
      }
      isBusy = false;
    };
    const decoder = new TextDecoder();
    port.on('data', (piece: Buffer) => {
      for (const text of cutter.take(decoder.decode(piece, { stream: true }))) {
        const line = interpreter.understand(text);
        if (line !== null) waiting.push(line);
      }
      // Whoever has fallen behind shows what is measured now, not what was.
      if (waiting.length > MOST_WAITING) waiting = waiting.slice(-MOST_WAITING);
      if (waiting.length > 0 && !isBusy) void flush();
    });
  }

  private async say(lines: readonly string[], signal: AbortSignal): Promise<void> {
    const answer = await fetch(this.addressOf(), {
      method: 'POST',
      headers: { ...this.headers(), 'content-type': 'application/x-integra-lines' },
      body: lines.join('\n'),
      signal: AbortSignal.any([signal, AbortSignal.timeout(ANSWER_MS)]),
    });
    // What it does not understand of one batch is no reason to let go of the instrument.
    if (!answer.ok && answer.status !== 422) throw new Error(`it answered ${answer.status}`);
  }

  private addressOf(): URL {
    return new URL('/api/instruments/lines', this.options.address);
  }

  private headers(): Record<string, string> {
    return { authorization: `Bearer ${this.options.key}` };
  }

  private pause(ms: number): Promise<void> {
    const { signal } = this.stopped;
    return new Promise((go) => {
      const timer = setTimeout(done, ms);
      function done() {
        clearTimeout(timer);
        signal.removeEventListener('abort', done);
        go();
      }
      signal.addEventListener('abort', done);
    });
  }
}

const EVENT = 'data: ';
const MOST_WAITING = 200;

/** As many lines from the first on as one request takes. */
function batchOf(lines: readonly string[]): string[] {
  const batch: string[] = [];
  let bytes = 0;
  for (const line of lines) {
    bytes += line.length + 1;
    if (bytes > MOST_BYTES) break;
    batch.push(line);
  }
  return batch.length > 0 ? batch : lines.slice(0, 1);
}

function wordsOf(error: unknown): string {
  if (!(error instanceof Error)) return String(error);
  const { cause } = error;
  return cause instanceof Error ? cause.message : error.message;
}
