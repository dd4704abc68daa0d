import type { BatterySpec } from '../battery/battery';
import { STANDARD_RULES } from '../rules/standard-rules';
import { assess } from './assess';
import { judgeCapacity, shortFormAmps } from './capacity-result';
import type { DischargeEvidence, Evidence, ReturnedEvidence } from './evidence';
import { EXAMPLE_BATTERY, type ExampleCase, exampleEvidence } from './examples.test-support';
import { isFull } from './fit-for-discharge';

const DEEP: BatterySpec = { ...EXAMPLE_BATTERY, ratings: [], duty: 'deep_cycle' };
const BOTH: BatterySpec = { ...EXAMPLE_BATTERY, duty: 'both' };
const DISCHARGE: DischargeEvidence = {
  amps: 25,
  minutes: 96,
  earlyVolts: null,
  endVolts: 10.5,
  temperatureC: 25,
  drained: false,
  forced: false,
};

function evidence(
  battery: BatterySpec,
  {
    discharge = null,
    returned = null,
    ...example
  }: ExampleCase & { discharge?: Partial<DischargeEvidence> | null; returned?: ReturnedEvidence | null } = {},
): Evidence {
  return {
    ...exampleEvidence({ ocv: 12.7, restMinutes: 900, ...example, battery }),
    discharge: discharge && { ...DISCHARGE, ...discharge },
    returned,
  };
}
const told = (discharge: Partial<DischargeEvidence>, battery = DEEP) =>
  judgeCapacity(evidence(battery, { discharge }), STANDARD_RULES);
const decided = (known: Evidence) => {
  const { verdict, decidedBy, next } = assess(known, STANDARD_RULES);
  return { verdict, decidedBy, next };
};
/** Minutes at 25 A in which 60 Ah of flooded plates give just this share of what they should. */
const minutesFor = (pct: number) => (DISCHARGE.minutes * pct) / (told({})?.pct ?? 1);

describe('a discharge', () => {
  it('at its limit serves, watches and retires on the better side', () => {
    const at = (pct: number) => told({ minutes: minutesFor(pct) });
    expect(at(65)).toMatchObject({ pct: expect.closeTo(65, 5), low: false });
    expect(at(64.9)?.low).toBe(true);
    const verdict = (pct: number) =>
      decided(evidence(DEEP, { discharge: { minutes: minutesFor(pct) } })).verdict;
    expect([64.9, 65.1, 79.9, 80.1].map(verdict)).toEqual(['retire', 'watch', 'watch', 'serve']);
  });

  it('is held against the limit that retires, in percent', () => {
    expect(told({})?.measured).toEqual({ value: told({})?.pct, limit: 65, unit: '%' });
  });

  it('was run to its end within a tenth of a volt, in proportion for fewer cells', () => {
    expect(told({ endVolts: 10.6 })?.atLeast).toBe(false);
    expect(told({ endVolts: 10.61 })?.atLeast).toBe(true);
    const six: BatterySpec = { ...DEEP, nominalVolts: 6 };
    expect(told({ endVolts: 5.3 }, six)?.atLeast).toBe(false);
    expect(told({ endVolts: 5.32 }, six)?.atLeast).toBe(true);
  });

  it('that was ended early tells only that enough was there, never that it is low', () => {
    expect(told({ endVolts: 11.5, minutes: minutesFor(79) })).toBeNull();
    expect(told({ endVolts: 11.5, minutes: minutesFor(81) })).toMatchObject({ atLeast: true, low: false });
  });

  it('is as sure as its minutes at the rated current, and less the further from that', () => {
    const share = (amps: number) => {
      const one = told({ amps, minutes: (96 * 25) / amps });
      return (one?.sdPct ?? 0) / (one?.pct ?? 1);
    };
    expect(share(3)).toBeCloseTo(0.04, 6);
    expect(share(25)).toBeCloseTo(Math.hypot(0.04, 0.03 * Math.log(25 / 3)), 6);
  });

  it('says nothing where the label says no capacity', () => {
    const unknown: BatterySpec = { ...DEEP, c20Ah: null, ratings: [{ standard: 'SAE', amps: 570 }] };
    expect(told({}, unknown)).toBeNull();
    expect(shortFormAmps(unknown)).toBeUndefined();
    expect(decided(evidence(unknown, { load: 10.8 }))).toEqual({
      verdict: 'undecided',
      decidedBy: 'capacity_not_printed',
      next: 'identify',
    });
  });
});

describe('the short form', () => {
  const short = (over: Partial<DischargeEvidence> = {}, battery = DEEP) =>
    told({ amps: 25.2, minutes: 30, earlyVolts: 12.4, endVolts: 12.1, ...over }, battery);

  it('holds a fall of a third of a volt, no more', () => {
    expect(shortFormAmps(DEEP)).toBeCloseTo(25.2, 9);
    expect(short()).toMatchObject({ method: 'short_discharge', pct: null, atLeast: false, low: false });
    expect(short({ endVolts: 12.08 })?.low).toBe(false);
    expect(short({ endVolts: 12.07 })?.low).toBe(true);
  });

  it('of three cells half of it', () => {
    const six: BatterySpec = { ...DEEP, nominalVolts: 6 };
    const half = short({ earlyVolts: 6.2, endVolts: 6.04 }, six);
    expect(half).toMatchObject({ low: false, measured: { limit: 0.16, unit: 'V' } });
    expect(half?.measured.value).toBeCloseTo(0.16, 9);
  });

  it('needs its current, its minutes and the voltage of its first minute', () => {
    expect(short({ amps: 25.2 * 1.14 })).not.toBeNull();
    expect(short({ amps: 25.2 * 1.16 })).toBeNull();
    expect(short({ amps: 25.2 * 0.84 })).toBeNull();
    expect(short({ minutes: 34.4 })).not.toBeNull();
    expect(short({ minutes: 34.6 })).toBeNull();
    expect(short({ earlyVolts: null })).toBeNull();
  });
});

