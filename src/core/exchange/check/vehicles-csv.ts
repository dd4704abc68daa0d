import Papa from 'papaparse';
import { writtenNumber } from '../../quantity/decimal';
import { fail, type Problem, problem, type Result, succeed } from '../../quantity/result';
import { lookAlikeKey, tidyLine } from '../../quantity/written-text';
import { ENGINES } from '../../vehicle/engine';
import { REGULATORS, SYSTEM_VOLTS, VEHICLE_CLASSES, type Vehicle } from '../../vehicle/vehicle';
import { csvText, defused, undefused } from '../csv-text';

/** The columns of a list of vehicles. */
export const VEHICLE_COLUMNS = [
  'name',
  'class',
  'engine',
  'cylinders',
  'system_v',
  'alternator_a',
  'regulator',
  'own_v_from',
  'own_v_to',
  'site',
] as const;
type Column = (typeof VEHICLE_COLUMNS)[number];

export interface ListedVehicle {
  readonly line: number;
  readonly name: string;
  readonly read: Result<Omit<Vehicle, 'id'>>;
}

/** A list of vehicles holds at most so many rows. */
export const MOST_VEHICLES = 5000;

/** Reads a list of vehicles as CSV; `name` is needed, what else is blank stays unknown. */
export function readVehicleList(text: string): Result<readonly ListedVehicle[]> {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), {
    delimitersToGuess: [',', ';', '\t'],
  });
  const [header = [], ...lines] = data;
  const columns = header.map((name) => name.trim().toLowerCase());
  if (!columns.includes('name')) return fail(problem('name', undefined, 'a column of that name'));
  if (lines.length > MOST_VEHICLES) return fail(problem('rows', lines.length, `at most ${MOST_VEHICLES}`));
  const seen = new Map<string, number>();
  return succeed(
    lines.map((cells, index) => {
      const line = index + 2;
      const cell = (column: Column) => undefused((cells[columns.indexOf(column)] ?? '').trim());
      const name = tidyLine(cell('name'));
      const first = seen.get(lookAlikeKey(name));
      if (first === undefined) seen.set(lookAlikeKey(name), line);
      const read =
        first === undefined
          ? vehicleOf(cell, name)
          : fail(problem('name', name, `one row a vehicle: line ${first} has this one already`));
      return { line, name, read };
    }),
  );
}

function vehicleOf(cell: (column: Column) => string, name: string): Result<Omit<Vehicle, 'id'>> {
  const problems: Problem[] = [];
  if (name === '') problems.push(problem('name', '', 'the name of a vehicle'));
  const word = <T extends string>(column: Column, names: readonly T[]): T | null => {
    const text = cell(column).toLowerCase();
    if (text === '') return null;
    const found = names.find((one) => one === text);
    if (!found) problems.push(problem(column, cell(column), `one of ${names.join(', ')}`));
    return found ?? null;
  };
  const number = (column: Column, least: number, most: number): number | null => {
    const text = cell(column);
    if (text === '') return null;
    const value = writtenNumber(text);
    if (!Number.isFinite(value) || value < least || value > most)
      problems.push(problem(column, text, `${least} to ${most}`));
    return value;
  };
  const systemText = cell('system_v');
  const systemVolts =
    systemText === '' ? null : (SYSTEM_VOLTS.find((volts) => volts === Number(systemText)) ?? null);
  if (systemText !== '' && systemVolts === null)
    problems.push(problem('system_v', systemText, `one of ${SYSTEM_VOLTS.join(', ')}`));
  const vehicle = {
    name,
    site: tidyLine(cell('site')),
    systemVolts,
    class: word('class', Object.keys(VEHICLE_CLASSES) as (keyof typeof VEHICLE_CLASSES)[]) ?? 'van',
    engine: word('engine', ENGINES),
    cylinders: number('cylinders', 1, 16),
    alternatorAmps: number('alternator_a', 1, 600),
    regulator: word('regulator', Object.keys(REGULATORS) as (keyof typeof REGULATORS)[]),
    ownVoltsFrom: number('own_v_from', 5, 32),
    ownVoltsTo: number('own_v_to', 5, 32),
  };
  const { ownVoltsFrom: from, ownVoltsTo: to } = vehicle;
  if ((from === null) !== (to === null))
    problems.push(
      problem(from === null ? 'own_v_from' : 'own_v_to', '', 'both ends of the span, or neither'),
    );
  if (from !== null && to !== null && from >= to)
    problems.push(problem('own_v_to', to, `more than ${from}, where the span begins`));
  return problems.length > 0 ? fail(...problems) : succeed(vehicle);
}

/** Vehicles as CSV, the way that `readVehicleList` reads them. */
export function writeVehicleList(vehicles: readonly Vehicle[]): string {
  const text = (value: string | number | null | undefined) => (value == null ? '' : String(value));
  return csvText([
    [...VEHICLE_COLUMNS],
    ...vehicles.map((one) => [
      ...[defused(one.name), one.class, text(one.engine), text(one.cylinders), text(one.systemVolts)],
      ...[text(one.alternatorAmps), text(one.regulator), text(one.ownVoltsFrom), text(one.ownVoltsTo)],
      defused(one.site),
    ]),
  ]);
}
