import { requirePositive } from '../quantity/finite';
import {
  ACTIVATION,
  type BatteryState,
  CELLS_FROM,
  CELSIUS,
  DIFFUSION,
  PER_CELL,
  SURFACE_FAST,
  SURFACE_SLOW,
} from './battery-state';
import { rest } from './discharge';
import { REFERENCE_C, REFERENCE_CELLS } from './model-facts';
import type { Model } from './physical-battery';
import { ohmsWithJoints, openCellVolts, plateOhms } from './terminal-volts';

/** Overvoltage of a cell at which it takes its acceptance, V. A model of ours. */
const ACCEPTANCE_VOLTS = 0.25;
/** Acceptance halves with each so many kelvin colder. */
const HALVING_KELVIN = 15;
/** Gassing: its rise over the cell's voltage, 1/V, and over temperature, 1/K, from 2.23 V and 20 °C. Textbook. */
const GASSING_PER_VOLT = 11;
const GASSING_VOLTS = 2.23;
const GASSING_PER_KELVIN = 0.06;
const GASSING_C = 20;
/** Surface charge: the most, V of a 12 V battery, the overvoltage that brings it, V, how fast it builds, s, and its quick share. */
const MOST_SURFACE_VOLTS = 0.8;
const SURFACE_OVERVOLTAGE = 0.3;
const SURFACE_BUILDS_SECONDS = 20 * 60;
const SURFACE_FAST_SHARE = 0.6;
/** Charging is worked out in steps of at most so many seconds: its law has no closed form. */
const LONGEST_STEP = 300;
/** The solvers stop within this of a cell's voltage, V, and within this share of the charger's current. */
const VOLTS_WITHIN = 1e-6;
const AMPS_WITHIN = 1e-4;
const MOST_TURNS = 60;

/** What a charger offers: a current, and a voltage that it does not go past. */
export interface Charger {
  readonly amps: number;
  readonly volts: number;
}

/** How a charge stands at a moment. */
export interface ChargeMoment {
  /** Into the battery, A. */
  readonly amps: number;
  readonly volts: number;
}

interface CellLaw {
  readonly open: number;
  /** A stored for each V over the open voltage. */
  readonly siemens: number;
  readonly gassing: number;
}

function lawOf(model: Model, state: BatteryState, cell: number): CellLaw {
  const celsius = state[CELSIUS] ?? 0;
  const charge = state[CELLS_FROM + PER_CELL * cell] ?? 0;
  const warm = 2 ** ((celsius - REFERENCE_C) / HALVING_KELVIN);
  const accepts = model.acceptancePerHour * (model.cellAh[cell] ?? 0) * Math.max(0, 1 - charge) * warm;
  return {
    open: openCellVolts(model, state, cell),
    siemens: accepts / ACCEPTANCE_VOLTS,
    gassing: model.gassingAmps * Math.exp(GASSING_PER_KELVIN * (celsius - GASSING_C)),
  };
}

const gassingAt = ({ gassing }: CellLaw, volts: number) =>
  gassing * Math.exp(GASSING_PER_VOLT * (volts - GASSING_VOLTS));

/** The cell's voltage at a current, by Newton's method: what it stores and what it gasses rise with the voltage. */
function cellVolts(law: CellLaw, amps: number): number {
  // Starts where storing or gassing alone would carry the current: from above, each step comes closer and never crosses.
  const gassingAlone = GASSING_VOLTS + Math.log(Math.max(amps, 1e-9) / law.gassing) / GASSING_PER_VOLT;
  const storingAlone = law.siemens > 0 ? law.open + amps / law.siemens : Number.POSITIVE_INFINITY;
  let volts = Math.max(law.open, Math.min(storingAlone, gassingAlone));
  for (let turn = 0; turn < MOST_TURNS; turn++) {
    const gas = gassingAt(law, volts);
    const over = law.siemens * (volts - law.open) + gas - amps;
    const step = over / (law.siemens + GASSING_PER_VOLT * gas);
    volts -= step;
    if (Math.abs(step) < VOLTS_WITHIN) break;
  }
  return volts;
}

/** A battery that takes a charge, as it is at a moment: what is the same at every current is worked out once. */
interface Taking {
  readonly model: Model;
  /** Of plates and acid, ohm of the whole battery. */
  readonly plates: number;
  /** A law a cell; a shorted one has none. Cells that are alike share theirs. */
  readonly laws: readonly (CellLaw | null)[];
}

