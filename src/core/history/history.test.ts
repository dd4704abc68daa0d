import fc from 'fast-check';
import { seededChance } from '../quantity/chance';
import { evenly } from '../quantity/evenly.test-support';
import { learnFleet, NOTHING_LEARNED, type UnitHistory } from './fleet-learning';
import { outlookOf } from './forecast-unit';
import { failsWithin, hazardAt, NO_STRAIN } from './hazard';
import { type HealthReading, MS_PER_YEAR } from './health-reading';
import { usualLifeYears } from './kind-of-life';
import { bandOf, isTold, leftoversOf } from './leftover';
import { crossingQuantiles, healthAt, healthQuantiles, lifeAfter, slopeAt } from './life';
import { lifeNodes } from './life-nodes';
import { segmentsOf } from './segments';

const NOW = Date.UTC(2026, 10, 1);
const FLOODED = { construction: 'flooded', duty: 'starting', climate: 'mild' } as const;
const yearsAgo = (years: number) => NOW - years * MS_PER_YEAR;
const read = (ago: number, pct: number, over: Partial<HealthReading> = {}): HealthReading => ({
  atMs: yearsAgo(ago),
  pct,
  sd: 5,
  celsius: 18,
  instrument: null,
  technician: null,
  ...over,
});
const aging = (ago: number) => ({
  fromMs: yearsAgo(ago),
  beginning: 'new' as const,
  scaleYears: usualLifeYears(FLOODED),
});
const at = { nowMs: NOW, linePct: 65, strain: NO_STRAIN };
const unit = (over: Partial<UnitHistory> = {}): UnitHistory => ({
  id: 'FH-1',
  kind: FLOODED,
  fittedMs: yearsAgo(3),
  readings: [],
  ...over,
});
const STEADY = [2.8, 2.2, 1.6, 1.1, 0.6, 0.1].map((ago) => read(ago, 101 - 7 * (3 - ago)));

describe('a life', () => {
  it('follows steady readings: health now, slope, and a crossing about where the line leads', () => {
    const life = lifeAfter(aging(3), STEADY);
    expect(healthAt(life, NOW).pct).toBeGreaterThan(77);
    expect(healthAt(life, NOW).pct).toBeLessThan(84);
    expect(slopeAt(life, NOW).pct).toBeLessThan(-5);
    expect(slopeAt(life, NOW).pct).toBeGreaterThan(-13);
    const [early = 0, middle = 0, late = 0] = crossingQuantiles(life, 65, NOW, [0.1, 0.5, 0.9]);
    expect(early).toBeLessThan(middle);
    expect(middle).toBeLessThan(late);
    expect((middle - NOW) / MS_PER_YEAR).toBeGreaterThan(0.8);
    expect((middle - NOW) / MS_PER_YEAR).toBeLessThan(3);
  });

  it('is not bent by one slip', () => {
    const slipped = [...STEADY, read(0.8, 45)];
    const [without, with_] = [STEADY, slipped].map((some) => healthAt(lifeAfter(aging(3), some), NOW).pct);
    expect(Math.abs((without ?? 0) - (with_ ?? 0))).toBeLessThan(2.5);
  });

  it('is its kind’s while nothing was read: wide, and about new', () => {
    const life = lifeAfter(aging(0), []);
    expect(healthAt(life, NOW).pct).toBeGreaterThan(97);
    const [early = 0, , late = 0] = crossingQuantiles(life, 65, NOW, [0.1, 0.5, 0.9]);
    expect((late - early) / MS_PER_YEAR).toBeGreaterThan(4);
  });

  it('is surer the more is read of it', () => {
    const few = healthAt(lifeAfter(aging(3), STEADY.slice(0, 1)), NOW).sd;
    expect(healthAt(lifeAfter(aging(3), STEADY), NOW).sd).toBeLessThan(few);
  });

  it('opens as a fan: the further ahead, the wider', () => {
    const life = lifeAfter(aging(3), STEADY);
    const width = (years: number) => {
      const [low = 0, high = 0] = healthQuantiles(life, NOW + years * MS_PER_YEAR, NOW, [0.1, 0.9]);
      return high - low;
    };
    expect(width(0)).toBeLessThan(width(1));
    expect(width(1)).toBeLessThan(width(2));
  });

  it('has chances of one before and after readings, whatever they are', () => {
    const readings = fc.array(
      fc.record({
        ago: evenly(0, 3),
        pct: evenly(0, 130),
      }),
      { maxLength: 12 },
    );
    const sum = (some: readonly number[]) => some.reduce((all, one) => all + one, 0);
    expect(sum(lifeNodes(5, 'unknown').map(({ weight }) => weight))).toBeCloseTo(1, 9);
    fc.assert(
      fc.property(readings, (some) => {
        const life = lifeAfter(
          aging(3),
          some.map(({ ago, pct }) => read(ago, pct)),
        );
        expect(sum(life.chances)).toBeCloseTo(1, 6);
        expect(Number.isFinite(life.evidence)).toBe(true);
        const { pct, sd } = healthAt(life, NOW);
        expect(pct).toBeGreaterThan(0);
        expect(sd).toBeGreaterThan(0);
      }),
    );
  });
});

