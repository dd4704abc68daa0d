import type { Chance } from '../../quantity/chance';
import type { Cause } from '../../vehicle/cause';
import { crankSpan, ENGINE_FACTS, type Engine, usualCrankAmps } from '../../vehicle/engine';
import { PIECE_FACTS, PIECES, type Piece } from '../../vehicle/path';
import type { Regulator } from '../../vehicle/vehicle';
import type { AlternatorTruth, SetTruth, VehicleTruth } from './vehicle-truth';

/** What can be wrong with a simulated vehicle. */
export type VehicleFault =
  | { readonly kind: Exclude<Cause, PathCause | 'solenoid' | 'nothing_found'>; readonly degree: number }
  | { readonly kind: 'piece'; readonly piece: Piece; readonly degree: number };

type PathCause = 'charging_plus_path' | 'charging_minus_path' | 'starting_plus_path' | 'starting_minus_path';

/** A vehicle with what is truly the matter with it. */
export interface DrawnVehicle {
  readonly truth: VehicleTruth;
  readonly faults: readonly VehicleFault[];
  /** Every cause that would be right to name. */
  readonly causes: ReadonlySet<Cause>;
  /** Whether its alternator’s rating is known to whoever checks it. */
  readonly ratingKnown: boolean;
}

/** How far vehicles differ that have nothing wrong, against what is usual: 1 as the rules know it. */
export interface VehicleWorld {
  readonly spread: number;
}

const SIZES: Readonly<
  Record<Exclude<Engine, 'none'>, readonly [saeAmps: number, c20Ah: number, alternatorAmps: number]>
> = {
  motorcycle: [190, 14, 28],
  petrol_small: [480, 50, 75],
  petrol_four: [570, 62, 95],
  petrol_six: [680, 72, 120],
  petrol_eight: [760, 80, 130],
  diesel_light: [900, 92, 130],
  diesel_heavy: [1700, 190, 110],
};

const ENGINES_DRAWN = [
  'petrol_small',
  'petrol_four',
  'petrol_four',
  'petrol_six',
  'petrol_eight',
  'diesel_light',
  'diesel_light',
  'diesel_heavy',
  'motorcycle',
] as const;

/** Faults as often as they come in, some of them more than once. */
const FAULTS_DRAWN = [
  'battery_low_charge',
  'battery_low_charge',
  'battery_worn',
  'battery_worn',
  'battery_faulty',
  'regulator_high',
  'regulator_low',
  'regulator_open',
  'regulator_intermittent',
  'alternator_weak',
  'alternator_weak',
  'diode',
  'belt',
  'feed_or_fuse',
  'piece',
  'piece',
  'piece',
  'piece',
  'piece',
  'starter_drag',
  'engine_drag',
  'parasitic_draw',
  'parasitic_draw',
] as const;

const SOUND_SHARE = 0.16;
const TWO_FAULTS_SHARE = 1 / 6;

/** A vehicle by chance: one fault mostly, two in one of six, none in some. */
export function drawVehicle(chance: Chance, { spread }: VehicleWorld): DrawnVehicle {
  const faults = drawFaults(chance);
  const truth = faults.reduce((so, fault) => withFault(so, fault, chance), soundVehicle(chance, spread));
  const causes = new Set(faults.flatMap(causesOf));
  if (causes.size === 0) causes.add('nothing_found');
  return { truth, faults, causes, ratingKnown: chance.uniform() < 0.65 };
}

/** What is wrong with a vehicle by chance: one fault mostly, two in one of six, none in some. */
export function drawFaults(chance: Chance): VehicleFault[] {
  if (chance.uniform() < SOUND_SHARE) return [];
  const one = drawFault(chance);
  if (chance.uniform() >= TWO_FAULTS_SHARE) return [one];
  const other = drawFault(chance);
  return other.kind === one.kind ? [one] : [one, other];
}

function drawFault(chance: Chance): VehicleFault {
  const kind = chance.pick(FAULTS_DRAWN);
  const degree = chance.uniform();
  if (kind !== 'piece') return { kind, degree };
  const all = PIECES.reduce((sum, name) => sum + PIECE_FACTS[name].suspicion, 0);
  let left = chance.uniform() * all;
  const piece = PIECES.find((name) => {
    left -= PIECE_FACTS[name].suspicion;
    return left <= 0;
  });
  return { kind, piece: piece ?? 'clamp_plus', degree };
}

