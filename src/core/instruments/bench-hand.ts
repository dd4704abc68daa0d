import type { StepId } from '../assessment/step-id';
import type { BatterySpec } from '../battery/battery';
import { CONSTRUCTION_FACTS, isSealed } from '../battery/construction';
import { amperesToDischarge, END_VOLTS_A_CELL } from '../battery/discharge-time';
import { modeAskedFor } from '../charging/charge-plan';
import { type BatteryState, celsiusOf, trueChargePct } from '../physics/battery-state';
import { rest } from '../physics/discharge';
import type { Model } from '../physics/physical-battery';
import { cellGravities, openVolts } from '../physics/readouts';
import { drawSteadily } from '../physics/steady-discharge';
import { type WorkedRun, workRun } from '../procedure/judge-run';
import type { Chance } from '../quantity/chance';
import { rounded } from '../quantity/rounded';
import type { HouseRules } from '../rules/house-rules';
import type { Reading, ReadingData, ReadingKind } from '../steps/reading';
import { newReading } from '../steps/reading';
import { STEPS } from '../steps/registry';
import { TYPED } from '../steps/typed';
import { type ByTheCharger, chargerAsPlanned, fillUp, stirUp } from './charge-by-hand';
import type { Arrival, HandHabits } from './hand-habits';
import { loadByHand } from './load-by-hand';
import { ONE_JAW_SHARE, readCelsius, readConductance, readGravity, readVolts } from './meters';

const MS_PER_MINUTE = 60_000;
const MS_PER_HOUR = 60 * MS_PER_MINUTE;
/** What went in under this share of the missing is none. */
const REFUSED_BELOW_PCT = 15;
/** Overnight: what a careful hand leaves between a charge and the next voltage, min. */
const OVERNIGHT_MINUTES = 840;
/** A thermometer in the air beside a battery shows so much of the way to the shop's temperature. */
const AIR_SHARE = 0.6;
/** A night that was two hours, min. */
const SHORT_NIGHT_MINUTES = 120;
/** A float read in haste, gravity. */
const HASTY_GRAVITY = 0.01;
/** More turns than this mean that the procedure runs in a circle. */
const MOST_STEPS = 30;
/** A discharge is broken off after so long. */
const MOST_DISCHARGE_MINUTES = 1500;

export interface HandOptions {
  readonly spec: BatterySpec;
  readonly model: Model;
  readonly state: BatteryState;
  readonly rules: HouseRules;
  readonly chance: Chance;
  readonly startedAtMs: number;
  readonly technicianId: string;
  readonly habits: HandHabits;
}

/**
 * A simulated technician: works a physical battery through the procedure, step by step as the run sheet asks, with
 * instruments that err as real ones do. It knows nothing of the truth but what it measures.
 */
export class BenchHand {
  readonly readings: Reading[] = [];
  readonly runId: string;
  private nowMs: number;
  private unit: Model;
  private state: BatteryState;
  private known: { readonly readings: number; readonly judged: WorkedRun } | undefined;

  constructor(private readonly given: HandOptions) {
    this.nowMs = given.startedAtMs;
    this.unit = given.model;
    this.state = given.state;
    this.runId = given.chance.id(given.startedAtMs);
  }

  /** The moment that the run has come to, ms UTC. */
  get atMs(): number {
    return Math.round(this.nowMs);
  }

  /** The unit as it now is: a charge can have mended it. */
  get model(): Model {
    return this.unit;
  }

  get startedAtMs(): number {
    return this.given.startedAtMs;
  }

  get technicianId(): string {
    return this.given.technicianId;
  }

  /** The rules that the run is judged by. */
  get rules(): HouseRules {
    return this.given.rules;
  }

  /** The battery as it is now. */
  get battery(): BatteryState {
    return this.state;
  }

  /** What the readings come to so far. */
  judged(): WorkedRun {
    if (this.known?.readings !== this.readings.length) {
      const judged = workRun(this.given.spec, this.readings, this.given.rules);
      this.known = { readings: this.readings.length, judged };
    }
    return this.known.judged;
  }

  /** Works until the run asks for the verdict, or for `upTo`; true when it came there. */
  work(arrival: Arrival, upTo: StepId = 'verdict'): boolean {
    for (let turn = 0; turn < MOST_STEPS; turn++) {
      const step = this.nextStep();
      if (step === upTo) return true;
      if (step === 'verdict') return upTo === 'verdict';
      this.take(step, arrival);
    }
    return false;
  }

