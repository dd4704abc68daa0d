import { isRatingStandard } from '../battery/rating-standard';
import type { Compensation, ConductanceUnit } from '../correction/conductance';
import type { Chance } from '../quantity/chance';
import { type Line, numberField } from './line';
import type { BankKind } from './load-bank';
import { type ClampHold, VOLT_RANGES, type VoltRange, ZEROED } from './meters';

/** Where a voltmeter’s probes are: on the posts, or at a place on the vehicle. */
export const PROBE_POINTS = ['posts', 'clamp_drop', 'joint_drop', 'side_drop', 'regulated'] as const;

export type ProbePoint = (typeof PROBE_POINTS)[number];

/** What a meter would show on the vehicle: drops while cranking and regulated voltage in V, draw asleep in A. */
export type VehicleTruth = Readonly<Record<Exclude<ProbePoint, 'posts'> | 'draw', number>>;

/** A vehicle on which nothing is wrong. */
export const SOUND_VEHICLE: VehicleTruth = {
  clamp_drop: 0.02,
  joint_drop: 0.03,
  side_drop: 0.12,
  regulated: 14.2,
  draw: 0.028,
};

/** How the instruments of a bench are set and held, rightly or wrongly, and the vehicle that they are held to. */
export interface Handling {
  readonly range: VoltRange;
  readonly probesAt: ProbePoint;
  readonly clamp: ClampHold;
  readonly oneJaw: boolean;
  readonly bank: BankKind;
  readonly unit: ConductanceUnit;
  readonly compensates: Compensation;
  readonly vehicle: VehicleTruth;
}

/** Everything set and held as it should be. */
export const AS_IT_SHOULD_BE: Handling = {
  range: '20',
  probesAt: 'posts',
  clamp: ZEROED,
  oneJaw: false,
  bank: 'set',
  unit: 'SAE',
  compensates: 'both',
  vehicle: SOUND_VEHICLE,
};

/** What a clamp that nobody has zeroed shows with nothing in it, A. A model of ours. */
const OFFSET_AMPS = [1, 3] as const;

const BANK_KINDS: readonly string[] = ['set', 'sags', 'fixed'] satisfies BankKind[];

/** The handling after a line that changes it; what the line does not name stays as it was. */
export function handledBy(handling: Handling, { instrument, fields }: Line, chance: Chance): Handling {
  const yes = (name: string, before: boolean) =>
    fields[name] === undefined ? before : fields[name] === 'yes';
  switch (instrument) {
    case 'meter':
      return {
        ...handling,
        range: fields.range !== undefined && isRange(fields.range) ? fields.range : handling.range,
        probesAt: fields.at !== undefined && isProbePoint(fields.at) ? fields.at : handling.probesAt,
      };
    case 'clamp': {
      const { offsetAmps, reversed } = handling.clamp;
      const drifted = fields.zeroed === 'no' ? chance.between(...OFFSET_AMPS) : offsetAmps;
      return { ...handling, clamp: { reversed: yes('reversed', reversed), offsetAmps: drifted } };
    }
    case 'tester':
      return { ...handling, oneJaw: yes('one_jaw', handling.oneJaw) };
    case 'bank':
      return BANK_KINDS.includes(fields.kind ?? '')
        ? { ...handling, bank: fields.kind as BankKind }
        : handling;
    case 'vehicle':
      return { ...handling, vehicle: vehicleWith(handling.vehicle, { instrument, fields, verb: 'handle' }) };
    default:
      return handling;
  }
}

/** The tester after it was set to a unit; one that shows amperes corrects by itself, bare ohms and siemens are bare. */
export function testerSetTo(handling: Handling, { fields }: Line): Handling {
  const unit = unitOf(fields.unit) ?? handling.unit;
  const usual = isRatingStandard(unit) ? 'both' : 'none';
  const { compensated } = fields;
  const named = compensated === 'none' || compensated === 'temp' || compensated === 'both';
  return { ...handling, unit, compensates: named ? compensated : usual };
}

function unitOf(text: string | undefined): ConductanceUnit | undefined {
  if (text === 'S' || text === 'mohm') return text;
  return text !== undefined && isRatingStandard(text) ? text : undefined;
}

function isRange(text: string): text is VoltRange {
  return text in VOLT_RANGES;
}

function isProbePoint(text: string): text is ProbePoint {
  return (PROBE_POINTS as readonly string[]).includes(text);
}

function vehicleWith(before: VehicleTruth, line: Line): VehicleTruth {
  const after: Record<keyof VehicleTruth, number> = { ...before };
  for (const name of Object.keys(after) as (keyof VehicleTruth)[]) {
    const told = numberField(line, name);
    if (told !== null && told >= 0) after[name] = told;
  }
  return after;
}
