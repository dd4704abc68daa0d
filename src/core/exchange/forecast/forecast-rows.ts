import { tagKey } from '../../battery/battery';
import { CONSTRUCTIONS, type Construction } from '../../battery/construction';
import { DUTIES, type Duty } from '../../battery/duty';
import type { HealthReading } from '../../history/health-reading';
import { writtenNumber } from '../../quantity/decimal';
import { readDay } from '../../quantity/read-day';
import { fail, type Problem, problem, type Result, succeed } from '../../quantity/result';
import { celsiusFromFahrenheit } from '../../quantity/temperature';
import { undefused } from '../csv-text';
import { isMoment } from '../moment-text';
import { namedColumns } from '../named-columns';

/** The columns that a forecast is made from; others are passed over. */
export const FORECAST_COLUMNS = [
  'tag',
  'construction',
  'taken_at',
  'temp_c',
  'temp_f',
  'soh_pct',
  'soh_sd',
  'fitted_on',
  'duty',
  'instrument',
  'technician',
] as const;
type Column = (typeof FORECAST_COLUMNS)[number];
export type ForecastHeader = Readonly<Record<Column, number>>;

/** One row: a unit, and what was read of it; null where its row says nothing of its health. */
export interface ForecastRow {
  readonly tag: string;
  readonly key: string;
  readonly construction: Construction;
  readonly duty: Duty;
  readonly fittedMs: number | null;
  readonly atMs: number;
  readonly reading: HealthReading | null;
}

/** Taken where a row says no uncertainty of its health, points. */
const ASSUMED_SD = 8;
const MOST_PCT = 200;

/** Where each column stands; `tag`, `construction`, `taken_at` and `soh_pct` are needed. */
export function readForecastHeader(names: readonly string[]): Result<ForecastHeader> {
  return namedColumns(names, FORECAST_COLUMNS, ['tag', 'construction', 'taken_at', 'soh_pct']);
}

/** One row of a graded file as a reading of a unit’s health, or what is wrong with it. */
export function readForecastRow(header: ForecastHeader, cells: readonly string[]): Result<ForecastRow> {
  const cell = (column: Column) => undefused((cells[header[column]] ?? '').trim());
  const problems: Problem[] = [];
  const number = (column: Column, least: number, most: number): number | null => {
    const text = cell(column);
    if (text === '') return null;
    const value = writtenNumber(text);
    if (Number.isFinite(value) && value >= least && value <= most) return value;
    problems.push(problem(column, text, `${least} to ${most}`));
    return null;
  };
  const tag = cell('tag');
  if (tag === '') problems.push(problem('tag', '', 'the tag of a battery'));
  const construction = CONSTRUCTIONS.find((one) => one === cell('construction').toLowerCase());
  if (!construction)
    problems.push(problem('construction', cell('construction'), `one of ${CONSTRUCTIONS.join(', ')}`));
  const dutyText = cell('duty').toLowerCase();
  const duty = dutyText === '' ? 'starting' : DUTIES.find((one) => one === dutyText);
  if (!duty) problems.push(problem('duty', dutyText, `one of ${DUTIES.join(', ')}`));
  const takenAt = cell('taken_at');
  const atMs = isMoment(takenAt) ? Date.parse(takenAt) : dayMs(takenAt);
  if (atMs === null)
    problems.push(problem('taken_at', takenAt, 'a moment with its zone, such as 2026-01-31T08:00:00Z'));
  const fittedText = cell('fitted_on');
  const fittedMs = fittedText === '' ? null : dayMs(fittedText);
  if (fittedText !== '' && fittedMs === null)
    problems.push(problem('fitted_on', fittedText, 'a day, such as 2024-01-31'));
  const pct = number('soh_pct', 0, MOST_PCT);
  const sd = number('soh_sd', 0, MOST_PCT);
  const fahrenheit = number('temp_f', -80, 180);
  const celsius =
    number('temp_c', -60, 80) ?? (fahrenheit === null ? null : celsiusFromFahrenheit(fahrenheit));
  if (problems.length > 0 || !construction || !duty || atMs === null) return fail(...problems);
  const by = { instrument: cell('instrument') || null, technician: cell('technician') || null };
  const reading =
    pct === null ? null : { atMs, pct, sd: Math.max(LEAST_SD, sd ?? ASSUMED_SD), celsius, ...by };
  return succeed({ tag, key: tagKey(tag), construction, duty, fittedMs, atMs, reading });
}

/** No reading is surer than this, points. */
const LEAST_SD = 0.5;

/** The beginning of a day as typed, ms UTC; null for what is none. */
export function dayMs(text: string): number | null {
  const day = readDay(text);
  return day === null ? null : Date.parse(`${day}T00:00:00Z`);
}
