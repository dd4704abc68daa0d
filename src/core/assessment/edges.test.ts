import { answered } from '../rules/schools';
import { STANDARD_RULES } from '../rules/standard-rules';
import { assess } from './assess';
import { type ExampleCase, exampleEvidence } from './examples.test-support';
import { readTrace, voltsAt } from './load-trace';

const told = (example: ExampleCase, schools: Record<string, string> = {}) =>
  assess(exampleEvidence(example), answered(STANDARD_RULES, schools));
const estimates = (example: ExampleCase, schools = {}) => told(example, schools).estimates;
const codes = (example: ExampleCase, schools = {}) => told(example, schools).findings.map(({ code }) => code);
const six = (...values: number[]) => [...values, ...new Array<number>(6 - values.length).fill(1.25)];

describe('cells, on the edge', () => {
  const spread = (low: number) => estimates({ gravities: six(low) }).cells?.state;

  it('are even up to the limit, uneven above it, faulty from the next', () => {
    expect(spread(1.225)).toBe('even');
    expect(spread(1.224)).toBe('uneven');
    expect(spread(1.201)).toBe('uneven');
    expect(spread(1.2)).toBe('faulty');
    expect(codes({ ocv: 12.5, gravities: six(1.224) })).toContain('cells_uneven');
    expect(codes({ ocv: 12.5, gravities: six(1.225) })).not.toContain('cells_uneven');
  });

  it('tell the charge of flooded and calcium only', () => {
    const at = (construction: 'flooded' | 'calcium' | 'efb' | 'agm') =>
      estimates({ battery: { construction }, gravities: six() }).charge?.pct;
    expect(at('flooded')).toBeCloseTo((100 * 0.13) / 0.145, 4);
    expect(at('calcium')).toBeCloseTo((100 * 0.14) / 0.17, 4);
    expect(at('efb')).toBeUndefined();
    expect(at('agm')).toBeUndefined();
  });

  it('are stratified where the rested voltage says more than 0.08 V above what goes with the gravity', () => {
    // 1.20 is 55.2 % of a flooded battery, whose voltage is 12.24 + 0.21 × 5.172 / 25 = 12.283 V.
    const low = [1.2, 1.2, 1.2, 1.2, 1.2, 1.2];
    expect(codes({ ocv: 12.363, gravities: low })).not.toContain('stratified');
    expect(codes({ ocv: 12.364, gravities: low })).toContain('stratified');
    expect(codes({ ocv: 12.364, gravities: low, restMinutes: 239 })).not.toContain('stratified');
    expect(codes({ ocv: 12.364, gravities: low, restMinutes: 240 })).toContain('stratified');
    expect(codes({ gravities: low })).not.toContain('stratified');
    expect(codes({ ocv: 12.6, cellVolts: [2.1, 2.1, 2.1, 2.1, 2.1, 2.1] })).not.toContain('stratified');
  });

  it('are averaged, and a compensated or warm hydrometer counts as such', () => {
    expect(estimates({ gravities: [1.26, 1.24, 1.25, 1.25, 1.25, 1.25], celsius: 35 }).cells).toMatchObject({
      gravity25: 1.257,
      spread: 0.02,
    });
  });
});