  /** What the run sheet asks for, and before the power tests what a thorough hand adds. */
  private nextStep(): StepId {
    const { current, assessment, nextStep } = this.judged();
    const { habits, spec } = this.given;
    const opens = CONSTRUCTION_FACTS[spec.construction].opens === 'always';
    const asks = nextStep !== 'identify' && nextStep !== 'complaint' && nextStep !== 'inspect';
    const safe = asks && assessment.verdict !== 'quarantine' && current.last.open_circuit !== undefined;
    if (safe && habits.hydrometer && opens && !current.last.hydrometer && assessment.next !== 'clean') {
      return 'hydrometer';
    }
    const serving = assessment.verdict === 'serve' || assessment.verdict === 'watch';
    if (habits.bothPowerTests && serving && !current.last.load && this.mayLoad()) return 'load';
    if (habits.stand && serving && current.last.charge && !current.last.stand) return 'stand';
    return nextStep;
  }

  private mayLoad(): boolean {
    const { current, assessment } = this.judged();
    const passedOver = current.all.skip.some(({ data }) => data.step === 'load');
    return (
      !passedOver && STEPS.load.gate({ current, assessment, rules: this.given.rules, nowMs: this.nowMs }).open
    );
  }

  /** Does one step and writes it down. */
  take(step: StepId, arrival: Arrival): this {
    switch (step) {
      case 'identify':
        this.wait(0.5);
        return this.capture('identify', { confirmed: true });
      case 'complaint':
        this.wait(0.5);
        return this.capture('complaint', { symptom: arrival.symptom });
      case 'inspect':
        return this.inspect(arrival);
      case 'vehicle':
        return this.passOver('vehicle', 'came in without its vehicle');
      case 'clean':
        this.wait(5);
        return this.capture('clean', { terminals: 'ok' });
      case 'top_up':
        this.wait(5);
        return this.capture('top_up', { level: 'ok' });
      case 'settle':
        return this.settle(arrival);
      case 'open_circuit':
        return this.openCircuit();
      case 'hydrometer':
        return this.hydrometer();
      case 'conductance':
        return this.conductance();
      case 'load':
        return this.load();
      case 'recovery':
        return this.recovery();
      case 'charge':
        return this.chargeUntilFull();
      case 'stand':
        return this.stand();
      case 'discharge':
        return this.discharge();
      case 'crank':
      case 'three_minute':
        return this.passOver(step, 'out of the vehicle');
      case 'verdict':
        return this;
    }
  }

  /** The battery's temperature as this hand takes it. */
  private celsius(): number {
    const { chance, habits } = this.given;
    const own = celsiusOf(this.state);
    const taken = habits.mistake === 'air' ? own + AIR_SHARE * (habits.shopC - own) : own;
    return readCelsius(taken, chance);
  }

  /** The open voltage as the meter shows it, V. */
  private volts(): number {
    return readVolts(openVolts(this.unit, this.state), this.given.chance) ?? 0;
  }

  wait(minutes: number): this {
    this.nowMs += minutes * MS_PER_MINUTE;
    this.state = rest(this.unit, this.state, minutes, celsiusOf(this.state));
    return this;
  }

  passOver(step: StepId, reason: string): this {
    return this.capture('skip', { step, reason });
  }

  /** Writes down a reading that was not measured: an override, a check on the vehicle. */
  note<K extends ReadingKind>(kind: K, data: ReadingData<K>): this {
    this.wait(1);
    return this.capture(kind, data);
  }

  private inspect({ seen }: Arrival): this {
    this.wait(2);
    const level = isSealed(this.given.spec.construction) ? 'sealed' : 'ok';
    return this.capture('inspection', { case: 'ok', smell: 'none', terminals: 'ok', level, ...seen });
  }

  /** Asks how long it has rested; a battery straight off the charger is left overnight. */
  private settle({ restHours }: Arrival): this {
    this.wait(0.5);
    const { charge, settle } = this.judged().current.last;
    if (!charge && restHours !== null && !settle) {
      return this.capture('settle', {
        method: 'rested',
        restMinutes: Math.round(restHours * 60),
        clockMinutes: 0,
      });
    }
    this.nowMs += OVERNIGHT_MINUTES * MS_PER_MINUTE;
    const night = this.given.habits.mistake === 'rest' ? SHORT_NIGHT_MINUTES : OVERNIGHT_MINUTES;
    this.state = rest(this.unit, this.state, night, this.given.habits.shopC);
    return this.capture('settle', { method: 'rested', restMinutes: OVERNIGHT_MINUTES, clockMinutes: 0 });
  }

  openCircuit(): this {
    this.wait(1);
    return this.capture('open_circuit', { volts: this.volts(), temperatureC: this.celsius() });
  }

  private hydrometer(): this {
    this.wait(4);
    const { model } = this;
    const { chance } = this.given;
    const haste = this.given.habits.mistake === 'float' ? chance.normal(HASTY_GRAVITY) : 0;
    const gravities = cellGravities(model, this.state).map(
      (gravity) => Math.round(1000 * (readGravity(gravity, chance) + haste)) / 1000,
    );
    const temperatureC = this.celsius();
    return this.capture('hydrometer', { gravities, temperatureC, compensated: false });
  }

