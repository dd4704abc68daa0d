import type { Chance } from '../../../quantity/chance';
import type { Recording } from '../../../recording/recording';
import { running } from '../running';
import { openVolts } from '../set';
import { type CrankCourse, CrankSimulation } from './crank-course';
import type { StartCase, StartTruth } from './start-case';

/** A start as a recorder wrote it down, and what is true of it. */
export interface RecordedStart {
  readonly recording: Recording;
  readonly truth: StartTruth;
}

/** Turns of the alternator’s field a second while the engine idles: 800 a minute, times the pulleys, times its pairs of poles. */
const FIELD_HZ = (800 / 60) * 2.8 * 6;
/** How fast the voltage comes up once the alternator is excited, s, and how long it waits. A model of ours. */
const COMES_UP_S = 0.35;
const WAITS_S = 0.4;
/** What a battery keeps of the sag of a start, V of 12 V, and how long. */
const SAG_AFTER = 0.12;
const SAG_S = 6;

/** Records a start of a simulated vehicle. */
export function recordStart(start: StartCase, chance: Chance): RecordedStart {
  const world = new StartWorld(start, chance);
  const { rate, channels } = start.recorder;
  const count = Math.max(2, Math.round(start.seconds * rate));
  const seconds = new Float64Array(count);
  const volts = new Float64Array(count);
  const amps = new Float64Array(count);
  for (let at = 0; at < count; at++) {
    const now = at / rate;
    seconds[at] = now;
    const [v, a] = world.at(now);
    volts[at] = world.writtenVolts(v);
    amps[at] = world.writtenAmps(a);
  }
  return {
    recording: {
      seconds,
      volts: channels === 'amps' ? null : volts,
      amps: channels === 'volts' ? null : amps,
    },
    truth: world.truth(),
  };
}

/** What goes on at the posts from moment to moment, in volts and amperes of the vehicle’s own system. */
class StartWorld {
  private readonly simulation: CrankSimulation;
  private readonly courses: readonly { readonly fromS: number; readonly course: CrankCourse }[];
  private readonly k: number;
  private readonly rest: number;
  private readonly regulated: number;
  private readonly charges: boolean;
  private readonly ripple: number;
  private readonly firedAtS: number | null;
  private readonly lobes: readonly number[];

  constructor(
    private readonly start: StartCase,
    private readonly chance: Chance,
  ) {
    const { vehicle, cylinders, weak, uneven } = start;
    this.lobes = Array.from({ length: Math.max(1, cylinders) }, (_, at) =>
      at === weak?.cylinder ? 1 - weak.loss : 1 + chance.normal(uneven),
    );
    this.simulation = new CrankSimulation(start, this.lobes);
    this.courses = start.attempts.map(({ fromS, lettingGoS }) => ({
      fromS,
      course: this.simulation.attempt(lettingGoS),
    }));
    this.k = vehicle.systemVolts / 12;
    this.rest = openVolts(vehicle.battery, vehicle.temperatureC);
    const idle = running(vehicle, 'idle', 'none');
    this.regulated = idle.postVolts;
    this.charges = idle.alternatorAmps > 0 && idle.postVolts > this.rest + 0.2;
    this.ripple = idle.rippleVolts;
    const fired = this.courses.find(({ course }) => course.fired);
    this.firedAtS = fired ? fired.fromS + fired.course.endsAt * fired.course.stepS : null;
  }

  /** Voltage and current at a moment. */
  at(now: number): readonly [volts: number, amps: number] {
    const { keyOnS, vehicle, taper } = this.start;
    let [volts, amps] = [this.rest, 0];
    if (keyOnS === null || now >= keyOnS) {
      amps = vehicle.loads.keyOnAmps;
      volts = this.simulation.voltsAt(amps);
    }
    for (const { fromS, course } of this.courses) {
      const place = (now - fromS) / course.stepS;
      if (place < 0) continue;
      if (place < course.volts.length - 1) {
        const low = Math.floor(place);
        const share = place - low;
        const between = (values: Float64Array) =>
          (values[low] ?? 0) + share * ((values[low + 1] ?? 0) - (values[low] ?? 0));
        volts = between(course.volts) - (this.rest - volts);
        amps += between(course.amps);
      } else {
        const since = (place - course.endsAt) * course.stepS;
        volts -= SAG_AFTER * Math.exp(-since / SAG_S);
      }
    }
    if (this.firedAtS !== null && now > this.firedAtS + WAITS_S) {
      const since = now - this.firedAtS - WAITS_S;
      const up = 1 - Math.exp(-since / COMES_UP_S);
      if (this.charges) {
        volts += (this.regulated - volts) * up;
        const net = taper.toAmps + (taper.fromAmps - taper.toAmps) * Math.exp(-since / taper.tauS);
        amps += (-net - amps) * up;
        volts += up * this.rippleAt(now);
        if (vehicle.alternator.belt === 'slips') volts -= up * slipping(since);
      } else amps += vehicle.loads.runningAmps * Math.min(1, since / 0.2);
    }
    return [volts * this.k, amps / this.k];
  }

  /** The humps that six diodes leave, or the hole that a missing one does; root mean square as the vehicle has it. */
  private rippleAt(now: number): number {
    const phase = 2 * Math.PI * FIELD_HZ * now;
    if (this.start.vehicle.alternator.diode === 'sound')
      return this.ripple * (1.36 * Math.cos(6 * phase) + 0.34 * Math.cos(12 * phase));
    return (
      this.ripple *
      (1.05 * Math.cos(phase) +
        0.75 * Math.cos(2 * phase + 0.6) +
        0.5 * Math.cos(3 * phase + 1.1) +
        0.25 * Math.cos(6 * phase))
    );
  }

