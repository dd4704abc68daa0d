import fc from 'fast-check';
import { CONSTRUCTIONS } from '../battery/construction';
import { evenly } from '../quantity/evenly.test-support';
import { STANDARD_RULES } from '../rules/standard-rules';
import { resistanceRise } from './charge-effect';
import { chargeFromOpenCircuit, openCircuitVoltsAtCharge } from './charge-from-open-circuit';
import { freezingPoint, gravityFromCharge } from './freezing';
import { healthFromLoad, loadHealthUncertainty, loadVoltsAtHealth } from './health-from-load';
import { loadLimit } from './load-limit';
import { normaliseLoadVolts } from './load-normalising';
import { openCircuitVoltsAt25 } from './open-circuit-temperature';
import { chargeUncertainty } from './rest';
import { surfaceChargeSuspected } from './surface-charge';

const number = (min: number, max: number) => evenly(min, max);
const construction = fc.constantFrom(...CONSTRUCTIONS);
const table = STANDARD_RULES.load.limitVoltsByCelsius;
const limit = (celsius: number) => loadLimit(celsius, table);

describe('charge from the open voltage', () => {
  it.each([
    ['flooded', [11.89, 12.06, 12.24, 12.45, 12.65]],
    ['calcium', [11.8, 12.03, 12.27, 12.51, 12.75]],
    ['efb', [11.8, 12.04, 12.29, 12.54, 12.78]],
    ['agm', [11.8, 12.06, 12.34, 12.62, 12.88]],
    ['gel', [11.8, 12.08, 12.37, 12.63, 12.85]],
  ] as const)('%s stands at its table', (name, volts) => {
    expect(volts.map((value) => chargeFromOpenCircuit(value, name))).toEqual([0, 25, 50, 75, 100]);
  });

  it('is half way between two rows half way between their voltages', () => {
    expect(chargeFromOpenCircuit(12.345, 'flooded')).toBeCloseTo(62.5, 9);
  });

  it('never falls as the voltage rises, and stays within 0 and 100', () => {
    fc.assert(
      fc.property(number(0, 18), number(0, 18), construction, (one, other, name) => {
        const [low, high] = one < other ? [one, other] : [other, one];
        const [from, to] = [chargeFromOpenCircuit(low, name), chargeFromOpenCircuit(high, name)];
        expect(to).toBeGreaterThanOrEqual(from);
        expect(from).toBeGreaterThanOrEqual(0);
        expect(to).toBeLessThanOrEqual(100);
      }),
    );
  });

  it('is undone by the voltage at a charge and temperature', () => {
    fc.assert(
      fc.property(number(0, 100), number(-18, 50), construction, (pct, celsius, name) => {
        const volts25 = openCircuitVoltsAt25(openCircuitVoltsAtCharge(pct, name, celsius), celsius);
        expect(chargeFromOpenCircuit(volts25, name)).toBeCloseTo(pct, 6);
      }),
    );
  });

  it('brings a cold reading up to 25 °C by 1.5 mV a kelvin', () => {
    expect(openCircuitVoltsAt25(12.4, 5)).toBeCloseTo(12.43, 9);
    expect(openCircuitVoltsAt25(12.4, 45)).toBeCloseTo(12.37, 9);
  });
});

