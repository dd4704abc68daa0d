import type { Quantity } from '../quantity/entry';

/** How the engine was while something was read. `fast`: about 2000 rpm. */
export const ENGINE_STATES = ['off', 'key_on', 'cranking', 'idle', 'fast'] as const;
export type EngineState = (typeof ENGINE_STATES)[number];

/** What was switched on meanwhile: nothing, all there is, or a load bank that pulls the system down. */
export const LOAD_STATES = ['none', 'all', 'bank'] as const;
export type LoadState = (typeof LOAD_STATES)[number];

export const ENGINE_STATE_WORDS: Readonly<Record<EngineState, string>> = {
  off: 'engine off',
  key_on: 'key on',
  cranking: 'cranking',
  idle: 'idle',
  fast: 'about 2000 rpm',
};
export const LOAD_STATE_WORDS: Readonly<Record<LoadState, string>> = {
  none: 'no loads',
  all: 'all loads on',
  bank: 'bank pulling',
};

/** What is measured on a vehicle, by the names of the open format. */
export const MEASURED_NAMES = [
  'rest_v',
  'key_on_v',
  'crank_v',
  'crank_a',
  'crank_s',
  'inrush_v',
  'idle_v',
  'fast_v',
  'idle_loaded_v',
  'fast_loaded_v',
  'output_a',
  'net_a',
  'ripple_v',
  'drop_v',
  'feed_v',
  'draw_a',
  'off_1min_v',
  'off_5min_v',
] as const;
export type MeasuredName = (typeof MEASURED_NAMES)[number];

/** What is looked at. */
export const LOOKED_NAMES = ['belt', 'fuse', 'lamp_key_on', 'lamp_running'] as const;
export type LookedName = (typeof LOOKED_NAMES)[number];

export type CheckName = MeasuredName | LookedName;
export const CHECK_NAMES: readonly CheckName[] = [...MEASURED_NAMES, ...LOOKED_NAMES];

/** What can hurt while it is read. */
export type CheckCaution = 'none' | 'running' | 'kept_from_starting' | 'bank';

/** What is known of one thing that can be read on a vehicle, before anybody has. */
export interface CheckFacts {
  readonly label: string;
  /** What to do, in a line or two. */
  readonly task: string;
  /** How the engine and the loads have to be; null: a drop is read in whatever state carries its current. */
  readonly engine: readonly EngineState[];
  readonly loads: readonly LoadState[];
  /** Of what it costs with everything at hand, minutes. Rule of the trade. */
  readonly minutes: number;
  readonly caution: CheckCaution;
}

/** A thing that is measured, and the quantity that bounds what can be typed or said of it. */
export interface MeasuredFacts extends CheckFacts {
  readonly unit: 'V' | 'A' | 's';
  readonly quantity: Quantity;
}

/** A thing that is looked at, and what can be seen, the sound one first. */
export interface LookedFacts extends CheckFacts {
  readonly states: readonly [string, ...string[]];
}

const volts = (quantity: Quantity) => ({ unit: 'V', quantity }) as const;
const OFF = { engine: ['off'], loads: ['none'] } as const;
const CRANKING = { engine: ['cranking'], loads: ['none'], caution: 'kept_from_starting' } as const;

