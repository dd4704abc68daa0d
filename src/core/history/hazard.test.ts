import fc from 'fast-check';
import { evenly } from '../quantity/evenly.test-support';
import { failsBy, hazardAt, NO_STRAIN, type Strain, VEHICLE_STRAIN, type VehicleFaultOpen } from './hazard';
import { MS_PER_YEAR } from './health-reading';
import type { Life } from './life';
import { healthsOf, lifeNodes } from './life-nodes';

const BEGUN_MS = Date.UTC(2022, 0, 1);
const DAYS = 14;
const DAY_MS = 86_400_000;

const strains = fc.record({
  duty: fc.constantFrom('starting', 'deep_cycle', 'both'),
  climate: fc.constantFrom('mild', 'hot'),
  open: fc.subarray(Object.keys(VEHICLE_STRAIN) as VehicleFaultOpen[]),
  reserve: fc.option(evenly(1, 9)),
  winter: fc.constantFrom('december', 'june'),
}) satisfies fc.Arbitrary<Strain>;

/** A life of a few ways that are as likely as each other. */
const lives = fc
  .tuple(
    fc.constantFrom('new', 'used', 'unknown'),
    evenly(2, 12),
    fc.array(fc.nat(), { minLength: 1, maxLength: 12 }),
  )
  .map(([beginning, scaleYears, picked]): Life => {
    const all = lifeNodes(scaleYears, beginning as 'new');
    const nodes = [...new Set(picked.map((at) => at % all.length))].flatMap((at) => all[at] ?? []);
    return {
      aging: { fromMs: BEGUN_MS, beginning: beginning as 'new', scaleYears },
      nodes,
      chances: nodes.map(() => 1 / nodes.length),
      evidence: 0,
      readings: 0,
    };
  });

describe('the chance of failing within some days', () => {
  it('is what the rate of failing of each way says, at its health and age of then', () => {
    fc.assert(
      fc.property(lives, strains, fc.integer({ min: 0, max: 4000 }), (life, strain, day) => {
        const fromMs = BEGUN_MS + day * DAY_MS;
        const middle = new Date(fromMs + (DAYS / 2) * DAY_MS);
        const years = (middle.getTime() - BEGUN_MS) / MS_PER_YEAR;
        const expected = life.nodes.reduce((sum, node, at) => {
          const [health = 0] = healthsOf([node], years);
          const aYear = hazardAt(health, Math.max(0, years + node.ageYears), middle.getUTCMonth(), strain);
          return sum + (life.chances[at] ?? 0) * (1 - Math.exp((-aYear * DAYS) / 365.25));
        }, 0);
        expect(failsBy(life, fromMs, [DAYS], strain)[0]).toBeCloseTo(expected, 10);
      }),
    );
  });

  it('rises from day to day and stays a chance', () => {
    fc.assert(
      fc.property(lives, strains, (life, strain) => {
        const fails = failsBy(life, BEGUN_MS + MS_PER_YEAR, [30, 90, 365, 700], strain);
        expect([...fails].sort((one, other) => one - other)).toEqual(fails);
        expect(fails[0]).toBeGreaterThan(0);
        expect(fails.at(-1)).toBeLessThanOrEqual(1);
      }),
    );
  });

  it('is greater where the vehicle overcharges, and in the cold quarter', () => {
    const [january, july] = [Date.UTC(2025, 0, 5), Date.UTC(2025, 6, 5)];
    const pairs = (life: Life) => {
      const within = (strain: Partial<Strain>, fromMs: number) =>
        failsBy(life, fromMs, [DAYS], { ...NO_STRAIN, ...strain })[0] ?? 0;
      return [
        [within({ open: ['regulator_high'] }, january), within({}, january)],
        [within({}, january), within({}, july)],
        [within({ winter: 'june' }, july), within({ winter: 'june' }, january)],
      ] as const;
    };
    fc.assert(
      fc.property(lives, (life) => {
        // What is worn out fails within days whatever it has to bear.
        for (const [more, less] of pairs(life)) expect(more).toBeGreaterThanOrEqual(less);
      }),
    );
    const nodes = lifeNodes(8, 'new');
    const chances = nodes.map(() => 1 / nodes.length);
    const aging = { fromMs: BEGUN_MS, beginning: 'new', scaleYears: 8 } as const;
    for (const [more, less] of pairs({ aging, nodes, chances, evidence: 0, readings: 0 })) {
      expect(more).toBeGreaterThan(less);
    }
  });
});
