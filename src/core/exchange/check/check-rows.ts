import type { GatheredReading } from '../../circuit/gather-check';
import { writtenNumber } from '../../quantity/decimal';
import { fail, type Problem, problem, type Result, succeed } from '../../quantity/result';
import { celsiusFromFahrenheit } from '../../quantity/temperature';
import {
  CHECK_NAMES,
  type CheckName,
  ENGINE_STATES,
  type EngineState,
  isMeasured,
  LOAD_STATES,
  type LoadState,
  MEASURED_FACTS,
} from '../../vehicle/check-reading';
import { readingProblems } from '../../vehicle/check-reading-problems';
import { SEGMENTS, type Segment } from '../../vehicle/path';
import type { SystemVolts } from '../../vehicle/vehicle';
import { undefused } from '../csv-text';
import { dayOf } from '../moment-text';
import { namedColumns } from '../named-columns';

/** The columns of the readings of a check, one reading a row. */
export const CHECK_COLUMNS = [
  'vehicle',
  'taken_at',
  'reading',
  'segment',
  'value',
  'unit',
  'engine_state',
  'loads',
  'amps',
  'minutes',
  'temp_c',
  'instrument',
  'fuse',
] as const;
export type CheckColumn = (typeof CHECK_COLUMNS)[number];

/** One row as it was read. */
export interface CheckRow {
  readonly vehicle: string;
  /** The day, as it stands in the file: rows of one vehicle and day are one check. */
  readonly day: string;
  readonly takenAt: string;
  readonly instrument: string;
  readonly reading: GatheredReading;
}

/** Where each column stands in a file; -1 where it does not. */
export type CheckHeader = Readonly<Record<CheckColumn | 'temp_f', number>>;

/** The columns of a header row; `reading`, `value` and `vehicle` are needed. */
export function readCheckHeader(names: readonly string[]): Result<CheckHeader> {
  return namedColumns(names, [...CHECK_COLUMNS, 'temp_f'], ['vehicle', 'reading', 'value']);
}

const UNITS: Readonly<Record<'V' | 'A' | 's', Readonly<Record<string, number>>>> = {
  V: { '': 1, v: 1, mv: 0.001 },
  A: { '': 1, a: 1, ma: 0.001 },
  s: { '': 1, s: 1 },
};

/**
 * One row as a reading. A value is read in its unit (mV and mA too); what was not read stays unknown.
 * @param systemOf the voltage of a vehicle’s system, by its name
 */
export function readCheckRow(
  header: CheckHeader,
  cells: readonly string[],
  systemOf: (vehicle: string) => SystemVolts,
): Result<CheckRow> {
  const cell = (column: keyof CheckHeader) => undefused((cells[header[column]] ?? '').trim());
  const problems: Problem[] = [];
  const vehicle = cell('vehicle');
  if (vehicle === '') problems.push(problem('vehicle', '', 'the name of a vehicle'));
  const of = oneOf<CheckName>('reading', cell('reading'), CHECK_NAMES, problems);
  const segment = optionalOf<Segment>('segment', cell('segment'), SEGMENTS, problems);
  const engine = optionalOf<EngineState>('engine_state', cell('engine_state'), ENGINE_STATES, problems);
  const loads = optionalOf<LoadState>('loads', cell('loads'), LOAD_STATES, problems);
  const takenAt = cell('taken_at');
  // Rows that do not say when they were read are of one day.
  const day = takenAt === '' ? '' : dayOf(takenAt);
  if (day === null)
    problems.push(
      problem('taken_at', takenAt, 'a day of the calendar, such as 2026-01-31 or 2026-01-31T08:15:00Z'),
    );
  const number = (column: keyof CheckHeader) => numberOf(column, cell(column), problems);
  const [amps, minutes] = [number('amps'), number('minutes')];
  const [celsius, fahrenheit] = [number('temp_c'), number('temp_f')];
  if (of === null) return fail(...problems);
  const value = isMeasured(of) ? scaled(of, number('value'), cell('unit'), problems) : null;
  const state = isMeasured(of) ? null : cell('value').toLowerCase();
  const reading: GatheredReading = {
    of,
    value,
    state,
    segment,
    amps,
    engine,
    loads,
    minutes,
    fuse: cell('fuse') || null,
    temperatureC: celsius ?? (fahrenheit === null ? null : celsiusFromFahrenheit(fahrenheit)),
  };
  if (problems.length === 0) problems.push(...readingProblems(reading, systemOf(vehicle)));
  if (problems.length > 0 || day === null) return fail(...problems);
  return succeed({ vehicle, takenAt, day, instrument: cell('instrument'), reading });
}

function oneOf<T extends string>(
  field: string,
  text: string,
  names: readonly T[],
  problems: Problem[],
): T | null {
  const found = names.find((name) => name === text.toLowerCase());
  if (!found) problems.push(problem(field, text, `one of ${names.join(', ')}`));
  return found ?? null;
}

function optionalOf<T extends string>(
  field: string,
  text: string,
  names: readonly T[],
  problems: Problem[],
): T | null {
  return text === '' ? null : oneOf(field, text, names, problems);
}

function numberOf(field: string, text: string, problems: Problem[]): number | null {
  if (text === '') return null;
  const value = writtenNumber(text);
  if (Number.isFinite(value)) return value;
  problems.push(problem(field, text, 'a number'));
  return null;
}

function scaled(
  of: keyof typeof MEASURED_FACTS,
  value: number | null,
  unit: string,
  problems: Problem[],
): number | null {
  if (value === null) {
    if (problems.length === 0) problems.push(problem('value', '', 'a number'));
    return null;
  }
  const own = MEASURED_FACTS[of].unit;
  const times = UNITS[own][unit.toLowerCase()];
  if (times === undefined) problems.push(problem('unit', unit, `${own}, or nothing`));
  return value * (times ?? 1);
}
