import { answered } from '../rules/schools';
import { STANDARD_RULES } from '../rules/standard-rules';
import { assess } from './assess';
import { evidenceAsOfToday, type StoredEvidence } from './evidence';
import { type ExampleCase, exampleEvidence } from './examples.test-support';
import { readTrace, voltsAt } from './load-trace';
import { findingTitle } from './wording';

const judge = (example: ExampleCase, schools: Record<string, string> = {}) =>
  assess(exampleEvidence(example), answered(STANDARD_RULES, schools));
const codes = (example: ExampleCase, schools = {}) =>
  judge(example, schools).findings.map(({ code }) => code);
const measuredOf = (example: ExampleCase, code: string, schools = {}) =>
  judge(example, schools).findings.find((finding) => finding.code === code)?.measured;

describe('a stand', () => {
  it('tells its fall in a day, at 25 °C, against what a sound battery keeps', () => {
    const { stand } = judge({ ocv: 12.7, stand: 12.6, standHours: 12, celsius: 5 }).estimates;
    // 12.60 + 0.0015 × 20 V; 0.1 V in half a day.
    expect(stand).toMatchObject({ volts25: 12.63, healthyVolts: 12.6, marginVolts: 0.03, fallPerDayMv: 200 });
    expect(stand?.leaks).toBe(false);
  });

  it('leaks under 12.2 V within the day, and on a 6 V battery under half of that', () => {
    expect(codes({ ocv: 12.65, stand: 12.19, standHours: 24 })).toContain('internal_leak');
    expect(codes({ ocv: 12.65, stand: 12.2, standHours: 24 })).toContain('stand_low');
    expect(codes({ ocv: 12.65, stand: 12.19, standHours: 24.1 })).toContain('stand_low');
    const six = { nominalVolts: 6 as const };
    expect(codes({ battery: six, ocv: 6.33, stand: 6.09 })).toContain('internal_leak');
    expect(codes({ battery: six, ocv: 6.33, stand: 6.31 })).toContain('stand_holds');
  });

  it('follows the school of the healthy resting voltage', () => {
    expect(codes({ ocv: 12.65, stand: 12.52 })).toContain('stand_low');
    expect(codes({ ocv: 12.65, stand: 12.52 }, { resting: '12.5' })).toContain('stand_holds');
    expect(codes({ ocv: 12.65, stand: 12.42 }, { resting: '12.4' })).toContain('stand_holds');
    expect(codes({ battery: { construction: 'agm' }, ocv: 12.9, stand: 12.7 })).toContain('stand_low');
  });
});

describe('cranking', () => {
  const limit = (example: ExampleCase, schools = {}) =>
    judge({ ocv: 12.65, ...example }, schools).estimates.crank?.limitVolts;

  it('follows the load table with the cold, from the school’s floor', () => {
    expect(limit({ crank: 9.8 })).toBe(9.6);
    expect(limit({ crank: 9.8, celsius: 30 })).toBe(9.6);
    expect(limit({ crank: 9.8, celsius: -18 })).toBe(8.5);
    expect(limit({ crank: 9.8 }, { crank_floor: '10' })).toBe(10);
    expect(limit({ crank: 9.8, celsius: -18 }, { crank_floor: '10.5' })).toBe(9.4);
    expect(limit({ crank: 9.8, celsius: -10 }, { cold: 'none' })).toBe(9.6);
    expect(limit({ battery: { nominalVolts: 6 }, ocv: 6.32, crank: 4.9 })).toBe(4.8);
  });

  it('is held against the load test of the run by the school that says so', () => {
    const near = { crank_floor: 'near_load' };
    expect(limit({ crank: 9.8, load: 10.6 }, near)).toBe(9.6);
    expect(limit({ crank: 9.8, load: 10.6, crankEngine: 'large' }, near)).toBe(9.6);
    expect(limit({ crank: 9.8, load: 10.6, crankEngine: 'small' }, near)).toBe(10.1);
    expect(limit({ crank: 9.8 }, near)).toBe(9.6);
  });

  it('has floors of its own for motorcycles', () => {
    expect(limit({ crank: 9.8, crankEngine: 'motorcycle', celsius: -10 })).toBe(9);
    expect(limit({ crank: 9.8, crankEngine: 'motorcycle', battery: { construction: 'agm' } })).toBe(10);
  });

  it('tells margin and dip, and does not count without charge', () => {
    expect(measuredOf({ ocv: 12.65, crank: 9.4 }, 'crank_low')).toMatchObject({ margin: -0.2, limit: 9.6 });
    expect(codes({ ocv: 12.65, crank: 9.8, crankInrush: 8.4 })).toContain('inrush_deep');
    expect(codes({ ocv: 12.65, crank: 9.8, crankInrush: 8.5 })).not.toContain('inrush_deep');
    const low = judge({ ocv: 12.1, crank: 9.4 }).findings.find(({ code }) => code === 'crank_low');
    expect(low?.indicative).toBe(true);
  });
});

