import { STANDARD_RULES } from '../rules/standard-rules';
import { assess, isIndicative } from './assess';
import { type CapacityResult, shortFormAmps } from './capacity-result';
import type { ConductanceResult } from './conductance-result';
import { capacityWords, chargeWords, estimateWords, healthBasisWords } from './estimate-words';
import { type DischargeEvidence, type Evidence, noEvidence } from './evidence';
import { EXAMPLE_BATTERY } from './examples.test-support';
import { dischargeEntry, returnedLines } from './ledger-capacity';
import type { LoadResult } from './load-result';
import { measuredIn } from './measured-words';
import { upgradeAssessment } from './upgrade-assessment';

const plain = (text: string | null) => text?.replaceAll('\u00A0', ' ') ?? null;

describe('estimates in words', () => {
  it('say their uncertainty, and carry their mark', () => {
    expect(plain(estimateWords({ pct: 78, sdPct: 7, indicative: false }))).toBe('78 % ± 7 %');
    expect(plain(estimateWords({ pct: 78, sdPct: 7, indicative: true }))).toBe('78 % ± 7 %, indicative');
  });

  it('say what a health is told against', () => {
    const own = { referredTo: {} };
    const load = (over: object) => ({ healthPct: 80, ...over }) as LoadResult;
    const tester = (over: object) => over as ConductanceResult;
    const words = (one: LoadResult | null, other: ConductanceResult | null) =>
      healthBasisWords({ load: one, conductance: other });
    expect(words(null, null)).toBeNull();
    expect(words(load({ healthPct: null }), null)).toBeNull();
    expect(words(load({}), null)).toBe('Against its label: the ± holds what makers differ by.');
    expect(words(load(own), null)).toBe('Against its own tests when new.');
    expect(words(load(own), tester({}))).toBe('In part against its own tests when new.');
    expect(words(load(own), tester(own))).toBe('Against its own tests when new.');
    expect(words(load({ healthPct: null, ...own }), tester({}))).toBe(
      'Against its label: the ± holds what makers differ by.',
    );
    expect(words(null, tester(own))).toBe('Against its own tests when new.');
  });

  it('say that a battery was emptied rather than what charge it had', () => {
    const charge = { pct: 90, sdPct: 3, indicative: false };
    const drained = { discharge: { drained: true } as DischargeEvidence };
    expect(chargeWords(charge, drained)).toBe('emptied');
    expect(plain(chargeWords(charge, { discharge: null }))).toBe('90 % ± 3 %');
    expect(plain(chargeWords(charge, { discharge: { drained: false } as DischargeEvidence }))).toBe(
      '90 % ± 3 %',
    );
    expect(chargeWords(null, { discharge: null })).toBeNull();
  });

  const capacity = (over: Partial<CapacityResult>): CapacityResult => ({
    method: 'discharge',
    pct: 82,
    sdPct: 4,
    atLeast: false,
    low: false,
    forced: false,
    measured: { value: 82, limit: 65, unit: '%' },
    ...over,
  });

  it.each([
    [{}, '82 % ± 4 %'],
    [{ sdPct: null }, '82 % ± 0 %'],
    [{ atLeast: true }, 'at least 82 %'],
    [{ forced: true }, '82 % ± 4 %, indicative'],
    [{ atLeast: true, forced: true }, 'at least 82 %, indicative'],
    [{ pct: null }, 'enough, by a discharge'],
    [{ pct: null, low: true }, 'low, by a discharge'],
    [{ method: 'short_discharge', pct: null }, 'enough, by the short discharge'],
    [{ method: 'returned', low: true }, 'low, by what its charge took'],
  ] as const)('say a capacity of %j as %s', (over, words) => {
    expect(plain(capacityWords(capacity(over)))).toBe(words);
  });
});

