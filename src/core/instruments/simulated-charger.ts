import { EQUALISE_HOURS } from '../charging/charge-plan';
import { FULL_AMPS_PER_AH } from '../charging/charging-facts';
import { type BatteryState, celsiusOf } from '../physics/battery-state';
import { type ChargeMoment, charge, chargeMoment } from '../physics/charge';
import type { Model } from '../physics/physical-battery';
import type { AttachedBattery } from './bench-battery';
import { type ChargerSetting, chargerSetTo } from './charger';
import { inSteps } from './in-steps';
import { type Line, writeLine } from './line';

const SECONDS_AN_HOUR = 3600;
const EQUALISE_SECONDS = EQUALISE_HOURS * SECONDS_AN_HOUR;
/** It says full this near to its voltage, V, once the current has fallen. */
const FULL_WITHIN_VOLTS = 0.05;
/** A charge of a certain time ends within this of it, s. */
const ENDS_WITHIN_SECONDS = 0.05;

/** A charger of the bench: how it is set, whether it is on, and for how long it has been. */
export class SimulatedCharger {
  private setting: ChargerSetting | null = null;
  private onFor: number | null = null;
  /** The way of charging that it was switched on for. */
  private startedAs: string | null = null;
  /** What it has given since it was switched on, Ah. */
  private given = 0;

  get on(): boolean {
    return this.onFor !== null;
  }

  /** What it can give at this moment, A; 0 while it is off. */
  get amps(): number {
    return this.on ? (this.setting?.amps ?? 0) : 0;
  }

  set(line: Line, attached: AttachedBattery): string {
    this.setting = chargerSetTo(this.setting, line, attached);
    return this.stands(this.on ? 'on' : 'set');
  }

  start(attached: AttachedBattery): string {
    if (!this.setting) this.set({ verb: 'set', instrument: 'charger', fields: {} }, attached);
    const mode = this.setting?.mode ?? null;
    // One that is on stays on: its clock and its count go on, whoever comes to it again.
    if (this.on && mode === this.startedAs) return this.stands('on');
    this.startedAs = mode;
    this.onFor = 0;
    this.given = 0;
    return this.stands('on');
  }

  stop(): string {
    this.onFor = null;
    return writeLine('state', 'charger', { state: 'off' });
  }

  /** Current into the battery and voltage over its posts at this moment; null while it is off. */
  moment(model: Model, state: BatteryState): ChargeMoment | null {
    return this.on && this.setting ? chargeMoment(model, state, this.setting) : null;
  }

  /** How long it will go on within the next seconds: all of them, or less where it ends by itself. */
  goesOnFor(seconds: number): number {
    const ends = this.setting?.seconds ?? null;
    return ends === null ? seconds : Math.min(seconds, Math.max(0, ends - (this.onFor ?? 0)));
  }

  /**
   * Charges for some seconds. Answers with where that leaves the battery, with the unit itself where an equalising charge
   * has stirred its acid, and with what the charger says if that was its end: its last reading stays on its display.
   */
  charge({ model, state }: AttachedBattery, seconds: number) {
    const { setting } = this;
    if (!setting || this.onFor === null) return { model, state, told: [] };
    const next = inSteps(seconds, state, (at, step) => charge(model, at, setting, step, celsiusOf(at)));
    this.onFor += seconds;
    const [before, after] = [chargeMoment(model, state, setting), chargeMoment(model, next, setting)];
    this.given += ((before.amps + after.amps) / 2) * (seconds / SECONDS_AN_HOUR);
    const stirred = setting.mode === 'equalise' && this.onFor >= EQUALISE_SECONDS ? model.stirred : undefined;
    const ended = setting.seconds !== null && this.onFor >= setting.seconds - ENDS_WITHIN_SECONDS;
    const told = ended ? [this.reads(after), this.stands('done')] : [];
    if (ended) this.onFor = null;
    return { model: stirred ?? model, state: next, told };
  }

  /** What it says while it is on. */
  says(model: Model, moment: ChargeMoment): string[] {
    const atVolts = moment.volts >= (this.setting?.volts ?? 0) - FULL_WITHIN_VOLTS;
    const full = moment.amps < FULL_AMPS_PER_AH * model.ratedAh && atVolts;
    return [this.reads(moment), this.stands(full ? 'full' : 'on')];
  }

  private reads({ amps, volts }: ChargeMoment): string {
    const fields = {
      amps: amps.toFixed(1),
      volts: volts.toFixed(2),
      on_for: Math.round(this.onFor ?? 0),
      ah: this.given.toFixed(1),
    };
    return writeLine('reading', 'charger', fields);
  }

  private stands(state: string): string {
    const { mode = '', amps = 0, volts = 0 } = this.setting ?? {};
    return writeLine('state', 'charger', { state, mode, amps, volts });
  }
}
