import { requireFinite } from '../quantity/finite';
import {
  ACTIVATION,
  type BatteryState,
  CELLS_FROM,
  CELSIUS,
  DIFFUSION,
  LEAST_CHARGE,
  PER_CELL,
  SURFACE_FAST,
  SURFACE_SLOW,
} from './battery-state';
import { REFERENCE_C, REFERENCE_CELLS } from './model-facts';
import type { Model } from './physical-battery';
import { terminalVolts } from './terminal-volts';

const SECONDS_PER_HOUR = 3600;
const SECONDS_PER_MONTH = 30 * 86_400;

/** Activation overvoltage: its scale, V of a 12 V battery, its time constant, s, and its bend over temperature, 1/K. */
const ACTIVATION_VOLTS = 0.126;
const ACTIVATION_SECONDS = 0.4;
const BEND_PER_KELVIN = 0.035;
/** Diffusion: its time constant, s, and its rise for each kelvin colder. */
const DIFFUSION_SECONDS = 20;
const DIFFUSION_PER_KELVIN = 0.004;
/** Surface charge fades by itself, s, and is drawn off by this share of the capacity. */
const SURFACE_FAST_SECONDS = 15 * 60;
const SURFACE_SLOW_SECONDS = 4 * SECONDS_PER_HOUR;
const SURFACE_SHARE_OF_CAPACITY = 0.01;
/** Plates that ran ahead of the charge catch up at rest, s. A model of ours. */
const CATCH_UP_SECONDS = 10 * 60;
/** Usable capacity for each kelvin, and the least that is left in the cold. */
const CAPACITY_PER_KELVIN = 0.008;
const LEAST_CAPACITY = 0.2;
/** Self-discharge doubles with each so many kelvin. Rule of the trade. */
const DOUBLING_KELVIN = 10;
/** Hours that a capacity is stated over. Standard. */
const RATED_HOURS = 20;
/** A battery follows the air around it, s. Rule of the trade: hours. */
const FOLLOWS_AIR_SECONDS = 4 * SECONDS_PER_HOUR;

/** Everything that a step of one length at one current does to a battery at its temperature, worked out once. */
interface Stride {
  readonly activation: Approach;
  readonly diffusion: Approach;
  readonly surfaceFast: number;
  readonly surfaceSlow: number;
  readonly cells: readonly CellStride[];
}

/** An exponential approach: what is left of the distance, and where it leads. */
interface Approach {
  readonly left: number;
  readonly target: number;
}

interface CellDraw {
  readonly temperatureC: number;
  readonly amps: number;
  readonly seconds: number;
}

interface CellStride {
  /** Share of the charge that self-discharge leaves, and what current and leak take away. */
  readonly keeps: number;
  readonly takes: number;
  readonly aheadKeeps: number;
  readonly aheadGains: number;
}

/** Discharge time by the law of the trade: seconds from full to 10.5 V at this current and temperature. */
export function dischargeSeconds(model: Model, cellAh: number, amps: number, temperatureC: number): number {
  const usable = cellAh * Math.max(LEAST_CAPACITY, 1 + CAPACITY_PER_KELVIN * (temperatureC - REFERENCE_C));
  return RATED_HOURS * SECONDS_PER_HOUR * (usable / (RATED_HOURS * amps)) ** model.peukert;
}

function strideOf(model: Model, temperatureC: number, amps: number, seconds: number): Stride {
  const colder = REFERENCE_C - temperatureC;
  const bend = model.bendAmps25 * Math.exp(-BEND_PER_KELVIN * colder);
  const scale = (ACTIVATION_VOLTS * model.cells) / REFERENCE_CELLS;
  const drawn = amps / (SURFACE_SHARE_OF_CAPACITY * model.ratedAh * SECONDS_PER_HOUR);
  const surface = (fades: number) => Math.exp(-seconds * (1 / fades + drawn));
  return {
    activation: { left: Math.exp(-seconds / ACTIVATION_SECONDS), target: scale * Math.asinh(amps / bend) },
    diffusion: {
      left: Math.exp(-seconds / DIFFUSION_SECONDS),
      target: amps * model.diffusionOhms25 * Math.exp(DIFFUSION_PER_KELVIN * colder),
    },
    surfaceFast: surface(SURFACE_FAST_SECONDS),
    surfaceSlow: surface(SURFACE_SLOW_SECONDS),
    cells: cellStrides(model, { temperatureC, amps, seconds }),
  };
}

/** A stride a cell; cells that are alike share theirs. */
function cellStrides(model: Model, drawn: CellDraw): CellStride[] {
  const strides: CellStride[] = [];
  for (const [cell, cellAh] of model.cellAh.entries()) {
    const leakAmps = model.leakAmps[cell] ?? 0;
    const before = strides[cell - 1];
    const isAlike = cellAh === model.cellAh[cell - 1] && leakAmps === model.leakAmps[cell - 1];
    strides.push(before && isAlike ? before : cellStride(model, cellAh, leakAmps, drawn));
  }
  return strides;
}

