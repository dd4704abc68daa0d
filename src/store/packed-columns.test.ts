import fc from 'fast-check';
import { type CellValue, packColumn, unpackRows } from './packed-columns';

const cell: fc.Arbitrary<CellValue> = fc.oneof(
  fc.string({ unit: 'binary' }),
  fc.double({ noNaN: true }),
  fc.constant(null),
  fc.uint8Array(),
);
const bytes = fc.option(fc.uint8Array(), { nil: null });
const text = fc.option(fc.string({ unit: 'binary' }), { nil: null });
const columns = fc.integer({ min: 1, max: 12 }).chain((rows) => {
  const of = (value: fc.Arbitrary<CellValue>) => fc.array(value, { minLength: rows, maxLength: rows });
  const alike = cell.map((value) => Array.from({ length: rows }, () => value));
  return fc.array(fc.oneof(of(text), of(bytes), of(fc.double({ noNaN: true })), of(cell), alike), {
    minLength: 1,
  });
});

it('rows come out of their columns as they went in, also once they have passed between threads', () => {
  fc.assert(
    fc.property(columns, (values) => {
      const count = values[0]?.length ?? 0;
      const rows = unpackRows(structuredClone({ count, columns: values.map(packColumn) }));
      expect(rows).toEqual(Array.from({ length: count }, (_, row) => values.map((column) => column[row])));
    }),
  );
});

it('what all rows have in common is sent once', () => {
  expect(packColumn(['typed', 'typed', 'typed'])).toEqual({ kind: 'same', value: 'typed' });
  expect(packColumn([12, 12.5]).kind).toBe('numbers');
});
