import Papa from 'papaparse';
import { tagKey } from '../battery/battery';
import { type BatteryLabel, BatteryLabelSchema, type Rating } from '../battery/battery-label';
import {
  type BatteryType,
  batteryTypeLabel,
  CONSTRUCTIONS,
  OTHER_CHEMISTRIES,
} from '../battery/construction';
import { DUTIES, isDuty } from '../battery/duty';
import { RATING_STANDARDS, type RatingStandard } from '../battery/rating-standard';
import { writtenNumber } from '../quantity/decimal';
import { fail, type Problem, problem, type Result, succeed } from '../quantity/result';
import { tidyLine } from '../quantity/written-text';
import { checkShape } from './check-shape';
import { undefused } from './csv-text';
import { momentFrom, ordersOf } from './import/dates';
import type { BATTERY_COLUMNS } from './list-csv';

type Column = (typeof BATTERY_COLUMNS)[number] | 'rating_a' | 'rating_standard';

/** Other names under which a column of a list of batteries is met, in small letters without blanks and signs. */
const OTHER_NAMES: Readonly<Record<Column, readonly string[]>> = {
  tag: ['tag', 'battery', 'batteryid', 'id', 'unit', 'serial', 'serialno', 'asset', 'label'],
  construction: ['construction', 'type', 'batterytype', 'technology', 'chemistry'],
  nominal_v: ['nominalv', 'nominal', 'volts', 'voltage', 'v'],
  ratings: ['ratings', 'cca', 'ratedcca'],
  rating_a: ['ratinga', 'rating', 'crankingamps', 'ratedamps'],
  rating_standard: ['ratingstandard', 'standard', 'norm'],
  c20_ah: ['c20ah', 'ah', 'capacity', 'c20', 'ratedah'],
  rc_min: ['rcmin', 'rc', 'reserve', 'reservecapacity'],
  duty: ['duty', 'use', 'purpose', 'service'],
  model: ['model', 'make', 'makemodel', 'maker', 'makerandmodel'],
  place: ['place', 'where', 'location', 'vehicle', 'shelf'],
  date_code: ['datecode', 'code', 'datestamp'],
  fitted_on: ['fittedon', 'fitted', 'installed', 'installedon', 'infitted', 'date'],
  warranty_to: ['warrantyto', 'warranty', 'warrantyuntil', 'warrantyends', 'guarantee'],
  group: ['group', 'size', 'bci', 'groupsize', 'case'],
};

/** One row of a list of batteries: the label that it says, or what is wrong with it. */
export interface ListedBattery {
  readonly line: number;
  readonly tag: string;
  readonly read: Result<BatteryLabel>;
}

export interface BatteryList {
  readonly rows: readonly ListedBattery[];
  /** Names of columns that were left aside. */
  readonly leftAside: readonly string[];
}

/** A list of batteries holds at most so many rows. */
export const MOST_LISTED = 5000;

/**
 * Reads a list of batteries as CSV: the columns that the list of Integra has, under these names or others that they are
 * met under; tag and type are needed. Ratings stand in one cell (`570 SAE; 640 EN`) or as current and standard.
 * @param standard what a bare rating is taken for
 */
export function readBatteryList(text: string, standard: RatingStandard): Result<BatteryList> {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), {
    delimitersToGuess: [',', ';', '\t'],
  });
  const [header = [], ...lines] = data;
  const columns = columnsOf(header);
  const missing = (['tag', 'construction'] as const).filter((needed) => !columns.includes(needed));
  if (missing.length > 0) {
    return fail(...missing.map((needed) => problem(needed, undefined, 'a column of the file that holds it')));
  }
  if (lines.length > MOST_LISTED) return fail(problem('rows', lines.length, `at most ${MOST_LISTED}`));
  // All days of a file are written in one order, whichever column they stand in.
  const dayPlaces = (['fitted_on', 'warranty_to'] as const)
    .map((column) => columns.indexOf(column))
    .filter((at) => at >= 0);
  const days = daysAs(dayPlaces.flatMap((at) => lines.map((cells) => cells[at] ?? '')));
  const firstOf = new Map<string, number>();
  const rows = lines.map((cells, index): ListedBattery => {
    const line = index + 2;
    const cell = (column: Column) => undefused((cells[columns.indexOf(column)] ?? '').trim());
    const tag = tidyLine(cell('tag'));
    const first = firstOf.get(tagKey(tag));
    if (first === undefined) firstOf.set(tagKey(tag), line);
    const read = first === undefined ? labelOf(cell, tag, { standard, day: days }) : twice(tag, first);
    return { line, tag, read };
  });
  return succeed({ rows, leftAside: header.filter((_, at) => columns[at] === null) });
}

