import { coldDemand } from '../../../vehicle/engine';
import { type Cranking, cranking, startingOhms } from '../cranking';
import { voltsUnder } from '../set';
import type { VehicleTruth } from '../vehicle-truth';
import type { StartCase } from './start-case';

/** The course of one attempt: the current and the voltage of 12 V at every step, and what happened in it. */
export interface CrankCourse {
  readonly stepS: number;
  readonly volts: Float64Array;
  readonly amps: Float64Array;
  /** Steps at which it fired, or the key was let go of. */
  readonly endsAt: number;
  readonly fired: boolean;
  /** Turns of the engine, by step. */
  readonly turns: Float64Array;
}

const STEP_S = 1e-4;
/** What the windings hold the current back by, s. */
const WINDING_S = 0.004;
/** How long an engine that fires takes to be faster than the starter, s. */
const CATCHES_S = 0.045;
const LONGEST_S = 25;
/** Once let go of, the solenoid opens in so long, s. */
const RELEASES_S = 0.003;
/** Turns a minute of a sound warm engine while it is cranked, by what is usual for its kind. A model of ours. */
function usualRpm({ engine }: Pick<VehicleTruth, 'engine'>): number {
  return engine === 'diesel_heavy'
    ? 180
    : engine === 'diesel_light'
      ? 200
      : engine === 'motorcycle'
        ? 300
        : 220;
}

/** What a starter and an engine do in an attempt, step by step: electrical, and turned by what is left of the torque. */
export class CrankSimulation {
  readonly steady: Cranking;
  private readonly ohms: number;
  private readonly usualEmf: number;
  private readonly torque: number;
  private readonly friction: number;
  private readonly inertia: number;
  private readonly table: Float64Array;
  private readonly tableStep: number;
  private readonly lobes: readonly number[];

  /** @param even how much of its usual torque each cylinder has, in the order in which they fire */
  constructor(
    private readonly start: StartCase,
    even: readonly number[],
  ) {
    const { vehicle } = start;
    this.steady = cranking(vehicle);
    const { usualAmps, starterDrag, engineDrag } = vehicle.starter;
    const armature = (0.012 * 120) / usualAmps;
    const path = startingOhms(vehicle.milliohms) * (12 / vehicle.systemVolts) ** 2;
    this.ohms = armature + path;
    this.usualEmf = 10.4 - 1.2 - usualAmps * armature;
    this.friction = 0.15 * usualAmps * starterDrag;
    this.torque = 0.85 * usualAmps * engineDrag * coldDemand(vehicle.temperatureC);
    const surplus = 0.45 * Math.max(10, this.steady.inrushAmps - this.steady.amps);
    this.inertia = (0.15 * surplus) / (0.75 * Math.max(0.2, this.steady.speed));
    this.tableStep = (1.15 * this.steady.inrushAmps) / 400;
    this.table = Float64Array.from({ length: 402 }, (_, at) =>
      voltsUnder(at * this.tableStep, vehicle.battery, vehicle.temperatureC),
    );
    this.lobes = even;
  }

  /** The voltage at the posts under a current, at once, V of 12 V. */
  voltsAt(amps: number): number {
    const place = Math.min(400, Math.max(0, amps / this.tableStep));
    const low = Math.floor(place);
    const below = this.table[low] ?? 0;
    return below + (place - low) * ((this.table[low + 1] ?? below) - below);
  }

  /** One attempt: until it fires, is let go of, or nobody would crank any longer. */
  attempt(lettingGoS: number | null): CrankCourse {
    const fires = lettingGoS === null ? (this.steady.startSeconds ?? LONGEST_S) : Number.POSITIVE_INFINITY;
    const ends = Math.min(lettingGoS ?? LONGEST_S, fires, LONGEST_S);
    const steps = Math.ceil((ends + 0.4) / STEP_S);
    const [volts, amps, turns] = [new Float64Array(steps), new Float64Array(steps), new Float64Array(steps)];
    const perS = usualRpm(this.start.vehicle) / 60;
    const tired = 0.06 * this.steady.volts * 0.1;
    let [current, speed, angle, sag] = [0, 0, 0, 0];
    for (let at = 0; at < steps; at++) {
      const now = at * STEP_S;
      const ending = now - ends;
      const posts = this.voltsAt(current) - sag;
      if (ending < 0) {
        current += (STEP_S / WINDING_S) * ((posts - 1.2 - this.usualEmf * speed) / this.ohms - current);
        current = Math.max(0, current);
        const lobe = this.lobeAt(angle);
        const asked = this.friction + this.torque * (0.65 + 0.35 * speed) * (1 + lobe);
        speed = Math.max(0, speed + (STEP_S * (current - asked)) / this.inertia);
      } else if (fires <= ends) current -= (STEP_S / CATCHES_S) * current;
      else current -= (STEP_S / RELEASES_S) * current;
      sag += (STEP_S / 0.6) * ((tired * current) / Math.max(1, this.steady.amps) - sag);
      angle += STEP_S * speed * perS;
      volts[at] = this.voltsAt(current) - sag;
      amps[at] = current;
      turns[at] = angle;
    }
    return { stepS: STEP_S, volts, amps, turns, endsAt: Math.round(ends / STEP_S), fired: fires <= ends };
  }

  /** What the compression of the cylinder whose turn it is adds to the mean torque, as a share. */
  private lobeAt(turns: number): number {
    const { cylinders } = this.start;
    if (cylinders === 0) return 0;
    const phase = (turns * cylinders) / 2;
    const lobe = Math.floor(phase);
    return (
      COMPRESSION * (this.lobes[lobe % cylinders] ?? 1) * Math.sin(2 * Math.PI * (phase - lobe) - Math.PI / 2)
    );
  }
}

/** The swing of the torque by compression. */
const COMPRESSION = 0.25;