/** What is fixed of a vehicle that is not drawn by chance. */
export interface GivenVehicle {
  readonly engine: Exclude<Engine, 'none'>;
  readonly systemVolts: 6 | 12 | 24;
  readonly regulator: Regulator;
  readonly ratedAmps: number;
  /** Of the day; by chance where it is not given. */
  readonly temperatureC?: number;
}

/** A given vehicle with given faults, on some day. */
export function vehicleWith(
  given: GivenVehicle,
  faults: readonly VehicleFault[],
  chance: Chance,
): DrawnVehicle {
  const sound = soundVehicle(chance, 1, given);
  const truth = faults.reduce((so, fault) => withFault(so, fault, chance), sound);
  const causes = new Set<Cause>(faults.flatMap(causesOf));
  if (causes.size === 0) causes.add('nothing_found');
  return { truth, faults, causes, ratingKnown: true };
}

/** A vehicle with nothing wrong, of a kind, a size and a day by chance. */
function soundVehicle(chance: Chance, spread: number, given?: GivenVehicle): VehicleTruth {
  const engine = given?.engine ?? chance.pick(ENGINES_DRAWN);
  const [saeAmps, c20Ah, alternatorAmps] = SIZES[engine];
  const about = (share: number) => Math.max(0.2, 1 + chance.normal(share * spread));
  const regulator: Regulator =
    given?.regulator ?? chance.pick(['internal', 'internal', 'separate', 'computer']);
  const ratedAmps = given?.ratedAmps ?? Math.round(alternatorAmps * about(0.12));
  const construction = chance.pick(['flooded', 'calcium', 'efb', 'agm'] as const);
  const battery: SetTruth = {
    construction,
    saeAmps: saeAmps * about(0.1),
    c20Ah: c20Ah * about(0.08),
    shortedCell: false,
    chargePct: Math.min(100, chance.between(72, 99)),
    health: chance.between(0.8, 1.05),
  };
  const temperatureC = drawnC(chance, given);
  const systemVolts = given?.systemVolts ?? (engine === 'diesel_heavy' && chance.uniform() < 0.6 ? 24 : 12);
  return {
    engine,
    regulator,
    battery,
    temperatureC,
    systemVolts,
    milliohms: Object.fromEntries(
      PIECES.map((piece) => [
        piece,
        PIECE_FACTS[piece].soundMilliohms * sized(engine, systemVolts) * about(0.3),
      ]),
    ) as Record<Piece, number>,
    starter: {
      usualAmps: usualCrankAmps(engine, 12) * about(0.12),
      starterDrag: about(0.1),
      engineDrag: about(0.07),
    },
    alternator: soundAlternator(chance, { ratedAmps, regulator, spread }),
    loads: {
      keyOnAmps: chance.between(4, 12),
      runningAmps: Math.min(0.3 * ratedAmps, chance.between(8, 20)),
      allAmps: chance.between(0.4, 0.6) * ratedAmps,
      drawAmps: chance.between(0.008, 0.035),
    },
  };
}

/** A draw is made whether it is used or not: what follows it stays the same. */
function drawnC(chance: Chance, given?: GivenVehicle): number {
  const drawn = chance.between(-15, 35);
  return given?.temperatureC ?? drawn;
}

/** Cables are as thick as the current of their engine asks for: half of it in a system of 24 V. */
const sized = (engine: Exclude<Engine, 'none'>, systemVolts: number) =>
  Math.min(3, ENGINE_FACTS.petrol_four.crankAmps[1] / crankSpan(engine, systemVolts)[1]);

function soundAlternator(
  chance: Chance,
  { ratedAmps, regulator, spread }: { ratedAmps: number; regulator: Regulator; spread: number },
): AlternatorTruth {
  const plain = 14.35 + chance.normal(0.12 * spread);
  return {
    ratedAmps,
    share: Math.min(1.1, 1 + chance.normal(0.06 * spread)),
    diode: 'sound',
    belt: 'sound',
    feed: 'sound',
    fuse: 'sound',
    state: 'sound',
    senses: chance.pick(['stud', 'stud', 'battery'] as const),
    setVolts: regulator === 'computer' ? chance.between(12.6, 15) : plain,
    loadedVolts: regulator === 'computer' ? chance.between(13.6, 14.7) : null,
  };
}

