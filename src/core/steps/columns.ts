import type { Evidence } from '../assessment/evidence';
import type { BatterySpec } from '../battery/battery';
import type { Quantity } from '../quantity/entry';
import type { Problem } from '../quantity/result';

/** A column of the readings format. */
export interface ColumnFacts {
  /** In a few words, with its unit, for headings and lists. */
  readonly title: string;
  /** Words that it takes, where it takes words only. */
  readonly words?: readonly string[];
}

/**
 * Reads one row's cells by column name and gathers what is wrong with them. A blank cell reads as null; so does a bad
 * one, after it has been put on the list of problems.
 */
export interface CellReader<C extends string> {
  readonly problems: Problem[];
  text(column: C): string;
  word<T extends string>(column: C, known: readonly T[]): T | null;
  quantity(column: C, quantity: Quantity, nominalVolts?: number): number | null;
  number(column: C, least: number, most: number): number | null;
  complain(column: string, found: unknown, expected: string): void;
}

/** Evidence while a row is read into it. */
export type EvidenceDraft = { -readonly [K in keyof Evidence]: Evidence[K] };

/** What the cells of a row have in common. */
export interface RowFacts {
  readonly battery: BatterySpec;
  readonly temperatureC: number | null;
  /** Readings that cannot be used although the row can are put here. */
  readonly leftOut: Problem[];
}

export type Cells<C extends string> = Partial<Record<C, string | number | null | undefined>>;

/** The columns of the readings format that a step's readings stand in. */
export interface ColumnPart<C extends string> {
  readonly columns: Readonly<Record<C, ColumnFacts>>;
  /** Reads its cells into the evidence: a file has a hundred thousand rows, and so nothing is put together anew. */
  readonly read: (row: CellReader<C>, into: EvidenceDraft, facts: RowFacts) => void;
  /** `read` backwards. */
  readonly write: (evidence: Evidence, facts: Pick<RowFacts, 'temperatureC'>) => Cells<C>;
}

/** A temperature of a reading's own; one that is the row's is not written again. */
export function ownTemperature(
  read: { readonly temperatureC: number | null } | null,
  { temperatureC }: Pick<RowFacts, 'temperatureC'>,
): number | null {
  return read === null || read.temperatureC === temperatureC ? null : read.temperatureC;
}

/** Reads one figure a cell of the battery: of all its cells, or of none. */
export function readEachCell<C extends string>(
  row: CellReader<C>,
  columns: readonly C[],
  cells: number,
  quantity: 'gravity' | 'cellVolts',
): number[] | null {
  if (!columns.some((column) => row.text(column) !== '')) return null;
  const own = columns.slice(0, cells);
  for (const column of own) {
    if (row.text(column) === '') row.complain(column, '', 'a reading, as the other cells have one');
  }
  for (const column of columns.slice(cells)) {
    if (row.text(column) !== '')
      row.complain(column, row.text(column), `nothing: the battery has ${cells} cells`);
  }
  return own.map((column) => row.quantity(column, quantity) ?? 0);
}

/** One figure a cell, under the columns of the cells. */
export function writeEachCell<C extends string>(
  columns: readonly C[],
  values: readonly number[] = [],
): Cells<C> {
  return Object.fromEntries(values.map((value, cell) => [columns[cell], value])) as Cells<C>;
}
