import { STANDARD_RULES } from '../rules/standard-rules';
import { assess } from './assess';
import type { Evidence } from './evidence';
import { type ExampleCase, exampleEvidence } from './examples.test-support';
import { LEVER_NAMES, LEVERS, type Lever } from './levers';
import { flipsOf } from './what-if';

const read = (lever: Lever, example: ExampleCase) => LEVERS[lever].read(exampleEvidence(example));
const put = (lever: Lever, example: ExampleCase, value: number): Evidence =>
  LEVERS[lever].put(exampleEvidence(example), value, STANDARD_RULES);
const plausible = (lever: Lever, example: ExampleCase) => {
  const evidence = exampleEvidence(example);
  return LEVERS[lever].plausible(evidence, assess(evidence, STANDARD_RULES).estimates, STANDARD_RULES);
};
const about = (lever: Lever, example: ExampleCase) => {
  const evidence = exampleEvidence(example);
  const { unit, resolution, range } = LEVERS[lever];
  return { unit: unit(evidence), resolution: resolution(evidence), range: range(evidence) };
};

const FULL: ExampleCase = {
  ocv: 12.6,
  celsius: 12,
  load: 10.1,
  recovery: 12.45,
  conductance: 480,
  crank: 9.9,
  stand: 12.55,
  gravities: [1.26, 1.25, 1.26, 1.24, 1.26, 1.25],
  charging: 15.1,
};
const six: ExampleCase = { battery: { nominalVolts: 6 }, ocv: 6.3 };

describe('each lever', () => {
  it('reads what was read, and nothing where nothing was', () => {
    const values = Object.fromEntries(LEVER_NAMES.map((lever) => [lever, read(lever, FULL)]));
    expect(values).toEqual({
      open_circuit: 12.6,
      temperature: 12,
      gravity: 1.253333,
      weakest_cell: 1.24,
      conductance: 480,
      load: 10.1,
      recovery: 12.45,
      crank: 9.9,
      three_minute: 15.1,
      stand: 12.55,
      discharge: null,
    });
    for (const lever of LEVER_NAMES) expect(read(lever, {})).toBeNull();
    expect(read('weakest_cell', { cellVolts: [2.1, 2.0, 2.1, 2.1, 2.1, 2.1] })).toBe(2);
    expect(read('temperature', { ocv: 12.5, celsius: 7 })).toBe(7);
  });

  it('puts a value in and leaves everything else as it was', () => {
    for (const lever of LEVER_NAMES) {
      const before = exampleEvidence(FULL);
      const now = read(lever, FULL) ?? 0;
      const other = LEVERS[lever].put(before, now + (lever === 'conductance' ? 10 : 0.01), STANDARD_RULES);
      expect(LEVERS[lever].read(other)).toBeCloseTo(now + (lever === 'conductance' ? 10 : 0.01), 6);
      for (const untouched of LEVER_NAMES) {
        const same =
          lever === untouched ||
          [lever, untouched].every((name) => name === 'gravity' || name === 'weakest_cell');
        if (!same) expect(LEVERS[untouched].read(other)).toBe(LEVERS[untouched].read(before));
      }
    }
  });

  it('shifts all cells for the mean, and one for the weakest', () => {
    expect(put('gravity', FULL, 1.263333).hydrometer?.gravities).toEqual([
      1.27, 1.26, 1.27, 1.25, 1.27, 1.26,
    ]);
    expect(put('weakest_cell', FULL, 1.2).hydrometer?.gravities).toEqual([1.26, 1.25, 1.26, 1.2, 1.26, 1.25]);
    const probed = { cellVolts: [2.1, 2.1, 2.05, 2.1, 2.1, 2.1] };
    expect(put('weakest_cell', probed, 1.9).cellVolts?.volts).toEqual([2.1, 2.1, 1.9, 2.1, 2.1, 2.1]);
    expect(put('weakest_cell', probed, 1.9).hydrometer).toBeNull();
  });

  it('changes the temperature of every reading that has one', () => {
    const warm = put('temperature', FULL, 30);
    for (const reading of [warm.openCircuit, warm.hydrometer, warm.conductance, warm.load, warm.crank]) {
      expect(reading?.temperatureC).toBe(30);
    }
    expect(put('temperature', { ocv: 12.5 }, 30)).toMatchObject({
      hydrometer: null,
      conductance: null,
      load: null,
    });
  });
});