describe('conductance, on the edge', () => {
  const of = (example: ExampleCase) => estimates({ conductance: 500, ...example }).conductance;

  it('is conclusive from 60 % of charge and between 0 and 50 °C', () => {
    // 12.325 V is 60.1 % of a flooded battery, 12.32 V is 59.5 %.
    expect(of({ ocv: 12.325 })?.conclusive).toBe(true);
    expect(of({ ocv: 12.32 })?.conclusive).toBe(false);
    expect(of({ ocv: 12.6, celsius: 0 })?.conclusive).toBe(true);
    expect(of({ ocv: 12.6, celsius: -0.1 })?.conclusive).toBe(false);
    expect(of({ ocv: 12.6, celsius: 50 })?.conclusive).toBe(true);
    expect(of({ ocv: 12.6, celsius: 50.1 })?.conclusive).toBe(false);
    expect(of({ ocv: 12.6, battery: { ratings: [] } })?.conclusive).toBe(false);
    expect(of({ ocv: 12.85, restMinutes: 240 })?.conclusive).toBe(false);
    expect(of({ ocv: 12.85 })?.conclusive).toBe(true);
    expect(of({ ocv: 12.6, openForced: true })?.conclusive).toBe(false);
    expect(of({})).toBeNull();
  });

  it('is less certain below that charge, and in siemens', () => {
    const share = (example: ExampleCase) => {
      const found = of(example);
      return found ? found.healthSdPct / found.healthPct : 0;
    };
    expect(share({ ocv: 12.6 })).toBeCloseTo(0.09, 6);
    expect(share({ ocv: 12.2 })).toBeCloseTo(0.19, 6);
    expect(share({ ocv: 12.6, conductance: 150, conductanceUnit: 'S' })).toBeCloseTo(0.13, 6);
    expect(share({ ocv: 12.2, conductance: 150, conductanceUnit: 'S' })).toBeCloseTo(0.23, 6);
  });

  it('in siemens of a 6 V battery stands for half as many cells; amperes and baselines are its own', () => {
    const battery = { nominalVolts: 6 as const };
    const at = (example: ExampleCase) =>
      of({ ...example, ocv: 6.325, battery: { ...battery, ...example.battery } })?.saeAmps;
    expect(at({ conductance: 300, conductanceUnit: 'S' })).toBeCloseTo(480, 6);
    expect(at({ conductance: 480 })).toBe(480);
    expect(at({ conductance: 300, conductanceUnit: 'S', battery: { baselineSiemens: 300 } })).toBeCloseTo(
      570,
      6,
    );
  });
});

describe('cranking, on the edge', () => {
  // 12.65 − 9.90 V at 285 A, of which activation takes 0.126 asinh(285/18) = 0.4353 V.
  const BY_HAND = (100 * 1.03 * (1.325 + 0.15)) / (2.75 - 0.126 * Math.asinh(285 / 18));

  const crank = { ocv: 12.65, crank: 9.9, crankMean: 9.9, crankAmps: 285, crankSeconds: 15 };
  const health = (example: ExampleCase, schools = {}) =>
    estimates({ ...crank, ...example }, schools).crank?.health;

  it('tells health only with current, time, rating, charge and open voltage', () => {
    expect(health({})?.pct).toBeCloseTo(BY_HAND, 4);
    // 6 % of its own, and what 5 % of charge more or less make of 1.325 V of 1.475.
    expect(health({})?.sdPct).toBeCloseTo(BY_HAND * Math.hypot(0.06, (1.325 * 0.25 * 0.05) / 1.475), 4);
    expect(estimates({ ocv: 12.65, crank: 9.9, crankAmps: 285 }).crank?.health).toBeNull();
    expect(estimates({ ocv: 12.65, crank: 9.9, crankSeconds: 15 }).crank?.health).toBeNull();
    expect(estimates({ crank: 9.9, crankAmps: 285, crankSeconds: 15 }).crank?.health).toBeNull();
    expect(health({ battery: { ratings: [], c20Ah: null } })).toBeNull();
    expect(estimates({ ...crank, gravities: six(), ocv: undefined as never }).crank?.health).toBeNull();
    expect(health({ crankMean: 12.65 })).toBeNull();
    // 0.3 V of compression between the lowest voltage and the mean: told from the mean.
    expect(health({ crank: 9.6 })?.pct).toBeCloseTo(BY_HAND, 4);
  });

  it('is scaled up to twice its current, and says nothing below 60 A', () => {
    expect(health({ crankAmps: 142.5 })).not.toBeNull();
    expect(health({ crankAmps: 142 })).toBeNull();
    const small = { battery: { ratings: [{ standard: 'SAE' as const, amps: 200 }], c20Ah: 30 } };
    expect(health({ ...small, crankAmps: 60 })).not.toBeNull();
    expect(health({ ...small, crankAmps: 59.9 })).toBeNull();
  });

  it('keeps its health apart from the school of the floor', () => {
    expect(health({}, { crank_floor: '10.5' })?.pct).toBeCloseTo(BY_HAND, 4);
    expect(health({ celsius: -18 }, { cold: 'none' })?.pct).toEqual(health({ celsius: -18 })?.pct);
  });

  it('counts from the gate on, and not on a forced voltage', () => {
    // 65 % of a flooded battery: 12.24 + 0.21 × 15 / 25 = 12.366 V.
    const indicative = (example: ExampleCase) => estimates({ ...crank, ...example }).crank?.indicative;
    expect(indicative({ ocv: 12.366 })).toBe(false);
    expect(indicative({ ocv: 12.365 })).toBe(true);
    expect(indicative({ openForced: true })).toBe(true);
    const unusable = { load: 12.3, amps: 40, celsius: 25 };
    expect(estimates({ ...crank, ...unusable }, { crank_floor: 'near_load' }).crank?.limitVolts).toBe(9.6);
  });
});

