import fc from 'fast-check';
import { evenly } from '../quantity/evenly.test-support';
import { cameUsed, firstHalfYear, ownReference, referenceStanding, referredTo } from './own-reference';

const utc = (text: string) => Date.parse(`${text}Z`);
const load = (pct: number) => ({ method: 'load' as const, pct });
const conductance = (pct: number) => ({ method: 'conductance' as const, pct });
const percents = fc.array(evenly(80, 125), { minLength: 1, maxLength: 8 });

describe('what a unit read when it was new', () => {
  it('is the mean in logarithms of its first tests, each way of reading it for itself', () => {
    expect(ownReference([load(90), load(100), conductance(108)])).toEqual({
      loadPct: 94.9,
      loads: 2,
      conductancePct: 108,
      conductances: 1,
    });
    expect(ownReference([load(97)])).toMatchObject({ conductancePct: null, conductances: 0 });
    expect(ownReference([])).toBeNull();
  });

  it('is believed by n/(n + 0.7): one test to six tenths, two to three quarters', () => {
    const at = (loads: number) =>
      referredTo({ reference: { loadPct: 90, loads, conductancePct: null, conductances: 0 } }, 'load')?.pct;
    expect(at(1)).toBeCloseTo(100 - 10 / 1.7, 9);
    expect(at(2)).toBeCloseTo(100 - 20 / 2.7, 9);
    expect(referredTo({}, 'load')).toBeNull();
    expect(
      referredTo(
        { reference: { loadPct: 90, loads: 1, conductancePct: null, conductances: 0 } },
        'conductance',
      ),
    ).toBeNull();
  });

  it('lies between what is usual and what was read, nearer to that the more tests there are', () => {
    fc.assert(
      fc.property(percents, (pcts) => {
        const reference = ownReference(pcts.map(load));
        const told = reference && referredTo({ reference }, 'load');
        const more = ownReference([...pcts, ...pcts].map(load));
        const surer = more && referredTo({ reference: more }, 'load');
        const off = (pct: number | undefined) => Math.abs((pct ?? Number.NaN) - 100);
        expect(off(told?.pct)).toBeLessThanOrEqual(off(reference?.loadPct ?? 0) + 1e-9);
        expect(off(surer?.pct)).toBeGreaterThanOrEqual(off(told?.pct) - 1e-9);
      }),
    );
  });
});

describe('when a unit counts as new', () => {
  it('for half a year from the day it was fitted, wherever that day began', () => {
    const [from, until] = firstHalfYear({ fittedOn: '2026-01-10' }) ?? [0, 0];
    expect(from).toBe(utc('2026-01-09T00:00'));
    expect(until).toBe(utc('2026-07-12T00:00'));
  });

  it('from a later moment where earlier tests are left out, and never beyond the half year', () => {
    const from = (moment: string) => firstHalfYear({ fittedOn: '2026-01-10', referenceFromMs: utc(moment) });
    expect(from('2026-03-01T14:30')?.[0]).toBe(utc('2026-03-01T14:30'));
    expect(from('2025-03-01T14:30')?.[0]).toBe(utc('2026-01-09T00:00'));
    expect(from('2026-08-01T14:30')).toBeNull();
    expect(firstHalfYear({ fittedOn: null })).toBeNull();
  });

  it('never where it was on the bench more than a month before it was fitted', () => {
    const fitted = { fittedOn: '2026-06-01' };
    expect(cameUsed(fitted, utc('2026-04-20T09:00'))).toBe(true);
    expect(cameUsed(fitted, utc('2026-05-10T09:00'))).toBe(false);
    expect(cameUsed(fitted, undefined)).toBe(false);
    expect(cameUsed({ fittedOn: null }, 0)).toBe(false);
  });

  it('says until when a test can still become its reference', () => {
    expect(referenceStanding({ fittedOn: null }, '2026-06-01')).toEqual({ kind: 'undated' });
    const standing = (today: string) => referenceStanding({ fittedOn: '2026-01-10' }, today);
    expect(standing('2026-07-11')).toEqual({ kind: 'still_new', until: '2026-07-11' });
    expect(standing('2026-07-12')).toEqual({ kind: 'past', until: '2026-07-11' });
  });
});
