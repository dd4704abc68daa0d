import { NO_STRAIN } from './hazard';
import { MS_PER_YEAR } from './health-reading';
import { chanceUnder, lifeAfter } from './life';
import { nextCheckMs } from './next-check';

const TESTED = Date.UTC(2026, 3, 1);
const DAY_MS = 86_400_000;
const LINE = 65;

/** A unit of three years that was read five times, ever lower, and last as given. */
function life(lastPct: number, fallAYear = 10) {
  const ago = [2.4, 1.8, 1.2, 0.6, 0];
  const readings = ago.map((years) => ({
    atMs: TESTED - years * MS_PER_YEAR,
    pct: lastPct + fallAYear * years,
    sd: 2,
    celsius: 18,
    instrument: null,
    technician: null,
  }));
  return lifeAfter({ fromMs: TESTED - 3 * MS_PER_YEAR, beginning: 'new', scaleYears: 6 }, readings);
}
// Set by its engine's ease, it hardly fails: what decides is the line.
const strain = { ...NO_STRAIN, reserve: 12 };
const days = (
  lastPct: number,
  verdict: Parameters<typeof nextCheckMs>[1] = 'watch',
  dangerous = false,
): number | null => {
  const at = nextCheckMs(life(lastPct), verdict, { testedMs: TESTED, linePct: LINE, strain, dangerous });
  return at === null ? null : Math.round((at - TESTED) / DAY_MS);
};

describe('the next check', () => {
  it('comes as soon as may be where it is surely below the line already', () => {
    expect(chanceUnder(life(52), LINE, TESTED)).toBeGreaterThan(0.97);
    expect(days(52)).toBe(14);
  });

  it('comes sooner the nearer health is to the line, and never later than the lower one', () => {
    const each = [66, 70, 76, 84].map((pct) => days(pct) ?? 0);
    expect(each).toEqual([...each].sort((one, other) => one - other));
    expect(each[0]).toBeLessThanOrEqual(28);
    expect(each[3]).toBeGreaterThan(150);
  });

  it('comes sooner for one that is watched, sooner still where a failed start is dangerous', () => {
    expect(days(76, 'watch')).toBeLessThanOrEqual(days(76, 'serve') ?? 0);
    expect(days(76, 'serve', true)).toBeLessThan(days(76, 'serve') ?? 0);
  });

  it('is not set where the verdict says itself what comes next', () => {
    expect([days(76, 'retire'), days(76, 'charge'), days(76, null)]).toEqual([null, null, null]);
  });
});
