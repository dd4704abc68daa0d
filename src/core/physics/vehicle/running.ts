import { alternatorOutput } from '../../circuit/alternator-output';
import type { EngineState, LoadState } from '../../vehicle/check-reading';
import { SIDE_FACTS } from '../../vehicle/path';
import { crossing } from './cranking';
import { ampsInto } from './set';
import type { AlternatorTruth, VehicleTruth } from './vehicle-truth';

/** How a running engine charges: what the alternator gives, and what the posts and the stud are at, V of 12 V. */
export interface Running {
  readonly alternatorAmps: number;
  readonly postVolts: number;
  readonly studVolts: number;
  /** Into the battery, A. */
  readonly netAmps: number;
  readonly rippleVolts: number;
}

/** The speeds at which a check reads, turns of the engine a minute, and what heat leaves of an output. A model of ours. */
const RPM = { idle: 800, fast: 2000 } as const;
const HOT_SHARE = 0.92;
/** Set point with temperature, V/K. Rule of the trade. */
const SET_PER_KELVIN = -0.01;
/** A diode that is open takes a third of the current and leaves a hole in it. A model of ours. */
const OPEN_DIODE_SHARE = 0.65;
const RIPPLE_VOLTS = { sound: 0.05, leaking: 0.3, open: 0.65 } as const;

/** The most that an alternator gives at a speed, A. */
export function mostAmps(
  { ratedAmps, share, diode, belt, feed, fuse }: AlternatorTruth,
  engine: 'idle' | 'fast',
): number {
  if (belt === 'torn' || feed === 'missing' || fuse === 'blown') return 0;
  // Worn brushes lose the field at idle first.
  const left = engine === 'idle' ? share ** 1.6 : share;
  const most =
    alternatorOutput(ratedAmps, RPM[engine]) * HOT_SHARE * left * (diode === 'open' ? OPEN_DIODE_SHARE : 1);
  return belt === 'slips' ? Math.min(most, SLIPS_AT_SHARE * ratedAmps) : most;
}

const SLIPS_AT_SHARE = 0.3;

/** Resistance of the charging path against voltages of 12 V, ohm: the current is what it is, the voltage of 24 V counts half. */
export function chargingOhms({ milliohms, systemVolts }: VehicleTruth): number {
  const pieces = [...SIDE_FACTS.charge_plus.pieces, ...SIDE_FACTS.charge_minus.pieces];
  return (pieces.reduce((sum, piece) => sum + milliohms[piece], 0) * 12) / systemVolts / 1000;
}

/**
 * A running engine in its steady state. The regulator holds its set point where it senses, as long as the alternator can give what the
 * loads and the battery take; beyond that the voltage falls until it can.
 * @param asleep the regulator is just not regulating: one that comes and goes
 */
export function running(
  truth: VehicleTruth,
  engine: Extract<EngineState, 'idle' | 'fast'>,
  loads: LoadState,
  asleep = false,
): Running {
  const { alternator, battery, temperatureC } = truth;
  const ohms = chargingOhms(truth);
  const loadAmps = loadOf(truth, loads, engine);
  const taken = (post: number) => (loadAmps * post) / NOMINAL_RUNNING + ampsInto(battery, post, temperatureC);
  const isDead = alternator.state === 'open' || asleep;
  const most = isDead ? 0 : mostAmps(alternator, engine);
  const set = setVolts(alternator, temperatureC, engine, loads);
  const senseOhms = alternator.senses === 'stud' ? ohms : 0;
  const held = crossing((post) => post + taken(post) * senseOhms - set, LOWEST_VOLTS, set);
  const isEnough = taken(held) <= most;
  const post = isEnough ? held : crossing((at) => taken(at) - most, LOWEST_VOLTS, set);
  const amps = Math.max(0, isEnough ? taken(held) : most);
  return {
    alternatorAmps: amps,
    postVolts: post,
    studVolts: post + amps * ohms,
    netAmps: ampsInto(battery, post, temperatureC),
    rippleVolts: rippleOf(alternator, amps),
  };
}

/** What the loads are rated at, and the lowest voltage that is looked for, V. */
const NOMINAL_RUNNING = 13.5;
const LOWEST_VOLTS = 4;

function loadOf({ loads, battery }: VehicleTruth, state: LoadState, engine: 'idle' | 'fast'): number {
  switch (state) {
    case 'none':
      return loads.runningAmps;
    case 'all':
      return loads.allAmps;
    case 'bank':
      return engine === 'fast' ? BANK_OF_CAPACITY * battery.c20Ah + loads.allAmps : loads.allAmps;
  }
}

const BANK_OF_CAPACITY = 3;

function setVolts(
  { setVolts: unloaded, loadedVolts, state }: AlternatorTruth,
  temperatureC: number,
  engine: 'idle' | 'fast',
  loads: LoadState,
): number {
  // What is wrong with a regulator is wrong under loads too.
  const at25 = loads === 'none' || loadedVolts === null || state !== 'sound' ? unloaded : loadedVolts;
  const rises = state === 'rising' && engine === 'fast' ? RISING_VOLTS : 0;
  return at25 + SET_PER_KELVIN * (temperatureC - 25) + rises;
}

const RISING_VOLTS = 0.9;

function rippleOf({ diode, ratedAmps }: AlternatorTruth, amps: number): number {
  const loaded = Math.min(1, amps / ratedAmps / 0.5);
  return diode === 'sound' ? 0.015 + RIPPLE_VOLTS.sound * loaded : RIPPLE_VOLTS[diode] * (0.4 + 0.6 * loaded);
}

/** What an alternator gives while a bank pulls the system down to about 11.5 V, A. */
export function outputAmps(truth: VehicleTruth, asleep = false): number {
  const { alternator, temperatureC } = truth;
  if (alternator.state === 'open' || asleep) return 0;
  const set = setVolts(alternator, temperatureC, 'fast', 'bank');
  const through = (set - PULLED_TO_VOLTS) / chargingOhms(truth);
  return Math.min(mostAmps(alternator, 'fast'), through);
}

const PULLED_TO_VOLTS = 11.5;