describe('a reading not yet taken', () => {
  it('is imagined as the house asks for it, at the temperature known so far', () => {
    const known = { ocv: 12.6, celsius: 8 };
    expect(put('load', known, 10).load).toMatchObject({
      amps: 285,
      seconds: 15,
      volts: 10,
      temperatureC: 8,
      forced: false,
    });
    expect(put('conductance', known, 500).conductance).toMatchObject({
      value: 500,
      unit: 'SAE',
      compensated: 'both',
      temperatureC: 8,
      forced: false,
    });
    expect(put('crank', known, 9.9).crank).toMatchObject({
      volts: 9.9,
      amps: null,
      seconds: null,
      temperatureC: 8,
    });
    expect(put('three_minute', known, 15).threeMinute).toEqual({ amps: 40, volts: 15, forced: false });
    expect(put('stand', known, 12.4).stand).toMatchObject({ hours: 24, startVolts: 12.6, volts: 12.4 });
    expect(put('recovery', known, 12.3).recovery).toEqual({ minutes: 5, volts: 12.3, forced: false });
    expect(put('open_circuit', {}, 12.5).openCircuit).toEqual({
      volts: 12.5,
      temperatureC: 25,
      restMinutes: null,
      surfaceRemoved: true,
      forced: false,
    });
    // 12.60 V is (12.60 − 11.9) / 0.8 of a charge.
    const gravities = put('weakest_cell', known, 1.2).hydrometer?.gravities;
    expect(gravities).toEqual([1.2, ...new Array(5).fill(1.246875)]);
    expect(put('gravity', six, 1.25).hydrometer).toMatchObject({
      gravities: [1.25, 1.25, 1.25],
      compensated: true,
    });
    expect(put('load', { ...known, gravities: [], celsius: null }, 10).load?.temperatureC).toBeNull();
  });

  it('may lie where a weak and a strong battery would', () => {
    // 30 % and 115 % of 570 A, whose load takes 0.4353 V by activation and 1.5193 V / h beside.
    const at = (health: number) => 12.65 - 0.126 * Math.asinh(285 / 18) - (1.03 * 1.475) / health;
    expect(plausible('conductance', { ocv: 12.65 })).toEqual([171, 656]);
    const load = plausible('load', { ocv: 12.65 });
    expect(load?.[0]).toBeCloseTo(at(0.3), 6);
    expect(load?.[1]).toBeCloseTo(at(1.15), 6);
    expect(plausible('crank', { ocv: 12.65 })).toEqual(load);
    expect(plausible('load', {})).toBeNull();
    expect(plausible('load', { ocv: 12.65, battery: { ratings: [], c20Ah: null } })).toBeNull();
    expect(plausible('conductance', { ocv: 12.65, battery: { ratings: [], c20Ah: null } })).toBeNull();
    expect(plausible('open_circuit', {})).toEqual([11.5, 12.9]);
    expect(plausible('open_circuit', six)).toEqual([5.75, 6.45]);
    expect(plausible('gravity', {})).toEqual([1.1, 1.3]);
    const [low, high] = plausible('weakest_cell', { ocv: 12.6 }) ?? [];
    expect((high ?? 0) - (low ?? 0)).toBeCloseTo(0.08, 6);
    expect(plausible('recovery', { ocv: 12.5 })).toBeNull();
    expect(plausible('recovery', { ocv: 12.5, load: 9.4 })).toEqual([11.8, 12.7]);
    expect(plausible('three_minute', {})).toEqual([13.8, 16.8]);
    expect(plausible('three_minute', { battery: { construction: 'agm' } })).toBeNull();
    expect(plausible('stand', {})).toBeNull();
    expect(plausible('stand', { ocv: 12.6 })).toEqual([11.8, 12.8]);
    expect(plausible('temperature', FULL)).toBeNull();
  });

  it('lies nearer to what other tests have told', () => {
    const told = plausible('conductance', { ocv: 12.65, load: 10.6 });
    // Health by the load 94.1 %, and three tenths of it either way.
    const health = (100 * 1.03 * 1.475) / (12.65 - 10.6 - 0.126 * Math.asinh(285 / 18));
    expect(told?.[0]).toBe(Math.round((570 * health * 0.7) / 100));
    expect(told?.[1]).toBe(656);
    const doubted = plausible('conductance', { ocv: 12.65, load: 10.6, loadForced: true });
    expect(doubted).toEqual([171, 656]);
    const weak = plausible('conductance', { ocv: 12.65, load: 7.5, recovery: 12.5 });
    expect(weak?.[0]).toBe(171);
  });
});

