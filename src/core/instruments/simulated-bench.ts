import { collapseVolts } from '../assessment/load-result';
import { celsiusOf } from '../physics/battery-state';
import { discharge } from '../physics/discharge';
import { cellGravities, cellVolts, openVolts } from '../physics/readouts';
import { terminalVolts } from '../physics/terminal-volts';
import type { Chance } from '../quantity/chance';
import type { Problem } from '../quantity/result';
import { type AttachedBattery, attachedBattery } from './bench-battery';
import { AS_IT_SHOULD_BE, type Handling, handledBy, testerSetTo } from './handling';
import { inSteps } from './in-steps';
import { type Line, numberField, readLine, writeLine } from './line';
import { bankDraw, type Draw, type LoadMoment, loadStep } from './load-bank';
import {
  ONE_JAW_SHARE,
  readCelsius,
  readClamp,
  readConductance,
  readDraw,
  readGravity,
  readVolts,
} from './meters';
import { SimulatedCharger } from './simulated-charger';
import { SimulatedDischarger } from './simulated-discharger';
import { helloOf, SIMULATED_INSTRUMENTS } from './simulated-instruments';
import { SimulatedVoltmeter } from './simulated-voltmeter';
import { MOST_CRANKING_SECONDS, starterDraw } from './starter';

/** Lead-acid batteries are named by this for each cell, V. */
const VOLTS_A_CELL = 2;

/** How often the meters speak, ms of the bench’s own time; a slow one speaks at each so many-th beat. */
export const BEAT_MS = 100;
const BEAT_SECONDS = BEAT_MS / 1000;
const SLOW_BEATS = 10;
/** A load is worked out this finely, so that the meter sees the dip of a starter, s. */
const SAMPLES_A_BEAT = 5;
const MOST_SPEED = 3600;
const MOST_HOLD_SECONDS = 60;
const MOST_BANK_AMPS = 1000;
/** What draws on the battery, and since when. */
interface Hold {
  readonly by: 'bank' | 'starter';
  readonly draw: Draw;
  readonly seconds: number;
  readonly elapsed: number;
}

/**
 * A bench of simulated instruments on one battery, speaking lines. It keeps time only by `beat` and `letPass`, and
 * chance only by what it was given; it is the one moving part behind the stand-in process and behind practice.
 */
export class SimulatedBench {
  private attached: AttachedBattery | null = null;
  private hold: Hold | null = null;
  private bankSet = { amps: 0, seconds: 15 };
  private charger = new SimulatedCharger();
  private discharger = new SimulatedDischarger();
  private handling: Handling = AS_IT_SHOULD_BE;
  private meter: SimulatedVoltmeter;
  private speed = 1;
  private beats = 0;
  private passedSeconds = 0;
  private sinceLoadSeconds: number | null = null;
  private readonly lost = new Set<string>();

  constructor(private readonly chance: Chance) {
    this.meter = new SimulatedVoltmeter(chance);
  }

  /** What every instrument that is there says to whoever listens anew, and whether a battery hangs on the clamps. */
  hello(): string[] {
    const there = SIMULATED_INSTRUMENTS.filter(({ name }) => !this.lost.has(name));
    return [...there.map(helloOf), this.clampsLine()];
  }

  /** The truth, for whoever must know it: nobody at the bench does. */
  get truth(): AttachedBattery | null {
    return this.attached;
  }

  /** The battery’s own time since it was attached, s. */
  get passed(): number {
    return this.passedSeconds;
  }

  /** Whether the charger is on. */
  get charging(): boolean {
    return this.charger.on;
  }

  /** Lets some of the battery’s own time pass at once: what a hand takes for a step. */
  letPass(seconds: number): void {
    if (this.attached && !this.hold) this.pass(this.attached, seconds);
  }

