import { singleCells } from './cell-probe';
import { conductanceTerms, crankingVoltsOf } from './conductance';
import { conductanceCorrectedTwice, gravityCorrectedTwice } from './double-correction';

describe('a conductance reading about to be corrected twice', () => {
  it('is warned of where amperes are said to lack a correction', () => {
    expect(conductanceCorrectedTwice('SAE', 'both', 5)).toBeNull();
    expect(conductanceCorrectedTwice('S', 'none', 5)).toBeNull();
    expect(conductanceCorrectedTwice('mohm', 'temp', 5)).toBeNull();
    expect(conductanceCorrectedTwice('EN', 'temp', 5)).toContain('corrected for charge itself');
    expect(conductanceCorrectedTwice('EN', 'none', null)).toContain(
      'corrected for temperature and charge itself',
    );
  });

  it('says how much the temperature would count twice, where that is worth saying', () => {
    // f(5 °C) = 0.45 e^0.39 + 0.55 × 0.92 = 1.17.
    expect(conductanceCorrectedTwice('SAE', 'none', 5)).toContain('makes 17 % of difference');
    expect(conductanceCorrectedTwice('SAE', 'none', 45)).toContain('makes -10 % of difference');
    expect(conductanceCorrectedTwice('SAE', 'none', 28)).not.toContain('of difference');
    expect(conductanceCorrectedTwice('SAE', 'none', 28.1)).toContain('of difference');
    expect(conductanceCorrectedTwice('SAE', 'none', 22)).not.toContain('of difference');
    expect(conductanceCorrectedTwice('SAE', 'temp', 5)).not.toContain('of difference');
    expect(conductanceCorrectedTwice('SAE', 'none', null)).not.toContain('of difference');
  });

  it('is corrected for what its tester had not corrected for, and for nothing else', () => {
    const battery = { voltsPerSiemens: crankingVoltsOf('flooded', 12), temperatureC: 5, chargePct: 50 };
    const amps = (compensated: 'none' | 'temp' | 'both') =>
      conductanceTerms({ value: 100, unit: 'S', compensated }, battery).saeAmps;
    // m(50 %) = 1 + 0.125 + 0.1125 = 1.2375.
    expect(amps('both')).toBe(320);
    expect(amps('temp')).toBeCloseTo(320 * 1.2375, 6);
    expect(amps('none') / amps('temp')).toBeCloseTo(0.45 * Math.exp(0.39) + 0.55 * 0.92, 9);
  });
});

describe('a hydrometer that corrects by itself', () => {
  it('is not corrected again, and says so away from 25 °C', () => {
    expect(gravityCorrectedTwice(true, 10)).toContain('not applied again');
    expect(gravityCorrectedTwice(true, 29)).toContain('not applied again');
    expect(gravityCorrectedTwice(true, 28)).toBeNull();
    expect(gravityCorrectedTwice(true, 22)).toBeNull();
    expect(gravityCorrectedTwice(true, null)).toBeNull();
    expect(gravityCorrectedTwice(false, 10)).toBeNull();
  });
});

it('cells probed from one end are each the difference to the one before', () => {
  expect(singleCells([2.1, 4.15, 6.2])).toEqual([2.1, 2.05, 2.05]);
  expect(singleCells([2.1])).toEqual([2.1]);
  expect(singleCells([])).toEqual([]);
});
