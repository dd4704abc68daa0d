import fc from 'fast-check';
import { LOOKED_AT_DAYS, newUnitOf } from '../history/failing-curve';
import { NOTHING_LEARNED } from '../history/fleet-learning';
import { evenly } from '../quantity/evenly.test-support';
import { bundled, type Planned } from './bundling';
import { type ChangeCosts, changeCosts, costOfFailing, STANDARD_COSTS } from './costs';
import { oneOrAll } from './one-or-all';
import { type PlanUnit, purchasePlan } from './purchase-plan';
import { costOfADay, MOMENT_DAYS, replacementCosts } from './replacement';

const COSTS: ChangeCosts = { planned: 180, failed: 600, visit: 60 };
const NOW = Date.UTC(2026, 10, 10);

/** Chances of having failed at a steady rate a year. */
const steady = (aYear: number) => LOOKED_AT_DAYS.map((day) => 1 - Math.exp((-aYear * day) / 365));
const curve = fc
  .array(evenly(0, 0.2), {
    minLength: LOOKED_AT_DAYS.length,
    maxLength: LOOKED_AT_DAYS.length,
  })
  .map((steps) => {
    let left = 1;
    return steps.map((step) => {
      left *= 1 - step;
      return 1 - left;
    });
  });

describe('what a battery costs a site', () => {
  it('is dearer to lose at work than to change, by callout and standing still', () => {
    const { planned, failed } = changeCosts(STANDARD_COSTS, 'starting', 'plough');
    expect(planned).toBe(180);
    expect(failed).toBe(180 + 250 + 800);
    expect(costOfFailing(STANDARD_COSTS, 'plough')).toBe(failed - planned);
    expect(changeCosts(STANDARD_COSTS, 'deep_cycle', 'van').planned).toBe(250);
  });

  it('costs a day what it costs over the days that it serves', () => {
    // Serves 100 days for certain: (180 + 60) ÷ 100.
    expect(costOfADay({ days: [100], fails: [0] }, COSTS)).toBeCloseTo(2.4, 9);
    // Half fail evenly on the way: (240 × ½ + 600 × ½) ÷ 75 days.
    expect(costOfADay({ days: [100], fails: [0.5] }, COSTS)).toBeCloseTo(5.6, 9);
    // The cheaper age is taken: the second hundred days add nothing but failures.
    expect(costOfADay({ days: [100, 200], fails: [0, 1] }, COSTS)).toBeCloseTo(2.4, 9);
  });

  it('a new starting battery costs some tens a year, a deep-cycle one more', () => {
    const kind = { construction: 'flooded', duty: 'starting', climate: 'mild' } as const;
    const starting = costOfADay(
      newUnitOf(kind, NOTHING_LEARNED, { nowMs: NOW, reserve: null, winter: 'december' }),
      changeCosts(STANDARD_COSTS, 'starting', 'van'),
    );
    expect(365 * starting).toBeGreaterThan(40);
    expect(365 * starting).toBeLessThan(150);
  });
});

