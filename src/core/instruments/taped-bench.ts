import type { SimulatedBench } from './simulated-bench';

/** What happened on a bench: a line that was said to it, a count of beats, or seconds that were let pass at once. */
export type TapeEntry = string | number | { readonly pass: number };

/**
 * A simulated bench that remembers what happened on it. The same tape on a bench of the same seed brings that one to
 * the same moment, the noise of its instruments and all, so that what was done need not be stored as a state.
 */
export class TapedBench {
  private readonly entries: TapeEntry[] = [];

  constructor(readonly bench: SimulatedBench) {}

  /** What has happened so far. */
  get tape(): readonly TapeEntry[] {
    return this.entries;
  }

  command(line: string): string[] {
    this.entries.push(line);
    return this.bench.command(line);
  }

  beat(): string[] {
    const last = this.entries.at(-1);
    if (typeof last === 'number') this.entries[this.entries.length - 1] = last + 1;
    else this.entries.push(1);
    return this.bench.beat();
  }

  /** Lets some of the battery’s own time pass at once. */
  letPass(seconds: number): void {
    this.entries.push({ pass: seconds });
    this.bench.letPass(seconds);
  }

  /** Does all over again what a tape holds, on top of what has happened here. */
  play(tape: readonly TapeEntry[]): void {
    for (const entry of tape) {
      if (typeof entry === 'string') this.command(entry);
      else if (typeof entry === 'number') for (let beat = 0; beat < entry; beat++) this.beat();
      else this.letPass(entry.pass);
    }
  }
}