  /** Does what a line asks for and answers with lines; what it does not understand it says. */
  command(text: string): string[] {
    const read = readLine(text);
    if (!read.ok) return problemLines(read.problems);
    const line = read.value;
    const { verb, instrument } = line;
    if (this.lost.has(instrument) && verb !== 'find') return [];
    switch (verb) {
      case 'attach':
        return this.attach(line);
      case 'set':
        return this.set(line);
      case 'start':
        return this.start(instrument);
      case 'stop':
        return this.stop(instrument);
      case 'ask':
        return this.answer(line);
      case 'hold':
        if (instrument === 'meter') this.meter.hold(line.fields.on !== 'no');
        return [];
      case 'reset':
        if (instrument === 'meter') this.meter.clear();
        return [];
      case 'zero':
        this.handling = { ...this.handling, clamp: { ...this.handling.clamp, offsetAmps: 0 } };
        return [];
      case 'handle':
        this.handling = handledBy(this.handling, line, this.chance);
        return [];
      case 'speed':
        this.speed = Math.min(MOST_SPEED, Math.max(1, numberField(line, 'x') ?? 1));
        return [this.clockLine()];
      case 'lose':
        return this.lose(instrument);
      case 'find':
        this.lost.delete(instrument);
        return SIMULATED_INSTRUMENTS.filter(({ name }) => name === instrument).map(helloOf);
      default:
        return [];
    }
  }

  /** Lets one beat pass and answers with what the instruments say at its end. */
  beat(): string[] {
    const { attached, hold } = this;
    if (!attached) return [];
    this.beats++;
    const told = hold ? this.loadBeat(attached, hold) : this.quietBeat(attached);
    return told.filter((text) => !this.lost.has(text.split(' ')[1] ?? ''));
  }

  private attach(line: Line): string[] {
    const read = attachedBattery(line);
    if (!read.ok) return problemLines(read.problems);
    this.attached = read.value;
    this.hold = null;
    this.charger = new SimulatedCharger();
    this.discharger = new SimulatedDischarger();
    this.meter = new SimulatedVoltmeter(this.chance);
    this.speed = 1;
    this.passedSeconds = 0;
    this.sinceLoadSeconds = null;
    return [this.clampsLine(), this.clockLine()];
  }

  private clampsLine(): string {
    return writeLine('state', 'bench', { state: this.attached ? 'attached' : 'empty' });
  }

  private set(line: Line): string[] {
    switch (line.instrument) {
      case 'bank': {
        const { amps, seconds } = this.bankSet;
        this.bankSet = {
          amps: Math.min(MOST_BANK_AMPS, Math.max(0, numberField(line, 'amps') ?? amps)),
          seconds: Math.min(MOST_HOLD_SECONDS, Math.max(1, numberField(line, 'seconds') ?? seconds)),
        };
        return [writeLine('state', 'bank', { state: 'set', ...this.bankSet })];
      }
      case 'charger':
        return this.attached ? [this.charger.set(line, this.attached)] : [];
      case 'discharger':
        return [this.discharger.set(line)];
      case 'tester':
        this.handling = testerSetTo(this.handling, line);
        return [];
      default:
        return [];
    }
  }

  private start(instrument: string): string[] {
    const { attached, bankSet } = this;
    if (!attached) return [];
    switch (instrument) {
      case 'bank':
        if (bankSet.amps <= 0) return [];
        return this.draw({
          by: 'bank',
          seconds: bankSet.seconds,
          elapsed: 0,
          draw: bankDraw({ kind: this.handling.bank, amps: bankSet.amps }),
        });
      case 'starter':
        return this.draw({
          by: 'starter',
          seconds: MOST_CRANKING_SECONDS,
          elapsed: 0,
          draw: starterDraw(attached.model.saeAmps, celsiusOf(attached.state)),
        });
      case 'charger':
        return this.discharger.on ? [] : [this.charger.start(attached)];
      case 'discharger':
        // What draws takes nothing in, and the other way round: one of the two is taken off first.
        return this.charger.on ? [] : [this.discharger.start()];
      default:
        return [];
    }
  }