  writtenVolts(volts: number): number {
    const { noiseVolts, stepVolts, clipsBelowVolts } = this.start.recorder;
    const noisy = volts + this.chance.normal(noiseVolts);
    return stepped(clipsBelowVolts === null ? noisy : Math.max(clipsBelowVolts, noisy), stepVolts);
  }

  writtenAmps(amps: number): number {
    const { noiseAmps, stepAmps, clipsAboveAmps, offsetAmps, reversed } = this.start.recorder;
    const noisy = amps + offsetAmps + this.chance.normal(noiseAmps);
    const shown = clipsAboveAmps === null ? noisy : Math.min(clipsAboveAmps, noisy);
    return stepped(reversed ? -shown : shown, stepAmps);
  }

  truth(): StartTruth {
    const { start, simulation, k } = this;
    const attempt = this.courses.find(({ course }) => course.fired) ?? this.courses.at(-1);
    const onset = attempt?.fromS ?? 0;
    const course = attempt?.course ?? simulation.attempt(1);
    const first = extremes(course);
    const { from, to } = plateauOf(course);
    const turns = (course.turns[to] ?? 0) - (course.turns[from] ?? 0);
    const plateau = this.meanFrom(onset + from * course.stepS, onset + to * course.stepS);
    const inrush = this.firstPull(onset);
    const keyAmps = start.vehicle.loads.keyOnAmps;
    const chargesUntil = this.firedAtS === null ? null : start.seconds - this.firedAtS - WAITS_S;
    const isCharging = this.charges && chargesUntil !== null && chargesUntil > 1;
    const net =
      start.taper.toAmps +
      (start.taper.fromAmps - start.taper.toAmps) *
        Math.exp(-Math.max(0, chargesUntil ?? 0) / start.taper.tauS);
    const isTurning = simulation.steady.speed > 0;
    return {
      restVolts: (start.keyOnS === null ? simulation.voltsAt(keyAmps) : this.rest) * k,
      keyOnS: start.keyOnS,
      inrushS: inrush.atS,
      inrushVolts: inrush.volts,
      inrushAmps: inrush.amps,
      supplyMilliohms:
        ((1000 * (simulation.voltsAt(first.mean) - simulation.voltsAt(first.most))) /
          Math.max(1, first.most - first.mean)) *
        k *
        k,
      plateauVolts: plateau.volts,
      plateauAmps: plateau.amps,
      crankRpm: isTurning ? (60 * turns) / Math.max(1e-9, (to - from) * course.stepS) : 0,
      weakLoss: start.weak === null ? null : start.weak.loss,
      startS: this.firedAtS,
      crossS:
        this.charges && this.firedAtS !== null
          ? this.crossing(start.keyOnS === null ? simulation.voltsAt(keyAmps) : this.rest)
          : null,
      chargingVolts: isCharging ? this.regulated * k : null,
      rippleVolts: isCharging ? this.ripple * k : null,
      phaseMissing: isCharging ? start.vehicle.alternator.diode !== 'sound' : null,
      taperTauS: isCharging ? start.taper.tauS : null,
      netEndAmps: isCharging ? net / k : null,
      attempts: start.attempts.length,
      turnsOfEach: turns / 2,
    };
  }

  private meanFrom(fromS: number, toS: number) {
    let [volts, amps, count] = [0, 0, 0];
    for (let now = fromS; now < toS; now += 2e-4, count++) {
      const [v, a] = this.at(now);
      volts += v;
      amps += a;
    }
    return { volts: volts / Math.max(1, count), amps: amps / Math.max(1, count) };
  }

  private firstPull(onset: number) {
    let [volts, amps, atS] = [Number.POSITIVE_INFINITY, 0, onset];
    for (let now = onset; now < onset + 0.25; now += 1e-4) {
      const [v, a] = this.at(now);
      amps = Math.max(amps, a);
      if (v < volts) [volts, atS] = [v, now];
    }
    return { volts, amps, atS };
  }

  private crossing(level: number): number {
    const from = (this.firedAtS ?? 0) + WAITS_S;
    for (let at = from; at < from + 4; at += 0.002) if ((this.at(at)[0] ?? 0) / this.k > level) return at;
    return from;
  }
}

/** Steps of a recorder are round in so many parts of a volt or an ampere. */
const PARTS = 1e6;

/** What a recorder of this step writes down. A second holds thousands of these: no way over words. No zero has a sign. */
const stepped = (value: number, step: number) =>
  step === 0 ? value : Math.round(Math.round(value / step) * step * PARTS) / PARTS + 0;

/** A belt that slips squeals most at first, and again. */
const slipping = (since: number) =>
  since < 6 ? 1.1 * Math.abs(Math.sin(2.1 * since)) * Math.exp(-since / 4) : 0;

function extremes(course: CrankCourse) {
  const { amps } = course;
  const { from, to } = plateauOf(course);
  let most = 0;
  for (let place = 0; place < Math.min(amps.length, 2500); place++) most = Math.max(most, amps[place] ?? 0);
  let sum = 0;
  for (let at = from; at < to; at++) sum += amps[at] ?? 0;
  return { most, mean: sum / Math.max(1, to - from) };
}

/** Where it turned evenly: from 0.3 s after the starter pulled to its end. */
function plateauOf({ endsAt, stepS }: CrankCourse) {
  const from = Math.min(Math.round(0.3 / stepS), Math.max(0, endsAt - 1));
  return { from, to: Math.max(from + 1, endsAt) };
}
