import fc from 'fast-check';
import { evenly } from '../quantity/evenly.test-support';
import {
  availableAmps,
  chanceOfStart,
  coldMorning,
  demandTimes,
  normalShare,
  type ReadyUnit,
  type ReadyVehicle,
  setAmps,
} from './cold-start';
import { chargeAfter, daysToTopUp, selfDischargePctADay } from './idle';
import { simulatedMornings } from './mornings';
import { chanceShown, crossingWords, restsOnWords } from './outlook-words';

const unit = (over: Partial<ReadyUnit> = {}): ReadyUnit => ({
  id: 'a',
  saeAmps: 700,
  health: { value: 90, sd: 4 },
  charge: { value: 88, sd: 6 },
  ...over,
});
const vehicle = (over: Partial<ReadyVehicle> = {}): ReadyVehicle => ({
  units: [unit()],
  joined: 'single',
  warmAmps: { value: 300, sd: 30 },
  oil: 'mineral',
  ...over,
});

describe('what a battery can give', () => {
  it('is its rating at −18 °C, new and full', () => {
    const full = unit({ health: { value: 100, sd: 0 }, charge: { value: 100, sd: 0 } });
    expect(availableAmps(full, -18)).toBeCloseTo(700, 6);
    expect(availableAmps(full, 25)).toBeCloseTo(1.55 * 700, 6);
    expect(availableAmps({ ...full, charge: { value: 50, sd: 0 } }, -18)).toBeCloseTo(0.67 * 700, 6);
  });

  it('of a set: the weakest in series, all in parallel, the first where they are apart', () => {
    expect(setAmps([700, 500], 'series')).toBe(500);
    expect(setAmps([700, 500], 'parallel')).toBe(1200);
    expect(setAmps([700, 500], 'separate')).toBe(700);
    expect(setAmps([], 'parallel')).toBe(0);
  });

  it('is asked for more the colder it is, and less with light oil', () => {
    expect(demandTimes(20, 'mineral')).toBe(1);
    expect(demandTimes(-18, 'mineral')).toBeCloseTo(2.1, 9);
    expect(demandTimes(-18, 'light')).toBeCloseTo(1.7, 9);
  });
});

describe('the chance of a start', () => {
  const pct = evenly(20, 100);
  const celsius = evenly(-30, 20);

  it('is a chance, and never falls with warmth, health or charge', () => {
    fc.assert(
      fc.property(pct, pct, celsius, (health, charge, at) => {
        const of = (h: number, c: number, t: number) =>
          chanceOfStart(
            vehicle({ units: [unit({ health: { value: h, sd: 4 }, charge: { value: c, sd: 5 } })] }),
            t,
          );
        const chance = of(health, charge, at);
        expect(chance).toBeGreaterThanOrEqual(0);
        expect(chance).toBeLessThanOrEqual(1);
        expect(of(health + 5, charge, at)).toBeGreaterThanOrEqual(chance - 1e-9);
        expect(of(health, Math.min(100, charge + 5), at)).toBeGreaterThanOrEqual(chance - 1e-9);
        expect(of(health, charge, at + 2)).toBeGreaterThanOrEqual(chance - 1e-9);
      }),
    );
  });

  it('is a half where there is 1.54 of what is asked at −18 °C, and none without a battery', () => {
    const known = vehicle({
      units: [
        unit({ saeAmps: 1.54 * 2.1 * 300, health: { value: 100, sd: 0 }, charge: { value: 100, sd: 0 } }),
      ],
      warmAmps: { value: 300, sd: 0 },
    });
    expect(chanceOfStart(known, -18)).toBeCloseTo(0.5, 3);
    expect(chanceOfStart(vehicle({ units: [] }), 20)).toBe(0);
    expect(normalShare(0)).toBeCloseTo(0.5, 6);
    expect(normalShare(1.96)).toBeCloseTo(0.975, 3);
    expect(normalShare(-1.96)).toBeCloseTo(0.025, 3);
  });
});