  /** Begins a load, at the pace of the clock. A charger that is on stays on: nobody has switched it off. */
  private draw(hold: Hold): string[] {
    this.speed = 1;
    this.hold = hold;
    return [
      writeLine('state', hold.by, {
        state: 'holding',
        ...(hold.by === 'bank' ? { amps: this.bankSet.amps } : {}),
        left: hold.seconds,
      }),
    ];
  }

  private stop(instrument: string): string[] {
    if (this.hold?.by === instrument) return this.endHold('stopped');
    if (instrument === 'discharger') return [this.discharger.stop()];
    return instrument === 'charger' ? [this.charger.stop()] : [];
  }

  private endHold(state: 'done' | 'stopped' | 'collapsed'): string[] {
    const { hold } = this;
    if (!hold) return [];
    this.hold = null;
    this.sinceLoadSeconds = 0;
    return [writeLine('state', hold.by, { state, held: hold.elapsed.toFixed(1) })];
  }

  private lose(instrument: string): string[] {
    this.lost.add(instrument);
    if (this.hold?.by === instrument) this.hold = null;
    if (instrument === 'charger') this.charger.stop();
    if (instrument === 'discharger') this.discharger.stop();
    return [writeLine('bye', instrument)];
  }

  /** An instrument that is read once, when it is asked: the tester, the hydrometer in a cell, the draw. */
  private answer(line: Line): string[] {
    const { attached, chance, handling } = this;
    if (!attached) return [];
    const { model, state } = attached;
    switch (line.instrument) {
      case 'tester': {
        const { unit, compensates } = handling;
        const contactShare = handling.oneJaw ? ONE_JAW_SHARE : 0;
        const value = readConductance(model, state, { unit, compensates, contactShare }, chance);
        return [writeLine('reading', 'tester', { ...shownOr({ value }), unit, compensated: compensates })];
      }
      case 'float': {
        const cell = Math.round(numberField(line, 'cell') ?? 1);
        const gravity = cellGravities(model, state)[cell - 1];
        if (gravity === undefined) return [];
        return [writeLine('reading', 'float', { cell, gravity: readGravity(gravity, chance) })];
      }
      case 'meter':
        return this.probeCell(line, attached);
      case 'draw':
        return [writeLine('reading', 'draw', shownOr({ amps: readDraw(handling.vehicle.draw, chance) }))];
      default:
        return [];
    }
  }

  /** The voltmeter's probes in one cell, or from the negative end up to it. */
  private probeCell(line: Line, { model, state }: AttachedBattery): string[] {
    const cell = Math.round(numberField(line, 'cell') ?? 1);
    const upTo = cellVolts(model, state).slice(0, Math.max(0, cell));
    const volts = upTo[cell - 1];
    if (volts === undefined) return [];
    const { chance, handling } = this;
    const fromEnd = line.fields.from === 'end';
    const over = fromEnd ? upTo.reduce((sum, each) => sum + each, 0) : volts;
    const read = readVolts(over, chance, handling.range);
    return [writeLine('reading', 'meter', { cell, ...shownOr(fromEnd ? { sum: read } : { volts: read }) })];
  }

  private loadBeat(attached: AttachedBattery, hold: Hold): string[] {
    const { model } = attached;
    const step = BEAT_SECONDS / SAMPLES_A_BEAT;
    // A charger that was left on carries its part of the load.
    const given = this.charger.amps;
    const fromBattery: Draw = (seconds, volts) => Math.max(0, hold.draw(seconds, volts) - given);
    const least = collapseVolts(model.cells * VOLTS_A_CELL);
    let { state } = attached;
    let moment: LoadMoment = { seconds: hold.elapsed, volts: 0, amps: 0 };
    for (let sample = 0; sample < SAMPLES_A_BEAT; sample++) {
      ({ moment, state } = loadStep(model, state, fromBattery, moment.seconds, step));
      this.meter.see(moment.volts, this.handling.range);
    }
    this.attached = { ...attached, state };
    this.passedSeconds += BEAT_SECONDS;
    this.hold = { ...hold, elapsed: moment.seconds };
    const at = moment.seconds.toFixed(1);
    const told = [
      ...(hold.by === 'bank'
        ? [writeLine('reading', 'bank', { amps: Math.round(moment.amps + given), at })]
        : []),
      writeLine('reading', 'clamp', {
        ...shownOr({ amps: readClamp(moment.amps, this.chance, this.handling.clamp) }),
        at,
      }),
      this.meter.says(at),
    ];
    const collapsed = hold.by === 'bank' && moment.volts < least;
    const done = moment.seconds >= hold.seconds - BEAT_SECONDS / 2;
    return collapsed || done ? [...told, ...this.endHold(collapsed ? 'collapsed' : 'done')] : told;
  }

