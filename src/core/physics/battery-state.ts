import { requireFinite, requireWithin } from '../quantity/finite';
import type { Model } from './physical-battery';

/**
 * Where a battery stands at a moment, in one array: drops and surface charge of the whole battery in V, its
 * temperature in °C, then for each cell its charge (1 full) and how far the plates have run ahead of it.
 */
export type BatteryState = Float64Array;

export const ACTIVATION = 0;
export const DIFFUSION = 1;
export const SURFACE_FAST = 2;
export const SURFACE_SLOW = 3;
export const CELSIUS = 4;
/** First of the cells; each takes two places: charge, then the depletion ahead of it. */
export const CELLS_FROM = 5;
export const PER_CELL = 2;

/** How far below empty a cell can be drawn, as a share of its capacity. */
export const LEAST_CHARGE = -0.3;

/** A battery that has rested for days at this charge and temperature. */
export function restedState(model: Model, chargePct: number, temperatureC: number): BatteryState {
  requireWithin('chargePct', chargePct, LEAST_CHARGE * 100, 100);
  const state = new Float64Array(CELLS_FROM + PER_CELL * model.cells);
  state[CELSIUS] = requireFinite('temperatureC', temperatureC);
  for (let cell = 0; cell < model.cells; cell++) {
    state[CELLS_FROM + PER_CELL * cell] = model.shorted[cell] ? 0 : chargePct / 100;
  }
  return state;
}

/** Charge of one cell, 1 full. */
export function cellCharge(state: BatteryState, cell: number): number {
  return state[CELLS_FROM + PER_CELL * cell] ?? 0;
}

/** State of charge of the whole battery, percent: the mean over its cells that still hold any. */
export function trueChargePct(model: Model, state: BatteryState): number {
  let sum = 0;
  let counted = 0;
  for (let cell = 0; cell < model.cells; cell++) {
    if (model.shorted[cell]) continue;
    sum += cellCharge(state, cell);
    counted++;
  }
  return (100 * sum) / Math.max(1, counted);
}

/** The battery's own temperature, °C. */
export function celsiusOf(state: BatteryState): number {
  return state[CELSIUS] ?? 0;
}

/** The same battery brought to another temperature. */
export function atTemperature(state: BatteryState, temperatureC: number): BatteryState {
  const brought = state.slice();
  brought[CELSIUS] = requireFinite('temperatureC', temperatureC);
  return brought;
}

/**
 * The same battery at another state of charge, percent: every cell that holds any is moved by as much, so that what sets
 * the cells apart stays.
 */
export function withCharge(model: Model, state: BatteryState, chargePct: number): BatteryState {
  requireWithin('chargePct', chargePct, LEAST_CHARGE * 100, 100);
  const moved = state.slice();
  const by = (chargePct - trueChargePct(model, state)) / 100;
  for (let cell = 0; cell < model.cells; cell++) {
    if (model.shorted[cell]) continue;
    const at = CELLS_FROM + PER_CELL * cell;
    moved[at] = Math.min(1, Math.max(LEAST_CHARGE, cellCharge(state, cell) + by));
  }
  return moved;
}
