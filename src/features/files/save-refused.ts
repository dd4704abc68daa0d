import { csvText, defusedEntry } from '@/core/exchange/csv-text';
import { refusedRows } from '@/core/exchange/import/refused-rows';
import { saveFile } from '@/ui/save-file';
import type { Chosen } from './bringing';
import type { Preview } from './use-preview';

/** Saves the rows that were refused as a file of their own, each with why: mended, it can be brought in. */
export function saveRefused({ file, header }: Chosen, { rows, refused }: Preview): void {
  const name = `${file.name.replace(/\.[^.]*$/, '')} refused.csv`;
  const safe = refusedRows(header, rows, refused).map((cells) => cells.map(defusedEntry));
  saveFile(name, `\uFEFF${csvText(safe)}`, 'text/csv');
}