describe('rest', () => {
  const rest = (minutes: number | null, surfaceRemoved: boolean | null = null) => ({
    minutes,
    surfaceRemoved,
  });

  it.each([
    [rest(720), 5],
    [rest(719), 7],
    [rest(240), 7],
    [rest(239), 10],
    [rest(60), 10],
    [rest(30, true), 8],
    [rest(800, true), 5],
    [rest(null), 15],
    [rest(null, true), 8],
  ])('%j leaves %i %%', (known, sd) => {
    expect(chargeUncertainty(known, false)).toBe(sd);
  });

  it('leaves 20 % under a suspected surface charge', () => {
    expect(chargeUncertainty(rest(800), true)).toBe(20);
  });

  it('never leaves more doubt after a longer rest', () => {
    fc.assert(
      fc.property(number(60, 5000), number(0, 5000), fc.boolean(), (minutes, more, removed) => {
        const before = chargeUncertainty(rest(minutes, removed), false);
        expect(chargeUncertainty(rest(minutes + more, removed), false)).toBeLessThanOrEqual(before);
      }),
    );
  });

  it('suspects a surface charge after too short a rest, or above the ceiling', () => {
    const limits = { restMinutes: 60, ceilingVolts25: 12.8 };
    expect(surfaceChargeSuspected(12.6, rest(59), limits)).toBe(true);
    expect(surfaceChargeSuspected(12.6, rest(60), limits)).toBe(false);
    expect(surfaceChargeSuspected(12.6, rest(5, true), limits)).toBe(false);
    expect(surfaceChargeSuspected(12.6, rest(null), limits)).toBe(false);
    expect(surfaceChargeSuspected(12.81, rest(719), limits)).toBe(true);
    expect(surfaceChargeSuspected(12.8, rest(719), limits)).toBe(false);
    expect(surfaceChargeSuspected(12.81, rest(null), limits)).toBe(true);
  });

  it('suspects none after half a day, or once it was taken off, however high the voltage', () => {
    const limits = { restMinutes: 60, ceilingVolts25: 12.8 };
    expect(surfaceChargeSuspected(12.92, rest(720), limits)).toBe(false);
    expect(surfaceChargeSuspected(12.92, rest(5, true), limits)).toBe(false);
  });
});

describe('freezing', () => {
  it('follows the table', () => {
    expect([1.265, 1.225, 1.19, 1.155, 1.12, 1.1].map(freezingPoint)).toEqual([-57, -37, -24, -16, -10, -8]);
  });

  it('comes closer as the charge falls', () => {
    fc.assert(
      fc.property(number(0, 100), number(0, 100), construction, (one, other, name) => {
        const [low, high] = one < other ? [one, other] : [other, one];
        const freezes = (pct: number) => freezingPoint(gravityFromCharge(pct, name));
        expect(freezes(low)).toBeGreaterThanOrEqual(freezes(high));
      }),
    );
  });
});

describe('the load limit', () => {
  it.each([
    [35, 9.6],
    [21, 9.6],
    [16, 9.5],
    [10, 9.4],
    [4, 9.3],
    [-1, 9.1],
    [-7, 8.9],
    [-12, 8.7],
    [-18, 8.5],
    [-10, 8.78],
  ])('at %i °C is %f V', (celsius, volts) => {
    expect(limit(celsius)).toBeCloseTo(volts, 9);
  });

  it('is never lower for a warmer battery', () => {
    fc.assert(
      fc.property(number(-40, 60), number(0, 60), (celsius, warmer) => {
        expect(limit(celsius + warmer)).toBeGreaterThanOrEqual(limit(celsius));
      }),
    );
  });
});

const ON = { construction: 'flooded', temperatureC: 25, c20Ah: 60 } as const;

describe('a load held otherwise', () => {
  const held = { voltsBefore: 12.65, volts: 10.6, amps: 250, seconds: 15 };

  it('is unchanged at the same current and time', () => {
    expect(normaliseLoadVolts(held, 250, 15, ON)).toBeCloseTo(10.6, 12);
  });

  it('is worked by hand', () => {
    // Va(250) = 0.126 asinh(13.889) = 0.41923; Va(300) = 0.126 asinh(16.667) = 0.44214; drop 2.05 - 0.41923 = 1.63077.
    // At 300 A, 15 s: 12.65 - 0.44214 - 1.63077 x 1.2 = 10.2509.
    expect(normaliseLoadVolts(held, 300, 15, ON)).toBeCloseTo(10.2509, 3);
    // Held 7 s instead of 15: g(15)/g(7) = 1.105527/1.059062 = 1.043873.
    expect(normaliseLoadVolts({ ...held, seconds: 7 }, 250, 15, ON)).toBeCloseTo(
      12.65 - 0.41923 - 1.63077 * 1.043873,
      3,
    );
  });

  it('falls as the load or the time grows', () => {
    fc.assert(
      fc.property(
        number(60, 900),
        number(1, 300),
        number(3, 20),
        number(0.5, 10),
        (amps, more, seconds, longer) => {
          const at = (load: number, time: number) => normaliseLoadVolts(held, load, time, ON);
          expect(at(amps + more, seconds)).toBeLessThan(at(amps, seconds));
          expect(at(amps, seconds + longer)).toBeLessThan(at(amps, seconds));
        },
      ),
    );
  });

  it.each(['amps', 'seconds'] as const)('refuses no %s by name', (name) => {
    expect(() => normaliseLoadVolts({ ...held, [name]: 0 }, 250, 15, ON)).toThrow(`held.${name}`);
    expect(() => normaliseLoadVolts({ ...held, [name]: Number.NaN }, 250, 15, ON)).toThrow(`held.${name}`);
  });
});

