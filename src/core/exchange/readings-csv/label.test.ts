import fc from 'fast-check';
import { readHeader } from './header';
import { LabelsRead } from './label';
import { readRow } from './row';

const CELLS = {
  tag: ['FH-1', 'FH-2', ''],
  construction: ['flooded', 'AGM', 'gel', '', 'lead'],
  rating_standard: ['', 'EN', 'SAE'],
  rating_a: ['', '570', '800', '5'],
  c20_ah: ['', '60', '60,5'],
  duty: ['', 'deep_cycle'],
  ocv_v: ['', '12.65'],
} as const;

type Column = keyof typeof CELLS;
const COLUMNS = Object.keys(CELLS) as Column[];

const anyRow = fc.record(
  Object.fromEntries(COLUMNS.map((column) => [column, fc.constantFrom(...CELLS[column])])) as Record<
    Column,
    fc.Arbitrary<string>
  >,
);

describe('what rows say of their batteries', () => {
  it.each([
    ['side by side', COLUMNS],
    [
      'with others between',
      ['construction', 'tag', 'ocv_v', 'duty', 'c20_ah', 'rating_a', 'rating_standard'] as const,
    ],
  ])('is the same whatever rows came before, in columns %s', (_how, columns) => {
    const header = readHeader(columns);
    if (!header.ok) throw new Error('the header must be readable');
    fc.assert(
      fc.property(fc.array(anyRow, { minLength: 1, maxLength: 40 }), (rows) => {
        const labels = new LabelsRead(header.value);
        for (const row of rows) {
          const cells = columns.map((column) => row[column]);
          expect(readRow(header.value, cells, labels)).toEqual(readRow(header.value, cells));
        }
      }),
    );
  });

  it('is one battery for rows of one label', () => {
    const header = readHeader(COLUMNS);
    if (!header.ok) throw new Error('the header must be readable');
    const labels = new LabelsRead(header.value);
    const batteryOf = (tag: string, amps: string) => {
      const read = readRow(header.value, [tag, 'flooded', 'EN', amps, '60', '', '12.6'], labels);
      return read.ok ? read.value.evidence.battery : null;
    };
    const first = batteryOf('FH-1', '570');
    expect(batteryOf('FH-2', '570')).toBe(first);
    expect(batteryOf('FH-3', '580')).not.toEqual(first);
  });
});
