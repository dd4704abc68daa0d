import fc from 'fast-check';
import { evenly } from '../quantity/evenly.test-support';
import { chargeInUse, usualCharge } from './charge-in-use';

const USUAL = { value: 86, sd: 7 };

describe('what a battery in use stands at', () => {
  it('is what was just read, and what its vehicle makes of it after weeks', () => {
    expect(chargeInUse({ pct: 100, days: 0 }, USUAL)).toEqual({ value: 100, sd: 4 });
    const late = chargeInUse({ pct: 40, days: 120 }, USUAL);
    expect(late.value).toBeCloseTo(86, 1);
    expect(late.sd).toBeCloseTo(7, 2);
    expect(chargeInUse(null, USUAL)).toBe(USUAL);
  });

  it('lies between both, and is known worse with every day', () => {
    fc.assert(
      fc.property(evenly(0, 100), evenly(0, 60), (pct, days) => {
        const { value, sd } = chargeInUse({ pct, days }, USUAL);
        expect(value).toBeGreaterThanOrEqual(Math.min(pct, 86) - 1e-9);
        expect(value).toBeLessThanOrEqual(Math.max(pct, 86) + 1e-9);
        expect(sd).toBeLessThanOrEqual(chargeInUse({ pct, days: days + 5 }, USUAL).sd + 1e-9);
      }),
    );
  });
});

it('stands lower where its vehicle charges too little, and lowest where it drains it', () => {
  const [sound, short, drained] = [
    usualCharge([]),
    usualCharge(['belt']),
    usualCharge(['belt', 'parasitic_draw']),
  ];
  expect(usualCharge(['nothing_found'])).toEqual(sound);
  expect(short.value).toBeLessThan(sound.value);
  expect(drained.value).toBeLessThan(short.value);
  expect(drained.sd).toBeGreaterThan(short.sd);
});
