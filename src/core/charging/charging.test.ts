import fc from 'fast-check';
import type { BatterySpec } from '../battery/battery';
import { CONSTRUCTIONS, type Construction } from '../battery/construction';
import { evenly } from '../quantity/evenly.test-support';
import type { ReadingOf } from '../steps/reading';
import { chargeState, voltsToSetNow } from './charge-log';
import {
  CHARGE_MODES,
  type ChargeTask,
  chargingVolts,
  modeAskedFor,
  modeFor,
  planCharge,
} from './charge-plan';

const battery: BatterySpec = {
  construction: 'flooded',
  nominalVolts: 12,
  ratings: [{ standard: 'SAE', amps: 570 }],
  c20Ah: 60,
  rcMinutes: null,
};

const task: ChargeTask = {
  chargePct: 40,
  temperatureC: 25,
  chargerAmps: 10,
  senses: false,
  mode: 'normal',
};

describe('the plan of a charge', () => {
  it('is what one works out by hand', () => {
    const plan = planCharge(battery, task);
    // 60 Ah × 0.60 × 1.15 = 41.4 Ah; to 85 % 60 × 0.45 × 1.15 = 31.05 Ah at 10 A; taper 3 × 60 × 0.15 × 1.15 / 10.
    expect(plan).toMatchObject({
      absorptionVolts: 14.4,
      floatVolts: 13.4,
      amps: 10,
      mostAmps: 15,
      stopC: 50,
    });
    expect(plan?.returnAh).toBeCloseTo(41.4, 6);
    expect(plan?.bulkHours).toBeCloseTo(3.105, 6);
    expect(plan?.taperHours).toBeCloseTo(3.105, 6);
    expect(plan?.hours).toBeCloseTo(6.21, 6);
    // 0.05 × 6 cells × 0.02 A/Ah × 60 Ah.
    expect(plan?.airPerHour).toBeCloseTo(0.36, 6);
    expect(plan?.ventCm2).toBeCloseTo(10.08, 6);
  });

  it('tapers for three hours at least, and only tapers what is nearly full', () => {
    expect(planCharge(battery, { ...task, chargerAmps: 60 })).toMatchObject({ amps: 15, taperHours: 3 });
    expect(planCharge(battery, { ...task, chargePct: 90 })).toMatchObject({ bulkHours: 0 });
  });

  it('brings the voltage to the battery’s temperature, unless the charger senses it', () => {
    expect(chargingVolts(battery, { ...task, temperatureC: 5 }).absorptionVolts).toBeCloseTo(14.88, 6);
    expect(chargingVolts(battery, { ...task, temperatureC: 5 }).floatVolts).toBeCloseTo(13.76, 6);
    expect(chargingVolts(battery, { ...task, temperatureC: 5, senses: true }).absorptionVolts).toBe(14.4);
    const six = { ...battery, nominalVolts: 6 as const };
    expect(chargingVolts(six, { ...task, temperatureC: 5 }).absorptionVolts).toBeCloseTo(7.44, 6);
  });

  it('wakes a deeply discharged battery with a twentieth of its capacity', () => {
    expect(modeFor(10.99, 12)).toBe('deep');
    expect(modeFor(11, 12)).toBe('normal');
    expect(modeFor(5.4, 6)).toBe('deep');
    expect(modeFor(null, 12)).toBe('normal');
    expect(modeAskedFor('sulphated', 12.4, 12)).toBe('slow');
    expect(modeAskedFor('stratified', 12.4, 12)).toBe('equalise');
    expect(modeAskedFor('stratified', 10.5, 12)).toBe('deep');
    expect(modeAskedFor('charge_low', 12.4, 12)).toBe('normal');
    expect(planCharge(battery, { ...task, mode: 'deep', chargerAmps: null })).toMatchObject({ amps: 3 });
    expect(planCharge(battery, { ...task, mode: 'slow', chargerAmps: null })).toMatchObject({ amps: 6 });
    const even = planCharge(battery, { ...task, mode: 'equalise', chargerAmps: null, chargePct: 100 });
    expect(even).toMatchObject({ amps: 3, taperHours: 4 });
    // 14.4 + 0.7 V would be 15.1; and all of its 50 mA an Ah becomes gas: 0.05 × 6 × 0.05 × 60.
    expect(even?.absorptionVolts).toBe(15);
    expect(even?.airPerHour).toBeCloseTo(0.9, 6);
  });

  it('never equalises what does not open', () => {
    for (const construction of ['agm', 'gel'] as const) {
      expect(CHARGE_MODES[construction]).not.toContain('equalise');
      const plan = planCharge({ ...battery, construction }, { ...task, mode: 'equalise' });
      expect(plan?.mode).toBe('normal');
    }
  });

  it('goes no higher than the construction stands, however cold it came in', () => {
    const at = (construction: Construction) =>
      chargingVolts({ ...battery, construction }, { ...task, temperatureC: -10 }).absorptionVolts;
    expect(CONSTRUCTIONS.map(at)).toEqual([15, 15.6, 15, 15, 14.6]);
    expect(
      chargingVolts({ ...battery, nominalVolts: 6 }, { ...task, temperatureC: -10 }).absorptionVolts,
    ).toBe(7.5);
  });

  it('gives a cell that may be shorted no more than 12.5 V until the cells were probed', () => {
    expect(planCharge(battery, { ...task, suspectShort: true, mode: 'deep' })?.absorptionVolts).toBe(12.5);
  });

  it('sets the voltage anew as the battery warms, and never higher than it was set', () => {
    const start = { data: { mode: 'normal', volts: 15, amps: 10, hours: 6 } } as ReadingOf<'charge_start'>;
    const log = (...celsius: (number | null)[]) =>
      celsius.map((temperatureC) => ({ data: { temperatureC } }) as ReadingOf<'charge_log'>);
    expect(voltsToSetNow(start, [], battery)).toBe(15);
    expect(voltsToSetNow(start, log(20, null), battery)).toBeCloseTo(14.52, 6);
    expect(voltsToSetNow(start, log(-20), battery)).toBe(15);
    const senses = { data: { ...start.data, senses: true } } as ReadingOf<'charge_start'>;
    expect(voltsToSetNow(senses, log(40), battery)).toBe(15);
  });

  it('needs a capacity, and says so by having no plan', () => {
    expect(planCharge({ ...battery, ratings: [], c20Ah: null }, task)).toBeNull();
    expect(() => planCharge(battery, { ...task, chargePct: Number.NaN })).toThrow('chargePct');
  });

  it('takes longer the emptier the battery and the smaller the charger', () => {
    const amps = evenly(1, 15);
    const pct = evenly(0, 100);
    fc.assert(
      fc.property(fc.constantFrom(...CONSTRUCTIONS), pct, pct, amps, amps, (construction, p1, p2, a1, a2) => {
        const hours = (chargePct: number, chargerAmps: number) =>
          planCharge({ ...battery, construction }, { ...task, chargePct, chargerAmps })?.hours ?? 0;
        expect(hours(Math.min(p1, p2), a1)).toBeGreaterThanOrEqual(hours(Math.max(p1, p2), a1));
        expect(hours(p1, Math.min(a1, a2))).toBeGreaterThanOrEqual(hours(p1, Math.max(a1, a2)));
      }),
    );
  });
});