describe('what can be at all', () => {
  it('has its unit, its step and its range, half of it on 6 V', () => {
    expect(about('open_circuit', {})).toEqual({ unit: 'V', resolution: 0.001, range: [10, 13.2] });
    expect(about('open_circuit', six).range).toEqual([5, 6.6]);
    expect(about('open_circuit', { ocv: 12.6, load: 10.2 }).range).toEqual([10.201, 13.2]);
    expect(about('load', { ocv: 12.3 }).range).toEqual([6, 12.299]);
    expect(about('load', { ocv: 12.9 }).range).toEqual([6, 12.4]);
    expect(about('load', {}).range).toEqual([6, 12.4]);
    expect(about('temperature', {})).toEqual({ unit: '°C', resolution: 0.1, range: [-18, 50] });
    expect(about('gravity', {})).toEqual({ unit: '', resolution: 0.001, range: [1.05, 1.32] });
    expect(about('weakest_cell', {})).toEqual({ unit: '', resolution: 0.001, range: [1, 1.32] });
    expect(about('weakest_cell', { cellVolts: [2.1, 2.1, 2.1, 2.1, 2.1, 2] })).toEqual({
      unit: 'V',
      resolution: 0.01,
      range: [0.5, 2.3],
    });
    expect(about('conductance', { conductance: 500 })).toEqual({
      unit: 'A',
      resolution: 1,
      range: [100, 2500],
    });
    expect(about('conductance', { conductance: 150, conductanceUnit: 'S' }).unit).toBe('S');
    expect(about('conductance', { conductance: 6, conductanceUnit: 'mohm' })).toMatchObject({
      unit: 'mΩ',
      resolution: 0.01,
    });
    expect(about('conductance', {}).unit).toBe('A');
    expect(about('recovery', {}).range).toEqual([11.5, 12.8]);
    expect(about('crank', {}).range).toEqual([6, 12.4]);
    expect(about('three_minute', {}).range).toEqual([12.5, 18]);
    expect(about('stand', {}).range).toEqual([11, 13]);
  });
});

describe('flips of every reading', () => {
  const flip = (lever: Lever, example: ExampleCase) =>
    flipsOf(exampleEvidence(example), STANDARD_RULES)
      .filter((each) => each.lever === lever)
      .map(({ at, direction, verdict }) => [direction, at, verdict]);

  it('lie where the rule says', () => {
    // Low as it is, it is charged either way: what the test changes is how.
    expect(flip('three_minute', { ocv: 12.1, charging: 15.1 })).toEqual([]);
    expect(flip('stand', { ocv: 12.65, load: 10.6, stand: 12.5, charges: 1 })).toEqual([
      ['below', 12.199, 'retire'],
    ]);
    expect(flip('conductance', { ocv: 12.65, conductance: 500 })).toEqual([
      ['below', 455, 'watch'],
      ['above', 742, 'undecided'],
    ]);
    expect(flip('recovery', { ocv: 12.5, load: 9.2, recovery: 12.3 })).toEqual([['above', 12.45, 'retire']]);
    const cells = { ocv: 12.6, load: 10.6, cellVolts: [2.1, 2.1, 2.1, 2.1, 2.1, 2.08] };
    expect(flip('weakest_cell', cells)).toEqual([
      ['below', 2.05, 'charge'],
      ['above', 2.15, 'charge'],
    ]);
    expect(flip('open_circuit', { ocv: 12.65, load: 10.6 })).toEqual([['below', 12.449, 'charge']]);
  });
});