describe('traces, on the edge', () => {
  const points = (...volts: number[]) => volts.map((value, at) => [at * 5, value, null] as const);

  it('tell capacity above 0.3 V in the last five seconds, half of it on a 6 V battery', () => {
    expect(readTrace(points(10.6, 10.5, 10.3, 10), 12.65, 12)?.shape).toBe('plain');
    expect(readTrace(points(10.6, 10.5, 10.31, 10), 12.65, 12)?.shape).toBe('capacity');
    expect(readTrace(points(5.3, 5.25, 5.16, 5), 6.33, 6)?.shape).toBe('capacity');
    expect(readTrace(points(5.3, 5.25, 5.15, 5), 6.33, 6)?.shape).toBe('plain');
  });

  it('tell a resistance where nearly all came at once and stayed', () => {
    const at2 = (early: number, late: number, end: number) =>
      [
        [0, early, null],
        [2, early, null],
        [10, late, null],
        [15, end, null],
      ] as const;
    expect(readTrace(at2(10.1, 10.05, 10.0), 12.65, 12)?.shape).toBe('resistance');
    // 2.0 of 2.65 V at once is three quarters.
    expect(readTrace(at2(10.65, 10.05, 10.0), 12.65, 12)?.shape).toBe('plain');
    expect(readTrace(at2(10.1, 10.1, 10.0), 12.65, 12)?.shape).toBe('plain');
    expect(readTrace(at2(11.68, 11.67, 11.66), 12.65, 12)?.shape).toBe('plain');
    expect(readTrace(at2(5.59, 5.58, 5.56), 6.33, 6)?.shape).toBe('resistance');
    // 2.45 of 2.65 V is what plates do by themselves.
    expect(readTrace(at2(10.2, 10.05, 10.0), 12.65, 12)?.shape).toBe('plain');
  });

  it('sag from the first current that flowed', () => {
    const with0 = [
      [0, 12.6, 0],
      [1, 10.4, 300],
      [15, 10, 270],
    ] as const;
    expect(readTrace(with0, 12.65, 12)?.sag).toBeCloseTo(0.1, 9);
    const without = [
      [0, 12.6, null],
      [1, 10.4, 300],
      [15, 10, null],
    ] as const;
    expect(readTrace(without, 12.65, 12)?.sag).toBeNull();
    expect(readTrace([], 12.65, 12)).toBeNull();
  });

  it('are read at a point itself, before the first and between two of the same time', () => {
    expect(voltsAt(points(10, 9), 0)).toBe(10);
    expect(voltsAt(points(10, 9), 5)).toBe(9);
    expect(voltsAt(points(10, 9), -3)).toBe(10);
    expect(voltsAt(points(10, 9, 7), 7.5)).toBe(8);
  });
});

