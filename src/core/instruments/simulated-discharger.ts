import { END_VOLTS_A_CELL } from '../battery/discharge-time';
import type { BatteryState } from '../physics/battery-state';
import { discharge } from '../physics/discharge';
import type { Model } from '../physics/physical-battery';
import { terminalVolts } from '../physics/terminal-volts';
import type { AttachedBattery } from './bench-battery';
import { type Line, numberField, writeLine } from './line';

const MOST_AMPS = 100;
const FIRST_AMPS = 25;
/** It looks at the voltage this often, s: it ends a discharge within so much of its moment. */
const LOOKS_EVERY_SECONDS = 5;
const SECONDS_PER_MINUTE = 60;
/** From here on its display shows whole minutes. */
const SHOWN_WHOLE_FROM = 10;

/** A discharger of the bench: draws a steady current, keeps the time, and ends by itself at 1.75 V a cell. */
export class SimulatedDischarger {
  private setAmps = FIRST_AMPS;
  private onFor: number | null = null;
  private earlyVolts: number | null = null;

  get on(): boolean {
    return this.onFor !== null;
  }

  /** What it draws at this moment, A; 0 while it is off. */
  get amps(): number {
    return this.on ? this.setAmps : 0;
  }

  set(line: Line): string {
    this.setAmps = Math.min(MOST_AMPS, Math.max(0.1, numberField(line, 'amps') ?? this.setAmps));
    return this.stands(this.on ? 'on' : 'set');
  }

  start(): string {
    this.onFor = 0;
    this.earlyVolts = null;
    return this.stands('on');
  }

  stop(): string {
    const wasOn = this.on;
    this.onFor = null;
    return this.stands(wasOn ? 'stopped' : 'off');
  }

  /**
   * Draws for some seconds, or for as long as the battery gives it: answers with the seconds that passed, where that
   * leaves the battery, and what it says if that was its end.
   */
  draw({ model, state }: AttachedBattery, seconds: number) {
    const { amps } = this;
    let at: BatteryState = state;
    let passed = 0;
    while (passed < seconds) {
      const step = Math.min(LOOKS_EVERY_SECONDS, seconds - passed);
      at = discharge(model, at, { amps, seconds: step });
      passed += step;
      this.onFor = (this.onFor ?? 0) + step;
      const volts = terminalVolts(model, at, amps);
      if (this.earlyVolts === null && this.onFor >= SECONDS_PER_MINUTE) this.earlyVolts = volts;
      if (volts > END_VOLTS_A_CELL * model.cells) continue;
      const told = [this.reads(volts), this.stands('done')];
      this.onFor = null;
      return { state: at, passed, told };
    }
    return { state: at, passed, told: [] };
  }

  /** What it says while it is on. */
  says(model: Model, state: BatteryState): string[] {
    return [this.reads(terminalVolts(model, state, this.amps)), this.stands('on')];
  }

  private reads(volts: number): string {
    const minutes = (this.onFor ?? 0) / SECONDS_PER_MINUTE;
    return writeLine('reading', 'discharger', {
      amps: this.setAmps.toFixed(1),
      volts: volts.toFixed(2),
      minutes: minutes.toFixed(minutes < SHOWN_WHOLE_FROM ? 1 : 0),
      ...(this.earlyVolts === null ? {} : { early: this.earlyVolts.toFixed(2) }),
    });
  }

  private stands(state: string): string {
    return writeLine('state', 'discharger', { state, amps: this.setAmps });
  }
}