describe('what a charge returned', () => {
  const returned = (ampHours: number, fromPct: number | null, battery = DEEP) =>
    judgeCapacity(evidence(battery, { returned: { ampHours, fromPct } }), STANDARD_RULES);

  it('of what a new one would have taken', () => {
    const full = returned(0.6 * 60 * 1.11, 40);
    expect(full).toMatchObject({ method: 'returned', low: false, atLeast: false, forced: false });
    expect(full?.pct).toBeCloseTo(100, 6);
    expect(full?.measured).toEqual({ value: full?.pct, limit: 72, unit: '%' });
    expect(full?.sdPct).toBeCloseTo(100 * Math.hypot(0.08, 0.08 / 0.6), 4);
  });

  it('tells nothing from more than 60 %, from nobody knows what, or of a label without Ah', () => {
    expect(returned(20, 60)).not.toBeNull();
    expect(returned(20, 60.1)).toBeNull();
    expect(returned(20, null)).toBeNull();
    expect(returned(20, 40, { ...DEEP, c20Ah: null, ratings: EXAMPLE_BATTERY.ratings })).toBeNull();
  });

  it('condemns by itself only beyond its own uncertainty; nearer than that a discharge is asked for, once', () => {
    const asks = (ampHours: number, skipped: ExampleCase['skipped'] = []) =>
      decided(evidence(DEEP, { returned: { ampHours, fromPct: 20 }, charges: 1, skipped }));
    // A new one would take 53 Ah: 26 are 49 ± 6 %, 36 are 68 ± 9 %.
    expect(asks(26)).toEqual({ verdict: 'retire', decidedBy: 'capacity_low', next: null });
    expect(asks(36)).toEqual({ verdict: 'undecided', decidedBy: 'capacity_unconfirmed', next: 'discharge' });
    expect(asks(36, ['discharge'])).toMatchObject({ verdict: 'retire', decidedBy: 'capacity_low' });
  });
});

describe('what has to be so before a discharge', () => {
  it('full, by a charge just given or by 97 %', () => {
    expect(isFull({ chargesGiven: 1 }, 60)).toBe(true);
    expect(isFull({ chargesGiven: 0 }, 97)).toBe(true);
    expect(isFull({ chargesGiven: 0 }, 96.9)).toBe(false);
    expect(decided(evidence(DEEP, { ocv: 12.5 }))).toMatchObject({
      verdict: 'charge',
      decidedBy: 'charge_before_discharge',
    });
  });

  it('warm enough', () => {
    const cold = (celsius: number) => decided(evidence(DEEP, { ocv: 12.7, celsius, charges: 1 }));
    expect(cold(4.9)).toEqual({ verdict: 'undecided', decidedBy: 'cold_for_discharge', next: 'settle' });
    expect(cold(5)).toEqual({ verdict: 'undecided', decidedBy: 'capacity_unknown', next: 'discharge' });
    expect(decided(evidence(DEEP, { celsius: null, charges: 1 })).decidedBy).toBe('capacity_unknown');
  });

  it('passed over it is watched', () => {
    expect(decided(evidence(DEEP, { charges: 1, skipped: ['discharge'] }))).toMatchObject({
      verdict: 'watch',
      decidedBy: 'capacity_unknown',
    });
  });
});

describe('one that starts and serves', () => {
  it('is not returned before somebody saw what it holds, as far as its label says what it should', () => {
    expect(decided(evidence(BOTH, { load: 10.8, charges: 1 }))).toEqual({
      verdict: 'undecided',
      decidedBy: 'capacity_unknown',
      next: 'discharge',
    });
    expect(decided(evidence({ ...BOTH, c20Ah: null }, { load: 10.8, charges: 1 })).verdict).toBe('serve');
    expect(decided(evidence(EXAMPLE_BATTERY, { load: 10.8, charges: 1 })).verdict).toBe('serve');
  });

  it('is watched from 65 to 80 %, and by what tells only that there is enough it is served', () => {
    const having = (discharge: Partial<DischargeEvidence>) =>
      decided(evidence(BOTH, { load: 10.8, discharge }));
    expect(having({ minutes: minutesFor(72) })).toMatchObject({
      verdict: 'watch',
      decidedBy: 'capacity_ageing',
    });
    expect(having({ minutes: minutesFor(88) }).verdict).toBe('serve');
    expect(having({ amps: 25.2, minutes: 30, earlyVolts: 12.4, endVolts: 12.2 }).verdict).toBe('serve');
  });

  it('with nothing known of its cranking, capacity alone decides nothing', () => {
    expect(decided(evidence(BOTH, { discharge: { minutes: minutesFor(72) } })).verdict).toBe('undecided');
  });
});

describe('a deep-cycle battery', () => {
  it('that holds enough is charged before it goes back where it is low', () => {
    expect(decided(evidence(DEEP, { ocv: 12.42, discharge: {} }))).toMatchObject({
      verdict: 'charge',
      decidedBy: 'charge_before_service',
    });
  });

  it('that was forced decides nothing', () => {
    expect(decided(evidence(DEEP, { charges: 1, discharge: { minutes: 30, forced: true } })).verdict).toBe(
      'undecided',
    );
  });
});
