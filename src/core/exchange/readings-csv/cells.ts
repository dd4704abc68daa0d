import { writtenNumber } from '../../quantity/decimal';
import { possibleRange, type Quantity } from '../../quantity/entry';
import { type Problem, problem } from '../../quantity/result';
import type { RowOfCells } from '../block-rows';
import type { UsedColumn } from './columns';
import type { Header } from './header';

/**
 * Reads one row's cells by column name and gathers what is wrong with them. A blank cell reads as null; so does a bad
 * one, after it has been put on the list of problems.
 */
export class RowCells {
  readonly problems: Problem[] = [];

  constructor(
    private readonly header: Header,
    private readonly cells: RowOfCells,
  ) {}

  /** The trimmed text of a column; empty where the cell is blank or the file lacks the column. */
  text(column: UsedColumn): string {
    const index = this.header.at[column];
    return index < 0 ? '' : trimmed(this.cells.text(index));
  }

  /** One of the words that the format knows for a column, in any case. */
  word<T extends string>(column: UsedColumn, known: readonly T[]): T | null {
    const text = this.text(column);
    if (text === '') return null;
    // Nearly every cell is spelt as the format spells it; only the others are worth a search.
    const index = (known as readonly string[]).indexOf(text);
    const found = index >= 0 ? known[index] : known.find((word) => word.toLowerCase() === text.toLowerCase());
    if (found === undefined) this.complain(column, text, `one of ${known.join(', ')}`);
    return found ?? null;
  }

  /** A number in the range that is possible for a quantity; a decimal comma is read too. */
  quantity(column: UsedColumn, quantity: Quantity, nominalVolts = 12): number | null {
    const index = this.filled(column);
    if (index < 0) return null;
    const range = possibleRange(quantity, nominalVolts);
    return this.within(index, column, range[0], range[1]);
  }

  /** A number in [least, most]. */
  number(column: UsedColumn, least: number, most: number): number | null {
    const index = this.filled(column);
    return index < 0 ? null : this.within(index, column, least, most);
  }

  /** Where a column's cell is; -1 where the file has none, or nothing stands in it. */
  private filled(column: UsedColumn): number {
    const index = this.header.at[column];
    return index >= 0 && this.cells.isEmpty(index) ? -1 : index;
  }

  private within(index: number, column: UsedColumn, least: number, most: number): number | null {
    const plain = this.cells.number(index);
    return plain >= least && plain <= most ? plain : this.otherNumber(column, least, most);
  }

  /** What is but space, out of range, or written otherwise than nearly every number is. */
  private otherNumber(column: UsedColumn, least: number, most: number): number | null {
    const text = this.text(column);
    if (text === '') return null;
    const value = writtenNumber(text);
    if (value >= least && value <= most) return value;
    this.complain(column, text, `a number from ${least} to ${most}`);
    return null;
  }

  complain(column: string, found: unknown, expected: string): void {
    this.problems.push(problem(column, found, expected));
  }
}

/** A text without the space around it: nearly every cell has none, which two letters tell. */
function trimmed(text: string): string {
  const first = text.charCodeAt(0);
  const last = text.charCodeAt(text.length - 1);
  return first > SPACE && first < BEYOND_ASCII && last > SPACE && last < BEYOND_ASCII ? text : text.trim();
}

const SPACE = 0x20;
const BEYOND_ASCII = 0x7f;
