import type { DrawnVehicle } from '../physics/vehicle/draw-vehicle';
import { type GivenVehicle, type VehicleFault, vehicleWith } from '../physics/vehicle/draw-vehicle';
import { seededChance } from '../quantity/chance';
import { fail, type Problem, problem, type Result, succeed } from '../quantity/result';
import { CAUSES, type Cause } from '../vehicle/cause';
import { ENGINES, type Engine } from '../vehicle/engine';
import { PIECES, type Piece } from '../vehicle/path';
import { REGULATORS, type Regulator, SYSTEM_VOLTS, type SystemVolts } from '../vehicle/vehicle';
import { type Line, numberField, writeLine } from './line';

/** A vehicle for simulated instruments to be held to: what is known of it, and what is truly wrong. */
export interface BenchVehicle {
  readonly given: GivenVehicle;
  readonly faults: readonly VehicleFault[];
  /** What makes it this one among its like. */
  readonly seed: number;
}

/** The vehicle as a line that simulated instruments understand. */
export function attachVehicleLine({ given, faults, seed }: BenchVehicle): string {
  const { engine, systemVolts, regulator, ratedAmps, temperatureC } = given;
  return writeLine('attach', 'vehicle', {
    engine,
    system: systemVolts,
    regulator,
    rated: ratedAmps,
    seed,
    ...(temperatureC === undefined ? {} : { celsius: temperatureC }),
    ...(faults.length === 0 ? {} : { faults: faults.map(faultText).join(',') }),
  });
}

const faultText = (fault: VehicleFault) =>
  [fault.kind === 'piece' ? fault.piece : fault.kind, fault.degree.toFixed(3)].join(':');

/** The same vehicle, whoever makes it of the same parts. */
export const drawnFrom = ({ given, faults, seed }: BenchVehicle): DrawnVehicle =>
  vehicleWith(given, faults, seededChance(seed));

/** Reads a vehicle from its line, or says what is wrong with it. */
export function attachedVehicle(line: Line): Result<DrawnVehicle> {
  const problems: Problem[] = [];
  const { engine = '', regulator = '', faults = '' } = line.fields;
  const system = SYSTEM_VOLTS.find((volts) => volts === numberField(line, 'system'));
  if (!isDriven(engine)) problems.push(problem('engine', engine, DRIVEN.join(', ')));
  if (!Object.hasOwn(REGULATORS, regulator))
    problems.push(problem('regulator', regulator, Object.keys(REGULATORS).join(', ')));
  if (system === undefined)
    problems.push(problem('system', line.fields.system ?? '', SYSTEM_VOLTS.join(', ')));
  const rated = numberField(line, 'rated') ?? USUAL_AMPS;
  if (!(rated >= 1 && rated <= MOST_AMPS)) problems.push(problem('rated', rated, `1 to ${MOST_AMPS} A`));
  const celsius = numberField(line, 'celsius');
  const read = faults === '' ? [] : faults.split(',').map(faultOf);
  if (read.includes(null)) problems.push(problem('faults', faults, `kind:degree with ${FAULTS.join(', ')}`));
  if (problems.length > 0) return fail(...problems);
  const given: GivenVehicle = {
    engine: engine as Exclude<Engine, 'none'>,
    regulator: regulator as Regulator,
    ratedAmps: rated,
    systemVolts: system as SystemVolts,
    ...(celsius === null ? {} : { temperatureC: Math.min(60, Math.max(-40, celsius)) }),
  };
  const known = read.filter((fault) => fault !== null);
  return succeed(drawnFrom({ given, faults: known, seed: numberField(line, 'seed') ?? 1 }));
}

const USUAL_AMPS = 90;
const MOST_AMPS = 600;
const DRIVEN = ENGINES.filter((engine) => engine !== 'none');
const isDriven = (engine: string) => (DRIVEN as readonly string[]).includes(engine);

/** Causes that are a fault of a part by itself; those of a path are a piece. */
const OF_A_PATH: ReadonlySet<Cause> = new Set([
  'charging_plus_path',
  'charging_minus_path',
  'starting_plus_path',
  'starting_minus_path',
  'solenoid',
  'nothing_found',
]);
const FAULTS: readonly string[] = [...CAUSES.filter((cause) => !OF_A_PATH.has(cause)), ...PIECES];

function faultOf(text: string): VehicleFault | null {
  const [kind = '', degree = ''] = text.split(':');
  const value = Number(degree);
  if (!FAULTS.includes(kind) || !(value >= 0 && value <= 1)) return null;
  return (PIECES as readonly string[]).includes(kind)
    ? { kind: 'piece', piece: kind as Piece, degree: value }
    : ({ kind, degree: value } as VehicleFault);
}
