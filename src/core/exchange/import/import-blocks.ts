import { fail, problem, type Result, succeed } from '../../quantity/result';
import type { HouseRules } from '../../rules/house-rules';
import { type CsvRows, csvBlocks, rowsOf, UnreadableCsv } from '../csv-blocks';
import { isMoment } from '../moment-text';
import { readHeader } from '../readings-csv/header';
import { momentFrom, type WrittenDates } from './dates';
import { ImportReader } from './import-reader';
import { IMPORT_LIMITS, tooManyRows } from './limits';
import { type FixedCells, fixedEntries, type Mapping, mappedHeader } from './mapping';

/** A stretch of rows and the reader that they are read by. */
export interface RowBlock {
  readonly rows: CsvRows;
  readonly reader: ImportReader;
}

/** How a file is read: what each of its columns is taken for, and what all its rows have in common. */
export interface ReadAs {
  readonly mapping: Mapping;
  readonly fixed: FixedCells;
  /** How its moments are written; null or left out where they are as the format writes them. */
  readonly dates?: WrittenDates | null;
}

/** The first rows of a file, its header row before all, as they stand there. */
export async function firstRows(
  chunks: AsyncIterable<string>,
  most: number,
): Promise<Result<readonly (readonly string[])[]>> {
  const rows: (readonly string[])[] = [];
  try {
    for await (const block of csvBlocks(chunks)) {
      rows.push(...rowsOf(block).cells);
      if (rows.length >= most) break;
    }
    return succeed(rows.slice(0, most));
  } catch (error) {
    return unreadable(error);
  }
}

/**
 * A file of readings as stretches of rows, its columns taken as the mapping says. Ends at the first thing that makes
 * the file as a whole unreadable: a header that lacks a column, too many rows, a row without an end.
 */
export async function* importBlocks(
  chunks: AsyncIterable<string>,
  { mapping, fixed, dates = null }: ReadAs,
  rules: HouseRules,
): AsyncGenerator<Result<RowBlock>> {
  let reader: ImportReader | null = null;
  let count = 0;
  const added = fixedEntries(fixed, mapping).map(([, value]) => value);
  // A row of another length keeps it: it is refused for that.
  const completed = (cells: readonly string[]) => {
    const dated = dates ? withMoment(cells, mapping.indexOf('taken_at'), dates) : cells;
    return added.length > 0 && cells.length === mapping.length ? [...dated, ...added] : dated;
  };
  try {
    for await (const block of csvBlocks(chunks)) {
      let rows = rowsOf(block);
      if (!reader) {
        const [names] = rows.cells;
        if (!names) continue;
        const mapped = mappedHeader(names, mapping, fixed);
        const header = mapped.ok ? readHeader(mapped.value) : mapped;
        if (!header.ok) return yield header;
        reader = new ImportReader(header.value, rules);
        rows = { cells: rows.cells.slice(1), lines: rows.lines.slice(1) };
      }
      count += rows.cells.length;
      if (count > IMPORT_LIMITS.rows) return yield fail(tooManyRows());
      yield succeed({ rows: { ...rows, cells: rows.cells.map(completed) }, reader });
    }
  } catch (error) {
    yield unreadable(error);
  }
}

/** A row with its date as the format writes it; one that is none stays, and is refused as it stands. */
function withMoment(cells: readonly string[], column: number, dates: WrittenDates): readonly string[] {
  const text = (cells[column] ?? '').trim();
  const moment = text === '' || isMoment(text) ? null : momentFrom(text, dates);
  return moment === null ? cells : cells.with(column, moment);
}

function unreadable(error: unknown): ReturnType<typeof fail> {
  if (!(error instanceof UnreadableCsv)) throw error;
  return fail(problem('file', error.message, 'a CSV file'));
}

/** Characters a piece: some hundreds of rows. */
const PIECE = 1 << 18;

/** A text in pieces, for what reads streams. */
export async function* piecesOf(text: string): AsyncGenerator<string> {
  for (let at = 0; at < text.length; at += PIECE) yield text.slice(at, at + PIECE);
}