function cellStride(
  model: Model,
  cellAh: number,
  leakAmps: number,
  { temperatureC, amps, seconds }: CellDraw,
): CellStride {
  const capacity = cellAh * SECONDS_PER_HOUR;
  const perSecond =
    (model.monthlyLoss / SECONDS_PER_MONTH) * 2 ** ((temperatureC - REFERENCE_C) / DOUBLING_KELVIN);
  const keeps = Math.exp(-perSecond * seconds);
  // Current and leak at a steady rate under a charge that also fades: exact for a step of any length.
  const takes =
    ((amps + leakAmps) / capacity) *
    (perSecond > 0 ? -Math.expm1(-perSecond * seconds) / perSecond : seconds);
  if (amps <= 0) return { keeps, takes, aheadKeeps: Math.exp(-seconds / CATCH_UP_SECONDS), aheadGains: 0 };
  const ahead = 1 / dischargeSeconds(model, cellAh, amps, temperatureC) - amps / capacity;
  return { keeps, takes, aheadKeeps: 1, aheadGains: Math.max(0, ahead) * seconds };
}

function strideInPlace(model: Model, state: BatteryState, stride: Stride): void {
  const { activation, diffusion } = stride;
  state[ACTIVATION] = activation.target + ((state[ACTIVATION] ?? 0) - activation.target) * activation.left;
  state[DIFFUSION] = diffusion.target + ((state[DIFFUSION] ?? 0) - diffusion.target) * diffusion.left;
  state[SURFACE_FAST] = (state[SURFACE_FAST] ?? 0) * stride.surfaceFast;
  state[SURFACE_SLOW] = (state[SURFACE_SLOW] ?? 0) * stride.surfaceSlow;
  for (let cell = 0; cell < model.cells; cell++) {
    const step = stride.cells[cell];
    if (!step || model.shorted[cell]) continue;
    const at = CELLS_FROM + PER_CELL * cell;
    const charge = state[at] ?? 0;
    // What is below empty does not fade by itself any further.
    state[at] = Math.max(LEAST_CHARGE, Math.max(0, charge) * step.keeps + Math.min(0, charge) - step.takes);
    state[at + 1] = (state[at + 1] ?? 0) * step.aheadKeeps + step.aheadGains;
  }
}

/** Where a battery is after resting or being discharged. */
export interface Drawn {
  /** Discharge current, A; 0 at rest. */
  readonly amps: number;
  readonly seconds: number;
  /** Of the air around it, °C; left out, the battery stays at its temperature. */
  readonly airC?: number;
}

/**
 * The battery after a steady discharge current, or none, for some time. Exact within the step, whatever its length,
 * as long as the temperature stays. Charging has a law of its own: see `charge`.
 */
export function discharge(model: Model, state: BatteryState, { amps, seconds, airC }: Drawn): BatteryState {
  if (!(amps >= 0 && Number.isFinite(amps))) throw new RangeError(`amps must be 0 or more, got ${amps}`);
  if (!(seconds >= 0)) throw new RangeError(`seconds must be 0 or more, got ${seconds}`);
  const next = state.slice();
  strideInPlace(model, next, strideOf(model, state[CELSIUS] ?? 0, amps, seconds));
  if (airC !== undefined) {
    const left = Math.exp(-seconds / FOLLOWS_AIR_SECONDS);
    next[CELSIUS] = requireFinite('airC', airC) + ((state[CELSIUS] ?? 0) - airC) * left;
  }
  return next;
}

/** A battery left alone for some time in air of this temperature. */
export function rest(model: Model, state: BatteryState, minutes: number, airC?: number): BatteryState {
  return discharge(model, state, { amps: 0, seconds: minutes * 60, ...(airC === undefined ? {} : { airC }) });
}

/** A steady current in even steps: each call of `step` draws one more and answers with the voltage at its end, V. */
export interface SteadyCourse {
  readonly step: () => number;
  /** Where it has brought the battery. */
  readonly state: BatteryState;
}

/** A discharge in even steps at the temperature that the battery has: what one step does is worked out once. */
export function steadyCourse(
  model: Model,
  from: BatteryState,
  amps: number,
  stepSeconds: number,
): SteadyCourse {
  const state = from.slice();
  const stride = strideOf(model, state[CELSIUS] ?? 0, amps, stepSeconds);
  const step = () => {
    strideInPlace(model, state, stride);
    return terminalVolts(model, state, amps);
  };
  return { step, state };
}

/** The course of a steady discharge: the voltage at the end of each of `count` even steps, and where it leaves the battery. */
export function dischargeCourse(
  model: Model,
  from: BatteryState,
  amps: number,
  stepSeconds: number,
  count: number,
): { readonly volts: Float64Array; readonly state: BatteryState } {
  const { step, state } = steadyCourse(model, from, amps, stepSeconds);
  return { volts: Float64Array.from({ length: count }, step), state };
}