describe('when a unit is changed', () => {
  it('is at once where it is sure to fail, and not while nothing can happen', () => {
    const aDay = 0.2;
    expect(replacementCosts(steady(9), COSTS, { aDay }).best).toBe(0);
    const never = replacementCosts(
      LOOKED_AT_DAYS.map(() => 0),
      COSTS,
      { aDay },
    );
    expect(never.best).toBeNull();
    expect(never.saves).toBe(0);
  });

  it('waits exactly as long as a month’s chance of failing costs less than a month of a new one', () => {
    // Nothing for three months, then one in ten a month: 42 of extra cost against 30 days at 0.5.
    const fails = LOOKED_AT_DAYS.map((_, at) => 1 - 0.9 ** Math.max(0, at - 2));
    const { best, byMoment } = replacementCosts(fails, COSTS, { aDay: 0.5 });
    expect(best).toBe(3);
    // 180 + 60, less the 90 days that it served for certain.
    expect(byMoment[3]).toBeCloseTo(240 - 45, 9);
  });

  it('takes no visit of its own where it is in the workshop anyway', () => {
    const fails = steady(0.6);
    const alone = replacementCosts(fails, COSTS, { aDay: 0.3 });
    const there = replacementCosts(fails, COSTS, { aDay: 0.3, visitsDays: [60] });
    expect(there.byMoment[2]).toBeCloseTo((alone.byMoment[2] ?? 0) - 60 * (1 - (fails[1] ?? 0)), 9);
    expect(there.byMoment[5]).toBe(alone.byMoment[5]);
  });

  it('comes no later as breakdowns grow dearer, and its best is the least of all', () => {
    fc.assert(
      fc.property(curve, evenly(0, 3000), (fails, more) => {
        const cheap = replacementCosts(fails, COSTS, { aDay: 0.3 });
        const dear = replacementCosts(fails, { ...COSTS, failed: COSTS.failed + more }, { aDay: 0.3 });
        const place = (best: number | null) => best ?? MOMENT_DAYS.length - 1;
        expect(place(dear.best)).toBeLessThanOrEqual(place(cheap.best));
        expect(Math.min(...cheap.byMoment)).toBeCloseTo(cheap.byMoment[place(cheap.best)] ?? Number.NaN, 9);
      }),
    );
  });
});

describe('units of one vehicle', () => {
  const planned = (id: string, fails: readonly number[], visit = COSTS.visit): Planned => ({
    id,
    costs: replacementCosts(fails, { ...COSTS, visit }, { aDay: 0.3 }),
  });

  it('are changed on one visit where that spares more than it throws away', () => {
    const later = LOOKED_AT_DAYS.map((_, at) => 1 - 0.8 ** Math.max(0, at - 1));
    const [bundle, ...others] = bundled([planned('left', steady(9)), planned('right', later)], 60);
    expect(others).toEqual([]);
    expect(bundle?.ids).toEqual(['left', 'right']);
    // A visit that costs next to nothing is not worth what the later one would still have served.
    expect(bundled([planned('left', steady(9), 1), planned('right', later, 1)], 1)).toHaveLength(2);
  });

  it('are grouped as every grouping tried by hand would have it', () => {
    const groupings = (ids: readonly number[]): number[][][] => {
      const [first, ...rest] = ids;
      if (first === undefined) return [[]];
      return groupings(rest).flatMap((some) => [
        [[first], ...some],
        ...some.map((group, at) => some.map((one, place) => (place === at ? [first, ...group] : one))),
      ]);
    };
    fc.assert(
      fc.property(fc.array(curve, { minLength: 1, maxLength: 4 }), (curves) => {
        const units = curves.map((fails, at) => planned(String(at), fails));
        const due = units.filter(({ costs }) => costs.best !== null);
        const cost = (group: readonly number[]) =>
          Math.min(
            ...MOMENT_DAYS.map((_, at) =>
              group.length === 1
                ? (due[group[0] ?? 0]?.costs.byMoment[at] ?? 0)
                : group.reduce((sum, one) => sum + (due[one]?.costs.byMomentOnAVisit[at] ?? 0), COSTS.visit),
            ),
          );
        const least = Math.min(
          ...groupings(due.map((_, at) => at)).map((some) => some.reduce((sum, one) => sum + cost(one), 0)),
        );
        const found = bundled(units, COSTS.visit);
        expect(found.reduce((sum, one) => sum + one.cost, 0)).toBeCloseTo(due.length === 0 ? 0 : least, 6);
        expect(found.flatMap(({ ids }) => ids).sort()).toEqual(due.map(({ id }) => id).sort());
      }),
      { numRuns: 40 },
    );
  });
});

