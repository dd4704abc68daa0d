import { coldDemand } from '../../vehicle/engine';
import { type Piece, SIDE_FACTS } from '../../vehicle/path';
import { openVolts, setOhms, voltsUnder } from './set';
import type { VehicleTruth } from './vehicle-truth';

/** How an engine is turned: at what current and voltage, and how fast against a sound warm one, as of a system of 12 V. */
export interface Cranking {
  /** A of 12 V: a system of 24 V takes half of it. */
  readonly amps: number;
  /** At the posts, V of 12 V. */
  readonly volts: number;
  /** Of the speed that a sound one has; 0: it does not turn. */
  readonly speed: number;
  readonly inrushAmps: number;
  readonly inrushVolts: number;
  /** Seconds until it runs; null: it never does. */
  readonly startSeconds: number | null;
}

/** The brushes, V, and the armature of a starter that takes 120 A, ohm. A model of ours. */
const BRUSH_VOLTS = 1.2;
const ARMATURE_OHM_AMPS = 0.012 * 120;
/** What of the usual current is the starter’s own friction, and what of the engine’s torque hangs on its speed. */
const FRICTION_SHARE = 0.15;
const SPEED_SHARE = 0.35;
/** The voltage at which the starter is taken to turn as fast as usual, V at its stud. */
const USUAL_VOLTS = 10.4;

/** The resistance of the starting path, ohm as it stands in the vehicle. */
export function startingOhms(milliohms: Readonly<Record<Piece, number>>): number {
  const pieces = [...SIDE_FACTS.start_plus.pieces, ...SIDE_FACTS.start_minus.pieces];
  return pieces.reduce((sum, piece) => sum + milliohms[piece], 0) / 1000;
}

/** The steady state of a cranked engine: its torque against what the starter has left for it. */
export function cranking({ battery, starter, milliohms, temperatureC, systemVolts }: VehicleTruth): Cranking {
  const { usualAmps, starterDrag, engineDrag } = starter;
  const armature = ARMATURE_OHM_AMPS / usualAmps;
  // The same power at another voltage: what current loses on its way counts by the square of it.
  const path = startingOhms(milliohms) * (12 / systemVolts) ** 2;
  const usualEmf = USUAL_VOLTS - BRUSH_VOLTS - usualAmps * armature;
  const friction = FRICTION_SHARE * usualAmps * starterDrag;
  const torque = (1 - FRICTION_SHARE) * usualAmps * engineDrag * coldDemand(temperatureC);
  const speedAt = (amps: number) =>
    (voltsUnder(amps, battery, temperatureC) - amps * (path + armature) - BRUSH_VOLTS) / usualEmf;
  const askedAt = (speed: number) => friction + torque * (1 - SPEED_SHARE + SPEED_SHARE * Math.max(0, speed));
  const stall = stallAmps(battery, path + armature, temperatureC);
  const amps = crossing((at) => at - askedAt(speedAt(at)), 0, stall);
  const turns = speedAt(stall) < speedAt(amps) && speedAt(amps) > LEAST_SPEED;
  const steady = turns ? amps : stall;
  return {
    amps: steady,
    volts: voltsUnder(steady, battery, temperatureC),
    speed: turns ? speedAt(amps) : 0,
    inrushAmps: stall,
    inrushVolts: voltsUnder(INRUSH_SHARE * stall, battery, temperatureC),
    startSeconds: turns ? secondsToStart(speedAt(amps)) : null,
  };
}

/** Slower than this it stands still; the first moment of a start comes near to standing still, softened by the windings. */
const LEAST_SPEED = 0.08;
const INRUSH_SHARE = 0.85;

/** Fires within a turn or two at full speed, ever later below, not at all where it hardly turns. A model of ours. */
function secondsToStart(speed: number): number | null {
  if (speed < 0.3) return null;
  return 0.5 + 0.6 / (speed - 0.2);
}

function stallAmps(battery: VehicleTruth['battery'], ohms: number, temperatureC: number): number {
  const most = openVolts(battery, temperatureC) / (ohms + setOhms(battery, temperatureC));
  return crossing(
    (at) => at * ohms + BRUSH_VOLTS - voltsUnder(at, battery, temperatureC),
    0,
    Math.max(1, most),
  );
}

/** Where a rising function is 0, by halving. */
export function crossing(rising: (at: number) => number, least: number, most: number): number {
  let [from, to] = [least, most];
  for (let turn = 0; turn < HALVINGS; turn++) {
    const middle = (from + to) / 2;
    if (rising(middle) < 0) from = middle;
    else to = middle;
  }
  return (from + to) / 2;
}

const HALVINGS = 32;