describe('a cold morning', () => {
  it('moves a vehicle from starting to at risk to standing still', () => {
    const at = (celsius: number) => coldMorning(vehicle(), celsius).standing;
    expect(at(10)).toBe('starts');
    expect(at(-28)).toBe('will_not');
    const standings = Array.from({ length: 40 }, (_, step) => at(12 - step));
    expect(standings).toContain('at_risk');
  });

  it('asks for a charge before a new battery', () => {
    const low = vehicle({
      units: [unit({ charge: { value: 45, sd: 5 } })],
      warmAmps: { value: 230, sd: 10 },
    });
    const morning = coldMorning(low, -10);
    expect(morning).toMatchObject({ help: 'charge', unitId: 'a' });
    expect(morning.after).toBeGreaterThan(0.95);
  });

  it('names the sibling that drags where a charge does not help', () => {
    const worn = vehicle({
      joined: 'series',
      warmAmps: { value: 230, sd: 10 },
      units: [unit(), unit({ id: 'b', health: { value: 40, sd: 4 } })],
    });
    expect(coldMorning(worn, -10)).toMatchObject({ help: 'replace', unitId: 'b' });
  });

  it('says so where nothing helps, and asks for nothing where it starts', () => {
    const hopeless = vehicle({ warmAmps: { value: 900, sd: 30 } });
    expect(coldMorning(hopeless, -20)).toMatchObject({ help: 'none_helps', unitId: null });
    expect(coldMorning(vehicle(), 15)).toMatchObject({ help: 'nothing', unitId: null });
  });
});

describe('a battery on a shelf', () => {
  it('loses its charge by its construction, twice as fast ten kelvin warmer', () => {
    expect(selfDischargePctADay('flooded', 25) * 30.4).toBeCloseTo(10, 6);
    expect(selfDischargePctADay('agm', 35)).toBeCloseTo(2 * selfDischargePctADay('agm', 25), 9);
    expect(chargeAfter(100, 30.4, { construction: 'flooded', celsius: 25 })).toBeCloseTo(90, 6);
    expect(chargeAfter(5, 400, { construction: 'flooded', celsius: 25 })).toBe(0);
    expect(chargeAfter(80, -5, { construction: 'gel', celsius: 25 })).toBe(80);
  });

  it('is to be charged again in so many days, and at once where it is low', () => {
    expect(daysToTopUp(100, { construction: 'flooded', celsius: 25 })).toBe(76);
    expect(daysToTopUp(60, { construction: 'agm', celsius: 10 })).toBe(0);
  });
});

it('the mornings that ship are the same for the same days, whoever asks when', () => {
  const from = Date.UTC(2026, 0, 10);
  const week = simulatedMornings(from, 7);
  expect(week.map(({ day }) => day)).toContain('2026-01-16');
  expect(simulatedMornings(from, 7)).toEqual(week);
  const january = Array.from(
    { length: 20 },
    (_, year) => simulatedMornings(Date.UTC(2000 + year, 0, 10), 1)[0]?.lowC ?? 0,
  );
  const july = Array.from(
    { length: 20 },
    (_, year) => simulatedMornings(Date.UTC(2000 + year, 6, 10), 1)[0]?.lowC ?? 0,
  );
  expect(Math.max(...january)).toBeLessThan(Math.max(...july));
  expect(Math.min(...january)).toBeLessThan(-4);
  // The same spell on the other half of the year, where winter is there.
  const july2026 = simulatedMornings(Date.UTC(2026, 6, 10), 1, 'june')[0]?.lowC ?? 0;
  expect(july2026).toBe((simulatedMornings(Date.UTC(2026, 6, 10), 1)[0]?.lowC ?? 0) - 16);
});

it('an outlook is told no finer than it is known', () => {
  const [p10, p50, p90] = [Date.UTC(2027, 2, 3), Date.UTC(2028, 0, 9), Date.UTC(2029, 5, 1)];
  expect(crossingWords({ crossP10Ms: p10, crossP50Ms: p50, crossP90Ms: p90 })).toBe(
    'Jan 2028 (Mar 2027 to Jun 2029)',
  );
  expect(crossingWords({ crossP10Ms: p10, crossP50Ms: p50, crossP90Ms: null })).toContain('beyond ten years');
  expect(crossingWords({ crossP10Ms: p10, crossP50Ms: null, crossP90Ms: null })).toBe('from Mar 2027 on');
  expect(crossingWords({ crossP10Ms: null, crossP50Ms: null, crossP90Ms: null })).toBe(
    'not within ten years',
  );
  expect([0.0002, 0.034, 0.42, 1].map((chance) => chanceShown(chance).replace('\u00A0', ' '))).toEqual([
    'under 0.1 %',
    '3.4 %',
    '42 %',
    '99 %',
  ]);
  expect(restsOnWords(0)).toContain('Nothing has read');
  expect(restsOnWords(1)).toContain('one test');
  expect(restsOnWords(7)).toContain('7 tests');
});
