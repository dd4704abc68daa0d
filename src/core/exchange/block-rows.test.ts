import fc from 'fast-check';
import { cellsOf, ListedCells, walkRows } from './block-rows';
import { type CsvBlock, rowsOf } from './csv-blocks';

/** Texts of cells, delimiters, line ends of either kind, and blanks; quotes where they are asked for. */
const texts = (...more: string[]) =>
  fc.string({
    unit: fc.constantFrom('a', '7', '.', '-', ' ', ',', ';', '\n', '\r\n', '\u00a0', ...more),
    maxLength: 60,
  });

function walked(block: CsvBlock) {
  const rows = walkRows(block);
  const found: { line: number; cells: string[]; numbers: number[]; asItCame: string | null }[] = [];
  while (rows.next()) {
    const { line, asItCame, width } = rows;
    const numbers = Array.from({ length: width + 1 }, (_, index) => rows.number(index));
    found.push({ line, cells: cellsOf(rows), numbers, asItCame });
  }
  return found;
}

const numbersOf = (cells: readonly string[]) => {
  const listed = new ListedCells(cells);
  return [...cells, ''].map((_, index) => listed.number(index));
};

describe('a walk through the rows of a block', () => {
  it.each([
    ['where nothing is quoted', texts()],
    ['where something may be', texts('"', '"a\nb"')],
  ])('comes by the same rows as taking it apart does %s', (_where, any) => {
    fc.assert(
      fc.property(any, fc.constantFrom(',', ';'), (text, delimiter) => {
        const block = { text, delimiter, firstLine: 7 };
        const { cells, lines } = rowsOf(block);
        expect(walked(block)).toMatchObject(
          cells.map((row, index) => ({ line: lines[index], cells: row, numbers: numbersOf(row) })),
        );
        expect(walked(block)).toHaveLength(cells.length);
      }),
      { numRuns: 1000 },
    );
  });

  it('keeps a row letter for letter, and none that is quoted', () => {
    const block = { delimiter: ',', firstLine: 1 };
    const plain = walked({ ...block, text: 'a, 1.50 ,\r\n\r\nb,2,3' });
    expect(plain.map(({ line, asItCame }) => [line, asItCame])).toEqual([
      [1, 'a, 1.50 ,'],
      [3, 'b,2,3'],
    ]);
    expect(plain[1]?.numbers).toEqual([Number.NaN, 2, 3, Number.NaN]);
    expect(walked({ ...block, text: '"a",1\nb,2\n' }).map(({ asItCame }) => asItCame)).toEqual([null, null]);
  });
});
