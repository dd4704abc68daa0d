/** What one cell of a table holds. */
export type CellValue = string | number | null | Uint8Array;

/** What one row of a table holds, in the order of its columns. */
export type RowValues = readonly CellValue[];

/**
 * One column of many rows, as it passes between threads: a few large pieces pass at once, a hundred thousand values do
 * not. What all rows have in common is sent once.
 */
export type PackedColumn =
  | { readonly kind: 'same'; readonly value: CellValue }
  | { readonly kind: 'numbers'; readonly values: Float64Array }
  | { readonly kind: 'texts'; readonly text: string; readonly lengths: Int32Array }
  | { readonly kind: 'bytes'; readonly bytes: Uint8Array; readonly lengths: Int32Array }
  | { readonly kind: 'mixed'; readonly values: readonly CellValue[] };

export interface PackedRows {
  readonly count: number;
  readonly columns: readonly PackedColumn[];
}

/** Stands for a cell that holds nothing, where a length is expected. */
const NOTHING = -1;

/** The rows as they were packed. */
export function unpackRows({ count, columns }: PackedRows): RowValues[] {
  const read = columns.map(readerOf);
  return Array.from({ length: count }, (_, row) => read.map((next) => next(row)));
}

/** Packs what one column holds, a value a row. */
export function packColumn(values: readonly CellValue[]): PackedColumn {
  const [first = null] = values;
  if (values.every((value) => Object.is(value, first))) return { kind: 'same', value: first };
  if (values.every((value) => typeof value === 'number')) {
    return { kind: 'numbers', values: Float64Array.from(values) };
  }
  if (values.every((value) => value === null || typeof value === 'string')) {
    return { kind: 'texts', text: values.join(''), lengths: lengthsOf(values) };
  }
  if (values.every((value) => value === null || value instanceof Uint8Array)) {
    return { kind: 'bytes', bytes: joined(values), lengths: lengthsOf(values) };
  }
  return { kind: 'mixed', values };
}

function lengthsOf(values: readonly (string | Uint8Array | null)[]): Int32Array {
  const lengths = new Int32Array(values.length);
  for (const [row, value] of values.entries()) lengths[row] = value?.length ?? NOTHING;
  return lengths;
}

function joined(values: readonly (Uint8Array | null)[]): Uint8Array {
  const bytes = new Uint8Array(values.reduce((sum, value) => sum + (value?.length ?? 0), 0));
  let at = 0;
  for (const value of values) {
    if (value === null) continue;
    bytes.set(value, at);
    at += value.length;
  }
  return bytes;
}

/** Answers the cell of each row, asked for from the first to the last. */
function readerOf(column: PackedColumn): (row: number) => CellValue {
  if (column.kind === 'same') return () => column.value;
  if (column.kind === 'numbers' || column.kind === 'mixed') return (row) => column.values[row] ?? null;
  const { lengths } = column;
  let at = 0;
  return (row) => {
    const length = lengths[row] ?? NOTHING;
    if (length === NOTHING) return null;
    const from = at;
    at += length;
    return column.kind === 'texts' ? column.text.slice(from, at) : column.bytes.subarray(from, at);
  };
}
