import type { OwnReference } from '../battery/own-reference';
import { STANDARD_RULES } from '../rules/standard-rules';
import { assess } from './assess';
import { EXAMPLE_BATTERY, type ExampleCase, exampleEvidence } from './examples.test-support';
import { firstTests } from './first-tests';

const NEW: ExampleCase = { ocv: 12.65, load: 10.75 };
const told = (example: ExampleCase) => {
  const evidence = exampleEvidence({ ...NEW, ...example });
  return firstTests(evidence, evidence.battery);
};
const methods = (example: ExampleCase) => told(example).map(({ method }) => method);

describe('what a test of a new unit gives for its reference', () => {
  it('the health by its label, of the load test and of the conductance', () => {
    const evidence = exampleEvidence({ ...NEW, conductance: 600, conductanceCompensated: 'both' });
    const { load, conductance } = assess(evidence, STANDARD_RULES).estimates;
    expect(firstTests(evidence, EXAMPLE_BATTERY)).toEqual([
      { method: 'load', pct: load?.healthPct },
      { method: 'conductance', pct: conductance?.healthPct },
    ]);
    expect(conductance?.healthPct).toBeCloseTo(105.3, 1);
  });

  it('the same whatever reference it has already', () => {
    const reference = { loadPct: 90, loads: 1, conductancePct: null, conductances: 0 };
    expect(told({ battery: { reference } })).toEqual(told({}));
    const evidence = exampleEvidence({ ...NEW, battery: { reference } });
    expect(assess(evidence, STANDARD_RULES).estimates.load?.healthPct).toBeGreaterThan(told({})[0]?.pct ?? 0);
  });

  it('against the label as it is today, where it was copied wrongly at first', () => {
    const evidence = exampleEvidence({ ...NEW, battery: { ratings: [{ standard: 'SAE', amps: 500 }] } });
    expect(firstTests(evidence, EXAMPLE_BATTERY)).toEqual(told({}));
  });

  it.each<[string, ExampleCase]>([
    ['is not charged', { ocv: 12.4, load: 10.5 }],
    ['is colder than the corrections are sure of', { celsius: -5, ocv: 12.62, load: 10.2 }],
    ['is hotter', { celsius: 43 }],
    ['has no temperature that anybody measured', { celsius: null }],
    ['may have a surface charge', { ocv: 12.95, restMinutes: 20 }],
    ['was forced past its gate', { loadForced: true, openForced: true }],
    ['was made with another load', { load: 11.2, amps: 200 }],
    ['fails', { load: 9.3 }],
    ['tells less than a new unit can have', { load: 10.2 }],
    ['tells more than one can have', { load: 11.1 }],
  ])('nothing where it %s', (_why, example) => {
    expect(told(example)).toEqual([]);
  });

  it('its load test alone where the conductance is not conclusive', () => {
    expect(methods({ conductance: 600, conductanceCompensated: 'both' })).toEqual(['load', 'conductance']);
    expect(
      methods({ conductance: 600, conductanceCompensated: 'both', conductanceContact: 'one_jaw' }),
    ).toEqual(['load']);
  });

  it('nothing where its methods tell different stories', () => {
    expect(told({ load: 10.6, conductance: 380, conductanceCompensated: 'both' })).toEqual([]);
  });

  it('a unit that has nothing wrong but dirty posts waits for clean ones', () => {
    expect(told({ inspection: { terminals: 'corroded' } })).toEqual([]);
  });
});

describe('a health against its own first tests', () => {
  const judge = (reference?: OwnReference) =>
    assess(
      exampleEvidence({
        ocv: 12.65,
        load: 10.25,
        conductance: 480,
        conductanceCompensated: 'both',
        ...(reference ? { battery: { reference } } : {}),
      }),
      STANDARD_RULES,
    ).estimates;
  const byLabel = judge();
  const reference = { loadPct: 90, loads: 2, conductancePct: 110, conductances: 2 };
  const byOwn = judge(reference);

  it('is the share of what it read when new, and surer', () => {
    const trusted = 2 / 2.7;
    expect(byOwn.load?.healthPct).toBeCloseTo((byLabel.load?.healthPct ?? 0) / (1 - 0.1 * trusted), 6);
    expect(byOwn.conductance?.healthPct).toBeCloseTo(
      (byLabel.conductance?.healthPct ?? 0) / (1 + 0.1 * trusted),
      6,
    );
    const relative = (one: { healthPct: number | null; healthSdPct: number } | null) =>
      (one?.healthSdPct ?? 0) / (one?.healthPct ?? 1);
    expect(relative(byOwn.load)).toBeLessThan(relative(byLabel.load));
    expect(relative(byOwn.conductance)).toBeLessThan(relative(byLabel.conductance));
    expect(byOwn.health?.sdPct).toBeLessThan(byLabel.health?.sdPct ?? 0);
  });

  it('is the surer the more tests it is held against', () => {
    const sdAfter = (loads: number) => judge({ ...reference, loadPct: 100, loads }).load?.healthSdPct ?? 0;
    expect(sdAfter(3)).toBeLessThan(sdAfter(1));
    expect(sdAfter(100)).toBeGreaterThan(0.045 * 70);
  });

  it('leaves the voltages and their limit as they are', () => {
    expect(byOwn.load?.volts).toBe(byLabel.load?.volts);
    expect(byOwn.load?.decidingMarginVolts).toBe(byLabel.load?.decidingMarginVolts);
  });

  it('no longer hangs on a rating that was converted or guessed', () => {
    const onlyAh = { ratings: [], c20Ah: 60 };
    const guessed = (more: { readonly reference?: OwnReference }) =>
      assess(
        exampleEvidence({
          ocv: 12.65,
          load: 10.25,
          amps: 180,
          battery: { ...onlyAh, ...more },
        }),
        STANDARD_RULES,
      ).estimates.load;
    const share = (one: ReturnType<typeof guessed>) => (one?.healthSdPct ?? 0) / (one?.healthPct ?? 1);
    expect(share(guessed({}))).toBeGreaterThan(0.2);
    expect(share(guessed({ reference }))).toBeLessThan(0.08);
  });

  it('says what it is told against', () => {
    expect(byOwn.load?.referredTo?.tests).toBe(2);
    expect(byLabel.load).not.toHaveProperty('referredTo');
    expect(byLabel.conductance).not.toHaveProperty('referredTo');
  });
});