const twice = (tag: string, line: number) =>
  fail(problem('tag', tag, `one row a battery: line ${line} has this one already`));

function columnsOf(header: readonly string[]): readonly (Column | null)[] {
  const given = new Set<Column>();
  return header.map((name) => {
    const key = name.toLowerCase().replace(/[^a-z0-9]/g, '');
    const found = (Object.keys(OTHER_NAMES) as Column[]).find((column) => OTHER_NAMES[column].includes(key));
    if (!found || given.has(found)) return null;
    given.add(found);
    return found;
  });
}

interface ReadAs {
  readonly standard: RatingStandard;
  readonly day: (text: string) => string | null;
}

function labelOf(
  cell: (column: Column) => string,
  tag: string,
  { standard, day }: ReadAs,
): Result<BatteryLabel> {
  const problems: Problem[] = [];
  const number = (column: Column) => {
    const text = cell(column);
    const value = writtenNumber(text);
    if (text !== '' && !Number.isFinite(value)) problems.push(problem(column, text, 'a number'));
    return text === '' ? null : value;
  };
  const type = typeOf(cell('construction'));
  if (!type) problems.push(problem('construction', cell('construction'), `one of ${TYPES.join(', ')}`));
  const dayIn = (column: 'fitted_on' | 'warranty_to') => {
    const text = cell(column);
    const read = text === '' ? null : day(text);
    if (text !== '' && read === null) problems.push(problem(column, text, 'a day, such as 2026-01-31'));
    return read;
  };
  const duty = cell('duty')
    .toLowerCase()
    .replace(/[\s-]+/g, '_');
  if (duty !== '' && !isDuty(duty))
    problems.push(problem('duty', cell('duty'), `one of ${DUTIES.join(', ')}`));
  const ratings = [...ratingsIn(cell('ratings'), standard, problems), ...ownRating(cell, standard, number)];
  const label = {
    tag,
    type,
    nominalVolts: number('nominal_v') ?? 12,
    ratings,
    c20Ah: number('c20_ah'),
    rcMinutes: number('rc_min'),
    fittedOn: dayIn('fitted_on'),
    warrantyTo: dayIn('warranty_to'),
    model: tidyLine(cell('model')),
    place: tidyLine(cell('place')),
    dateCode: tidyLine(cell('date_code')),
    group: tidyLine(cell('group')),
    duty: isDuty(duty) ? duty : null,
  };
  return problems.length > 0 ? fail(...problems) : checkShape(BatteryLabelSchema, label);
}

const TYPES: readonly BatteryType[] = [...CONSTRUCTIONS, ...OTHER_CHEMISTRIES];

/** A type by its word in the format or on screen, in any case. */
function typeOf(text: string): BatteryType | undefined {
  const said = text.toLowerCase();
  return TYPES.find((type) => type === said || batteryTypeLabel(type).toLowerCase() === said);
}

function ratingsIn(text: string, standard: RatingStandard, problems: Problem[]): Rating[] {
  return text
    .split(/[;/]/)
    .map((part) => part.trim())
    .filter((part) => part !== '')
    .flatMap((part) => {
      const [, amps, name = standard] = /^(\d+(?:[.,]\d+)?) ?A? ?([A-Za-z0-9]*)$/.exec(part) ?? [];
      const known = RATING_STANDARDS.find((one) => one === (name === '' ? standard : name.toUpperCase()));
      if (amps && known) return [{ amps: Number(amps.replace(',', '.')), standard: known }];
      problems.push(problem('ratings', part, `amperes and one of ${RATING_STANDARDS.join(', ')}`));
      return [];
    });
}

function ownRating(
  cell: (column: Column) => string,
  standard: RatingStandard,
  number: (column: Column) => number | null,
): Rating[] {
  const amps = number('rating_a');
  const said = RATING_STANDARDS.find((one) => one === cell('rating_standard').toUpperCase());
  return amps === null ? [] : [{ amps, standard: said ?? standard }];
}

/** How days are read in a list: as the format writes them, else in the one order that all of them fit. */
function daysAs(texts: readonly string[]): (text: string) => string | null {
  const asked = texts.filter((text) => !ISO_DAY.test(text.trim()));
  const orders = ordersOf(asked);
  const [order] = orders ?? [];
  return (text) => {
    if (ISO_DAY.test(text)) return text;
    // Day and month are never guessed: where either could come first the row says so.
    if (!order || orders?.length !== 1) return null;
    return momentFrom(text, { order, zone: 'UTC' })?.slice(0, 10) ?? null;
  };
}

const ISO_DAY = /^\d{4}-\d{2}-\d{2}$/;
