import fc from 'fast-check';
import { evenly } from '../quantity/evenly.test-support';
import { type BatterySpec, specOf, tagKey } from './battery';
import type { BatteryLabel } from './battery-label';
import {
  capacityFromCranking,
  capacityFromReserve,
  crankingFromCapacity,
  reserveFromCapacity,
} from './capacity';
import { CONSTRUCTIONS, type Construction } from './construction';
import { crankingRating, workingCapacity } from './cranking-rating';
import { loadToSet } from './load-to-set';
import { convertRating, RATING_STANDARDS } from './rating-standard';

const bare: BatterySpec = {
  construction: 'flooded',
  nominalVolts: 12,
  ratings: [],
  c20Ah: null,
  rcMinutes: null,
};
const standard = fc.constantFrom(...RATING_STANDARDS);

describe('ratings between standards', () => {
  it.each([
    [300, 'DIN', 500],
    [570, 'EN', 600],
    [850, 'EN2', 1000],
    [680, 'IEC', 1000],
    [1250, 'CA', 1000],
    [1500, 'HCA', 1000],
    [600, 'JIS', 600],
  ] as const)('%i A %s is %i A SAE', (amps, from, sae) => {
    expect(convertRating(amps, from, 'SAE').amps).toBeCloseTo(sae, 9);
  });

  it('comes back to the same figure through any other standard', () => {
    fc.assert(
      fc.property(evenly(20, 4000), standard, standard, (amps, from, to) => {
        expect(convertRating(convertRating(amps, from, to).amps, to, from).amps).toBeCloseTo(amps, 8);
      }),
    );
  });

  it('carries a band of 7 % between different tests, none between like ones', () => {
    expect(convertRating(300, 'DIN', 'SAE')).toMatchObject({
      approximate: true,
      lowAmps: expect.closeTo(465, 9),
      highAmps: expect.closeTo(535, 9),
    });
    expect(convertRating(600, 'JIS', 'SAE')).toMatchObject({
      approximate: false,
      lowAmps: 600,
      highAmps: 600,
    });
  });

  it.each([0, -5, Number.NaN, Number.POSITIVE_INFINITY])('refuses %p A', (amps) => {
    expect(() => convertRating(amps, 'SAE', 'EN')).toThrow('amps');
  });
});

describe('the rating to work with', () => {
  it('is the printed one that needs the least conversion, in whatever order the label lists them', () => {
    const both = [
      { standard: 'DIN', amps: 300 },
      { standard: 'SAE', amps: 520 },
    ] as const;
    expect(crankingRating({ ...bare, ratings: both })).toMatchObject({ saeAmps: 520, basis: 'label' });
    expect(crankingRating({ ...bare, ratings: [...both].reverse() })).toMatchObject({
      saeAmps: 520,
      basis: 'label',
    });
    expect(crankingRating({ ...bare, ratings: [both[0]] })).toMatchObject({
      saeAmps: 500,
      basis: 'converted',
    });
  });

  it.each([
    ['flooded', 540],
    ['calcium', 552],
    ['efb', 570],
    ['agm', 630],
    ['gel', 360],
  ] as const)('is guessed for 60 Ah %s at %i A', (construction, saeAmps) => {
    expect(crankingRating({ ...bare, construction, c20Ah: 60 })).toMatchObject({
      saeAmps,
      basis: 'capacity',
      band: 0.2,
    });
  });

  it('grows less than the capacity in large blocks, whose plates are thicker', () => {
    const sae = (c20Ah: number, construction: Construction) =>
      crankingRating({ ...bare, construction, c20Ah })?.saeAmps;
    expect([100, 140, 180, 220].map((ah) => sae(ah, 'flooded'))).toEqual([900, 1050, 1080, 1320]);
    expect([100, 140, 180].map((ah) => sae(ah, 'gel'))).toEqual([600, 770, 900]);
  });

  it('and the capacity that goes with a rating is the same read backwards, the smaller of two', () => {
    fc.assert(
      fc.property(fc.constantFrom(...CONSTRUCTIONS), evenly(20, 130), (construction, c20Ah) => {
        const saeAmps = crankingFromCapacity(c20Ah, construction);
        expect(capacityFromCranking(saeAmps, construction)).toBeCloseTo(c20Ah, 6);
      }),
    );
    expect(capacityFromCranking(1320, 'flooded')).toBeCloseTo(220, 9);
  });

  it('a block known by its Ah alone is asked for 500 A at most', () => {
    expect(loadToSet({ ...bare, c20Ah: 220 })).toEqual({ amps: 500, basis: 'capacity' });
    expect(loadToSet({ ...bare, c20Ah: 60 })).toEqual({ amps: 180, basis: 'capacity' });
  });

  it('is unknown when the label says nothing', () => {
    expect(crankingRating(bare)).toBeUndefined();
    expect(workingCapacity(bare)).toBeUndefined();
    expect(loadToSet(bare)).toBeUndefined();
  });
});

describe('the load to set', () => {
  it('is half of the SAE figure, converted first', () => {
    expect(loadToSet({ ...bare, ratings: [{ standard: 'DIN', amps: 300 }] })).toEqual({
      amps: 250,
      basis: 'half_rating',
    });
  });

  it('is three times the ampere-hours where no rating is known', () => {
    expect(loadToSet({ ...bare, c20Ah: 80 })).toEqual({ amps: 240, basis: 'capacity' });
    const fromReserve = loadToSet({ ...bare, rcMinutes: reserveFromCapacity(80, 'flooded') });
    expect(fromReserve?.amps).toBeCloseTo(240, 6);
  });
});

describe('reserve and capacity', () => {
  it('agree with the published fits', () => {
    expect(reserveFromCapacity(60, 'flooded')).toBeCloseTo(0.7732 * 60 ** 1.1828, 9);
    expect(reserveFromCapacity(60, 'agm')).toBeCloseTo(1.1339 * 60 ** 1.1201, 9);
  });

  it('invert each other', () => {
    fc.assert(
      fc.property(evenly(1, 400), fc.constantFrom(...CONSTRUCTIONS), (c20Ah, construction) => {
        expect(capacityFromReserve(reserveFromCapacity(c20Ah, construction), construction)).toBeCloseTo(
          c20Ah,
          6,
        );
      }),
    );
  });
});

describe('identity', () => {
  const label: BatteryLabel = {
    tag: 'FH-1',
    nominalVolts: 12,
    ratings: [],
    c20Ah: null,
    rcMinutes: null,
    model: '',
    place: '',
    dateCode: '',
    fittedOn: null,
    type: 'gel',
  };

  it('compares tags without regard to case and stray blanks', () => {
    expect(tagKey('  fh-0107 ')).toBe(tagKey('FH-0107'));
    expect(tagKey('FH 0107')).not.toBe(tagKey('FH0107'));
  });

  it('gives no spec for a battery of another chemistry', () => {
    expect(specOf(label)).toMatchObject({ construction: 'gel' });
    expect(specOf({ ...label, type: 'lithium' })).toBeUndefined();
  });
});