describe('the course of a load', () => {
  const plain = [
    [1, 10.4, 285],
    [5, 10.3, 283],
    [10, 10.2, 280],
    [15, 10.1, 260],
  ] as const;

  it('is read between its points and held at its ends', () => {
    expect(voltsAt(plain, 0)).toBe(10.4);
    expect(voltsAt(plain, 3)).toBeCloseTo(10.35, 9);
    expect(voltsAt(plain, 15)).toBe(10.1);
    expect(voltsAt(plain, 99)).toBe(10.1);
    expect(voltsAt([], 1)).toBe(0);
  });

  it('tells capacity, resistance and a sagging bank apart', () => {
    expect(readTrace(plain, 12.65, 12)).toMatchObject({ shape: 'plain', endAmps: 260 });
    expect(readTrace(plain, 12.65, 12)?.sag).toBeCloseTo(1 - 260 / 285, 5);
    const late = [
      [1, 10.5, null],
      [10, 10.2, null],
      [15, 9.85, null],
    ] as const;
    expect(readTrace(late, 12.65, 12)).toMatchObject({ shape: 'capacity', sag: null, endAmps: null });
    const atOnce = [
      [1, 9.9, null],
      [10, 9.86, null],
      [15, 9.83, null],
    ] as const;
    expect(readTrace(atOnce, 12.65, 12)?.shape).toBe('resistance');
    // A small fall says nothing, however it comes.
    expect(readTrace(atOnce, 10.7, 12)?.shape).toBe('plain');
    expect(readTrace(plain.slice(0, 2), 12.65, 12)).toBeNull();
  });

  it('is told as findings', () => {
    expect(codes({ ocv: 12.65, load: 10.1, trace: plain })).toContain('bank_sagged');
    const late = [
      [1, 10.5, null],
      [10, 10.2, null],
      [15, 9.85, null],
    ] as const;
    expect(codes({ ocv: 12.65, load: 9.85, trace: late })).toContain('falls_late');
    const atOnce = (end: number) =>
      [
        [1, end + 0.06, null],
        [10, end + 0.02, null],
        [15, end, null],
      ] as const;
    expect(codes({ ocv: 12.65, load: 9.1, trace: atOnce(9.1) })).toContain('drops_at_once');
    // Held its limit: there is nothing to explain.
    expect(codes({ ocv: 12.65, load: 10.1, trace: atOnce(10.1) })).not.toContain('drops_at_once');
    expect(codes({ ocv: 12.65, load: 10.6, loadStopped: 'gassing' })).toContain('cell_gasses');
    expect(codes({ ocv: 12.65, load: 4.8, seconds: 2, loadStopped: 'collapse' })).toContain('load_collapsed');
  });
});