describe('a plan by the month', () => {
  const unit = (id: string, fails: readonly number[], more: Partial<PlanUnit> = {}): PlanUnit => ({
    id,
    tag: id,
    vehicleId: id,
    vehicle: `Van ${id}`,
    type: 'Flooded',
    rating: 'SAE 570 A',
    fails,
    costs: COSTS,
    aDay: 0.3,
    nextCheckMs: null,
    ...more,
  });

  it('buys now what fails soon, leaves what lasts, and tells what both cost', () => {
    const plan = purchasePlan([unit('a', steady(9)), unit('b', steady(0.01))], NOW);
    expect(plan.months).toHaveLength(12);
    const [first, ...later] = plan.months;
    expect(first).toMatchObject({ month: '2026-11', changes: 240 });
    expect(first?.lines).toEqual([
      {
        type: 'Flooded',
        rating: 'SAE 570 A',
        units: [{ id: 'a', tag: 'a', vehicle: 'Van a', vehicleId: 'a' }],
      },
    ]);
    expect(later.flatMap(({ lines }) => lines)).toEqual([]);
    // Of what fails soon nothing is left to fail, of what lasts all.
    expect(first?.failing).toBeLessThan(0.01 * (first?.failingWithout ?? 0));
    expect(plan.saves).toBeGreaterThan(200);
  });

  it('counts what is together on one visit once', () => {
    const plan = purchasePlan(
      [unit('a', steady(9), { vehicleId: 'v' }), unit('b', steady(8), { vehicleId: 'v' })],
      NOW,
    );
    expect(plan.months[0]?.changes).toBe(180 + 180 + 60);
    expect(plan.visitsSpared).toBe(1);
  });

  it('puts every unit that is changed within the year into one month and no other', () => {
    fc.assert(
      fc.property(fc.array(curve, { maxLength: 6 }), (curves) => {
        const units = curves.map((fails, at) =>
          unit(String(at), fails, { vehicleId: String(Math.floor(at / 2)) }),
        );
        const ids = purchasePlan(units, NOW).months.flatMap(({ lines }) =>
          lines.flatMap((line) => line.units.map(({ id }) => id)),
        );
        expect(new Set(ids).size).toBe(ids.length);
      }),
      { numRuns: 50 },
    );
  });
});

describe('a set of which one drags', () => {
  const member = (id: string, healthPct: number, fails: readonly number[]) => ({
    id,
    healthPct,
    aDay: 0.3,
    costs: replacementCosts(fails, COSTS, { aDay: 0.3 }),
  });
  const lasting = LOOKED_AT_DAYS.map(() => 0);

  it('is changed in part where its siblings still serve long', () => {
    const found = oneOrAll([member('weak', 50, steady(9)), member('strong', 95, lasting)], COSTS.visit);
    // 240 now; the other after three years, at 240 less 1080 days of 0.3; the new one beside it is even.
    expect(found).toMatchObject({ weakestId: 'weak', better: 'one' });
    expect(found?.one).toBeCloseTo(240 + (240 - 324), 6);
    expect(found?.all).toBeCloseTo(180 + 180 + 60, 6);
  });

  it('is changed whole where its siblings are due soon anyway', () => {
    const found = oneOrAll([member('weak', 50, steady(9)), member('next', 60, steady(6))], COSTS.visit);
    expect(found?.better).toBe('all');
  });

  it('counts that a new one beside a weaker one wears faster', () => {
    const even = oneOrAll([member('weak', 50, steady(9)), member('b', 95, lasting)], COSTS.visit);
    const uneven = oneOrAll([member('weak', 50, steady(9)), member('b', 80, lasting)], COSTS.visit);
    expect((uneven?.one ?? 0) - (even?.one ?? 0)).toBeCloseTo(0.25 * 0.3 * 1080, 6);
  });

  it('is no question for one unit alone', () => {
    expect(oneOrAll([member('only', 50, steady(9))], COSTS.visit)).toBeNull();
  });
});
