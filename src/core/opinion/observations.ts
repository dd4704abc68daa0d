import { judgeCapacity } from '../assessment/capacity-result';
import type { Evidence } from '../assessment/evidence';
import { voltsAt } from '../assessment/load-trace';
import { ownVolt } from '../assessment/reference';
import { CONSTRUCTION_FACTS } from '../battery/construction';
import { convertRating, isRatingStandard } from '../battery/rating-standard';
import { THREE_MINUTE_TEST } from '../charging/three-minute-test';
import { resistanceAtTemperature } from '../correction/conductance';
import { GRAVITY_PER_KELVIN } from '../correction/gravity';
import { type BatteryState, restedState } from '../physics/battery-state';
import { charge, chargeMoment } from '../physics/charge';
import { dischargeCourse, rest } from '../physics/discharge';
import { trueCapacityPct } from '../physics/fitness';
import { REFERENCE_CELLS } from '../physics/model-facts';
import type { Model } from '../physics/physical-battery';
import { cellGravities, compensatedOhms, openVolts, smallSignalOhms } from '../physics/readouts';
import { chargeAtOpenVolts } from '../physics/terminal-volts';
import { STANDARD_RULES } from '../rules/standard-rules';

/** What of a run the model can be held against. */
export const OBSERVABLES = [
  'load',
  'early_load',
  'recovery',
  'conductance',
  'gravity',
  'lowest_cell',
  'three_minute',
  'capacity',
  'stand',
] as const;

export type Observable = (typeof OBSERVABLES)[number];

/** A thing read, brought to what the model tells, with the standard deviation of reading and model together. */
export interface Observation {
  readonly value: number;
  readonly sd: number;
}

export type Observations = Partial<Record<Observable, Observation>>;

/** Standard deviations beside the instruments’ own: what the model leaves out. Models of ours. */
const LOAD_SD_VOLTS = 0.035;
const EARLY_SD_VOLTS = 0.02;
const EARLY_SECONDS = 1;
const RECOVERY_SD_VOLTS = 0.025;
const CONDUCTANCE_SD = 0.05;
const GRAVITY_SD = 0.003;
const LOWEST_CELL_SD = 0.004;
const THREE_MINUTE_SD_VOLTS = 0.1;
const STAND_SD_VOLTS = 0.012;
const LEAST_CAPACITY_SD = 4;
/** A reading is no finer than so many instruments’ steps apart from the lowest of six by chance alone. */
const LOWEST_BY_CHANCE = 0.006;
const USUAL_RECOVERY_MINUTES = 5;
const USUAL_STAND_HOURS = 24;
const MINUTES_PER_HOUR = 60;
const ASSUMED_C = 25;

/** What was read, as the model tells it. Resistances stand for conductance: 25 °C, whole charge or as the tester left it. */
export function observationsOf(evidence: Evidence): Observations {
  const { load, recovery, conductance, hydrometer, threeMinute, stand, battery } = evidence;
  const { nominalVolts } = battery;
  const own = (volts: number) => ownVolt(volts, nominalVolts);
  const read: Observations = {};
  if (load && !load.stopped) {
    read.load = { value: load.volts, sd: own(LOAD_SD_VOLTS) };
    const first = load.trace?.[0];
    if (load.trace && first && first[0] <= EARLY_SECONDS) {
      read.early_load = { value: voltsAt(load.trace, EARLY_SECONDS), sd: own(EARLY_SD_VOLTS) };
    }
  }
  if (load && recovery) read.recovery = { value: recovery.volts, sd: own(RECOVERY_SD_VOLTS) };
  if (conductance) {
    const ohms = ohmsOf(evidence);
    if (ohms !== null) read.conductance = { value: Math.log(ohms), sd: CONDUCTANCE_SD };
  }
  if (hydrometer) {
    const colder = hydrometer.compensated ? 0 : ASSUMED_C - (hydrometer.temperatureC ?? ASSUMED_C);
    const at25 = hydrometer.gravities.map((gravity) => gravity - GRAVITY_PER_KELVIN * colder);
    const { usual, lowest } = usualAndLowest(at25);
    read.gravity = { value: usual, sd: GRAVITY_SD };
    read.lowest_cell = { value: usual - lowest, sd: LOWEST_CELL_SD };
  }
  const capacity = judgeCapacity(evidence, STANDARD_RULES);
  if (capacity && capacity.pct !== null && !capacity.atLeast)
    read.capacity = { value: capacity.pct, sd: Math.max(LEAST_CAPACITY_SD, capacity.sdPct ?? 0) };
  if (stand) read.stand = { value: stand.volts - stand.startVolts, sd: own(STAND_SD_VOLTS) };
  if (threeMinute) read.three_minute = { value: threeMinute.volts, sd: own(THREE_MINUTE_SD_VOLTS) };
  return read;
}

