import fc from 'fast-check';
import { evenly } from '../quantity/evenly.test-support';
import { Weighted } from './weighted';

const values = fc.array(fc.tuple(evenly(-50, 50), evenly(0.001, 1)), { minLength: 1, maxLength: 60 });

const told = (some: readonly (readonly [number, number])[], shares: readonly number[]) => {
  const weighted = new Weighted(some.length);
  for (const [value, weight] of some) weighted.add(value, weight);
  return weighted.quantiles(shares);
};

describe('quantiles of weighted values', () => {
  it('have their share of all weight up to them, and less before them', () => {
    fc.assert(
      fc.property(values, evenly(0.01, 0.99), (some, share) => {
        const [found = Number.NaN] = told(some, [share]);
        const weightOf = (keep: (value: number) => boolean) =>
          some.reduce((sum, [value, weight]) => (keep(value) ? sum + weight : sum), 0);
        const all = weightOf(() => true);
        expect(some.map(([value]) => value)).toContain(found);
        expect(weightOf((value) => value <= found)).toBeGreaterThanOrEqual(share * all * (1 - 1e-12));
        expect(weightOf((value) => value < found)).toBeLessThanOrEqual(share * all * (1 + 1e-12));
      }),
    );
  });

  it('are a value of its own where it outweighs all others, and none where there are none', () => {
    const heavy = [
      [3, 1],
      [7, 10],
      [9, 1],
    ] as const;
    expect(told(heavy, [0.1, 0.5, 0.9])).toEqual([7, 7, 7]);
    expect(told([], [0.5])).toEqual([Number.NaN]);
  });
});