export const MEASURED_FACTS: Readonly<Record<MeasuredName, MeasuredFacts>> = {
  rest_v: {
    ...OFF,
    ...volts('openCircuitVolts'),
    caution: 'none',
    minutes: 1,
    label: 'Resting voltage',
    task: 'Key off, doors shut: probes on the posts of the battery, not on the clamps.',
  },
  key_on_v: {
    ...volts('openCircuitVolts'),
    engine: ['key_on'],
    loads: ['none'],
    caution: 'none',
    minutes: 0.5,
    label: 'Voltage, key on',
    task: 'Key on, engine off: the posts again. What the modules take is shown.',
  },
  crank_v: {
    ...CRANKING,
    ...volts('crankVolts'),
    minutes: 3,
    label: 'Cranking voltage',
    task: 'Engine kept from starting, ten seconds: the lowest voltage at the posts after the first second.',
  },
  crank_a: {
    ...CRANKING,
    unit: 'A',
    quantity: 'crankAmps',
    minutes: 3,
    label: 'Cranking current',
    task: 'Clamp around all leads of one post: the mean current after the first second.',
  },
  crank_s: {
    unit: 's',
    quantity: 'startSeconds',
    engine: ['cranking'],
    loads: ['none'],
    minutes: 0.5,
    caution: 'running',
    label: 'Time to start',
    task: 'Let it start: seconds from the key until it runs by itself.',
  },
  inrush_v: {
    ...CRANKING,
    ...volts('crankVolts'),
    minutes: 2,
    label: 'First dip',
    task: 'Lowest voltage of the first moments, from an instrument that samples at 1 kHz or faster.',
  },
  idle_v: {
    ...volts('regulatedVolts'),
    engine: ['idle'],
    loads: ['none'],
    caution: 'running',
    minutes: 1,
    label: 'Regulated, idle',
    task: 'Engine idling, nothing switched on: the posts.',
  },
  fast_v: {
    ...volts('regulatedVolts'),
    engine: ['fast'],
    loads: ['none'],
    caution: 'running',
    minutes: 1,
    label: 'Regulated, 2000 rpm',
    task: 'About 2000 rpm for half a minute, nothing switched on: the posts.',
  },
  idle_loaded_v: {
    ...volts('regulatedVolts'),
    engine: ['idle'],
    loads: ['all'],
    caution: 'running',
    minutes: 1,
    label: 'Loaded, idle',
    task: 'Idling, lights, blower and heated glass on: the posts.',
  },
  fast_loaded_v: {
    ...volts('regulatedVolts'),
    engine: ['fast'],
    loads: ['all'],
    caution: 'running',
    minutes: 1,
    label: 'Loaded, 2000 rpm',
    task: 'About 2000 rpm, everything still on: the posts.',
  },
  output_a: {
    unit: 'A',
    quantity: 'outputAmps',
    engine: ['fast'],
    loads: ['all', 'bank'],
    minutes: 4,
    caution: 'bank',
    label: 'Output current',
    task: 'Clamp around the lead of the stud, 2000 rpm, all loads on or a bank pulling to no less than 11 V: 15 s at most.',
  },
  net_a: {
    unit: 'A',
    quantity: 'netAmps',
    engine: ['idle', 'fast'],
    loads: ['none'],
    minutes: 5,
    caution: 'running',
    label: 'Net current into the battery',
    task: 'Clamp around all leads of one post, three to five minutes after the start. Into the battery is plus.',
  },
  ripple_v: {
    ...volts('rippleVolts'),
    engine: ['idle', 'fast'],
    loads: ['none', 'all'],
    caution: 'running',
    minutes: 1,
    label: 'Ripple',
    task: 'Meter on AC volts, at the stud or the posts, loads on.',
  },
  drop_v: {
    ...volts('dropVolts'),
    engine: ['cranking', 'idle', 'fast'],
    loads: ['none', 'all', 'bank'],
    caution: 'running',
    minutes: 2,
    label: 'Voltage drop',
    task: 'Both probes on the same polarity while the current flows, and the current with it.',
  },
  feed_v: {
    ...volts('feedVolts'),
    engine: ['key_on', 'idle'],
    loads: ['none'],
    caution: 'none',
    minutes: 3,
    label: 'Regulator’s feed',
    task: 'Key on: from the feed of the regulator to the minus post.',
  },
  draw_a: {
    ...OFF,
    unit: 'A',
    quantity: 'drawAmps',
    caution: 'none',
    minutes: 20,
    label: 'Draw, asleep',
    task: 'Key out, doors latched, ten minutes to an hour for the modules to sleep; then the current out of the battery.',
  },
  off_1min_v: {
    ...OFF,
    ...volts('openCircuitVolts'),
    caution: 'none',
    minutes: 1.5,
    label: 'A minute after',
    task: 'A minute after the engine was stopped: the posts.',
  },
  off_5min_v: {
    ...OFF,
    ...volts('openCircuitVolts'),
    caution: 'none',
    minutes: 5,
    label: 'Five minutes after',
    task: 'Five minutes after the engine was stopped: the posts.',
  },
};

export const LOOKED_FACTS: Readonly<Record<LookedName, LookedFacts>> = {
  belt: {
    ...OFF,
    minutes: 1,
    caution: 'none',
    label: 'Belt',
    states: ['ok', 'slips', 'torn'],
    task: 'Engine off: tension, glaze, the pulley; it squeals or slips under load.',
  },
  fuse: {
    ...OFF,
    minutes: 1.5,
    caution: 'none',
    label: 'Main fuse',
    states: ['ok', 'blown'],
    task: 'The main fuse of the charging path: look through it, or read the voltage on both of its sides.',
  },
  lamp_key_on: {
    engine: ['key_on'],
    loads: ['none'],
    minutes: 0.3,
    caution: 'none',
    label: 'Lamp, key on',
    states: ['on', 'off'],
    task: 'Key on: the charging lamp is lit.',
  },
  lamp_running: {
    engine: ['idle', 'fast'],
    loads: ['none', 'all'],
    minutes: 0.3,
    caution: 'running',
    label: 'Lamp, running',
    states: ['off', 'on'],
    task: 'Engine running: the charging lamp goes out.',
  },
};

export const isMeasured = (name: string): name is MeasuredName => Object.hasOwn(MEASURED_FACTS, name);
export const isLooked = (name: string): name is LookedName => Object.hasOwn(LOOKED_FACTS, name);
export const checkFacts = (name: CheckName): CheckFacts =>
  isMeasured(name) ? MEASURED_FACTS[name] : LOOKED_FACTS[name];