describe('a story', () => {
  it('begins anew where another unit carries the tag', () => {
    const replaced = [read(2.6, 92), read(2, 80), read(1.5, 71), read(1, 101), read(0.5, 100), read(0.1, 98)];
    const segments = segmentsOf(aging(3), replaced);
    expect(segments.map(({ begunBy }) => begunBy)).toEqual([null, 'replaced']);
    expect(segments[1]?.readings).toHaveLength(3);
    expect(outlookOf(unit({ readings: replaced }), NOTHING_LEARNED, at).forecast.health.pct).toBeGreaterThan(
      92,
    );
  });

  it('goes on from where a charge has helped it to', () => {
    const helped = [read(2.6, 88), read(2, 72), read(1.6, 62), read(1.2, 80), read(0.7, 79), read(0.2, 77)];
    expect(segmentsOf(aging(3), helped).at(-1)?.begunBy).toBe('recovered');
  });

  it('is one for a single high reading, and for a steady fall', () => {
    const slip = [read(2.5, 95), read(2, 90), read(1.5, 118), read(1, 84), read(0.4, 80)];
    expect(segmentsOf(aging(3), slip)).toHaveLength(1);
    expect(segmentsOf(aging(3), STEADY)).toHaveLength(1);
  });
});

describe('what is left over in a fleet', () => {
  const fleet = (off: number, cold: number): UnitHistory[] => {
    const chance = seededChance(5);
    return Array.from({ length: 60 }, (_, index) => ({
      ...unit({ id: `FH-${index}` }),
      readings: Array.from({ length: 6 }, (__, turn) => {
        const instrument = `Tester ${1 + ((index + turn) % 3)}`;
        const celsius = turn % 2 === 0 ? 20 : -8;
        const bias = (instrument === 'Tester 2' ? off : 0) + (celsius < 0 ? cold : 0);
        const ago = 2.8 - 0.5 * turn;
        return read(ago, 102 - 5 * (3 - ago) + bias + chance.normal(3), { instrument, celsius, sd: 4 });
      }),
    }));
  };

  it('names the instrument that reads high, and by how much', () => {
    const { instrument } = learnFleet(fleet(6, 0), NOW).leftovers;
    const two = instrument.get('Tester 2');
    expect(two?.pct).toBeGreaterThan(4.5);
    expect(two?.pct).toBeLessThan(7);
    expect(two && isTold(two)).toBe(true);
    for (const name of ['Tester 1', 'Tester 3']) {
      const other = instrument.get(name);
      expect(other && isTold(other)).toBe(false);
    }
  });

  it('takes the cold out of readings', () => {
    const { season } = learnFleet(fleet(0, -5), NOW).leftovers;
    const [warm, cold] = ['15 to 25 °C', 'below −5 °C'].map((band) => season.get(band)?.pct ?? 0);
    expect((warm ?? 0) - (cold ?? 0)).toBeGreaterThan(3.5);
    expect(bandOf(null)).toBeNull();
  });

  it('tells nothing of a fleet without any, nor of one that is too small', () => {
    const { instrument } = learnFleet(fleet(0, 0), NOW).leftovers;
    expect([...instrument.values()].filter(isTold)).toEqual([]);
    expect(learnFleet(fleet(9, 0).slice(0, 4), NOW)).toBe(NOTHING_LEARNED);
    expect(leftoversOf([]).instrument.size).toBe(0);
  });

  it('learns how long a kind lasts here', () => {
    const lasting = fleet(0, 0).map((one) => ({
      ...one,
      readings: one.readings.map((reading) => ({
        ...reading,
        pct: 100 - 2 * ((reading.atMs - yearsAgo(3)) / MS_PER_YEAR),
      })),
    }));
    expect(learnFleet(lasting, NOW).lifeTimes.get('flooded starting')).toBeGreaterThan(1.15);
  });

  it('learns nothing new of a kind that lasts as its kind does, however much was read of it', () => {
    // The middle of what flooded ones last: 5.5 years by the scale, 4.69 for half of them.
    const usual = fleet(0, 0).map((one) => ({
      ...one,
      fittedMs: yearsAgo(3),
      readings: Array.from({ length: 14 }, (_, at) => ({
        atMs: yearsAgo(2.9 - 0.2 * at),
        sd: 3,
        celsius: 20,
        instrument: null,
        technician: null,
        pct: 102 - (37 * (0.1 + 0.2 * at)) / 4.69,
      })),
    }));
    const times = learnFleet(usual, NOW).lifeTimes.get('flooded starting') ?? 0;
    expect(times).toBeGreaterThan(0.9);
    expect(times).toBeLessThan(1.12);
  });
});

