import fc from 'fast-check';
import { tagSeries } from './tag-series';

const messages = (first: string, count: number) => {
  const series = tagSeries(first, count);
  return series.ok ? series.value : series.problems.map(({ message }) => message);
};

it('tags are counted on from the first, its noughts and its stem kept', () => {
  expect(messages(' FH-0098 ', 4)).toEqual(['FH-0098', 'FH-0099', 'FH-0100', 'FH-0101']);
  expect(messages('7A-9', 2)).toEqual(['7A-9', '7A-10']);
});

it('what cannot be counted on is told', () => {
  expect(messages('FH-A', 3)).toEqual([
    'first: found "FH-A", expected a tag that ends with a number, such as FH-0201',
  ]);
  expect(messages('FH-1', 0)).toEqual(['count: found 0, expected a whole number from 1 to 1000']);
  expect(messages('FH-1', Number.NaN)[0]).toContain('a whole number');
  expect(messages(`${'x'.repeat(30)}99`, 2)[0]).toContain('at most 32 characters');
});

it('no two tags of a series are the same', () => {
  fc.assert(
    fc.property(fc.nat(99_999), fc.integer({ min: 1, max: 300 }), (from, count) => {
      const series = tagSeries(`T-${from}`, count);
      expect(series.ok && new Set(series.value).size).toBe(count);
    }),
  );
});
