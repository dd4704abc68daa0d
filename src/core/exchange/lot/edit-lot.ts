import Papa from 'papaparse';
import { fail, problem, type Result, succeed } from '../../quantity/result';
import { suggestMapping } from '../import/mapping';
import type { UsedColumn } from '../readings-csv/columns';
import { MOST_LOT_ROWS } from '../site/records';
import type { LotRow } from '../views';
import { LOT_COLUMNS } from './lot-grid';

/** A cell of the grid. */
export interface CellPlace {
  readonly row: number;
  readonly column: UsedColumn;
}

/** The rack with one cell changed; rows are added up to it where it lies below the last. */
export function withCell(rows: readonly LotRow[], { row, column }: CellPlace, text: string): LotRow[] {
  const longer = withRows(rows, row + 1);
  return longer.with(row, { ...longer[row], [column]: text });
}

function withRows(rows: readonly LotRow[], count: number): LotRow[] {
  return rows.length >= count
    ? [...rows]
    : [...rows, ...Array.from({ length: count - rows.length }, (): LotRow => ({}))];
}

/**
 * The rack with a piece of a spreadsheet put in, tabs or a CSV delimiter between its cells. A first row that names
 * columns decides where they go, under the format's names or others that they are met under; else the piece goes in at
 * the cell, column by column as the grid shows them.
 */
export function pasted(
  rows: readonly LotRow[],
  at: CellPlace,
  text: string,
  shown: readonly UsedColumn[],
): Result<LotRow[]> {
  const table = Papa.parse<string[]>(text.replace(/\r?\n$/, ''), {
    delimitersToGuess: ['\t', ';', ','],
    delimiter: text.includes('\t') ? '\t' : '',
  }).data;
  const columns = namedColumns(table[0] ?? []);
  const body = columns ? table.slice(1) : table;
  const targets = columns ?? shown.slice(shown.indexOf(at.column));
  const widest = Math.max(0, ...body.map((cells) => cells.length));
  if (!columns && widest > targets.length) {
    return fail(problem('paste', `${widest} columns`, `at most ${targets.length} from here on`));
  }
  if (at.row + body.length > MOST_LOT_ROWS) {
    return fail(problem('paste', `${at.row + body.length} rows`, `at most ${MOST_LOT_ROWS} in one rack`));
  }
  const next = withRows(rows, at.row + body.length);
  body.forEach((cells, offset) => {
    const typed = cells.flatMap((cell, index) => {
      const column = targets[index];
      return column ? [[column, cell.trim().slice(0, LONGEST_CELL)] as const] : [];
    });
    next[at.row + offset] = { ...next[at.row + offset], ...Object.fromEntries(typed) };
  });
  return succeed(next);
}

const LONGEST_CELL = 80;
/** Columns that must be recognised before a first row counts as one of names: a tag can look like anything. */
const LEAST_NAMES = 2;

function namedColumns(cells: readonly string[]): readonly (UsedColumn | null)[] | null {
  const mapping = suggestMapping(cells);
  const inGrid = mapping.map((column) => (column && LOT_COLUMNS.includes(column) ? column : null));
  return inGrid.filter((column) => column !== null).length >= LEAST_NAMES ? inGrid : null;
}

/**
 * The rack with a cell's text copied down to a row. A tag counts on instead, by the number that it ends with.
 * @example filledDown([{ tag: 'R-09' }, {}], { row: 0, column: 'tag' }, 1)[1].tag // 'R-10'
 */
export function filledDown(rows: readonly LotRow[], { row, column }: CellPlace, toRow: number): LotRow[] {
  const text = rows[row]?.[column] ?? '';
  return withRows(rows, toRow + 1).map((cells, index) =>
    index > row && index <= toRow
      ? { ...cells, [column]: column === 'tag' ? countedOn(text, index - row) : text }
      : cells,
  );
}

function countedOn(tag: string, steps: number): string {
  const [, stem = tag, digits] = /^(.*?)(\d{1,12})$/.exec(tag) ?? [];
  return digits === undefined ? tag : `${stem}${String(Number(digits) + steps).padStart(digits.length, '0')}`;
}

/** The rack without some rows. */
export function withoutRow(rows: readonly LotRow[], row: number): LotRow[] {
  return rows.filter((_, index) => index !== row);
}

/**
 * The word that a beginning stands for, where it stands for one only; else the text as it is.
 * @example completed('fl', ['flooded', 'agm']) // 'flooded'
 */
export function completed(text: string, words: readonly string[]): string {
  const begun = text.trim().toLowerCase();
  if (begun === '') return text;
  const exact = words.find((word) => word.toLowerCase() === begun);
  const meant = words.filter((word) => word.toLowerCase().startsWith(begun));
  return exact ?? (meant.length === 1 ? (meant[0] ?? text) : text);
}

/** A cell's text put into every row below it that has something else in it but nothing here. */
export function filledWhereBlank(rows: readonly LotRow[], { row, column }: CellPlace): LotRow[] {
  const text = rows[row]?.[column] ?? '';
  return rows.map((cells, index) =>
    index > row &&
    (cells[column] ?? '').trim() === '' &&
    Object.values(cells).some((cell) => cell.trim() !== '')
      ? { ...cells, [column]: text }
      : cells,
  );
}

/** The rack with more batteries, their tags counting on from the last one that has a tag. */
export function withMoreRows(rows: readonly LotRow[], count: number): LotRow[] {
  const last = rows.findLastIndex(({ tag = '' }) => tag.trim() !== '');
  const kept = rows.slice(0, last + 1);
  const room = Math.max(0, Math.min(count, MOST_LOT_ROWS - kept.length));
  if (last < 0) return withRows(rows, Math.min(rows.length + count, MOST_LOT_ROWS));
  return filledDown(kept, { row: last, column: 'tag' }, last + room);
}
