import { assess } from '@/core/assessment/assess';
import type { VehicleCheck } from '@/core/assessment/evidence';
import { expectedLoadVolts } from '@/core/assessment/load-result';
import { ownVolt } from '@/core/assessment/reference';
import type { StepId } from '@/core/assessment/step-id';
import type { Verdict } from '@/core/assessment/verdict';
import { type BatterySpec, specOf } from '@/core/battery/battery';
import { CONSTRUCTION_FACTS } from '@/core/battery/construction';
import { openCircuitVoltsAtCharge } from '@/core/correction/charge-from-open-circuit';
import { gravityFromCharge } from '@/core/correction/freezing';
import type { Symptom } from '@/core/procedure/complaint';
import { evidenceFromReadings } from '@/core/procedure/evidence-from-readings';
import type { Reading, ReadingData, ReadingKind } from '@/core/procedure/reading';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import type { Chance } from './chance';
import type { DemoBattery } from './scenario';

const MS_PER_MINUTE = 60_000;

/** What a battery is really like when it lies on the bench. */
export interface Truth {
  readonly healthPct: number;
  readonly chargePct: number;
  readonly temperatureC: number;
}

/**
 * Plays a technician at the bench: measures a battery whose truth is known, with the noise of the instruments, and
 * writes down the readings one after the other.
 */
export class BenchMaker {
  readonly readings: Reading[] = [];
  private readonly spec: BatterySpec;
  readonly id: string;
  private nowMs: number;

  constructor(
    battery: DemoBattery,
    readonly technicianId: string,
    readonly startedAtMs: number,
    readonly chance: Chance,
  ) {
    const spec = specOf(battery.label);
    if (!spec) throw new Error(`${battery.label.tag} cannot be graded`);
    this.spec = spec;
    this.nowMs = startedAtMs;
    this.id = chance.id(startedAtMs);
  }

  /** The moment that the run has come to, ms UTC. */
  get atMs(): number {
    return Math.round(this.nowMs);
  }

  wait(minutes: number): this {
    this.nowMs += minutes * MS_PER_MINUTE;
    return this;
  }

  lookOver(seen: Partial<ReadingData<'inspection'>> = {}, symptom: Symptom = 'routine'): this {
    this.capture('identify', { confirmed: true });
    this.wait(0.5);
    this.capture('complaint', { symptom });
    this.wait(0.5);
    const level = CONSTRUCTION_FACTS[this.spec.construction].opens === 'always' ? 'ok' : 'sealed';
    return this.capture('inspection', { case: 'ok', smell: 'none', terminals: 'ok', level, ...seen });
  }

  settle(method: ReadingData<'settle'>['method'], restMinutes: number | null, clockMinutes = 0): this {
    this.wait(0.5);
    return this.capture('settle', { method, restMinutes, clockMinutes });
  }

  openCircuit(truth: Truth): this {
    this.wait(1);
    const temperatureC = rounded(truth.temperatureC + this.chance.normal(0.4), 0.5);
    return this.capture('open_circuit', { volts: this.openVolts(truth), temperatureC });
  }

  /** A conductance tester set to the label's own standard, which corrects for temperature and charge itself. */
  conductance(truth: Truth): this {
    this.wait(1.5);
    const [printed] = this.spec.ratings;
    if (!printed) return this.passOver('conductance', 'no rating to hold it against');
    const shown = ((printed.amps * truth.healthPct) / 100) * (1 + this.chance.normal(0.03));
    const { standard: unit } = printed;
    const { temperatureC } = truth;
    return this.capture('conductance', {
      value: Math.round(shown),
      unit,
      compensated: 'both',
      temperatureC: rounded(temperatureC, 0.5),
    });
  }

  /** A hydrometer in each cell; `oddCell` is how far the third one lies from the others. */
  hydrometer(truth: Truth, oddCell = 0): this {
    this.wait(3);
    const mean =
      gravityFromCharge(truth.chargePct, this.spec.construction) - 0.0007 * (truth.temperatureC - 25);
    const gravities = Array.from({ length: this.spec.nominalVolts / 2 }, (_, cell) =>
      rounded(mean + (cell === 2 ? oddCell : 0) + this.chance.normal(0.003), 0.005),
    );
    return this.capture('hydrometer', {
      gravities,
      temperatureC: rounded(truth.temperatureC, 0.5),
      compensated: false,
    });
  }

  passOver(step: StepId, reason: string): this {
    return this.capture('skip', { step, reason });
  }

  load(truth: Truth, forced = false): this {
    this.wait(2);
    const evidence = evidenceFromReadings(this.spec, this.readings);
    const { charge, task } = assess(evidence, STANDARD_RULES).estimates;
    if (!charge || !task) throw new Error('an open-circuit voltage and a rating come before a load');
    const trueCharge = { ...charge, pct: truth.chargePct };
    const volts = expectedLoadVolts(evidence, trueCharge, task, truth.healthPct) ?? 0;
    const temperatureC = evidence.openCircuit?.temperatureC ?? truth.temperatureC;
    const read = rounded(volts + this.chance.normal(ownVolt(0.03, this.spec.nominalVolts)), 0.01);
    return this.capture(
      'load',
      { amps: Math.round(task.setAmps), seconds: 15, volts: read, temperatureC },
      forced,
    );
  }

  recovery(minutes: number, volts: number): this {
    this.wait(minutes);
    return this.capture('recovery', {
      minutes,
      volts: rounded(ownVolt(volts, this.spec.nominalVolts), 0.01),
    });
  }

  vehicle(check: VehicleCheck, value: number): this {
    this.wait(3);
    return this.capture('vehicle_check', { check, value, ownFrom: null, ownTo: null });
  }

  /** Put on the charger as planned; the log follows. */
  chargeStart(amps: number, volts: number, hours: number): this {
    this.wait(2);
    return this.capture('charge_start', { mode: 'normal', amps, volts, hours });
  }

  chargeLog(amps: number, volts: number, temperatureC: number): this {
    return this.capture('charge_log', { amps, volts, temperatureC, gravity: null });
  }

  stand(hours: number, startVolts: number, volts: number, temperatureC: number): this {
    this.wait(hours * 60);
    return this.capture('stand', { hours, startVolts, volts, temperatureC });
  }

  override(verdict: Verdict, why: string): this {
    this.wait(1);
    return this.capture('override', { verdict, why });
  }

  charge(hours: number): this {
    this.wait(hours * 60);
    return this.capture('charge', { full: true });
  }

  clean(): this {
    this.wait(4);
    return this.capture('clean', { terminals: 'ok' });
  }

  private openVolts({ chargePct, temperatureC }: Truth): number {
    const volts =
      openCircuitVoltsAtCharge(chargePct, this.spec.construction, temperatureC) + this.chance.normal(0.008);
    return rounded(ownVolt(volts, this.spec.nominalVolts), 0.01);
  }

  private capture<K extends ReadingKind>(kind: K, data: ReadingData<K>, forced = false): this {
    const reading = {
      id: this.chance.id(this.nowMs),
      runId: this.id,
      kind,
      data,
      takenAtMs: Math.round(this.nowMs),
      technicianId: this.technicianId,
      instrument: 'typed',
      forced,
      supersedesId: null,
      reason: null,
    };
    this.readings.push(reading as unknown as Reading);
    return this;
  }
}

function rounded(value: number, step: number): number {
  return Number((Math.round(value / step) * step).toFixed(4));
}
