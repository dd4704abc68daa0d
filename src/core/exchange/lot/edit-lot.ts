import { countedOn } from '../../battery/tag-series';
import type { LotRow } from '../arrival-views';
import type { UsedColumn } from '../readings-csv/columns';
import { MOST_LOT_ROWS } from '../site/records';

/** A cell of the grid. */
export interface CellPlace {
  readonly row: number;
  readonly column: UsedColumn;
}

/** The rack with one cell changed; rows are added up to it where it lies below the last. */
export function withCell(rows: readonly LotRow[], { row, column }: CellPlace, text: string): LotRow[] {
  const longer = withRows(rows, row + 1);
  return longer.with(row, put(longer[row], { [column]: text }));
}

/** A row with some cells changed. A temperature is held once, in the unit in which it was given last. */
export function put(row: LotRow | undefined, cells: LotRow): LotRow {
  const { temp_f: _fahrenheit, ...celsius } = row ?? {};
  return 'temp_c' in cells ? { ...celsius, ...cells } : { ...row, ...cells };
}

/** The rack with blank rows under it, up to so many. */
export function withRows(rows: readonly LotRow[], count: number): LotRow[] {
  return rows.length >= count
    ? [...rows]
    : [...rows, ...Array.from({ length: count - rows.length }, (): LotRow => ({}))];
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
 * @param shown the rows in the order in which they are shown, where that is not all of them as they stand: what is below
 * is what is seen below, and no row out of sight is written into
 */
export function filledWhereBlank(
  rows: readonly LotRow[],
  { row, column }: CellPlace,
  shown: readonly number[] | null = null,
): LotRow[] {
  const text = rows[row]?.[column] ?? '';
  const order = shown ?? rows.map((_, at) => at);
  const next = [...rows];
  let filled = 0;
  for (const at of order.slice(order.indexOf(row) + 1)) {
    const cells = rows[at];
    if (!cells || isBlank(cells) || (cells[column] ?? '').trim() !== '') continue;
    filled++;
    next[at] = put(cells, { [column]: column === 'tag' ? countedOn(text, filled) : text });
  }
  return next;
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
