import fc from 'fast-check';
import { evenly } from '../quantity/evenly.test-support';
import { type SetUnit, setAdvice, setWords } from './sets';

const unit = (id: string, healthPct: number, ageYears: number | null = 1): SetUnit => ({
  id,
  tag: `FH-${id}`,
  healthPct,
  ageYears,
});

it('says nothing of a single battery, nor of a set that is even', () => {
  expect(setAdvice([unit('1', 40)])).toBeNull();
  expect(setAdvice([unit('1', 90), unit('2', 82, 1.5)])).toEqual({ kind: 'even' });
  expect(setWords(null)).toBeNull();
  expect(setWords({ kind: 'even' })).toBeNull();
});

it('names the one that drags, and replaces all where its siblings are old', () => {
  const young = setAdvice([unit('1', 90), unit('2', 70)]);
  expect(young).toMatchObject({ kind: 'drags', unit: { id: '2' }, besidePct: 90, all: false });
  expect(setWords(young)).toBe('FH-2 drags: 70 % beside 90 %. Replace it, by one like its siblings.');
  const old = setAdvice([unit('1', 90, 2.5), unit('2', 70, 2.5), unit('3', 92, 2.5)]);
  expect(setWords(old)).toContain('By the rule all of them are replaced');
  expect(setAdvice([unit('1', 90, null), unit('2', 70, null)])).toMatchObject({ all: false });
});

it('tells units that drift apart, by health or by age', () => {
  expect(setAdvice([unit('1', 90), unit('2', 79)])).toMatchObject({ kind: 'uneven', points: 11 });
  expect(setWords(setAdvice([unit('1', 90), unit('2', 79)]))).toContain('11 points of health');
  expect(setWords(setAdvice([unit('1', 90, 0.5), unit('2', 88, 3)]))).toContain('2.5 years of age');
  expect(setAdvice([unit('1', 90, null), unit('2', 88, 3)])).toEqual({ kind: 'even' });
});

it('blames nobody but the weakest, whatever the order', () => {
  const units = fc.array(evenly(20, 110), { minLength: 2, maxLength: 6 });
  fc.assert(
    fc.property(units, (healths) => {
      const set = healths.map((healthPct, at) => unit(String(at), healthPct));
      const advice = setAdvice(set);
      if (advice?.kind === 'drags') expect(advice.unit.healthPct).toBe(Math.min(...healths));
      expect(setAdvice([...set].reverse())?.kind).toBe(advice?.kind);
    }),
  );
});
