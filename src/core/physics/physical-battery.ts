import type { BatterySpec } from '../battery/battery';
import { CONSTRUCTION_FACTS, type Construction } from '../battery/construction';
import { crankingRating, workingCapacity } from '../battery/cranking-rating';
import { cellsOf } from '../battery/nominal-volts';
import { requirePositive } from '../quantity/finite';
import { effectOf, type Fault, type FaultEffect, SOUND } from './faults';
import { AS_LABELLED, type Maker } from './maker';
import { MODEL_FACTS, REFERENCE_CELLS } from './model-facts';

/** One physical unit: what its label promises, how it has worn, and what is wrong inside it. */
export interface PhysicalBattery {
  readonly spec: BatterySpec;
  /** Cranking ability left by wear, as a share of the rating: 1 for a new unit. */
  readonly health: number;
  /** Capacity left by wear, as a share of C20. */
  readonly capacity: number;
  readonly faults: readonly Fault[];
  /** How it differs from its label's like; left out where it does not. */
  readonly maker?: Maker;
}

/** The unit as numbers to compute with. Currents in A, resistances in ohm of the whole battery. */
export interface Model {
  readonly construction: Construction;
  readonly cells: number;
  /** Cranking rating, SAE A, and C20, Ah, as labelled. */
  readonly saeAmps: number;
  readonly ratedAh: number;
  /** Plates and acid, full, at 25 °C; and that of the same unit when new. */
  readonly ohms25: number;
  readonly newOhms25: number;
  readonly jointOhms: number;
  readonly jointOhmsPerAmp: number;
  readonly bendAmps25: number;
  readonly diffusionOhms25: number;
  /** Per cell. */
  readonly cellAh: readonly number[];
  readonly leakAmps: readonly number[];
  readonly shorted: readonly boolean[];
  /** Open voltage of one cell at 25 °C when empty, a quarter, half, three quarters and wholly charged. */
  readonly openCellVolts: readonly number[];
  /** What every cell's gravity lies above that of its charge: water that is gone. */
  readonly addedGravity: number;
  readonly acceptancePerHour: number;
  readonly gassingAmps: number;
  readonly peukert: number;
  readonly monthlyLoss: number;
  /** Cranking current that goes with its conductance, against the usual of its construction. */
  readonly signal: number;
  /** How much of its resistance is plates and acid, against the usual: 1.1 is a tenth more, and diffusion as much less. */
  readonly plateShare: number;
  /** The same unit once an equalising charge has stirred its acid; left out where there is nothing to stir. */
  readonly stirred?: Model;
}

/** Logarithms of the current over the one at which activation bends, under half the rating: 285 A over 18 A doubled. */
const LOGS_UNDER_LOAD = 3.45;

/** The cell that a fault of one cell sits in. */
export const FAULTY_CELL = 2;

/** A unit of this kind as it left the factory. */
export function newUnit(spec: BatterySpec): PhysicalBattery {
  return { spec, health: 1, capacity: 1, faults: [] };
}

/**
 * The numbers of a unit, scaled from its rating and capacity; undefined where its label gives neither.
 * The rating fixes the resistances, the capacity fixes charge, acceptance and gassing.
 */
export function modelOf(battery: PhysicalBattery): Model | undefined {
  const { spec } = battery;
  const rating = crankingRating(spec);
  const ratedAh = workingCapacity(spec);
  if (!rating || ratedAh === undefined) return undefined;
  const facts = MODEL_FACTS[spec.construction];
  const cells = cellsOf(spec.nominalVolts);
  const faultyCell = Math.min(FAULTY_CELL, cells - 1);
  const share = cells / REFERENCE_CELLS;
  const health = requirePositive('health', battery.health);
  const effect = together(battery.faults.map(effectOf));
  const { maker = AS_LABELLED } = battery;
  const newOhms25 = (facts.ohmicVolts / rating.saeAmps) * share;
  const perCell = <T>(usual: T, faulty: T) =>
    new Array<T>(cells).fill(usual).fill(faulty, faultyCell, faultyCell + 1);
  const cellAh = ratedAh * requirePositive('capacity', battery.capacity) * effect.capacity * maker.capacity;
  const openCellVolts = CONSTRUCTION_FACTS[spec.construction].chargePctByVolts.map(
    ([volts]) => (volts + effect.openVolts + maker.openVolts) / REFERENCE_CELLS,
  );
  const model: Model = {
    construction: spec.construction,
    cells,
    saeAmps: rating.saeAmps,
    ratedAh,
    newOhms25,
    ohms25: (newOhms25 * effect.ohms * maker.ohms * (1 + maker.split)) / health,
    jointOhms: effect.jointOhms * share,
    jointOhmsPerAmp: effect.jointOhmsPerAmp * share,
    // The drop grows with the logarithm of the current over this one.
    bendAmps25: facts.bendAmpsPerAh * ratedAh * health * Math.exp(-LOGS_UNDER_LOAD * maker.activation),
    // What is not plates and acid is diffusion: the two make up the resistance that goes with the rating.
    diffusionOhms25:
      (((facts.diffusionVolts - facts.ohmicVolts * maker.split) / rating.saeAmps) * share * maker.ohms) /
      health,
    cellAh: perCell(cellAh, cellAh),
    leakAmps: perCell(0, effect.leakAmps),
    shorted: perCell(false, effect.shortsCell),
    openCellVolts,
    addedGravity: effect.gravity,
    acceptancePerHour: facts.acceptancePerHour * effect.acceptance,
    gassingAmps: (facts.gassingAmps * ratedAh) / 100,
    peukert: CONSTRUCTION_FACTS[spec.construction].peukert,
    monthlyLoss: facts.monthlyLoss,
    signal: maker.signal,
    plateShare: 1 + maker.split,
  };
  const lasting = battery.faults.filter(({ kind }) => kind !== 'stratification');
  const stirred = lasting.length < battery.faults.length && modelOf({ ...battery, faults: lasting });
  return stirred ? { ...model, stirred } : model;
}

/** Several faults at once: factors multiply, additions add. */
function together(effects: readonly FaultEffect[]): FaultEffect {
  return effects.reduce(
    (one, other) => ({
      capacity: one.capacity * other.capacity,
      ohms: one.ohms * other.ohms,
      acceptance: one.acceptance * other.acceptance,
      openVolts: one.openVolts + other.openVolts,
      gravity: one.gravity + other.gravity,
      jointOhms: one.jointOhms + other.jointOhms,
      jointOhmsPerAmp: one.jointOhmsPerAmp + other.jointOhmsPerAmp,
      leakAmps: one.leakAmps + other.leakAmps,
      shortsCell: one.shortsCell || other.shortsCell,
    }),
    SOUND,
  );
}

/**
 * What the unit can still crank, percent of its rating, by its resistance under the rated load against that of the
 * same unit when new. The truth that an assessed health is held against.
 */
export function trueHealthPct(model: Model): number {
  const joint = model.jointOhms + (model.jointOhmsPerAmp * model.saeAmps) / 2;
  const cranking = model.shorted.some(Boolean) ? 0 : 1;
  // How its resistance is split is nothing to a starter.
  return (100 * cranking * model.newOhms25) / (model.ohms25 / model.plateShare + joint);
}
