import Papa from 'papaparse';
import type { Morning } from '../history/mornings';
import { readDay } from '../quantity/read-day';
import { fail, type Problem, problem, type Result, succeed } from '../quantity/result';
import { celsiusFromFahrenheit } from '../quantity/temperature';

/** A file of mornings holds at most so many days, and no temperature beyond these, °C. */
const MOST_DAYS = 1000;
const COLDEST_C = -70;
const WARMEST_C = 50;
/** More complaints than this help nobody. */
const MOST_TOLD = 20;

/** What a column is met under, in small letters without blanks and signs. */
const DAY_NAMES = ['day', 'date', 'morning'];
const CELSIUS_NAMES = [
  'lowc',
  'low',
  'min',
  'minc',
  'lowest',
  'minimum',
  'tmin',
  'tempc',
  'celsius',
  'temperature',
];
const FAHRENHEIT_NAMES = ['lowf', 'minf', 'tempf', 'fahrenheit'];

/**
 * The lows of mornings out of a CSV of a site: a column of days and one of lowest temperatures, in °C, or in °F where its heading says so.
 * All of it, or what is wrong with it by line; a day that stands twice is told.
 */
export function readMornings(text: string): Result<Morning[]> {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), {
    delimitersToGuess: [',', ';', '\t'],
    skipEmptyLines: 'greedy',
  });
  const [header = [], ...lines] = data;
  const names = header.map((name) => name.toLowerCase().replace(/[^a-z]/g, ''));
  const dayAt = names.findIndex((name) => DAY_NAMES.includes(name));
  const lowAt = names.findIndex((name) => [...CELSIUS_NAMES, ...FAHRENHEIT_NAMES].includes(name));
  if (dayAt < 0 || lowAt < 0) {
    const heads = header.join(', ');
    return fail(
      ...(dayAt < 0 ? [problem('day', heads, 'a column day with the date of each morning')] : []),
      ...(lowAt < 0 ? [problem('low', heads, 'a column low_c with its lowest temperature, or low_f')] : []),
    );
  }
  if (lines.length === 0) return fail(problem('rows', 0, 'a row for each morning'));
  if (lines.length > MOST_DAYS) return fail(problem('rows', lines.length, `at most ${MOST_DAYS}`));
  const isFahrenheit = FAHRENHEIT_NAMES.includes(names[lowAt] ?? '');
  const problems: Problem[] = [];
  const mornings = new Map<string, number>();
  lines.forEach((cells, index) => {
    const line = `line ${index + 2}`;
    const written = (cells[dayAt] ?? '').trim();
    const day = readDay(written);
    const low = lowFrom(cells[lowAt] ?? '', isFahrenheit);
    if (day === null) problems.push(problem(`${line}, day`, written, 'a day such as 2026-01-31'));
    else if (mornings.has(day)) problems.push(problem(`${line}, day`, written, 'each day once'));
    if (low === null)
      problems.push(
        problem(`${line}, low`, cells[lowAt] ?? '', `a temperature from ${COLDEST_C} to ${WARMEST_C} °C`),
      );
    if (day !== null && low !== null) mornings.set(day, low);
  });
  if (problems.length > 0) return fail(...problems.slice(0, MOST_TOLD));
  return succeed(
    [...mornings]
      .map(([day, lowC]) => ({ day, lowC }))
      .sort((one, other) => one.day.localeCompare(other.day)),
  );
}

function lowFrom(cell: string, isFahrenheit: boolean): number | null {
  const text = cell
    .trim()
    .replace(/[−–]/, '-')
    .replace(',', '.')
    .replace(/\s*°?\s*[CF]$/i, '');
  if (!/^[+-]?\d{1,3}(\.\d+)?$/.test(text)) return null;
  const celsius = isFahrenheit ? celsiusFromFahrenheit(Number(text)) : Number(text);
  const low = Math.round(10 * celsius) / 10;
  return low >= COLDEST_C && low <= WARMEST_C ? low : null;
}