describe('the ledger of capacity', () => {
  const DISCHARGE: DischargeEvidence = {
    amps: 3,
    minutes: 960,
    earlyVolts: 12.5,
    endVolts: 10.5,
    temperatureC: 25,
    drained: true,
    forced: false,
  };
  const evidence = (over: Partial<Evidence>): Evidence => ({ ...noEvidence(EXAMPLE_BATTERY), ...over });
  const entry = (of: Evidence) => dischargeEntry(of, assess(of, STANDARD_RULES));
  const lines = (of: Evidence) =>
    entry(of)?.working.map(({ what, how, value }) => plain(`${what}: ${how} = ${value}`));

  it('is empty while nothing was discharged', () => {
    expect(entry(evidence({}))).toBeNull();
  });

  it('holds a discharge to its end against the minutes of a new one', () => {
    const whole = evidence({ discharge: DISCHARGE });
    expect(plain(entry(whole)?.reading ?? null)).toBe('10.50 V after 16 h at 3.0 A');
    expect(lines(whole)).toEqual([
      'a new one lasts: by its capacity and Peukert’s law = 20 h',
      expect.stringMatching(/^capacity: 16 h ÷ 20 h, brought from 25\.0 °C to 25 °C = 80 % ± \d+ %$/),
    ]);
    expect(entry(whole)?.standing).toBeNull();
  });

  it('says at least where it was ended before its end, and too early where it tells nothing', () => {
    const [stopped, early] = [
      evidence({ discharge: { ...DISCHARGE, minutes: 1190, endVolts: 11.6, drained: false } }),
      evidence({ discharge: { ...DISCHARGE, minutes: 30, endVolts: 12.3, earlyVolts: null } }),
    ];
    expect(lines(stopped)?.[1]).toMatch(/^capacity, at least: /);
    expect(lines(early)).toEqual([]);
    expect(entry(early)?.standing).toBe('ended too early to tell');
  });

  it('marks one that was forced', () => {
    const forced = evidence({ discharge: { ...DISCHARGE, forced: true } });
    expect(entry(forced)?.standing).toBe('indicative: forced');
  });

  it('goes by the reserve where no capacity is printed', () => {
    const battery = { ...EXAMPLE_BATTERY, c20Ah: null, rcMinutes: 98 };
    const reserve = { ...evidence({ discharge: { ...DISCHARGE, amps: 25, minutes: 80 } }), battery };
    expect(lines(reserve)?.[0]).toMatch(/^a new one lasts: by its reserve capacity = /);
  });

  it('shows by how much the short form fell', () => {
    const short: Evidence = evidence({
      discharge: { ...DISCHARGE, amps: 25, minutes: 15, earlyVolts: 12.3, endVolts: 12.1, drained: false },
    });
    const told: CapacityResult = {
      method: 'short_discharge',
      pct: null,
      sdPct: null,
      atLeast: false,
      low: false,
      forced: false,
      measured: { value: 0.2, limit: 0.32, unit: 'V' },
    };
    const made = assess(short, STANDARD_RULES);
    const shown = dischargeEntry(short, { ...made, estimates: { ...made.estimates, capacity: told } });
    expect(shown?.working.map(({ what, how, value }) => plain(`${what}: ${how} = ${value}`))).toEqual([
      'fall from minute 1: 12.30 V − 12.10 V, at most 0.32 V = 0.20 V',
    ]);
    const unread = { ...short, discharge: { ...DISCHARGE, earlyVolts: null } };
    const without = dischargeEntry(unread, { ...made, estimates: { ...made.estimates, capacity: told } });
    expect(without?.working).toEqual([]);
    const byCharge = dischargeEntry(short, {
      ...made,
      estimates: { ...made.estimates, capacity: { ...told, method: 'returned' } },
    });
    expect(byCharge).toMatchObject({ working: [], standing: 'ended too early to tell' });
  });

  it('finds enough, ageing or too little by the limits of the house', () => {
    const found = (of: Evidence) =>
      assess(of, STANDARD_RULES).findings.filter(
        ({ code }) => code.startsWith('capacity') || code.startsWith('discharge'),
      );
    const lasting = (minutes: number, over: Partial<DischargeEvidence> = {}) =>
      found(evidence({ discharge: { ...DISCHARGE, minutes, ...over } }))[0];
    expect(found(evidence({}))).toEqual([]);
    expect(lasting(30, { endVolts: 12.3, earlyVolts: null })).toMatchObject({
      code: 'discharge_cut_short',
      indicative: true,
    });
    expect(lasting(1000)).toMatchObject({ code: 'capacity_sound', indicative: false });
    expect(lasting(1000)?.measured).toMatchObject({ limit: 80, unit: '%' });
    expect(lasting(1000)?.measured?.sd).toBeGreaterThan(1);
    expect(lasting(960)?.code).toBe('capacity_sound');
    expect(lasting(959)?.code).toBe('capacity_ageing');
    expect(lasting(860)).toMatchObject({ code: 'capacity_ageing', measured: { limit: 80 } });
    expect(lasting(700)).toMatchObject({ code: 'capacity_low', measured: { limit: 65 } });
    expect(lasting(700)?.measured?.sd).toBeGreaterThan(1);
    expect(lasting(860, { forced: true })).toMatchObject({ code: 'capacity_ageing', indicative: true });
  });

  it('finds by the short form and by the Ah of a charge whether enough is left, and grades nothing by it', () => {
    const told = (over: Partial<Evidence>) =>
      assess(evidence(over), STANDARD_RULES).findings.find(({ code }) => code.startsWith('capacity_'));
    const short = (endVolts: number) =>
      told({
        discharge: {
          amps: shortFormAmps(EXAMPLE_BATTERY) ?? 0,
          minutes: 30,
          earlyVolts: 12.4,
          endVolts,
          temperatureC: 25,
          drained: false,
          forced: false,
        },
      });
    const [enough, little] = [short(12.3), short(12.05)];
    expect(enough).toMatchObject({ code: 'capacity_ungraded', measured: { unit: 'V', limit: 0.32 } });
    expect(enough?.measured?.value).toBeCloseTo(0.1, 9);
    expect(enough?.measured?.margin).toBeCloseTo(0.22, 9);
    expect(little).toMatchObject({ code: 'capacity_low', measured: { unit: 'V' } });
    expect(little?.measured?.margin).toBeCloseTo(-0.03, 9);
    const returned = (ampHours: number) => told({ returned: { ampHours, fromPct: 40 } });
    expect(returned(26)).toMatchObject({ code: 'capacity_low', measured: { unit: '%', limit: 72 } });
    expect(returned(34)).toMatchObject({ code: 'capacity_ungraded', measured: { unit: '%', limit: 72 } });
    expect(returned(34)?.measured?.sd).toBeGreaterThan(1);
  });

  it('divides what a charge took by what was missing', () => {
    const returned = { ampHours: 26, fromPct: 40 };
    const told: CapacityResult = {
      method: 'returned',
      pct: 63,
      sdPct: 9,
      atLeast: false,
      low: true,
      forced: false,
      measured: { value: 63, limit: 72, unit: '%' },
    };
    const shown = (over: Partial<Evidence>, capacity: CapacityResult | null = told) =>
      returnedLines(evidence({ returned, ...over }), capacity).map(({ what, how, value }) =>
        plain(`${what}: ${how} = ${value}`),
      );
    expect(shown({})).toEqual(['capacity by what it took: 26 Ah ÷ (0.60 × 60 Ah × 1.11) = 63 % ± 9 %']);
    expect(shown({}, { ...told, sdPct: null })).toEqual([expect.stringMatching(/63 % ± 0 %$/)]);
    expect(shown({}, { ...told, pct: null })).toEqual([expect.stringMatching(/= $/)]);
    expect(shown({ returned: null })).toEqual([]);
    expect(shown({ returned: { ...returned, fromPct: null } })).toEqual([]);
    expect(shown({ battery: { ...EXAMPLE_BATTERY, c20Ah: null } })).toEqual([]);
    expect(shown({}, { ...told, method: 'discharge' })).toEqual([]);
    expect(shown({}, null)).toEqual([]);
  });
});