describe('the log of a charge', () => {
  const HOUR = 3_600_000;
  const base = {
    id: 'a',
    runId: 'r',
    technicianId: 't',
    instrument: 'typed',
    forced: false,
    supersedesId: null,
    reason: null,
  };
  const startOf = (mode: ChargeTask['mode']): ReadingOf<'charge_start'> => ({
    ...base,
    kind: 'charge_start',
    takenAtMs: 0,
    data: { mode, volts: 14.4, amps: 10, hours: 6 },
  });
  const read = (
    hours: number,
    volts: number,
    amps: number,
    more: { temperatureC?: number; gravity?: number } = {},
  ): ReadingOf<'charge_log'> => ({
    ...base,
    kind: 'charge_log',
    takenAtMs: hours * HOUR,
    data: { volts, amps, temperatureC: more.temperatureC ?? null, gravity: more.gravity ?? null },
  });
  const plan = { c20Ah: 60, absorptionVolts: 14.4, stopC: 50 };
  const stateOf = (mode: ChargeTask['mode'], ...log: ReadingOf<'charge_log'>[]) =>
    chargeState(startOf(mode), log, plan, 12).kind;

  it('is charging until the current has been low at absorption for two hours', () => {
    expect(stateOf('normal')).toBe('charging');
    expect(stateOf('normal', read(4, 14.4, 1.1), read(5.9, 14.4, 1.0))).toBe('charging');
    expect(stateOf('normal', read(4, 14.4, 1.1), read(6, 14.4, 1.0))).toBe('full');
    expect(stateOf('normal', read(4, 14.4, 1.3), read(6, 14.4, 1.0))).toBe('charging');
    expect(stateOf('normal', read(4, 13.9, 1.1), read(6, 13.9, 1.0))).toBe('charging');
  });

  it('is full as well when nothing has moved over three hourly readings', () => {
    const same = [1, 2, 3].map((hour) => read(hour, 14.2, 3, { gravity: 1.265 }));
    expect(stateOf('normal', ...same)).toBe('full');
    expect(stateOf('normal', ...same.slice(1))).toBe('charging');
    expect(stateOf('normal', ...same.slice(0, 2), read(3, 14.2, 3, { gravity: 1.27 }))).toBe('charging');
    expect(stateOf('normal', ...same.slice(0, 2), read(3, 14.3, 3, { gravity: 1.265 }))).toBe('charging');
    expect(stateOf('normal', ...[1, 2, 3].map((hour) => read(hour, 14.2, 3)))).toBe('charging');
  });

  it('stops for heat before anything else', () => {
    const hot = [read(4, 14.4, 1), read(7, 14.4, 1, { temperatureC: 50.5 })];
    expect(stateOf('normal', ...hot)).toBe('too_hot');
    expect(stateOf('normal', read(4, 14.4, 1), read(7, 14.4, 1, { temperatureC: 50 }))).toBe('full');
  });

  it('knows when a deeply discharged battery is awake, and when it takes none', () => {
    expect(stateOf('deep', read(2, 12.1, 2.5))).toBe('awake');
    expect(stateOf('deep', read(2, 11.9, 2.5))).toBe('charging');
    expect(stateOf('deep', read(3, 14.4, 0.1))).toBe('charging');
    expect(stateOf('deep', read(4, 14.4, 0.1))).toBe('takes_none');
    expect(stateOf('deep', read(15.9, 11.5, 2.5))).toBe('charging');
    expect(stateOf('deep', read(16, 11.5, 2.5))).toBe('takes_none');
  });

  it('goes by the charger’s own clock where it has one, however fast that ran', () => {
    const by = (minutes: number, amps: number) => {
      const reading = read(0.01, 14.4, amps);
      return { ...reading, data: { ...reading.data, minutes } };
    };
    expect(stateOf('normal', by(240, 1.1), by(355, 1.0))).toBe('charging');
    expect(stateOf('normal', by(240, 1.1), by(360, 1.0))).toBe('full');
    // Hours on the wall in which the charger was off are no hours on charge.
    const off = (wall: number, minutes: number) => ({ ...by(minutes, 1), takenAtMs: wall * HOUR });
    expect(stateOf('normal', off(4, 240), off(9, 250))).toBe('charging');
  });
});
