import type { BatteryState } from '../physics/battery-state';
import { discharge, dischargeCourse } from '../physics/discharge';
import type { Model } from '../physics/physical-battery';
import { terminalVolts } from '../physics/terminal-volts';

/**
 * How a bank draws: `set` holds the current that it was set to; `sags` loses some of it as it warms; `fixed` is a
 * plain resistance whose current follows the voltage.
 */
export type BankKind = 'set' | 'sags' | 'fixed';

/** How a bank is set. */
export interface BankSetting {
  readonly kind: BankKind;
  /** What is asked of it, A; of a fixed one, what it draws at 12 V. */
  readonly amps: number;
}

/** One moment of a load: the voltage at the end of a step, and the current through it. */
export interface LoadMoment {
  readonly seconds: number;
  readonly volts: number;
  readonly amps: number;
}

/** Warm, a sagging bank has lost this share, and most of it with this time constant, s. A model of ours. */
const SAG = 0.08;
const SAG_SECONDS = 6;
/** A 12 V resistance stays one on a 6 V battery. */
const FIXED_AT_VOLTS = 12;
/** No bank pulls a battery below its own drop, V. */
const LEAST_VOLTS = 0.5;
const BISECTIONS = 40;

/** What is asked of a battery at a moment of a load: A for the seconds it has been on and the voltage that is left. */
export type Draw = (seconds: number, volts: number) => number;

/** What a bank asks for. */
export function bankDraw({ kind, amps }: BankSetting): Draw {
  switch (kind) {
    case 'set':
      return () => amps;
    case 'sags':
      return (seconds) => amps * (1 - SAG * (1 - Math.exp(-seconds / SAG_SECONDS)));
    case 'fixed':
      return (_, volts) => (Math.max(0, volts) * amps) / FIXED_AT_VOLTS;
  }
}

/** Step at which a load is drawn, s: the activation needs no finer one. */
export const LOAD_STEP_SECONDS = 0.1;

/** The current that flows at this moment, A: what is asked for, or less where the battery cannot give it. */
function flowingAmps(model: Model, state: BatteryState, draw: Draw, seconds: number): number {
  const flows = (current: number) => {
    const volts = terminalVolts(model, state, current);
    return volts >= LEAST_VOLTS && current <= draw(seconds, volts);
  };
  const most = draw(seconds, terminalVolts(model, state, 0));
  if (flows(most)) return most;
  let [low, high] = [0, most];
  for (let turn = 0; turn < BISECTIONS; turn++) {
    const middle = (low + high) / 2;
    if (flows(middle)) low = middle;
    else high = middle;
  }
  return low;
}

/** One step of a load. */
export function loadStep(
  model: Model,
  state: BatteryState,
  draw: Draw,
  fromSeconds: number,
  stepSeconds: number,
): { readonly moment: LoadMoment; readonly state: BatteryState } {
  const amps = flowingAmps(model, state, draw, fromSeconds);
  const next = discharge(model, state, { amps, seconds: stepSeconds });
  const volts = terminalVolts(model, next, amps);
  return { moment: { seconds: fromSeconds + stepSeconds, volts, amps }, state: next };
}

/**
 * A load held for some seconds, moment by moment; broken off as soon as the voltage falls below `stopVolts`.
 */
export function holdLoad(
  model: Model,
  state: BatteryState,
  setting: BankSetting,
  seconds: number,
  stopVolts: number,
): { readonly course: readonly LoadMoment[]; readonly collapsed: boolean; readonly state: BatteryState } {
  const steps = Math.round(seconds / LOAD_STEP_SECONDS);
  const whole = setting.kind === 'set' ? heldAsSet(model, state, setting.amps, steps, stopVolts) : null;
  if (whole) return whole;
  const draw = bankDraw(setting);
  const course: LoadMoment[] = [];
  let at = state;
  for (let step = 0; step < steps; step++) {
    const { moment, state: next } = loadStep(model, at, draw, step * LOAD_STEP_SECONDS, LOAD_STEP_SECONDS);
    course.push(moment);
    at = next;
    if (moment.volts < stopVolts) return { course, collapsed: true, state: at };
  }
  return { course, collapsed: false, state: at };
}

/** A load whose current never changes, all steps at once; null where the battery cannot carry it to the end. */
function heldAsSet(model: Model, state: BatteryState, amps: number, steps: number, stopVolts: number) {
  const { volts, state: end } = dischargeCourse(model, state, amps, LOAD_STEP_SECONDS, steps);
  const least = Math.max(stopVolts, LEAST_VOLTS);
  if (terminalVolts(model, state, amps) < least || !volts.every((value) => value >= least)) return null;
  const course = Array.from(volts, (value, at) => ({
    seconds: (at + 1) * LOAD_STEP_SECONDS,
    volts: value,
    amps,
  }));
  return { course, collapsed: false, state: end };
}
