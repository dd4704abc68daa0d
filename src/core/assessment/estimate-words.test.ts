import { marginWords } from './estimate-words';
import type { LoadResult } from './load-result';

const read: LoadResult = {
  standing: 'counts',
  volts: 9.3,
  marginVolts: -0.1,
  ratio: 1,
  scaled: false,
  healthPct: 70,
  healthSdPct: 9,
  fullChargeVolts: null,
  decidingMarginVolts: -0.1,
};
const { decidingMarginVolts: _, ...ofAnEarlierCore } = read;

it.each([
  ['the reading’s own', read, '−0.10 V'],
  [
    'at full charge, where that decided',
    { ...read, fullChargeVolts: 9.59, decidingMarginVolts: 0.19 },
    '+0.19 V, at full charge',
  ],
  ['with its mark', { ...read, standing: 'indicative' }, '−0.10 V, indicative'],
  ['of an earlier core', ofAnEarlierCore as LoadResult, '−0.10 V'],
] as const)('a load margin is told: %s', (_name, load, words) => {
  expect(marginWords(load).replaceAll('\u00A0', ' ')).toBe(words);
});
