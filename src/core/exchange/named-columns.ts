import { fail, problem, type Result, succeed } from '../quantity/result';

/**
 * Where each column stands in a header row, by its name whatever its case; -1 where it does not.
 * @param needed columns without which the file cannot be read; each that is missing is named
 */
export function namedColumns<Column extends string>(
  names: readonly string[],
  columns: readonly Column[],
  needed: readonly Column[],
): Result<Readonly<Record<Column, number>>> {
  const keys = names.map((name) =>
    name
      .replace(/^\uFEFF/, '')
      .trim()
      .toLowerCase(),
  );
  const header = Object.fromEntries(columns.map((column) => [column, keys.indexOf(column)])) as Record<
    Column,
    number
  >;
  const missing = needed.filter((column) => header[column] < 0);
  return missing.length > 0
    ? fail(...missing.map((column) => problem(column, undefined, 'a column of that name')))
    : succeed(header);
}
