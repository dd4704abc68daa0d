import { CONSTRUCTION_FACTS } from '../battery/construction';
import { convertRating } from '../battery/rating-standard';
import type { Compensation, ConductanceUnit } from '../correction/conductance';
import { atTemperature, type BatteryState } from '../physics/battery-state';
import { REFERENCE_C, REFERENCE_CELLS } from '../physics/model-facts';
import type { Model } from '../physics/physical-battery';
import { compensatedOhms, smallSignalOhms } from '../physics/readouts';
import type { Chance } from '../quantity/chance';

/** One standard deviation of each instrument's reading. Models of ours after what such instruments promise. */
export const NOISE = {
  volts: 0.005,
  /** The needle work of a load test: reading while it falls. */
  loadVolts: 0.03,
  gravity: 0.004,
  /** Of a conductance tester left in place, and from one clamping to the next, as shares. */
  conductance: 0.02,
  clamping: 0.04,
  clampAmps: 0.02,
  celsius: 1,
  drawAmps: 0.002,
} as const;

/** The ranges of a voltmeter's dial: what each can show, and its last digit. */
export const VOLT_RANGES = {
  '20': { most: 20, digit: 0.01 },
  '200': { most: 200, digit: 0.1 },
  '2': { most: 2, digit: 0.001 },
} as const;

export type VoltRange = keyof typeof VOLT_RANGES;

/** What the other meters can show at most; past it they show nothing but that. */
const MOST_CLAMP_AMPS = 1000;
const MOST_DRAW_AMPS = 10;
const MOST_SIEMENS = 5000;

function shown(value: number, digit: number): number {
  return Number((Math.round(value / digit) * digit).toFixed(4));
}

/** A voltmeter on the posts; null where its range is too small and it shows nothing but that. */
export function readVolts(volts: number, chance: Chance, range: VoltRange = '20'): number | null {
  const { most, digit } = VOLT_RANGES[range];
  return Math.abs(volts) > most ? null : shown(volts + chance.normal(NOISE.volts), digit);
}

/** How a clamp ammeter is held: the offset that zeroing takes away, A, and which way round it sits. */
export interface ClampHold {
  readonly offsetAmps: number;
  readonly reversed: boolean;
}

export const ZEROED: ClampHold = { offsetAmps: 0, reversed: false };

/** A clamp around the lead: discharge positive, reversed it shows the other sign; null past its range. */
export function readClamp(
  amps: number,
  chance: Chance,
  { offsetAmps, reversed }: ClampHold = ZEROED,
): number | null {
  const seen = amps * (1 + chance.normal(NOISE.clampAmps)) + offsetAmps;
  if (Math.abs(seen) > MOST_CLAMP_AMPS) return null;
  return shown(reversed ? -seen : seen, Math.abs(amps) < 20 ? 0.1 : 1);
}

/** A thermometer on a terminal or the case. */
export function readCelsius(temperatureC: number, chance: Chance): number {
  return shown(temperatureC + chance.normal(NOISE.celsius), 0.5);
}

/** A hydrometer in one cell, read at eye level. */
export function readGravity(gravity: number, chance: Chance): number {
  return shown(Math.min(1.4, Math.max(1, gravity + chance.normal(NOISE.gravity))), 0.005);
}

/** A meter for parasitic draw, in series with the ground lead; null past its range. */
export function readDraw(amps: number, chance: Chance): number | null {
  if (amps > MOST_DRAW_AMPS) return null;
  return shown(Math.max(0, amps + chance.normal(NOISE.drawAmps)), 0.001);
}

/** What a conductance tester is set to, and how its jaws sit. */
export interface TesterSetting {
  readonly unit: ConductanceUnit;
  readonly compensates: Compensation;
  /** What a badly set jaw adds to the way of the signal, as a share of a new unit’s resistance; 0 on clean lead. */
  readonly contactShare: number;
}

/** What one jaw on a bolt usually adds. A model of ours. */
export const ONE_JAW_SHARE = 0.35;

/**
 * A conductance tester, clamped anew: siemens, milliohms or amperes of a standard. One that compensates corrects for
 * temperature, or for temperature and charge, with the truth; for the temperature alone the charge stays in it. Null past
 * its range.
 */
export function readConductance(
  model: Model,
  state: BatteryState,
  { unit, compensates, contactShare }: TesterSetting,
  chance: Chance,
): number | null {
  const ohms = testerOhms(model, state, compensates) + contactShare * model.newOhms25;
  const siemens =
    (1 / (ohms * model.signal)) * (1 + chance.normal(Math.hypot(NOISE.conductance, NOISE.clamping)));
  if (siemens > MOST_SIEMENS) return null;
  if (unit === 'S') return shown(siemens, 1);
  if (unit === 'mohm') return shown(1000 / siemens, 0.01);
  const perSiemens = (CONSTRUCTION_FACTS[model.construction].crankingVolts * model.cells) / REFERENCE_CELLS;
  return shown(convertRating(perSiemens * siemens, 'SAE', unit).amps, 1);
}

function testerOhms(model: Model, state: BatteryState, compensates: Compensation): number {
  if (compensates === 'both') return compensatedOhms(model, state);
  if (compensates === 'none') return smallSignalOhms(model, state);
  return smallSignalOhms(model, atTemperature(state, REFERENCE_C));
}
