import { readTrace } from '../assessment/load-trace';
import type { Compensation, ConductanceUnit } from '../correction/conductance';
import { restedState } from '../physics/battery-state';
import { rest } from '../physics/discharge';
import { openVolts } from '../physics/readouts';
import { FLOODED_60, unit } from '../physics/specs.test-support';
import { seededChance } from '../quantity/chance';
import { STANDARD_RULES } from '../rules/standard-rules';
import { arrivingState } from './arriving-state';
import { BenchHand } from './bench-hand';
import { THOROUGH } from './hand-habits';
import { holdLoad } from './load-bank';
import {
  NOISE,
  ONE_JAW_SHARE,
  readCelsius,
  readClamp,
  readConductance,
  readDraw,
  readGravity,
  readVolts,
} from './meters';

const spread = (values: readonly number[]) => {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  return Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length);
};
const many = (read: () => number | null) => Array.from({ length: 4000 }, () => read() ?? Number.NaN);

describe('meters', () => {
  const chance = seededChance(11);
  const model = unit(FLOODED_60);
  const state = restedState(model, 100, 25);
  const tester = { unit: 'SAE', compensates: 'both', contactShare: 0 } as const;

  it('scatter as they promise, the resolution included', () => {
    expect(spread(many(() => readVolts(12.345, chance) ?? 0))).toBeCloseTo(
      Math.hypot(NOISE.volts, 0.01 / 12 ** 0.5),
      3,
    );
    expect(spread(many(() => readGravity(1.25, chance)))).toBeCloseTo(
      Math.hypot(0.004, 0.005 / 12 ** 0.5),
      3,
    );
    expect(spread(many(() => readClamp(285, chance))) / 285).toBeCloseTo(0.02, 2);
    expect(spread(many(() => readCelsius(20, chance)))).toBeCloseTo(1, 0);
    expect(spread(many(() => readConductance(model, state, tester, chance))) / 600).toBeCloseTo(0.045, 2);
  });

  it('are wrong in the way that people make them wrong', () => {
    expect(readVolts(12.6, chance, '2')).toBeNull();
    expect(readVolts(12.64, chance, '200')).toBeCloseTo(12.6, 5);
    expect(readClamp(100, chance, { offsetAmps: 0, reversed: true })).toBeLessThan(-90);
    expect(readClamp(0.05, chance, { offsetAmps: 1.4, reversed: false })).toBeCloseTo(1.5, 0);
    const mean = (oneJaw: boolean) =>
      many(() =>
        readConductance(model, state, { ...tester, contactShare: oneJaw ? ONE_JAW_SHARE : 0 }, chance),
      ).reduce((a, b) => a + b) / 4000;
    expect(mean(true) / mean(false)).toBeLessThan(0.85);
  });

  it('a draw is never below nothing, and the tester answers in any unit alike', () => {
    expect(Math.min(...many(() => readDraw(0.001, chance)))).toBeGreaterThanOrEqual(0);
    const shownIn = (unit: ConductanceUnit) =>
      readConductance(model, state, { ...tester, unit }, chance) ?? Number.NaN;
    const [siemens, milliohms, din] = [shownIn('S'), shownIn('mohm'), shownIn('DIN')];
    expect((siemens * milliohms) / 1000).toBeCloseTo(1, 0);
    expect(din / (3.2 * siemens)).toBeGreaterThan(0.5);
    expect(din / (3.2 * siemens)).toBeLessThan(0.7);
  });

  it('show nothing past their range', () => {
    const giant = unit({ ...FLOODED_60, ratings: [{ standard: 'SAE', amps: 20_000 }], c20Ah: 2000 });
    const full = restedState(giant, 100, 25);
    expect(readConductance(giant, full, { ...tester, unit: 'S' }, chance)).toBeNull();
    expect(readClamp(1500, chance)).toBeNull();
    expect(readClamp(-1500, chance)).toBeNull();
    expect(readDraw(12, chance)).toBeNull();
  });

  it('uncompensated, the cold and a low charge stay in the reading', () => {
    const low = restedState(model, 50, 0);
    const shownWith = (compensates: Compensation) =>
      readConductance(model, low, { ...tester, compensates }, chance) ?? Number.NaN;
    const [raw, warm] = [shownWith('none'), shownWith('temp')];
    expect(raw).toBeLessThan(0.75 * 600);
    expect(warm).toBeGreaterThan(raw);
  });
});

