import fc from 'fast-check';
import { evenly } from '../quantity/evenly.test-support';
import { STANDARD_RULES } from '../rules/standard-rules';
import { estimateCharge } from './charge-estimate';
import { estimate } from './estimates';
import { type ExampleCase, exampleEvidence } from './examples.test-support';
import { expectedLoadVolts, loadTaskAt } from './load-result';

const known = (example: ExampleCase) => estimate(exampleEvidence(example), STANDARD_RULES);
const volts = (min: number, max: number) => evenly(min, max);

describe('the load test of a battery', () => {
  it('is given in the battery’s own volts', () => {
    const six = known({ battery: { nominalVolts: 6 }, ocv: 6.3, celsius: 10, load: 5 });
    expect(six.task).toMatchObject({ setAmps: 285, limitVolts: 4.7, temperatureC: 10 });
    expect(six.load).toMatchObject({ marginVolts: expect.closeTo(0.3, 6), standing: 'counts' });
  });

  it('of a 6 V battery comes to the same health as of a 12 V one with twice the volts', () => {
    fc.assert(
      fc.property(
        volts(12.4, 12.7),
        volts(8.6, 11),
        volts(-15, 35),
        volts(200, 400),
        (ocv, load, celsius, amps) => {
          const twelve = known({ ocv, load, celsius, amps });
          const six = known({ battery: { nominalVolts: 6 }, ocv: ocv / 2, load: load / 2, celsius, amps });
          // The curve is read at a charge that temperature shifts by the same millivolts per cell.
          expect(six.health?.pct).toBeCloseTo(twelve.health?.pct ?? Number.NaN, 3);
          expect(six.load?.marginVolts).toBeCloseTo((twelve.load?.marginVolts ?? Number.NaN) / 2, 5);
        },
      ),
    );
  });

  it('says how far it may be believed', () => {
    const standing = (example: ExampleCase) => known({ ocv: 12.6, load: 10.4, ...example }).load?.standing;
    expect(standing({})).toBe('counts');
    expect(standing({ ocv: 12.3 })).toBe('pass_only');
    expect(standing({ loadForced: true })).toBe('indicative');
    expect(standing({ openForced: true })).toBe('indicative');
    expect(standing({ amps: 142 })).toBe('indicative');
    expect(standing({ amps: 143 })).toBe('counts');
    expect(standing({ amps: 59 })).toBe('unusable');
    expect(standing({ seconds: 2.9 })).toBe('unusable');
    expect(standing({ celsius: -18.5 })).toBe('unusable');
    expect(standing({ celsius: 50.5 })).toBe('unusable');
  });

  it('held within 2 % and half a second of what was asked is not scaled', () => {
    const scaled = (example: ExampleCase) => known({ ocv: 12.6, load: 10.4, ...example }).load?.scaled;
    expect(scaled({ amps: 280, seconds: 15.5 })).toBe(false);
    expect(scaled({ amps: 278 })).toBe(true);
    expect(scaled({ seconds: 10 })).toBe(true);
  });

  it('gives the same health whatever load it was held at, up to what the scaling loses', () => {
    // A battery with a given ohmic resistance, tested at half the asked load and at all of it.
    const ohms = 0.0056;
    const activation = (amps: number) => 0.126 * Math.asinh(amps / 18);
    const creep = 1 + 0.2 * (1 - Math.exp(-15 / 20));
    const end = (amps: number) => 12.6 - activation(amps) - ohms * amps * creep;
    const full = known({ ocv: 12.6, load: end(285), amps: 285 });
    const half = known({ ocv: 12.6, load: end(160), amps: 160 });
    expect(half.health?.pct).toBeCloseTo(full.health?.pct ?? Number.NaN, 3);
    expect(half.health?.sdPct).toBeGreaterThan(full.health?.sdPct ?? Number.NaN);
  });
});

describe('what a healthy battery would do', () => {
  it('is what the health of a load test says of that voltage', () => {
    fc.assert(
      fc.property(volts(12.4, 12.65), volts(-15, 35), volts(60, 110), (ocv, celsius, healthPct) => {
        const evidence = exampleEvidence({ ocv, celsius });
        const charge = estimateCharge(evidence, STANDARD_RULES);
        const task = loadTaskAt(evidence, celsius, STANDARD_RULES);
        const expected = charge && task && expectedLoadVolts(evidence, charge, task, healthPct);
        const found = known({ ocv, celsius, load: expected ?? 0 });
        expect(found.health?.pct).toBeCloseTo(healthPct, 3);
      }),
    );
  });

  it('cannot be said without an open voltage', () => {
    const evidence = exampleEvidence({});
    const task = loadTaskAt(evidence, 20, STANDARD_RULES);
    const charge = estimateCharge(exampleEvidence({ ocv: 12.6 }), STANDARD_RULES);
    expect(charge && task && expectedLoadVolts(evidence, charge, task, 80)).toBeNull();
  });
});

describe('the charge of a battery', () => {
  it('is never worse for a higher open voltage', () => {
    fc.assert(
      fc.property(volts(11.5, 12.7), volts(0, 0.5), volts(-18, 50), (ocv, more, celsius) => {
        const lower = known({ ocv, celsius }).charge?.pct ?? Number.NaN;
        expect(known({ ocv: ocv + more, celsius }).charge?.pct).toBeGreaterThanOrEqual(lower);
      }),
    );
  });

  it('is never less believed for more rest', () => {
    const sd = (restMinutes: number | null) => known({ ocv: 12.6, restMinutes }).charge?.sdPct;
    expect([10, 60, 240, 720, null].map(sd)).toEqual([20, 10, 7, 5, 15]);
  });
});
