import { fail, problem, type Result, succeed } from '../../quantity/result';
import {
  APPENDED_COLUMNS,
  COLUMN_FACTS,
  NEEDED_COLUMNS,
  USED_COLUMNS,
  type UsedColumn,
} from '../readings-csv/columns';
import { IMPORT_LIMITS } from './limits';

/** What each column of a foreign file is taken for; null where it is left aside. As many as the file has columns. */
export type Mapping = readonly (UsedColumn | null)[];

/** Other names under which a column is met, in lower case without blanks and signs. */
const OTHER_NAMES: Readonly<Partial<Record<UsedColumn, readonly string[]>>> = {
  tag: ['battery', 'batteryid', 'batterytag', 'id', 'unit', 'unitno', 'serial', 'serialno', 'asset', 'label'],
  nominal_v: ['nominal', 'nominalvolts', 'nominalvoltage', 'systemv', 'system'],
  construction: ['type', 'batterytype', 'tech', 'technology', 'kind', 'chemistry'],
  rating_standard: ['standard', 'norm', 'ratingstd'],
  rating_a: ['rating', 'cca', 'ratedcca', 'ccarating', 'crankingamps', 'ratedamps', 'coldcrank'],
  c20_ah: ['ah', 'capacity', 'capacityah', 'c20', 'amphours', 'ratedah'],
  rc_min: ['rc', 'reserve', 'reservecapacity', 'reservemin'],
  taken_at: ['date', 'time', 'datetime', 'timestamp', 'testedat', 'tested', 'when', 'takenon'],
  temp_c: ['temp', 'temperature', 'tempc', 'celsius', 'batterytemp', 'degc'],
  temp_f: ['tempf', 'fahrenheit', 'degf', 'temperaturef'],
  case: ['housing', 'casestate', 'box'],
  terminals: ['terminal', 'posts', 'clamps'],
  level: ['electrolyte', 'acidlevel', 'water', 'fluid'],
  rest_min: ['rest', 'restminutes', 'rested', 'minutesatrest'],
  surface_removed: ['surface', 'surfacecharge', 'surfacechargeremoved'],
  ocv_v: ['ocv', 'openvolts', 'opencircuit', 'opencircuitvoltage', 'voltage', 'volts', 'restvolts', 'v'],
  load_a: ['load', 'loadamps', 'loadcurrent', 'testload'],
  load_s: ['loadtime', 'loadseconds', 'holdtime', 'hold'],
  load_v: ['loadvolts', 'loadvoltage', 'voltsunderload', 'underload'],
  load_temp_c: ['loadtemp', 'loadtempc'],
  recovery_min: ['recoveryminutes', 'recoverytime'],
  recovery_v: ['recovery', 'recoveryvolts', 'recovered'],
  charges_done: ['charges', 'fullcharges', 'charged'],
  cond_value: ['conductance', 'siemens', 'measuredcca', 'cond', 'measured', 'testerreading'],
  cond_unit: ['conductanceunit', 'testerunit', 'unitofconductance'],
  cond_compensated: ['compensated', 'compensation'],
  charge3_a: ['threeminuteamps'],
  charge3_v: ['threeminutevolts'],
  crank_v: ['crank', 'cranking', 'crankvolts', 'crankingvoltage'],
  crank_s: ['crankseconds', 'cranktime'],
  crank_mean_v: ['meancrankvolts', 'meancrankingvoltage'],
  crank_a: ['crankamps', 'crankcurrent'],
  sg_temp_c: ['sgtemp', 'hydrometertemp', 'electrolytetemp'],
};

const bare = (name: string) =>
  name
    .toLowerCase()
    .replace(/°\s*f\b/, ' f')
    .replace(/°\s*c\b/, ' c')
    .replace(/[^a-z0-9]/g, '');

/**
 * What the columns of a header are probably meant for: by the format's own name, else by another that it is met under.
 * Each of the format's columns is given away once, to the first that claims it; a column of an earlier grading to none.
 */
export function suggestMapping(header: readonly string[]): Mapping {
  const given = new Set<UsedColumn>();
  const take = (column: UsedColumn | undefined) => {
    if (!column || given.has(column)) return null;
    given.add(column);
    return column;
  };
  const exact = header.map((name) =>
    take(USED_COLUMNS.find((column) => column === name.trim().toLowerCase())),
  );
  return header.map((name, index) => {
    const own = exact[index];
    if (own) return own;
    const key = bare(name);
    if (key === '' || (APPENDED_COLUMNS as readonly string[]).includes(name.trim().toLowerCase()))
      return null;
    return take(
      USED_COLUMNS.find((column) => bare(column) === key || bare(COLUMN_FACTS[column].title) === key) ??
        USED_COLUMNS.find((column) => OTHER_NAMES[column]?.includes(key)),
    );
  });
}

/** Columns that say which battery it is and when, and nothing that was read of it. */
const NO_READINGS: ReadonlySet<UsedColumn> = new Set<UsedColumn>([
  ...(['tag', 'nominal_v', 'construction', 'rating_standard', 'rating_a', 'c20_ah', 'rc_min'] as const),
  ...(['taken_at', 'temp_c', 'temp_f'] as const),
]);

/** Whether a file holds readings at all: one without is a list of batteries. */
export function holdsReadings(mapping: Mapping): boolean {
  return mapping.some((column) => column !== null && !NO_READINGS.has(column));
}

/** Columns that a foreign file may lack because all its rows have the same: the words that they take are few. */
export const FIXABLE_COLUMNS = ['construction', 'nominal_v', 'rating_standard', 'cond_unit'] as const;

/** What all rows of a file have in common although no column of it says so. */
export type FixedCells = Readonly<Partial<Record<(typeof FIXABLE_COLUMNS)[number], string>>>;

/**
 * A header with the format's names put over a file's own; columns that are left aside lose theirs, what is fixed for all
 * rows comes after them. A column that the file has itself is not fixed.
 */
export function mappedHeader(
  header: readonly string[],
  mapping: Mapping,
  fixed: FixedCells = {},
): Result<string[]> {
  if (header.length > IMPORT_LIMITS.columns) {
    return fail(problem('columns', header.length, `at most ${IMPORT_LIMITS.columns}`));
  }
  const added = fixedEntries(fixed, mapping).map(([column]) => column);
  const missing = NEEDED_COLUMNS.filter((needed) => ![...mapping, ...added].includes(needed));
  if (missing.length > 0) {
    return fail(...missing.map((needed) => problem(needed, undefined, 'a column of the file that holds it')));
  }
  const twice = mapping.find((column, index) => column !== null && mapping.indexOf(column) !== index);
  if (twice) return fail(problem(twice, 'two columns', 'one column of the file'));
  return succeed([...header.map((_, index) => mapping[index] ?? ''), ...added]);
}

/** What is fixed and not in the file itself, in the order of the header that `mappedHeader` makes. */
export function fixedEntries(
  fixed: FixedCells,
  mapping: Mapping,
): readonly (readonly [UsedColumn, string])[] {
  return FIXABLE_COLUMNS.flatMap((column) => {
    const value = fixed[column];
    return value === undefined || value === '' || mapping.includes(column) ? [] : [[column, value] as const];
  });
}