describe('the vehicle, on the edge', () => {
  const at = (
    check: 'regulated' | 'draw' | 'clamp_drop',
    value: number,
    more: ExampleCase = {},
    own: object = {},
  ) => estimates({ ...more, vehicle: { check, value, ownFrom: null, ownTo: null, ...own } }).vehicleChecks[0];

  it('regulates up to its limit and no more, half of it on 6 V', () => {
    expect(at('regulated', 14.7)).toMatchObject({ state: 'within', limit: 13.5, margin: 1.2 });
    expect(at('regulated', 14.8)).toMatchObject({ state: 'high', limit: 14.7, margin: -0.1 });
    expect(at('regulated', 13.5)).toMatchObject({ state: 'within', margin: 0 });
    const battery = { nominalVolts: 6 as const };
    expect(at('regulated', 7.3, { battery })).toMatchObject({ state: 'within', limit: 6.75 });
    expect(at('regulated', 7.4, { battery })).toMatchObject({ state: 'high', limit: 7.35 });
    expect(at('regulated', 6.8, { battery, ocv: 6.6 })).toMatchObject({ state: 'low', limit: 6.85 });
    expect(at('regulated', 13.6, { ocv: 13.1 })).toMatchObject({ state: 'within', limit: 13.6 });
  });

  it('goes by the vehicle’s own figure, whatever the battery rests at', () => {
    expect(at('regulated', 12.5, { ocv: 12.6 }, { ownFrom: 12.2 })).toMatchObject({
      state: 'within',
      limit: 12.2,
    });
    expect(at('regulated', 15.2, {}, { ownTo: 15.5 })?.state).toBe('within');
    expect(at('regulated', 12.1, {}, { ownFrom: 12.2 })?.state).toBe('low');
  });

  it('allows a quarter of the reserve in milliamperes where that is more', () => {
    expect(at('draw', 0.06, { battery: { rcMinutes: 240 } })).toMatchObject({ limit: 0.06, state: 'within' });
    expect(at('draw', 0.061, { battery: { rcMinutes: 240 } })?.state).toBe('high');
    expect(at('draw', 0.05, { battery: { rcMinutes: 100 } })).toMatchObject({ limit: 0.05, state: 'within' });
    expect(at('clamp_drop', 0.05)).toMatchObject({ limit: 0.05, state: 'within', margin: 0 });
  });
});

describe('three minutes and a stand, on the edge', () => {
  it('a three-minute charge is usable from 16 °C and with the least current on', () => {
    expect(estimates({ ocv: 12.1, charging: 15, celsius: 16 }).threeMinute?.usable).toBe(true);
    expect(estimates({ ocv: 12.1, charging: 15, celsius: 15.9 }).threeMinute?.usable).toBe(false);
    const least = { ...exampleEvidence({ ocv: 12.1 }), threeMinute: { amps: 25, volts: 15, forced: false } };
    expect(assess(least, STANDARD_RULES).estimates.threeMinute?.usable).toBe(true);
    // 40 % of a flooded battery: 12.06 + 0.18 × 15 / 25 V.
    expect(estimates({ ocv: 12.168, charging: 15 }).threeMinute?.usable).toBe(true);
    expect(estimates({ ocv: 12.169, charging: 15 }).threeMinute?.usable).toBe(false);
    expect(estimates({ charging: 15 }).threeMinute?.usable).toBe(false);
  });

  it('a stand of no time says nothing', () => {
    expect(estimates({ ocv: 12.65, stand: 12.5, standHours: 0 }).stand).toBeNull();
    expect(estimates({ ocv: 12.65, stand: 12.2, standHours: 24 }).stand?.leaks).toBe(false);
  });
});
