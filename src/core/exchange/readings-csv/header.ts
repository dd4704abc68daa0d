import { fail, type Problem, problem, type Result, succeed } from '../../quantity/result';
import {
  type AnyColumnPart,
  APPENDED_COLUMNS,
  COLUMN_PARTS,
  NEEDED_COLUMNS,
  USED_COLUMNS,
  type UsedColumn,
} from './columns';

/** Where each column stands in a file, and which ones only pass through. */
export interface Header {
  readonly width: number;
  /** Index of each used column; -1 where the file has none. */
  readonly at: Readonly<Record<UsedColumn, number>>;
  /** The steps' columns of which the file has any: the others need not be looked for in every row. */
  readonly parts: readonly AnyColumnPart[];
  /** Columns that the format does not know. */
  readonly unknown: readonly string[];
  /** Indexes of columns left by an earlier grading, which the new one replaces. */
  readonly replaced: readonly number[];
}

/** Reads a header row: columns in any order, names trimmed and lower-cased, unknown ones kept aside. */
export function readHeader(cells: readonly string[]): Result<Header> {
  const names = cells.map((cell) => cell.trim().toLowerCase());
  const problems: Problem[] = [];
  for (const needed of NEEDED_COLUMNS) {
    if (!names.includes(needed))
      problems.push(problem(needed, undefined, 'a column of that name in the header row'));
  }
  const repeated = names.find((name, index) => isUsed(name) && names.indexOf(name) !== index);
  if (repeated !== undefined) problems.push(problem(repeated, 'the column twice', 'one column of that name'));
  if (problems.length > 0) return fail(...problems);
  const graded: readonly string[] = APPENDED_COLUMNS;
  return succeed({
    width: cells.length,
    at: Object.fromEntries(USED_COLUMNS.map((name) => [name, names.indexOf(name)])) as Record<
      UsedColumn,
      number
    >,
    parts: COLUMN_PARTS.filter(({ columns }) => names.some((name) => Object.hasOwn(columns, name))),
    unknown: names.filter((name) => !isUsed(name) && !graded.includes(name)),
    replaced: names.flatMap((name, index) => (graded.includes(name) ? [index] : [])),
  });
}

function isUsed(name: string): boolean {
  return (USED_COLUMNS as readonly string[]).includes(name);
}