  private conductance(): this {
    this.wait(2);
    const { model } = this;
    const { chance, habits } = this.given;
    if (!habits.tester) return this.passOver('conductance', 'no tester at hand');
    const { unit, compensates, name, reads = 1 } = habits.tester;
    const value = readConductance(
      model,
      this.state,
      {
        unit,
        compensates,
        contactShare: habits.contactShare + (habits.mistake === 'one_jaw' ? ONE_JAW_SHARE : 0),
      },
      chance,
    );
    if (value === null) return this.passOver('conductance', 'past the tester’s range');
    const temperatureC = this.celsius();
    const shown = reads === 1 ? value : Math.round(value * reads);
    return this.capture(
      'conductance',
      { value: shown, unit, compensated: compensates, temperatureC },
      false,
      name,
    );
  }

  load(forced = false): this {
    this.wait(3);
    const { chance, spec, habits } = this.given;
    const { task } = this.judged().assessment.estimates;
    if (!task) return this.passOver('load', 'the load to set is unknown');
    const held = loadByHand(this.unit, this.state, { task, habits, nominalVolts: spec.nominalVolts }, chance);
    if (!held) return this;
    this.state = held.state;
    const by = habits.keepsTrace ? 'Load bank' : TYPED;
    return this.capture('load', { ...held.read, temperatureC: this.celsius() }, forced, by);
  }

  private recovery(): this {
    const minutes = this.given.rules.recovery.minutes;
    this.wait(minutes);
    return this.capture('recovery', { minutes, volts: this.volts() });
  }

  /** Puts it on the charger as planned and takes it off when the current has fallen, or when it takes none. */
  private chargeUntilFull(): this {
    this.wait(3);
    const { spec } = this.given;
    const { current, assessment } = this.judged();
    const before = trueChargePct(this.unit, this.state);
    const mode = modeAskedFor(
      assessment.decidedBy,
      current.last.open_circuit?.data.volts ?? null,
      spec.nominalVolts,
    );
    // Acid is stirred once the battery is full.
    const { shopC } = this.given.habits;
    const normal = chargerAsPlanned(spec, mode === 'equalise' ? 'normal' : mode, before, shopC);
    if (!normal) return this.passOver('charge', 'the capacity is unknown');
    const { ampHours, ...filled } = fillUp(this.unit, this.state, normal, shopC);
    this.pass(filled);
    const stirring = mode === 'equalise' && chargerAsPlanned(spec, 'equalise', 100, shopC);
    if (stirring) this.pass(stirUp(this.unit, this.state, stirring, shopC));
    // Whoever charges sees the amperes and the hours, not the plates: a battery that took next to nothing is told by those.
    const missing = (Math.max(0, 100 - before) / 100) * this.unit.ratedAh;
    const refused = before < 50 && (100 * ampHours) / Math.max(1, missing) < REFUSED_BELOW_PCT;
    return this.capture('charge', { full: !refused, refused, ampHours: rounded(ampHours, 1) });
  }

  /** Hours that went by over a charge. */
  private pass({ unit, state, hours }: ByTheCharger): void {
    this.unit = unit;
    this.state = state;
    this.nowMs += hours * MS_PER_HOUR;
  }

  /** Draws the current of the reserve capacity to the end of its cells, and leaves it empty. */
  private discharge(): this {
    this.wait(5);
    const amps = amperesToDischarge(this.given.spec);
    const temperatureC = this.celsius();
    const { course, state } = drawSteadily(this.unit, this.state, {
      amps,
      endVolts: END_VOLTS_A_CELL * this.unit.cells,
      mostMinutes: MOST_DISCHARGE_MINUTES,
      stepSeconds: 30,
    });
    const [minutes, volts] = course.at(-1) ?? [0.5, 0];
    const earlyVolts = course.find(([at]) => at >= 1)?.[1] ?? null;
    this.nowMs += minutes * MS_PER_MINUTE;
    this.state = state;
    return this.capture('discharge', {
      amps,
      minutes: rounded(minutes, 1),
      temperatureC,
      endVolts: rounded(Math.max(0, volts), 2),
      earlyVolts: earlyVolts === null ? null : rounded(earlyVolts, 2),
    });
  }

  private stand(): this {
    const startVolts = this.judged().current.last.open_circuit?.data.volts ?? 0;
    const hours = 24;
    this.nowMs += hours * MS_PER_HOUR;
    this.state = rest(this.unit, this.state, hours * 60, this.given.habits.shopC);
    const volts = this.volts();
    return this.capture('stand', { hours, startVolts, volts, temperatureC: this.celsius() });
  }

  private capture<K extends ReadingKind>(
    kind: K,
    data: ReadingData<K>,
    forced = false,
    instrument = TYPED,
  ): this {
    this.readings.push(
      newReading(kind, data, {
        id: this.given.chance.id(this.nowMs),
        runId: this.runId,
        takenAtMs: this.atMs,
        technicianId: this.given.technicianId,
        instrument,
        forced,
      }),
    );
    return this;
  }
}
