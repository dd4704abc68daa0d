import { type Evidence, NOTHING_INSPECTED, noEvidence } from '../../assessment/evidence';
import { possibleRange } from '../../quantity/entry';
import { formatNumber } from '../../quantity/format';
import { fail, type Problem, problem, type Result, succeed } from '../../quantity/result';
import { celsiusFromFahrenheit, fahrenheitFromCelsius } from '../../quantity/temperature';
import type { EvidenceDraft } from '../../steps/columns';
import { ListedCells, type RowOfCells } from '../block-rows';
import { undefused } from '../csv-text';
import { isMoment } from '../moment-text';
import { RowCells } from './cells';
import { readForced } from './forced';
import type { Header } from './header';
import { LabelsRead } from './label';

/** A row as read: what is known of the battery, and what had to be left out of it. */
export interface ReadingsRow {
  readonly tag: string;
  readonly evidence: Evidence;
  /** Readings that could not be used although the row could. */
  readonly leftOut: readonly Problem[];
}

/** Largest disagreement between a Celsius and a Fahrenheit cell that rounding explains, K. */
const SAME_TEMPERATURE_K = 1;

/** Reads one row: the evidence in it, or everything that is wrong with it. */
export function readRow(header: Header, cells: readonly string[], labels?: LabelsRead): Result<ReadingsRow> {
  return readCells(header, new ListedCells(cells), labels);
}

/**
 * The same of a row whose cells are read where they stand.
 * @param labels what the rows before it said of their batteries
 */
export function readCells(
  header: Header,
  cells: RowOfCells,
  labels = new LabelsRead(header),
): Result<ReadingsRow> {
  if (cells.width !== header.width) {
    return fail(problem('row', `${cells.width} cells`, `${header.width} cells, as in the header row`));
  }
  const row = new RowCells(header, cells);
  const tag = undefused(row.text('tag'));
  if (tag === '') row.complain('tag', '', 'the battery’s tag');
  checkMoment(row);
  const battery = labels.read(row, cells);
  const temperatureC = readTemperature(row);
  if (!battery) return fail(...row.problems);
  const leftOut: Problem[] = [];
  const evidence: EvidenceDraft = noEvidence(battery);
  evidence.inspection = NOTHING_INSPECTED;
  for (const { read } of header.parts) read(row, evidence, { battery, temperatureC, leftOut });
  readForced(row, evidence);
  return row.problems.length > 0 ? fail(...row.problems) : succeed({ tag, evidence, leftOut });
}

function readTemperature(row: RowCells): number | null {
  const celsius = row.quantity('temp_c', 'temperatureC');
  const [least, most] = possibleRange('temperatureC', 12);
  const fahrenheit = row.number('temp_f', fahrenheitFromCelsius(least), fahrenheitFromCelsius(most));
  if (fahrenheit === null) return celsius;
  const converted = celsiusFromFahrenheit(fahrenheit);
  if (celsius !== null && Math.abs(celsius - converted) > SAME_TEMPERATURE_K) {
    row.complain(
      'temp_f',
      fahrenheit,
      `the same as temp_c, ${formatNumber(fahrenheitFromCelsius(celsius), '°F')}`,
    );
  }
  return celsius ?? converted;
}

function checkMoment(row: RowCells): void {
  const text = row.text('taken_at');
  if (text === '' || isMoment(text)) return;
  row.complain('taken_at', text, 'a day of the calendar and a time with zone, such as 2026-01-31T08:15:00Z');
}
