import { csvBlocks, rowsOf, UnreadableCsv } from '@/core/exchange/csv-blocks';
import type { Result } from '@/core/quantity/result';
import { type Input, textOf } from './input';

/** How the rows of a file are read, and where what cannot be read is told. */
interface RowReader<Header, Row> {
  readonly header: (cells: readonly string[]) => Result<Header>;
  readonly row: (header: Header, cells: readonly string[]) => Result<Row>;
  readonly complain: (words: string) => void;
}

/**
 * Hands out each row of a CSV file with a header, as it comes in; a row that cannot be read is told by its line and left out.
 * @returns how many were refused
 * @throws UnreadableCsv where there is no header, or one that cannot be read
 */
export async function eachRow<Header, Row>(
  input: Input,
  reader: RowReader<Header, Row>,
  take: (row: Row) => void,
): Promise<number> {
  let header: Header | null = null;
  let refused = 0;
  for await (const block of csvBlocks(textOf(input))) {
    const { cells: rows, lines } = rowsOf(block);
    for (const [index, cells] of rows.entries()) {
      if (header === null) {
        header = headerOf(reader.header(cells));
        continue;
      }
      const read = reader.row(header, cells);
      if (read.ok) {
        take(read.value);
        continue;
      }
      refused++;
      for (const { message } of read.problems)
        reader.complain(`line ${lines[index]}, ${message} (row refused)\n`);
    }
  }
  if (header === null) throw new UnreadableCsv('the file is empty: a header row is needed');
  return refused;
}

function headerOf<Header>(read: Result<Header>): Header {
  if (read.ok) return read.value;
  throw new UnreadableCsv(
    `the header row cannot be read:\n${read.problems.map(({ message }) => `  ${message}`).join('\n')}`,
  );
}
