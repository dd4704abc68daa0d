import { seededChance } from '../quantity/chance';
import { type HealthReading, MS_PER_YEAR } from './health-reading';
import { scatterOf } from './scatter';

const NEW_MS = Date.UTC(2020, 5, 1);
const SAID_SD = 5;

/** Units that lose seven points a year, read twice a year; what they read scatters so many times as widely as is said of it. */
function fleet(units: number, times: number, { seed = 5, common = 0 } = {}): HealthReading[][] {
  const chance = seededChance(seed);
  return Array.from({ length: units }, () => {
    const own = chance.normal(common);
    return Array.from({ length: 8 }, (_, at) => ({
      atMs: NEW_MS + ((at + 1) * MS_PER_YEAR) / 2,
      sd: SAID_SD,
      celsius: 20,
      pct: 102 - 3.5 * (at + 1) + own + chance.normal(times * SAID_SD),
      instrument: null,
      technician: 'Maro Tindell',
    }));
  });
}

describe('how widely readings scatter', () => {
  it.each([
    [0.6, 0.18],
    [0.8, 0.12],
    [1, 0.1],
  ])('is found where it is %d times what they say', (times, within) => {
    expect(Math.abs(scatterOf(fleet(200, times)) - times)).toBeLessThan(within);
  });

  it('is less than they say where part of that is the same for all readings of a unit', () => {
    const alike = scatterOf(fleet(200, Math.SQRT1_2, { common: SAID_SD * Math.SQRT1_2 }));
    expect(alike).toBeLessThan(0.95);
    expect(alike).toBeGreaterThanOrEqual(0.4);
  });

  it('is as they say where too few have said otherwise, and hardly moved by a few', () => {
    expect(scatterOf(fleet(4, 0.5))).toBe(1);
    expect(scatterOf(fleet(6, 0.5))).toBeGreaterThan(scatterOf(fleet(300, 0.5)));
  });

  it('is never more than they say', () => {
    expect(scatterOf(fleet(200, 1.4))).toBe(1);
  });

  it('is hardly widened by slips, however far off', () => {
    const slips = fleet(200, 0.6).map((unit, at) =>
      at % 20 > 0 ? unit : unit.map((one, read) => (read === 4 ? { ...one, pct: 20 } : one)),
    );
    expect(scatterOf(slips) - scatterOf(fleet(200, 0.6))).toBeLessThan(0.15);
  });
});
