import { plainDecimal } from '../quantity/decimal';
import { type CsvBlock, type CsvRows, newlineOf, rowsOf } from './csv-blocks';

/** The cells of one row, each by its index. */
export interface RowOfCells {
  readonly width: number;
  /** A cell as it stands, the space around it included; empty beyond the end of the row. */
  text(index: number): string;
  /** All that stands in the cells from one to another, as one text that is the same where they are. */
  span(from: number, to: number): string;
  /** Whether a cell has nothing in it, not even space. */
  isEmpty(index: number): boolean;
  /** The plain decimal number in a cell; NaN for a blank one and for whatever else may be meant as a number. */
  number(index: number): number;
}

/** The rows of a block, one after the other: what it tells is of the row that `next` went to. */
export interface BlockRows extends RowOfCells {
  /** Goes to the next row that is not blank; false after the last. */
  next(): boolean;
  /** Line number on which the row begins. */
  readonly line: number;
  /** The row letter for letter, without its end, where nothing in the block is quoted; else null. */
  readonly asItCame: string | null;
}

/** A row whose cells are a list. */
export class ListedCells implements RowOfCells {
  constructor(private readonly cells: readonly string[]) {}

  get width(): number {
    return this.cells.length;
  }

  text(index: number): string {
    return this.cells[index] ?? '';
  }

  span(from: number, to: number): string {
    return this.cells.slice(from, to + 1).join('\0');
  }

  isEmpty(index: number): boolean {
    return this.text(index) === '';
  }

  number(index: number): number {
    const cell = this.text(index);
    return plainDecimal(cell, 0, cell.length);
  }
}

/** Walks through the rows of a block: where nothing is quoted without a list of its cells, which is by far the quickest. */
export function walkRows(block: CsvBlock): BlockRows {
  return block.text.includes('"') ? new ListedRows(block) : new PlainRows(block);
}

/** Cells that lie between delimiters in the text of a block: only those that are asked for are cut out. */
class PlainRows implements BlockRows {
  line: number;
  width = 0;
  private readonly whole: string;
  private readonly delimiter: number;
  private readonly newline: string;
  /** Where the next row begins. */
  private at = 0;
  private from = 0;
  /** Where each cell of the row ends. */
  private readonly ends: number[] = [];

  constructor({ text, delimiter, firstLine }: CsvBlock) {
    this.whole = text;
    this.delimiter = delimiter.charCodeAt(0);
    this.newline = newlineOf(text);
    this.line = firstLine - 1;
  }

  next(): boolean {
    while (this.at < this.whole.length) {
      this.goToRow();
      if (this.width > 1 || this.text(0).trim() !== '') return true;
    }
    return false;
  }

  private goToRow(): void {
    const { whole, delimiter, newline, ends, at } = this;
    const found = whole.indexOf(newline, at);
    const to = found < 0 ? whole.length : found;
    let width = 0;
    for (let index = at; index < to; index++)
      if (whole.charCodeAt(index) === delimiter) ends[width++] = index;
    ends[width++] = to;
    this.width = width;
    this.from = at;
    this.at = found < 0 ? to : to + newline.length;
    this.line++;
  }

  get asItCame(): string {
    return this.whole.slice(this.from, this.ends[this.width - 1]);
  }

  text(index: number): string {
    return index < this.width ? this.whole.slice(this.startOf(index), this.ends[index]) : '';
  }

  span(from: number, to: number): string {
    return this.whole.slice(this.startOf(from), this.ends[to]);
  }

  isEmpty(index: number): boolean {
    return index >= this.width || this.startOf(index) === this.ends[index];
  }

  number(index: number): number {
    return index < this.width
      ? plainDecimal(this.whole, this.startOf(index), this.ends[index] ?? 0)
      : Number.NaN;
  }

  private startOf(index: number): number {
    return index === 0 ? this.from : (this.ends[index - 1] ?? 0) + 1;
  }
}

/** Rows that had to be taken apart by the rules of quotes. */
class ListedRows implements BlockRows {
  line = 0;
  readonly asItCame = null;
  private readonly rows: CsvRows;
  private index = -1;
  private row = new ListedCells([]);

  constructor(block: CsvBlock) {
    this.rows = rowsOf(block);
  }

  next(): boolean {
    const cells = this.rows.cells[++this.index];
    if (!cells) return false;
    this.line = this.rows.lines[this.index] ?? 0;
    this.row = new ListedCells(cells);
    return true;
  }

  get width(): number {
    return this.row.width;
  }

  text(index: number): string {
    return this.row.text(index);
  }

  span(from: number, to: number): string {
    return this.row.span(from, to);
  }

  isEmpty(index: number): boolean {
    return this.row.isEmpty(index);
  }

  number(index: number): number {
    return this.row.number(index);
  }
}

/** All cells of a row. */
export function cellsOf(row: RowOfCells): string[] {
  return Array.from({ length: row.width }, (_, index) => row.text(index));
}