describe('the vehicle around it', () => {
  const check = (vehicle: ExampleCase['vehicle'], more: ExampleCase = {}, schools = {}) =>
    judge({ ...more, ...(vehicle ? { vehicle } : {}) }, schools);
  const of = (name: 'side_drop' | 'joint_drop' | 'clamp_drop' | 'regulated' | 'draw', value: number) => ({
    check: name,
    value,
    ownFrom: null,
    ownTo: null,
  });
  const state = (...args: Parameters<typeof check>) => check(...args).estimates.vehicleChecks[0]?.state;

  it('holds a drop against its limit, a side or a conductor by the school', () => {
    expect(state(of('side_drop', 0.2))).toBe('within');
    expect(state(of('side_drop', 0.21))).toBe('high');
    expect(state(of('side_drop', 0.15), {}, { drop: 'conductor' })).toBe('high');
    expect(state(of('joint_drop', 0.1))).toBe('within');
    expect(state(of('joint_drop', 0.11))).toBe('high');
    expect(state(of('clamp_drop', 0.06))).toBe('high');
    expect(check(of('clamp_drop', 0.06)).findings.map(({ code }) => code)).toContain('drop_high');
  });

  it('judges every place that was measured, and names each', () => {
    const judged = check([
      of('clamp_drop', 0.4),
      of('side_drop', 0.3),
      of('regulated', 14.2),
      of('draw', 0.2),
    ]);
    const named = judged.findings.filter((found) => found.check).map(findingTitle);
    expect(named).toEqual([
      'Drop from post to clamp above the limit',
      'Drop along a side above the limit',
      'Parasitic draw above the limit',
      'Regulated voltage within its limit',
    ]);
  });

  it('reads what an earlier version stored: one measurement, or none', () => {
    const { vehicleChecks: _later, ...earlier } = exampleEvidence({});
    const stored = (vehicle: StoredEvidence['vehicle']) =>
      evidenceAsOfToday({ ...earlier, vehicle } as StoredEvidence).vehicleChecks;
    expect(stored(of('clamp_drop', 0.4))).toEqual([of('clamp_drop', 0.4)]);
    expect(stored(null)).toEqual([]);
    expect(stored(undefined)).toEqual([]);
  });

  it('holds the regulated voltage between its figures, and half a volt over the resting one', () => {
    expect(state(of('regulated', 13.4))).toBe('low');
    expect(state(of('regulated', 13.6))).toBe('within');
    expect(state(of('regulated', 14.8))).toBe('high');
    expect(state(of('regulated', 13.6), { ocv: 13.2 })).toBe('low');
    expect(state(of('regulated', 13.2), {}, { regulated: '13_15' })).toBe('within');
    expect(state(of('regulated', 13.8), {}, { regulated: '14_15' })).toBe('low');
    expect(state(of('regulated', 14.9), {}, { regulated: '13.5_15' })).toBe('within');
    const own = { ...of('regulated', 15.2), ownFrom: 12.2, ownTo: 15.5 };
    expect(state(own)).toBe('within');
    expect(state({ ...own, value: 12.5 }, {}, { regulated: 'vehicle' })).toBe('within');
  });

  it('allows the draw of the house, or a quarter of the reserve in mA', () => {
    expect(state(of('draw', 0.05))).toBe('within');
    expect(state(of('draw', 0.051))).toBe('high');
    expect(state(of('draw', 0.06), { battery: { rcMinutes: 240 } })).toBe('within');
    const draw = check(of('draw', 0.08)).findings.find(({ code }) => code === 'draw_high');
    expect(draw?.measured).toMatchObject({ value: 80, limit: 50, unit: 'mA' });
  });

  it('never decides the battery’s verdict', () => {
    expect(check(of('clamp_drop', 0.9), { ocv: 12.65, load: 10.8 }).verdict).toBe('serve');
  });
});

describe('the slot', () => {
  const sae = (amps: number) => ({ standard: 'SAE' as const, amps });
  const fits = (slot: NonNullable<ExampleCase['battery']>['slot'], battery: ExampleCase['battery'] = {}) =>
    codes({ battery: { ...battery, slot: slot ?? null } });

  it('says which construction does the work of another', () => {
    const type = (asked: 'flooded' | 'calcium' | 'efb' | 'agm' | 'gel', own: typeof asked) =>
      fits({ type: asked, rating: null }, { construction: own }).includes('wrong_type_for_slot');
    expect(type('agm', 'efb')).toBe(true);
    expect(type('efb', 'agm')).toBe(false);
    expect(type('efb', 'flooded')).toBe(true);
    expect(type('calcium', 'flooded')).toBe(true);
    expect(type('flooded', 'gel')).toBe(false);
    expect(type('gel', 'agm')).toBe(true);
  });

  it('compares ratings under one standard, and lets the band of a conversion pass', () => {
    const short = (asked: { standard: 'SAE' | 'EN'; amps: number }) =>
      fits({ type: null, rating: asked }).includes('rating_below_slot');
    expect(short(sae(570))).toBe(false);
    expect(short(sae(571))).toBe(true);
    // 541.5 A EN are 570 A SAE; up to 7 % more is within what a conversion can say.
    expect(short({ standard: 'EN', amps: 582 })).toBe(false);
    expect(short({ standard: 'EN', amps: 583 })).toBe(true);
  });

  it('is silent where nothing is asked', () => {
    expect(fits(null)).not.toContain('wrong_type_for_slot');
    expect(fits({ type: null, rating: sae(900) }, { ratings: [], c20Ah: null })).not.toContain(
      'rating_below_slot',
    );
  });
});
