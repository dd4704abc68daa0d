import * as fc from 'fast-check';
import { evenly } from '../quantity/evenly.test-support';
import { restedState, trueChargePct } from './battery-state';
import { charge, chargeMoment } from './charge';
import { discharge, rest } from './discharge';
import { openVolts } from './readouts';
import { FLOODED_60, HALF_RATING, unit } from './specs.test-support';

describe('rest, charge and the surface', () => {
  it('a charger gives its current up to its voltage, less from there on, and nothing to a battery that stands higher', () => {
    const cases = fc.tuple(evenly(0, 100), evenly(-20, 45), evenly(0.5, 60), evenly(10, 18), fc.boolean());
    fc.assert(
      fc.property(cases, ([chargePct, celsius, amps, volts, shorted]) => {
        const model = unit(FLOODED_60, 1, shorted ? [{ kind: 'shorted_cell', degree: 1 }] : []);
        const moment = chargeMoment(model, restedState(model, chargePct, celsius), { amps, volts });
        expect(moment.amps).toBeGreaterThanOrEqual(0);
        expect(moment.amps).toBeLessThanOrEqual(amps);
        if (moment.amps === amps) expect(moment.volts).toBeLessThanOrEqual(volts);
        else if (moment.amps > 0.001 * amps) expect(Math.abs(moment.volts - volts)).toBeLessThan(0.05);
        // What hardly flows is known to a ten-thousandth of the charger's current, and the voltage with it.
        else expect(Number.isFinite(moment.volts)).toBe(true);
      }),
      {
        numRuns: 2000,
        examples: [[[100, 25, 5, 12, false]], [[100, 25, 5, 10, false]], [[0, 25, 60, 18, true]]],
      },
    );
  });

  const model = unit(FLOODED_60);
  const full = charge(model, restedState(model, 40, 20), { amps: 12, volts: 14.4 }, 10 * 3600);

  it('a charge leaves 0.3 to 0.8 V on the surface, most of it gone in an hour and all of it overnight', () => {
    const resting = openVolts(model, restedState(model, 100, 20));
    const left = (minutes: number) => openVolts(model, rest(model, full, minutes)) - resting;
    expect(left(0)).toBeGreaterThan(0.3);
    expect(left(0)).toBeLessThan(0.85);
    expect(left(60)).toBeLessThan(0.5 * left(0));
    expect(Math.abs(left(24 * 60))).toBeLessThan(0.02);
  });

  it('half the cranking current for 15 s takes most of it off', () => {
    const drawn = rest(model, discharge(model, full, { amps: HALF_RATING, seconds: 15 }), 10);
    const resting = openVolts(model, restedState(model, trueChargePct(model, drawn), 20));
    expect(openVolts(model, drawn) - resting).toBeLessThan(0.1);
  });

  it('self-discharge doubles with each ten kelvin', () => {
    const month = (celsius: number) =>
      100 - trueChargePct(model, rest(model, restedState(model, 100, celsius), 30 * 24 * 60));
    expect(month(25)).toBeCloseTo(100 * (1 - Math.exp(-0.1)), 1);
    expect(month(15) / month(5)).toBeGreaterThan(1.9);
  });

  it('the current tapers once the voltage is reached, and a cold battery takes less', () => {
    const taken = (celsius: number, pct: number) =>
      chargeMoment(model, restedState(model, pct, celsius), { amps: 30, volts: 14.4 }).amps;
    expect(taken(25, 95)).toBeLessThan(taken(25, 80));
    expect(taken(0, 80)).toBeLessThan(taken(25, 80) / 2);
  });
});