describe('the hazard', () => {
  it('rises with wear, age, cold and what is open on the vehicle', () => {
    const base = hazardAt(80, 2, 3, NO_STRAIN);
    expect(hazardAt(65, 2, 3, NO_STRAIN)).toBeGreaterThan(base);
    expect(hazardAt(80, 6, 3, NO_STRAIN)).toBeGreaterThan(base);
    expect(hazardAt(80, 2, 0, NO_STRAIN)).toBeGreaterThan(base);
    expect(hazardAt(80, 2, 6, NO_STRAIN)).toBeLessThan(base);
    expect(hazardAt(80, 2, 3, { ...NO_STRAIN, open: ['regulator_high'] })).toBeCloseTo(2.5 * base, 9);
    expect(hazardAt(80, 2, 3, { ...NO_STRAIN, reserve: 5 })).toBeLessThan(base);
    expect(hazardAt(80, 2, 6, { ...NO_STRAIN, winter: 'june' })).toBeCloseTo(
      hazardAt(80, 2, 0, NO_STRAIN),
      9,
    );
  });

  it('adds up over time, and never past one', () => {
    const life = lifeAfter(aging(5), [read(1, 62), read(0.1, 55)]);
    const [month = 0, quarter = 0, year = 0] = [30, 90, 365].map((days) =>
      failsWithin(life, NOW, days, NO_STRAIN),
    );
    expect(month).toBeGreaterThan(0);
    expect(month).toBeLessThan(quarter);
    expect(quarter).toBeLessThan(year);
    expect(year).toBeLessThan(1);
  });
});

describe('an outlook', () => {
  it('counts from the first reading where nobody knows when it was fitted', () => {
    const known = outlookOf(unit({ readings: STEADY }), NOTHING_LEARNED, at).forecast;
    const unknown = outlookOf(unit({ readings: STEADY, fittedMs: null }), NOTHING_LEARNED, at).forecast;
    expect(Math.abs(known.health.pct - unknown.health.pct)).toBeLessThan(4);
    expect(unknown.readings).toBe(6);
  });

  it('has no date beyond ten years', () => {
    const young = outlookOf(
      unit({ kind: { ...FLOODED, construction: 'gel' }, fittedMs: NOW }),
      NOTHING_LEARNED,
      at,
    );
    expect(young.forecast.crossing.p90).toBeNull();
    expect(young.forecast.crossing.p10).not.toBeNull();
    expect(young.forecast.readings).toBe(0);
  });
});
