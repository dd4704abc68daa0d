import Papa from 'papaparse';
import { countedOn } from '../../battery/tag-series';
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
 * the cell, column by column as the grid shows them, and row by row as it shows them.
 * @param inSight the rows that are shown, where not all are: no other is written into
 */
export function pasted(
  rows: readonly LotRow[],
  at: CellPlace,
  text: string,
  shown: readonly UsedColumn[],
  inSight: readonly number[] | null = null,
): Result<LotRow[]> {
  const table = tableOf(text);
  const columns = namedColumns(table[0] ?? []);
  const body = columns ? table.slice(1) : table;
  const targets = columns ?? shown.slice(shown.indexOf(at.column));
  const widest = Math.max(0, ...body.map((cells) => cells.length));
  if (!columns && widest > targets.length) {
    return fail(problem('paste', `${widest} columns`, `at most ${targets.length} from here on`));
  }
  const into = inSight?.filter((row) => row >= at.row);
  if (into && body.length > into.length) {
    const expected = `at most the ${into.length} that are shown from here on: show the whole rack first`;
    return fail(problem('paste', `${body.length} rows`, expected));
  }
  if (!into && at.row + body.length > MOST_LOT_ROWS) {
    return fail(problem('paste', `${at.row + body.length} rows`, `at most ${MOST_LOT_ROWS} in one rack`));
  }
  const next = withRows(rows, (into?.[body.length - 1] ?? at.row + body.length - 1) + 1);
  body.forEach((cells, offset) => {
    const row = into?.[offset] ?? at.row + offset;
    const typed = cells.flatMap((cell, index) => {
      const column = targets[index];
      return column ? [[column, cell.trim().slice(0, LONGEST_CELL)] as const] : [];
    });
    next[row] = { ...next[row], ...Object.fromEntries(typed) };
  });
  return succeed(next);
}

/** A piece of a spreadsheet as rows of cells. A column of numbers with decimal commas is one column, not two. */
function tableOf(text: string): string[][] {
  const piece = text.replace(/\r?\n$/, '');
  const lines = piece.split(/\r?\n/);
  if (!piece.includes('\t') && lines.some((line) => line !== '') && lines.every(isDecimal)) {
    return lines.map((line) => [line]);
  }
  return Papa.parse<string[]>(piece, {
    delimitersToGuess: ['\t', ';', ','],
    delimiter: piece.includes('\t') ? '\t' : '',
  }).data;
}

const isDecimal = (line: string) => line.trim() === '' || /^\s*[-+]?\d+,\d+\s*$/.test(line);

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

/**
 * A cell's text put into every row below it that has something else in it but nothing here. A tag counts on instead.
 * @param inSight the rows that are shown, where not all are: no other is written into
 */
export function filledWhereBlank(
  rows: readonly LotRow[],
  { row, column }: CellPlace,
  inSight: readonly number[] | null = null,
): LotRow[] {
  const text = rows[row]?.[column] ?? '';
  let filled = 0;
  return rows.map((cells, index) => {
    const blank = (cells[column] ?? '').trim() === '' && !isBlank(cells);
    if (index <= row || !blank || (inSight && !inSight.includes(index))) return cells;
    filled++;
    return { ...cells, [column]: column === 'tag' ? countedOn(text, filled) : text };
  });
}

const isBlank = (cells: LotRow) => Object.values(cells).every((cell) => cell.trim() === '');

/** The rack with more batteries under the last that holds anything; where that one has a tag, theirs count on from it. */
export function withMoreRows(rows: readonly LotRow[], count: number): LotRow[] {
  const last = rows.findLastIndex((cells) => !isBlank(cells));
  if (last < 0) return withRows(rows, Math.min(rows.length + count, MOST_LOT_ROWS));
  const kept = rows.slice(0, last + 1);
  const to = Math.min(kept.length + count, MOST_LOT_ROWS);
  const tagged = (rows[last]?.tag ?? '').trim() !== '';
  return tagged ? filledDown(kept, { row: last, column: 'tag' }, to - 1) : withRows(kept, to);
}
