import Papa from 'papaparse';
import { fail, problem, type Result, succeed } from '../../quantity/result';
import type { TemperatureUnit } from '../../quantity/temperature';
import type { LotRow } from '../arrival-views';
import { suggestMapping } from '../import/mapping';
import type { UsedColumn } from '../readings-csv/columns';
import { MOST_LOT_ROWS } from '../site/records';
import { type CellPlace, put, withRows } from './edit-lot';
import { LOT_COLUMNS } from './lot-grid';
import { keptCell } from './lot-temperature';

/** A piece of a spreadsheet, read and not put in yet: what would go where. */
export interface Piece {
  /** Its own names of columns; null where its first row holds figures already. */
  readonly headings: readonly string[] | null;
  /** What each of its columns goes into; null where it is left aside. */
  readonly columns: readonly (UsedColumn | null)[];
  /** Its cells as they would be kept, without the headings. */
  readonly cells: readonly (readonly string[])[];
  /** The row of the rack that each of its rows goes into. */
  readonly rows: readonly number[];
  /** Cells that hold something else now and would be written over. */
  readonly overwrites: number;
}

/** What of a rack is on the screen, where a piece is put in. */
export interface Shown {
  readonly columns: readonly UsedColumn[];
  readonly unit: TemperatureUnit;
  /** The rows in the order in which they are shown, where that is not all of them as they stand. */
  readonly order: readonly number[] | null;
  /** Whether all rows are shown, so that more of them may come below the last. */
  readonly whole: boolean;
}

const LONGEST_CELL = 80;

/**
 * Reads a piece of a spreadsheet, tabs or a CSV delimiter between its cells. A first row that names columns decides
 * where they go, under the format's names, those of the grid, or others that they are met under; else the piece goes in
 * at the cell, column by column and row by row as the grid shows them.
 */
export function readPiece(rows: readonly LotRow[], at: CellPlace, text: string, shown: Shown): Result<Piece> {
  const table = tableOf(text);
  const named = namedColumns(table[0] ?? []);
  const cells = named ? table.slice(1) : table;
  const widest = Math.max(0, ...cells.map((line) => line.length));
  const columns = named ?? shown.columns.slice(shown.columns.indexOf(at.column)).slice(0, widest);
  if (!named && widest > columns.length) {
    return fail(problem('paste', `${widest} columns`, `at most ${columns.length} from here on`));
  }
  const into = targets(rows.length, at.row, cells.length, shown);
  if (!into.ok) return into;
  const headings = named ? (table[0] ?? []) : null;
  const kept = cells.map((line) =>
    line.map((cell, index) => keptIn(cell, columns[index] ?? null, headings?.[index], shown.unit)),
  );
  const written = kept.flatMap((line, offset) =>
    line.map((cell, index) => ({ cell, now: rows[into.value[offset] ?? -1]?.[columns[index] ?? 'forced'] })),
  );
  const overwrites = written.filter(({ cell, now = '' }) => now.trim() !== '' && now !== cell).length;
  return succeed({ headings, columns, cells: kept, rows: into.value, overwrites });
}

/** The rack with a piece put in. */
export function withPiece(rows: readonly LotRow[], { columns, cells, rows: into }: Piece): LotRow[] {
  const next = withRows(rows, Math.max(0, ...into) + 1);
  cells.forEach((line, offset) => {
    const row = into[offset] ?? 0;
    const typed = line.flatMap((cell, index) => {
      const column = columns[index];
      return column ? [[column, cell] as const] : [];
    });
    next[row] = put(next[row], Object.fromEntries(typed));
  });
  return next;
}

/** The rows that so many lines go into, from a row on. */
function targets(count: number, from: number, lines: number, { order, whole }: Shown): Result<number[]> {
  const all = order ?? Array.from({ length: count }, (_, at) => at);
  const place = all.indexOf(from);
  const below = place < 0 ? [] : all.slice(place);
  const first = place < 0 ? Math.max(from, count) : count;
  const missing = Math.max(0, lines - below.length);
  if (missing > 0 && !whole) {
    const expected = `at most the ${below.length} that are shown from here on: show the whole rack first`;
    return fail(problem('paste', `${lines} rows`, expected));
  }
  if (first + missing > MOST_LOT_ROWS && missing > 0) {
    return fail(problem('paste', `${first + missing} rows`, `at most ${MOST_LOT_ROWS} in one rack`));
  }
  return succeed([...below.slice(0, lines), ...Array.from({ length: missing }, (_, more) => first + more)]);
}

/** A temperature is in the unit that its heading names, else in that of the screen. */
function keptIn(
  cell: string,
  column: UsedColumn | null,
  heading: string | undefined,
  unit: TemperatureUnit,
): string {
  const text = cell.trim().slice(0, LONGEST_CELL);
  const celsius = heading !== undefined && /(°\s*c|\bc|_c|celsius)\s*$/i.test(heading.trim());
  return column === null || celsius ? text : keptCell(text, column, unit);
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

/** Columns that must be recognised before a first row counts as one of names: a tag can look like anything. */
const LEAST_NAMES = 2;

function namedColumns(cells: readonly string[]): readonly (UsedColumn | null)[] | null {
  const mapping = suggestMapping(cells);
  const inGrid = mapping.map((column) => (column && LOT_COLUMNS.includes(column) ? column : null));
  return inGrid.filter((column) => column !== null).length >= LEAST_NAMES ? inGrid : null;
}
