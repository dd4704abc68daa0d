import { type CellPlace, completed } from '@/core/exchange/lot/edit-lot';
import type { UsedColumn } from '@/core/exchange/readings-csv/columns';
import { COLUMN_FACTS } from '@/core/exchange/readings-csv/columns';

/** What a cell of the grid asks for. */
export interface GridActions {
  readonly onType: (place: CellPlace, text: string) => void;
  readonly onPaste: (place: CellPlace, text: string) => void;
  readonly onFillDown: (place: CellPlace) => void;
  readonly onRemove: (row: number) => void;
  /** Goes out of the grid, to what is to do. */
  readonly onLeave: () => void;
  readonly onFocus: (place: CellPlace) => void;
  /** Goes to the cell of a column in a line of the grid; below the last one a new row is added. */
  readonly onMove: (index: number, column: UsedColumn) => void;
}

/** What a cell holds once one leaves it: a beginning becomes the word that it stands for. */
export function settledText(column: UsedColumn, text: string): string {
  const words = COLUMN_FACTS[column].words;
  return words ? completed(text, words) : text.trim();
}