/** How much charge is left where something has gone without charging for a while. */
const drained = (truth: VehicleTruth, chance: Chance, share: number): VehicleTruth =>
  chance.uniform() < share
    ? { ...truth, battery: { ...truth.battery, chargePct: chance.between(35, 75) } }
    : truth;

function withFault(truth: VehicleTruth, fault: VehicleFault, chance: Chance): VehicleTruth {
  const { battery, alternator, starter, loads, milliohms } = truth;
  const { degree } = fault;
  const alternators = (changes: Partial<AlternatorTruth>): VehicleTruth => ({
    ...truth,
    alternator: { ...alternator, ...changes },
  });
  switch (fault.kind) {
    case 'battery_low_charge':
      return { ...truth, battery: { ...battery, chargePct: 60 - 45 * degree } };
    case 'battery_worn':
      return { ...truth, battery: { ...battery, health: 0.62 - 0.3 * degree } };
    case 'battery_faulty':
      return { ...truth, battery: { ...battery, shortedCell: true, health: 0.95 - 0.3 * degree } };
    case 'regulator_high':
      return chance.uniform() < 0.3
        ? alternators({ state: 'rising', setVolts: Math.max(14.2, alternator.setVolts) })
        : alternators({ state: 'high', setVolts: 15.3 + 1.2 * degree });
    case 'regulator_low':
      return drained(alternators({ state: 'low', setVolts: 13.4 - 0.8 * degree }), chance, 0.5);
    case 'regulator_open':
      return drained(alternators({ state: 'open' }), chance, 0.7);
    case 'regulator_intermittent':
      return drained(alternators({ state: 'intermittent' }), chance, 0.5);
    case 'alternator_weak':
      return drained(alternators({ share: 0.6 - 0.45 * degree }), chance, 0.5);
    case 'diode':
      return degree < 0.6
        ? alternators({ diode: 'open' })
        : { ...alternators({ diode: 'leaking' }), loads: { ...loads, drawAmps: 0.1 + 2 * (degree - 0.6) } };
    case 'belt':
      return drained(alternators({ belt: degree < 0.65 ? 'slips' : 'torn' }), chance, 0.5);
    case 'feed_or_fuse':
      return drained(alternators(degree < 0.5 ? { feed: 'missing' } : { fuse: 'blown' }), chance, 0.7);
    case 'starter_drag':
      return { ...truth, starter: { ...starter, starterDrag: 3 + 4 * degree } };
    case 'engine_drag':
      return { ...truth, starter: { ...starter, engineDrag: 1.6 + 0.9 * degree } };
    case 'parasitic_draw':
      return drained({ ...truth, loads: { ...loads, drawAmps: 0.08 + 2.5 * degree ** 2 } }, chance, 0.6);
    case 'piece':
      return { ...truth, milliohms: { ...milliohms, [fault.piece]: raised(fault, truth) } };
  }
}

/** A bad joint leaves some tenths of a volt of 12 V and more at the full current of what goes through it, mΩ. */
function raised(
  { piece, degree }: { readonly piece: Piece; readonly degree: number },
  truth: VehicleTruth,
): number {
  const starts = startsThrough(piece);
  const share = truth.systemVolts / 12;
  const amps = starts ? truth.starter.usualAmps / share : truth.alternator.ratedAmps;
  return truth.milliohms[piece] + (1000 * share * (0.45 + 2 * degree ** 1.5)) / amps;
}

const STARTING_PIECES: readonly Piece[] = [
  'clamp_plus',
  'start_cable',
  'solenoid',
  'case_block',
  'strap',
  'chassis_cable',
  'clamp_minus',
];
const startsThrough = (piece: Piece) => STARTING_PIECES.includes(piece);

/** The causes that are right to name for a fault: a piece that both currents go through is at fault on both paths. */
export function causesOf(fault: VehicleFault): Cause[] {
  if (fault.kind !== 'piece') return [fault.kind];
  switch (fault.piece) {
    case 'solenoid':
      return ['solenoid', 'starting_plus_path'];
    case 'start_cable':
      return ['starting_plus_path'];
    case 'stud':
    case 'charge_cable':
    case 'fuse':
    case 'junction':
      return ['charging_plus_path'];
    case 'clamp_plus':
      return ['starting_plus_path', 'charging_plus_path'];
    default:
      return ['starting_minus_path', 'charging_minus_path'];
  }
}