describe('health from the load', () => {
  const conditions = { ...ON, voltsBefore: 12.65, chargePct: 100, saeAmps: 570, loadAmps: 285 };
  const activation = 0.126 * Math.asinh(285 / 18);
  const newVolts = 12.65 - activation - 1.03 * (1.325 + 0.15);

  it('is 100 % where a new battery ends: 10.70 V of a full one, 58 % at the limit, 63 % in the cold', () => {
    expect(newVolts).toBeCloseTo(10.695, 3);
    expect(healthFromLoad(newVolts, conditions)).toBeCloseTo(100, 9);
    expect(healthFromLoad(9.6, conditions)).toBeCloseTo(58.1, 1);
    const cold = { ...conditions, temperatureC: -18, voltsBefore: 12.59 };
    expect(healthFromLoad(8.5, cold)).toBeCloseTo(63.5, 1);
  });

  it('allows for a low charge by the rise of resistance, which diffusion has no part in', () => {
    expect(resistanceRise(100)).toBe(1);
    expect(resistanceRise(50)).toBeCloseTo(1 + 0.125 + 0.1125, 12);
    const half = healthFromLoad(9.6, { ...conditions, chargePct: 50 });
    expect(half).toBeCloseTo((100 * 1.03 * (1.325 * 1.2375 + 0.15)) / (3.05 - activation), 9);
  });

  it('is blind to what stands above a full battery: a surface charge carries no current', () => {
    const charged = { ...conditions, voltsBefore: 13.1 };
    expect(healthFromLoad(10.2, charged)).toBe(healthFromLoad(10.2, conditions));
  });

  it('falls with the voltage, at any temperature, charge and construction', () => {
    const construction = fc.constantFrom(...CONSTRUCTIONS);
    fc.assert(
      fc.property(
        construction,
        number(-18, 45),
        number(65, 100),
        number(7, 10.5),
        number(0.01, 1),
        (of, temperatureC, chargePct, volts, lower) => {
          const known = { ...conditions, construction: of, temperatureC, chargePct };
          const [here = 0, there = 0] = [volts, volts - lower].map((read) => healthFromLoad(read, known));
          expect(there).toBeLessThan(here);
        },
      ),
    );
  });

  it('is undone by the voltage at a health', () => {
    fc.assert(
      fc.property(number(30, 130), number(65, 100), (healthPct, chargePct) => {
        const known = { ...conditions, chargePct };
        expect(healthFromLoad(loadVoltsAtHealth(healthPct, known), known)).toBeCloseTo(healthPct, 6);
      }),
    );
  });

  it('says nothing of a voltage that did not fall', () => {
    expect(healthFromLoad(12.65, conditions)).toBeUndefined();
    expect(healthFromLoad(12.65 - activation + 0.001, conditions)).toBeUndefined();
  });

  it('is 6 % uncertain at the rated load, 15 % at the trusted ratio and beyond', () => {
    const at = (ratio: number, ratingBand = 0, chargeSdPct = 0) =>
      loadHealthUncertainty({ ratio, trustedRatio: 2, ratingBand, chargeSdPct }, conditions);
    expect(at(1)).toBeCloseTo(0.06, 12);
    expect(at(2)).toBeCloseTo(0.15, 12);
    expect(at(0.5)).toBeCloseTo(0.15, 12);
    expect(at(5)).toBe(0.15);
    expect(at(Math.SQRT2)).toBeCloseTo(0.105, 12);
    // A guessed rating, and a charge known to 10 %: 0.25 × 0.10 of 1.325 V in 1.475.
    expect(at(1, 0.2)).toBeCloseTo(Math.hypot(0.06, 0.2), 12);
    expect(at(1, 0, 10)).toBeCloseTo(Math.hypot(0.06, (1.325 * 0.025) / 1.475), 12);
  });
});
