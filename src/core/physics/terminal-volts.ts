import { resistanceRise } from '../correction/charge-effect';
import { resistanceAtTemperature } from '../correction/conductance';
import { OPEN_CIRCUIT_VOLTS_PER_KELVIN } from '../correction/open-circuit-temperature';
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

/** Below empty the resistance stays what it is when empty. */
const chargeFactor = (charge: number) => resistanceRise(100 * Math.min(1, Math.max(0, charge)));

/** Depletion of the plates at which a full battery reaches 10.5 V, the end of the discharge times. A model of ours. */
export const DEPLETION_AT_END = 0.855;
const MOST_DEPLETION = 0.995;
/** Size of the knee, V of one cell. */
const KNEE_VOLTS = 0.3 / REFERENCE_CELLS;
/** Below empty the open voltage falls steeply: V of one cell for the whole capacity. A model of ours. */
const BELOW_EMPTY_VOLTS = 10 / REFERENCE_CELLS;
/** A full cell whose voltage was summed and divided again is still full. */
const ROUNDING_VOLTS = 1e-9;

/** Open voltage of one cell at 25 °C: straight between the rows of the construction's curve, steep below empty. */
function openCellVolts25(model: Model, charge: number): number {
  const { openCellVolts } = model;
  const last = openCellVolts.length - 1;
  if (charge <= 0) return (openCellVolts[0] ?? 0) + BELOW_EMPTY_VOLTS * charge;
  const at = Math.min(charge, 1) * last;
  const row = Math.min(last - 1, Math.floor(at));
  const below = openCellVolts[row] ?? 0;
  return below + ((openCellVolts[row + 1] ?? 0) - below) * (at - row);
}

/** Open voltage of one cell at the battery's temperature, V; a shorted cell shows none. */
export function openCellVolts(model: Model, state: BatteryState, cell: number): number {
  if (model.shorted[cell]) return 0;
  const charge = state[CELLS_FROM + PER_CELL * cell] ?? 0;
  const warmer = (state[CELSIUS] ?? 0) - REFERENCE_C;
  return openCellVolts25(model, charge) + (OPEN_CIRCUIT_VOLTS_PER_KELVIN / REFERENCE_CELLS) * warmer;
}

/**
 * The charge, percent, at which a model whose cells are alike rests at this open voltage, V; null where none does.
 * `openVolts` of a rested state read backwards.
 */
export function chargeAtOpenVolts(model: Model, volts: number, temperatureC: number): number | null {
  const active = model.shorted.filter((shorted) => !shorted).length;
  const warmer = temperatureC - REFERENCE_C;
  const cell = volts / active - (OPEN_CIRCUIT_VOLTS_PER_KELVIN / REFERENCE_CELLS) * warmer;
  const curve = model.openCellVolts;
  const [empty = 0, last = curve.length - 1] = [curve[0], curve.length - 1];
  if (cell < empty) {
    const charge = (cell - empty) / BELOW_EMPTY_VOLTS;
    return charge < LEAST_CHARGE ? null : 100 * charge;
  }
  for (let row = 0; row < last; row++) {
    const [below = 0, above = 0] = [curve[row], curve[row + 1]];
    if (cell <= above + ROUNDING_VOLTS) {
      return (100 * (row + (Math.min(cell, above) - below) / (above - below))) / last;
    }
  }
  return null;
}

/** Drop of one cell as its plates run dry of acid: `0.30 x³/(1 − x)` V for a 12 V battery. */
function kneeVolts(charge: number, ahead: number): number {
  const x = Math.min(MOST_DEPLETION, DEPLETION_AT_END * (Math.max(0, 1 - charge) + ahead));
  return (KNEE_VOLTS * x ** 3) / (1 - x);
}

/** Resistance of plates and acid as they are, ohm of the whole battery, joints left out. */
export function plateOhms(model: Model, state: BatteryState): number {
  let factor = 0;
  // Neighbours are mostly alike, and are worked out once.
  let known = Number.NaN;
  let ofKnown = 0;
  for (let cell = 0; cell < model.cells; cell++) {
    const charge = state[CELLS_FROM + PER_CELL * cell] ?? 0;
    if (charge !== known) ofKnown = chargeFactor(charge);
    known = charge;
    factor += ofKnown;
  }
  return (model.ohms25 * resistanceAtTemperature(state[CELSIUS] ?? 0) * factor) / model.cells;
}

/** Resistance in the current's way at this current, A: that of plates and acid as they are, ohm, and the joints. */
export function ohmsWithJoints(model: Model, plates: number, amps: number): number {
  return plates + model.jointOhms + model.jointOhmsPerAmp * Math.abs(amps);
}

/** Resistance in the current's way at this current, A, joints included. */
export function ohmsAt(model: Model, state: BatteryState, amps: number): number {
  return ohmsWithJoints(model, plateOhms(model, state), amps);
}

/** Voltage over the posts, V, with this discharge current flowing, A; 0 is the open voltage as it is at this moment. */
export function terminalVolts(model: Model, state: BatteryState, amps: number): number {
  let volts = (state[SURFACE_FAST] ?? 0) + (state[SURFACE_SLOW] ?? 0);
  // Neighbours are mostly alike, and are worked out once.
  let [knownCharge, knownAhead] = [Number.NaN, Number.NaN];
  let [open, knee] = [0, 0];
  for (let cell = 0; cell < model.cells; cell++) {
    if (model.shorted[cell]) continue;
    const at = CELLS_FROM + PER_CELL * cell;
    const [charge, ahead] = [state[at] ?? 0, state[at + 1] ?? 0];
    if (charge !== knownCharge || ahead !== knownAhead) {
      open = openCellVolts(model, state, cell);
      knee = amps > 0 ? kneeVolts(charge, ahead) : 0;
    }
    knownCharge = charge;
    knownAhead = ahead;
    volts += open;
    volts -= knee;
  }
  const drops = (state[ACTIVATION] ?? 0) + (state[DIFFUSION] ?? 0);
  return volts - drops - amps * ohmsAt(model, state, amps);
}
