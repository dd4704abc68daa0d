import { CONSTRUCTION_FACTS } from '../battery/construction';
import { resistanceAtTemperature } from '../correction/conductance';
import { gravityFromCharge } from '../correction/freezing';
import { GRAVITY_PER_KELVIN } from '../correction/gravity';
import { type BatteryState, cellCharge, celsiusOf, SURFACE_FAST, SURFACE_SLOW } from './battery-state';
import { REFERENCE_C, REFERENCE_CELLS } from './model-facts';
import type { Model } from './physical-battery';
import { openCellVolts, plateOhms, terminalVolts } from './terminal-volts';

/** What a perfect instrument would show of a battery. Each adds its own noise, range and resolution. */

/** Voltage over the posts with nothing connected, V. */
export function openVolts(model: Model, state: BatteryState): number {
  return terminalVolts(model, state, 0);
}

/** Voltage over each cell with nothing connected, V. */
export function cellVolts(model: Model, state: BatteryState): number[] {
  const surface = ((state[SURFACE_FAST] ?? 0) + (state[SURFACE_SLOW] ?? 0)) / model.cells;
  return Array.from({ length: model.cells }, (_, cell) =>
    model.shorted[cell] ? 0 : openCellVolts(model, state, cell) + surface,
  );
}

/** Gravity of the acid in each cell at its own temperature, as an uncompensated hydrometer reads it. */
export function cellGravities(model: Model, state: BatteryState): number[] {
  const colder = REFERENCE_C - celsiusOf(state);
  return Array.from({ length: model.cells }, (_, cell) => {
    const pct = 100 * Math.max(0, cellCharge(state, cell));
    return gravityFromCharge(pct, model.construction) + model.addedGravity + GRAVITY_PER_KELVIN * colder;
  });
}

/** A new unit shows somewhat more than its rating. A model of ours. */
const NEW_UNIT_SHARE = 1.05;

/**
 * Resistance to a tester's small signal, ohm: at such a frequency the double layer carries part of it, so that it lies
 * beside the resistance under load and only moves with it. A joint that opens under current does not show.
 */
export function smallSignalOhms(model: Model, state: BatteryState): number {
  const share = model.cells / REFERENCE_CELLS;
  const { crankingVolts } = CONSTRUCTION_FACTS[model.construction];
  const newOhms = (crankingVolts / (NEW_UNIT_SHARE * model.saeAmps)) * share;
  return (newOhms * plateOhms(model, state)) / model.newOhms25 + model.jointOhms;
}

/** The same brought to 25 °C and full charge, as a tester does that compensates for both with the truth. */
export function compensatedOhms(model: Model, state: BatteryState): number {
  const asItIs = smallSignalOhms(model, state) - model.jointOhms;
  const full = (asItIs * model.ohms25 * resistanceAtTemperature(celsiusOf(state))) / plateOhms(model, state);
  return full / resistanceAtTemperature(celsiusOf(state)) + model.jointOhms;
}