function takingOf(model: Model, state: BatteryState): Taking {
  const laws: (CellLaw | null)[] = [];
  for (let cell = 0; cell < model.cells; cell++) {
    const law = model.shorted[cell] ? null : lawOf(model, state, cell);
    const before = laws[cell - 1];
    laws.push(law && before && before.open === law.open && before.siemens === law.siemens ? before : law);
  }
  return { model, plates: plateOhms(model, state), laws };
}

/** The voltage over the posts at a current, V, and how it rises with the current, V per A. */
function postsTaking({ model, plates, laws }: Taking, amps: number): { volts: number; perAmp: number } {
  let volts = amps * ohmsWithJoints(model, plates, amps);
  let perAmp = ohmsWithJoints(model, plates, 2 * amps);
  let known: CellLaw | null = null;
  let ofKnown = 0;
  let ofKnownPerAmp = 0;
  for (const law of laws) {
    if (!law) continue;
    if (law !== known) {
      ofKnown = cellVolts(law, amps);
      ofKnownPerAmp = 1 / (law.siemens + GASSING_PER_VOLT * gassingAt(law, ofKnown));
    }
    known = law;
    volts += ofKnown;
    perAmp += ofKnownPerAmp;
  }
  return { volts, perAmp };
}

/**
 * The current that flows, A: the charger's own, or less where its voltage is reached first. By Newton's method between
 * bounds that are halved where it would leave them.
 */
function ampsTaken(taking: Taking, charger: Charger): number {
  const within = charger.amps * AMPS_WITHIN;
  let [low, high] = [0, charger.amps];
  let amps = high;
  for (let turn = 0; turn < MOST_TURNS; turn++) {
    const { volts, perAmp } = postsTaking(taking, amps);
    const over = volts - charger.volts;
    if (over <= 0 && amps === charger.amps) return amps;
    if (over > 0) high = amps;
    else low = amps;
    if (high - low <= within) return low;
    const step = over / perAmp;
    if (Math.abs(step) <= within) return amps - step;
    amps = amps - step > low && amps - step < high ? amps - step : (low + high) / 2;
  }
  return low;
}

/** What flows into the battery at this moment, and the voltage over its posts. */
export function chargeMoment(model: Model, state: BatteryState, charger: Charger): ChargeMoment {
  const taking = takingOf(model, state);
  const amps = ampsTaken(taking, charger);
  return { amps, volts: postsTaking(taking, amps).volts };
}

/** The battery after some time on a charger, in air of this temperature. */
export function charge(
  model: Model,
  state: BatteryState,
  charger: Charger,
  seconds: number,
  airC?: number,
): BatteryState {
  requirePositive('charger.amps', charger.amps);
  let next: BatteryState = state.slice();
  let left = seconds;
  while (left > 0) {
    const step = Math.min(left, LONGEST_STEP);
    next = chargeStep(model, next, charger, step, airC);
    left -= step;
  }
  return next;
}

function chargeStep(
  model: Model,
  state: BatteryState,
  charger: Charger,
  seconds: number,
  airC: number | undefined,
): BatteryState {
  const taking = takingOf(model, state);
  const amps = ampsTaken(taking, charger);
  // Leaks, fading and the air work on as at rest; the surface charge builds instead of fading.
  const next = rest(model, state, seconds / 60, airC);
  next[ACTIVATION] = 0;
  next[DIFFUSION] = 0;
  let overvoltage = 0;
  let known: CellLaw | null = null;
  let over = 0;
  for (const [cell, law] of taking.laws.entries()) {
    if (!law) continue;
    if (law !== known) over = cellVolts(law, amps) - law.open;
    known = law;
    overvoltage += over;
    const at = CELLS_FROM + PER_CELL * cell;
    const missing = 1 - (next[at] ?? 0);
    const capacity = (model.cellAh[cell] ?? 1) * 3600;
    // The current into what is missing falls with it: exact for a steady voltage, and never past full.
    if (missing > 0)
      next[at] = 1 - missing * Math.exp((-law.siemens * over * seconds) / (capacity * missing));
  }
  const share = Math.min(1, Math.max(0, overvoltage / model.cells) / SURFACE_OVERVOLTAGE);
  const target = (MOST_SURFACE_VOLTS * share * model.cells) / REFERENCE_CELLS;
  const kept = Math.exp(-seconds / SURFACE_BUILDS_SECONDS);
  for (const [place, part] of [
    [SURFACE_FAST, SURFACE_FAST_SHARE],
    [SURFACE_SLOW, 1 - SURFACE_FAST_SHARE],
  ] as const) {
    next[place] = part * target + ((state[place] ?? 0) - part * target) * kept;
  }
  return next;
}
