import fc from 'fast-check';
import { evenly } from '../quantity/evenly.test-support';
import { type JoinedSet, mismatch, SET_LIMITS, type SetCandidate } from './mismatch';
import { bestPartner, bestSets } from './pairing';

let serial = 0;
const unit = (healthPct: number, more: Partial<SetCandidate> = {}): SetCandidate => ({
  id: String(++serial),
  tag: `T-${serial}`,
  kind: 'agm 12 V 800 A',
  healthPct,
  ageYears: 1,
  restVolts: 12.75,
  ...more,
});
const some = (most: number) =>
  fc
    .array(
      fc.record({
        healthPct: evenly(70, 100),
        ageYears: fc.option(evenly(0, 3)),
        restVolts: fc.option(evenly(12.6, 12.8)),
        kind: fc.constantFrom('a', 'a', 'b'),
      }),
      { maxLength: most },
    )
    .map((all) => all.map(({ healthPct, ...more }) => unit(healthPct, more)));

/** Every way to make sets of a size, tried by hand: most sets first, then the least mismatch. */
function bruteForce(units: readonly SetCandidate[], size: number, joined: JoinedSet) {
  let best = { made: 0, apart: 0 };
  const choose = (from: readonly SetCandidate[], count: number): SetCandidate[][] =>
    count === 0
      ? [[]]
      : from.flatMap((one, at) => choose(from.slice(at + 1), count - 1).map((rest) => [one, ...rest]));
  const go = (left: readonly SetCandidate[], made: number, apart: number): void => {
    if (made > best.made || (made === best.made && apart < best.apart)) best = { made, apart };
    const [first, ...rest] = left;
    if (!first) return;
    go(rest, made, apart);
    for (const others of choose(rest, size - 1)) {
      const members = [first, ...others];
      const pairs = members.flatMap((one, at) =>
        members.slice(at + 1).map((other) => mismatch(one, other, joined)),
      );
      if (pairs.some((pair) => pair === null)) continue;
      go(
        rest.filter((one) => !others.includes(one)),
        made + 1,
        apart + pairs.reduce<number>((sum, pair) => sum + (pair ?? 0), 0),
      );
    }
  };
  go(units, 0, 0);
  return best;
}

describe('two units of a set', () => {
  it('suit each other by health, age and resting voltage', () => {
    // 5 points, half a year, 0.05 V: ¼ + ¼ + 1.
    const [one, other] = [unit(90), unit(85, { ageYears: 1.5, restVolts: 12.7 })];
    expect(mismatch(one, other, 'series')).toBeCloseTo(1.5, 9);
    expect(mismatch(one, one, 'series')).toBe(0);
    // Nobody knows: half of what may lie between.
    expect(mismatch(one, unit(90, { ageYears: null }), 'series')).toBeCloseTo(0.25, 9);
  });

  it('must not work together beyond a limit, in series within less than side by side', () => {
    const one = unit(90);
    expect(mismatch(one, unit(90 - SET_LIMITS.healthPct), 'series')).not.toBeNull();
    expect(mismatch(one, unit(79.9), 'series')).toBeNull();
    expect(mismatch(one, unit(90, { ageYears: 2.01 }), 'series')).toBeNull();
    expect(mismatch(one, unit(90, { kind: 'other' }), 'parallel')).toBeNull();
    const lower = unit(90, { restVolts: 12.67 });
    expect(mismatch(one, lower, 'series')).toBeNull();
    expect(mismatch(one, lower, 'parallel')).not.toBeNull();
  });
});

describe('the best pairs out of a shelf', () => {
  it('are not those that a greedy hand would make', () => {
    // 90 and 89 are the nearest; taken together they leave 95 and 84, which must not work together.
    const units = [95, 90, 89, 84].map((health) => unit(health));
    const { sets, left } = bestSets(units, 2, 'series');
    expect(sets.map((set) => set.units.map(({ healthPct }) => healthPct)).sort()).toEqual([
      [89, 84],
      [95, 90],
    ]);
    expect(left).toEqual([]);
  });

  it.each([
    [2, 9],
    [3, 9],
    [4, 8],
  ] as const)('of %i are as many and as even as every way tried', (size, most) => {
    fc.assert(
      fc.property(some(most), fc.constantFrom<JoinedSet>('series', 'parallel'), (units, joined) => {
        const { sets, left, gap } = bestSets(units, size, joined);
        const least = bruteForce(units, size, joined);
        expect(sets).toHaveLength(least.made);
        expect(sets.reduce((sum, set) => sum + set.mismatch, 0)).toBeCloseTo(least.apart, 4);
        expect(gap).toBe(0);
        const met = [...sets.flatMap((set) => set.units), ...left].map(({ id }) => id);
        expect(met.sort()).toEqual(units.map(({ id }) => id).sort());
      }),
      { numRuns: size === 2 ? 150 : 80 },
    );
  });

  it('of more units than can all be tried come with how far they are from the best at most', () => {
    const units = Array.from({ length: 40 }, (_, at) => unit(70 + ((at * 7) % 30), { ageYears: null }));
    const { sets, left, gap } = bestSets(units, 4, 'series');
    expect(sets.length).toBe(10);
    expect(left).toEqual([]);
    const total = sets.reduce((sum, set) => sum + set.mismatch, 0);
    expect(gap).toBeGreaterThan(0);
    expect(gap).toBeLessThan(total);
    for (const set of sets) {
      const health = set.units.map(({ healthPct }) => healthPct);
      expect(Math.max(...health) - Math.min(...health)).toBeLessThanOrEqual(SET_LIMITS.healthPct);
    }
  });

  it('names the one of a shelf that suits what is left of a set, and none where none may', () => {
    const left = [unit(88), unit(86)];
    const shelf = [unit(99), unit(80), unit(87.5), unit(87, { kind: 'other' })];
    expect(bestPartner(left, shelf, 'parallel')).toMatchObject({ unit: { healthPct: 87.5 } });
    expect(bestPartner(left, [unit(99)], 'parallel')).toBeNull();
    expect(bestPartner([], shelf, 'parallel')).toBeNull();
  });

  it('pairs two hundred', () => {
    const units = Array.from({ length: 200 }, (_, at) => unit(70 + ((at * 37) % 300) / 10));
    const { sets, left } = bestSets(units, 2, 'parallel');
    expect(sets).toHaveLength(100);
    expect(left).toEqual([]);
  });
});