it('a measured temperature is shown in the unit of the screen, anything else as it is', () => {
  const hot = { value: 55, limit: 50, margin: -5, sd: 1, unit: '°C' } as const;
  expect(measuredIn(hot, '°C')).toBe(hot);
  const shown = measuredIn(hot, '°F');
  expect(shown).toMatchObject({ value: 131, limit: 122, unit: '°F' });
  expect(shown.margin).toBeCloseTo(-9, 9);
  expect(shown.sd).toBeCloseTo(1.8, 9);
  const volts = { value: 12.4, limit: 12.5, margin: -0.1, sd: 0.01, unit: 'V' } as const;
  expect(measuredIn(volts, '°F')).toBe(volts);
});

it('an assessment is indicative where its charge or its health is', () => {
  const of = (charge: boolean | null, health: boolean | null) =>
    isIndicative({
      estimates: {
        charge: charge === null ? null : { indicative: charge },
        health: health === null ? null : { indicative: health },
      },
    } as never);
  expect(of(null, null)).toBe(false);
  expect(of(false, false)).toBe(false);
  expect(of(true, null)).toBe(true);
  expect(of(null, true)).toBe(true);
  expect(of(true, false)).toBe(true);
  expect(of(false, true)).toBe(true);
});

describe('a judgement of an earlier core', () => {
  const health = { pct: 80, sdPct: 5 };
  const upgraded = (stored: Record<string, unknown>, core: string) =>
    upgradeAssessment(stored, core) as { estimates: Record<string, unknown> };

  it('of 1.0 knew the load test alone', () => {
    const { estimates } = upgraded(
      { verdict: 'watch', estimates: { health, task: { setAmps: 280, setBasis: 'label' } } },
      '1.0.0',
    );
    expect(estimates).toEqual({
      cells: null,
      conductance: null,
      crank: null,
      threeMinute: null,
      stand: null,
      vehicleChecks: [],
      health: {
        ...health,
        indicative: false,
        methods: [{ method: 'load', pct: 80, sdPct: 5, indicative: false }],
        methodsDisagree: false,
      },
      task: { ratedAmps: 280, ratedBasis: 'label', setAmps: 280, setBasis: 'label' },
    });
  });

  it('keeps what it said itself', () => {
    const said = { pct: 80, sdPct: 5, indicative: true };
    const { estimates } = upgraded({ estimates: { health: said, cells: 3, task: null } }, '1.0.5');
    expect(estimates.health).toMatchObject({ indicative: true, methods: [{ indicative: true }] });
    expect(estimates.cells).toBe(3);
    expect(estimates.task).toBeNull();
    const methods = { ...said, methods: [] };
    expect(upgraded({ estimates: { health: methods } }, '1.0.0').estimates.health).toBe(methods);
    expect(upgraded({ estimates: { health: null } }, '1.0.0').estimates.health).toBeNull();
    expect(upgraded({}, '1.0.0').estimates).toMatchObject({ cells: null, vehicleChecks: [] });
    expect(upgraded({ estimates: 'odd' }, '1.0.0').estimates).toMatchObject({ cells: null });
  });

  it('of 1.1 set the load that the limit was meant for', () => {
    const { estimates } = upgraded(
      { estimates: { health, task: { setAmps: 280, setBasis: 'label' } } },
      '1.1.9',
    );
    expect(estimates).toEqual({
      health,
      stand: null,
      vehicleChecks: [],
      task: { ratedAmps: 280, ratedBasis: 'label', setAmps: 280, setBasis: 'label' },
    });
  });

  it('of 1.2 and 1.3 judged one place of the vehicle', () => {
    for (const core of ['1.2.0', '1.3.7']) {
      const { estimates } = upgraded({ estimates: { health, vehicle: { check: 'draw' } } }, core);
      expect(estimates).toEqual({ health, vehicleChecks: [{ check: 'draw' }] });
    }
    expect(upgraded({ estimates: { vehicle: null } }, '1.3.0').estimates).toEqual({ vehicleChecks: [] });
  });

  it('from 1.4 on is as it was', () => {
    for (const core of ['1.4.0', '1.10.0', '2.0.0', '1.4']) {
      const stored = { verdict: 'serve', estimates: { health, vehicle: 'kept' } };
      expect(upgradeAssessment(stored, core)).toEqual(stored);
    }
  });
});