/** The mean of all cells but the lowest, and the lowest. */
function usualAndLowest(gravities: readonly number[]): { readonly usual: number; readonly lowest: number } {
  const lowest = Math.min(...gravities);
  const sum = gravities.reduce((total, gravity) => total + gravity, 0);
  return { usual: (sum - lowest) / Math.max(1, gravities.length - 1), lowest };
}

/** The tester’s figure as a resistance, ohm: by the construction’s usual volts, which the model shares. */
function ohmsOf({ conductance, battery }: Evidence): number | null {
  if (!conductance) return null;
  const { value, unit } = conductance;
  if (unit === 'mohm') return value / 1000;
  if (unit === 'S') return 1 / value;
  if (!isRatingStandard(unit)) return null;
  const perSiemens = ownVolt(CONSTRUCTION_FACTS[battery.construction].crankingVolts, battery.nominalVolts);
  return perSiemens / convertRating(value, unit, 'SAE').amps;
}

/** What a model in a state would show under the conditions of a run. */
export function predict(
  model: Model,
  state: BatteryState,
  contact: number,
  evidence: Evidence,
  wanted: ReadonlySet<Observable>,
  loadAmps: number,
): Partial<Record<Observable, number>> {
  const told: Partial<Record<Observable, number>> = {};
  const { load, recovery, conductance, threeMinute } = evidence;
  if (wanted.has('load') || wanted.has('early_load') || wanted.has('recovery')) {
    const { volts, state: after } = dischargeCourse(
      model,
      state,
      load?.amps ?? loadAmps,
      EARLY_SECONDS,
      Math.round(load?.seconds ?? 15),
    );
    told.load = volts.at(-1) ?? 0;
    told.early_load = volts[0] ?? 0;
    const minutes = recovery?.minutes ?? USUAL_RECOVERY_MINUTES;
    told.recovery = openVolts(model, rest(model, after, minutes));
  }
  if (wanted.has('conductance')) {
    const compensated = conductance?.compensated ?? 'both';
    const asIs = compensated === 'both' ? compensatedOhms(model, state) : smallSignalOhms(model, state);
    const warm = compensated === 'temp' ? resistanceAtTemperature(state[4] ?? ASSUMED_C) : 1;
    told.conductance = Math.log((asIs / warm + contact * model.newOhms25) * model.signal);
  }
  if (wanted.has('gravity') || wanted.has('lowest_cell')) {
    const colder = ASSUMED_C - (state[4] ?? ASSUMED_C);
    const { usual, lowest } = usualAndLowest(
      cellGravities(model, state).map((gravity) => gravity - GRAVITY_PER_KELVIN * colder),
    );
    told.gravity = usual;
    told.lowest_cell = usual - lowest + LOWEST_BY_CHANCE;
  }
  if (wanted.has('capacity')) {
    const { discharge, battery } = evidence;
    const share = trueCapacityPct(model) / 100;
    // A discharge tells the minutes, which go by Peukert's law with what the plates hold.
    told.capacity = 100 * (discharge ? share ** CONSTRUCTION_FACTS[battery.construction].peukert : share);
  }
  if (wanted.has('stand')) {
    const hours = evidence.stand?.hours ?? USUAL_STAND_HOURS;
    told.stand = openVolts(model, rest(model, state, hours * MINUTES_PER_HOUR)) - openVolts(model, state);
  }
  if (wanted.has('three_minute')) {
    const { amps, seconds, mostVolts } = THREE_MINUTE_TEST;
    const charger = { amps: threeMinute?.amps ?? amps, volts: (mostVolts * model.cells) / REFERENCE_CELLS };
    const after = charge(model, state, charger, seconds);
    told.three_minute = chargeMoment(model, after, charger).volts;
  }
  return told;
}

/** The rested state of a model that shows this open voltage, V; null where no charge of it does. */
export function stateAtOpenVolts(model: Model, volts: number, temperatureC: number): BatteryState | null {
  const chargePct = chargeAtOpenVolts(model, volts, temperatureC);
  return chargePct === null ? null : restedState(model, chargePct, temperatureC);
}
