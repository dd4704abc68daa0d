import type { PreviewRow } from './preview';

/** The column in which a file of refused rows says why: no column of the format, so that it is passed over when it comes back. */
const WHY = 'why_refused';

/**
 * The refused rows of a file as a file of their own: the header, then each row as it stood, with what was wrong with it.
 * @param refused the cells of those rows, in the order of the file
 */
export function refusedRows(
  header: readonly string[],
  rows: readonly PreviewRow[],
  refused: readonly (readonly string[])[],
): string[][] {
  const wrong = rows.flatMap((row) => (row.ok ? [] : [row]));
  const beside = header.includes(WHY) ? header.indexOf(WHY) : header.length;
  return [
    placed(header, beside, WHY),
    ...refused.map((cells, at) =>
      placed(cells, beside, (wrong[at]?.problems ?? []).map(({ message }) => message).join('; ')),
    ),
  ];
}

/** Cells with one of them set; a row that is too short is filled up. */
function placed(cells: readonly string[], at: number, cell: string): string[] {
  return Array.from({ length: Math.max(cells.length, at + 1) }, (_, index) =>
    index === at ? cell : (cells[index] ?? ''),
  );
}
