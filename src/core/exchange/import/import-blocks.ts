import { fail, problem, type Result, succeed } from '../../quantity/result';
import type { HouseRules } from '../../rules/house-rules';
import { type CsvRows, csvBlocks, rowsOf, UnreadableCsv } from '../csv-blocks';
import { readHeader } from '../readings-csv/header';
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
}

/** The header row of a file, as it stands there. Empty for a file without a row. */
export async function headerOf(chunks: AsyncIterable<string>): Promise<Result<readonly string[]>> {
  try {
    for await (const block of csvBlocks(chunks)) {
      const [names] = rowsOf(block).cells;
      if (names) return succeed(names);
    }
    return succeed([]);
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
  { mapping, fixed }: ReadAs,
  rules: HouseRules,
): AsyncGenerator<Result<RowBlock>> {
  let reader: ImportReader | null = null;
  let count = 0;
  const added = fixedEntries(fixed, mapping).map(([, value]) => value);
  // A row of another length keeps it: it is refused for that.
  const completed = (cells: readonly string[]) =>
    added.length > 0 && cells.length === mapping.length ? [...cells, ...added] : cells;
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