  private quietBeat(attached: AttachedBattery): string[] {
    const ended = this.pass(attached, BEAT_SECONDS * this.speed);
    const { model, state } = this.attached ?? attached;
    const { charger, handling, chance, meter } = this;
    const charging = charger.moment(model, state);
    const drawn = this.discharger.amps;
    const { probesAt, vehicle, range } = handling;
    const alone = drawn > 0 ? terminalVolts(model, state, drawn) : openVolts(model, state);
    const overPosts = charging?.volts ?? alone;
    meter.see(probesAt === 'posts' ? overPosts : vehicle[probesAt], range);
    const told = [...ended, meter.says()];
    if (this.beats % SLOW_BEATS !== 1) return told;
    const amps = readClamp(drawn - (charging?.amps ?? 0), chance, handling.clamp);
    told.push(
      writeLine('reading', 'clamp', shownOr({ amps })),
      writeLine('reading', 'probe', { celsius: readCelsius(celsiusOf(state), chance) }),
    );
    if (charging) told.push(...charger.says(model, charging));
    if (drawn > 0) told.push(...this.discharger.says(model, state));
    return [...told, this.clockLine()];
  }

  /** Lets time pass for the battery; answers with what a charger says that came to its end meanwhile. */
  private pass(attached: AttachedBattery, seconds: number): string[] {
    const drawn = this.discharger.on
      ? this.discharger.draw(attached, seconds)
      : { state: attached.state, passed: 0, told: [] };
    const told = this.passWithoutDraw({ ...attached, state: drawn.state }, seconds - drawn.passed);
    this.passedSeconds += drawn.passed;
    if (this.sinceLoadSeconds !== null) this.sinceLoadSeconds += drawn.passed;
    return [...drawn.told, ...told];
  }

  private passWithoutDraw(attached: AttachedBattery, seconds: number): string[] {
    const onFor = this.charger.on ? this.charger.goesOnFor(seconds) : 0;
    const { model, state, told } = this.charger.charge(attached, onFor);
    const alone = inSteps(seconds - onFor, state, (at, step) =>
      discharge(model, at, { amps: 0, seconds: step }),
    );
    this.attached = { ...attached, model, state: alone };
    this.passedSeconds += seconds;
    if (this.sinceLoadSeconds !== null) this.sinceLoadSeconds += seconds;
    return told;
  }

  private clockLine(): string {
    return writeLine('state', 'bench', {
      speed: this.speed,
      passed: Math.round(this.passedSeconds),
      ...(this.sinceLoadSeconds === null ? {} : { since_load: Math.round(this.sinceLoadSeconds) }),
    });
  }
}

const problemLines = (problems: readonly Problem[]) =>
  problems.map(({ message }) => writeLine('state', 'bench', { problem: message }));

/** Values that an instrument shows, or that its range is too small for one of them. */
function shownOr(values: Readonly<Record<string, number | null>>): Record<string, number | string> {
  const shown = Object.entries(values).filter((entry): entry is [string, number] => entry[1] !== null);
  return shown.length < Object.keys(values).length ? { over: 'yes' } : Object.fromEntries(shown);
}
