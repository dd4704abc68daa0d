import fc from 'fast-check';
import { evenly } from '../quantity/evenly.test-support';
import { decimalsApart } from '../quantity/format';
import type { Measured } from './finding';
import { againstLimit, measuredWords } from './measured-words';

const measured = (value: number, limit: number, unit: Measured['unit'] = '%'): Measured => ({
  value,
  limit,
  margin: value - limit,
  sd: 0,
  unit,
});
const numberIn = (words: string) => Number(words.replace('\u2212', '-').split('\u00A0')[0]);

it.each([
  [64.6, 65, '%', '64.6\u00A0% to 65.0', '\u22120.4\u00A0%'],
  [79.96, 80, '%', '79.96\u00A0% to 80.00', '\u22120.04\u00A0%'],
  [80, 80, '%', '80\u00A0% to 80', '0\u00A0%'],
  // 10.204 − 9.466 is 0.738, which nobody gets out of 10.20 and 9.47.
  [10.204, 9.466, 'V', '10.20\u00A0V to 9.47', '+0.73\u00A0V'],
  [9.598, 9.601, 'V', '9.598\u00A0V to 9.601', '\u22120.003\u00A0V'],
] as const)('%f against %f %s reads %s', (value, limit, unit, against, margin) => {
  expect(againstLimit(measured(value, limit, unit))).toBe(against);
  expect(measuredWords(measured(value, limit, unit)).margin).toBe(margin);
});

it('a margin is what is printed of one less the other, and a margin that decides is never printed as none', () => {
  const volts = evenly(0, 20);
  fc.assert(
    fc.property(volts, volts, (value, limit) => {
      const words = measuredWords(measured(value, limit, 'V'));
      expect(numberIn(words.margin)).toBeCloseTo(numberIn(words.value) - Number(words.limit), 9);
      if (Math.abs(value - limit) >= 0.0001) expect(numberIn(words.margin)).not.toBe(0);
    }),
  );
});

it('no more decimals are shown than it takes to tell two numbers apart', () => {
  expect(decimalsApart(48, 65, '%')).toBe(0);
  expect(decimalsApart(65, 65, '%')).toBe(0);
  expect(decimalsApart(64.9999, 65, '%')).toBe(2);
});
