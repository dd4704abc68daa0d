import type { Chance } from '../quantity/chance';
import { writeLine } from './line';
import { readVolts, type VoltRange } from './meters';

/** A voltmeter that keeps the lowest and highest that it has seen, and whose display can be held. */
export class SimulatedVoltmeter {
  private shown: number | null = null;
  private held: number | null = null;
  private least: number | null = null;
  private most: number | null = null;

  constructor(private readonly chance: Chance) {}

  /** One sample; a held display goes on keeping its lowest and highest. */
  see(volts: number, range: VoltRange): void {
    this.shown = readVolts(volts, this.chance, range);
    if (this.shown === null) return;
    this.least = Math.min(this.least ?? this.shown, this.shown);
    this.most = Math.max(this.most ?? this.shown, this.shown);
  }

  /** Freezes the display at what it shows, or lets it follow again. */
  hold(on: boolean): void {
    this.held = on ? this.shown : null;
  }

  /** Forgets the lowest and the highest. */
  clear(): void {
    this.least = null;
    this.most = null;
  }

  /** What it says now. @param at seconds into a load that is held */
  says(at?: string): string {
    const volts = this.held ?? this.shown;
    return writeLine('reading', 'meter', {
      ...(volts === null ? { over: 'yes' } : { volts }),
      ...(this.held === null ? {} : { held: 'yes' }),
      ...(this.least === null || this.most === null ? {} : { least: this.least, most: this.most }),
      ...(at === undefined ? {} : { at }),
    });
  }
}