describe('load banks', () => {
  const model = unit(FLOODED_60);
  const state = restedState(model, 100, 25);

  it('a set bank holds its current, a sagging one loses some, a fixed one follows the voltage', () => {
    const ends = (kind: 'set' | 'sags' | 'fixed') =>
      holdLoad(model, state, { kind, amps: 285 }, 15, 6).course;
    expect(new Set(ends('set').map(({ amps }) => amps))).toEqual(new Set([285]));
    expect(ends('sags').at(-1)?.amps).toBeLessThan(285 * 0.94);
    const fixed = ends('fixed');
    expect(fixed.at(-1)?.amps).toBeCloseTo((285 * (fixed.at(-1)?.volts ?? 0)) / 12, 0);
  });

  it('breaks off when the battery collapses, and pulls none below nothing', () => {
    const open = unit(FLOODED_60, 1, [{ kind: 'open_joint', degree: 0.5 }]);
    const held = holdLoad(open, restedState(open, 100, 25), { kind: 'set', amps: 285 }, 15, 6);
    expect(held.collapsed).toBe(true);
    expect(held.course).toHaveLength(1);
    expect(held.course[0]?.volts).toBeGreaterThan(0);
  });
});

describe('a simulated technician', () => {
  const work = (
    charge: number,
    health: number,
    faults: Parameters<typeof unit>[2] = [],
    tester = THOROUGH.tester,
  ) => {
    const model = unit(FLOODED_60, health, faults);
    const hand = new BenchHand({
      spec: FLOODED_60,
      model,
      rules: STANDARD_RULES,
      chance: seededChance(3),
      technicianId: 'x',
      habits: { ...THOROUGH, keepsTrace: true, tester },
      startedAtMs: 1_000_000,
      state: arrivingState(model, charge, 15, 14),
    });
    expect(hand.work({ symptom: 'routine', restHours: 14 })).toBe(true);
    return { hand, model, verdict: hand.judged().assessment.verdict };
  };

  it('sends a sound full battery back and condemns a worn one', () => {
    expect(work(95, 1).verdict).toBe('serve');
    expect(work(95, 0.5).verdict).toBe('retire');
  });

  it('charges a flat one first, so that it is not condemned', () => {
    const { hand, model, verdict } = work(35, 0.95);
    expect(verdict).toBe('serve');
    const kinds = hand.readings.map(({ kind }) => kind);
    expect(kinds.indexOf('charge')).toBeLessThan(kinds.indexOf('load'));
    expect(openVolts(model, rest(model, hand.battery, 10))).toBeGreaterThan(12.55);
    expect(hand.atMs).toBeGreaterThan(1_000_000 + 4 * 3_600_000);
  });

  it('stirs acid that lies in layers with an equalising charge, and the unit is mended', () => {
    const { hand, model, verdict } = work(97, 1, [{ kind: 'stratification', degree: 0.5 }]);
    expect(hand.readings.filter(({ kind }) => kind === 'charge')).toHaveLength(1);
    expect(hand.model).not.toBe(model);
    expect(hand.model.cellAh[0]).toBeGreaterThan(model.cellAh[0] ?? 0);
    expect(verdict).toBe('serve');
  });

  it('keeps the trace of the load, whose fall is the one of the reading', () => {
    const load = work(95, 1).hand.readings.find(({ kind }) => kind === 'load');
    const trace = load?.kind === 'load' ? (load.data.trace ?? []) : [];
    expect(trace.length).toBeGreaterThan(100);
    expect(trace.at(-1)?.[1]).toBeCloseTo(load?.kind === 'load' ? load.data.volts : 0, 0);
    expect(readTrace(trace, 12.6, 12)?.sag).toBeCloseTo(0, 2);
  });

  it('is stopped by a collapse', () => {
    const { hand, verdict } = work(95, 1, [{ kind: 'open_joint', degree: 1 }], null);
    expect(hand.readings.some(({ kind, data }) => kind === 'load' && 'stopped' in data)).toBe(true);
    expect(verdict).toBe('retire');
  });

  it('does the same from the same seed', () => {
    expect(work(80, 0.8).hand.readings).toEqual(work(80, 0.8).hand.readings);
  });
});
