import type { Construction } from '../battery/construction';
import { resistanceRise } from '../correction/charge-effect';
import { figureAt } from '../rules/figures';
import { answered } from '../rules/schools';
import { STANDARD_RULES } from '../rules/standard-rules';
import { assess } from './assess';
import { compareMore, NOTHING_COMPARED } from './compare-history';
import { CORE_VERSION } from './core-version';
import { type ExampleCase, exampleEvidence } from './examples.test-support';
import type { FindingCode } from './finding';
import { FINDING_FACTS } from './finding-facts';
import { ledgerOf } from './ledger';
import { RULE_TABLE } from './rule-table';
import { STEP_IDS } from './step-id';
import { FINDING_TITLES } from './wording';
import { workingOf } from './working';

const judge = (example: ExampleCase, schools: Record<string, string> = {}) =>
  assess(exampleEvidence(example), answered(STANDARD_RULES, schools));
const codes = (example: ExampleCase) => judge(example).findings.map(({ code }) => code);

describe('findings', () => {
  it('stand strongest first: what decides, then dangers, faults, cautions, what is sound, notes', () => {
    expect(
      codes({
        ocv: 12.1,
        celsius: null,
        load: 8.4,
        charging: 16,
        gravities: [1.17, 1.17, 1.17, 1.17, 1.17, 1.14],
        inspection: { terminals: 'damaged', smell: 'rotten_egg', level: 'low', belt: 'worn' },
      }),
    ).toEqual([
      'sulphur_smell',
      ...['post_damaged', 'load_fails', 'sulphated'],
      ...['level_low', 'belt_worn', 'cells_uneven', 'charge_low'],
      ...['load_below_gate', 'temperature_assumed'],
    ]);
    expect(codes({ ocv: 12.65, load: 10.6, inspection: { belt: 'worn' } })).toEqual([
      'sound',
      'belt_worn',
      'load_passes',
    ]);
  });

  it('draw a conclusion from the reading that it rests on, and from no other', () => {
    const margin = (example: ExampleCase) => judge(example).findings[0]?.measured?.margin;
    expect(judge({ ocv: 12.65, load: 9.2 })).toMatchObject({ decidedBy: 'fails_charged' });
    expect(margin({ ocv: 12.65, load: 9.2 })).toBe(-0.4);
    expect(judge({ ocv: 12.5, load: 9.2 })).toMatchObject({ decidedBy: 'recovery_due' });
    // What it would be at full charge: 12.65 − 3.3 / m(81.25 %) − 9.6 V.
    expect(margin({ ocv: 12.5, load: 9.2 })).toBeCloseTo(3.05 - 3.3 / resistanceRise(81.25), 6);
    expect(judge({ ocv: 12.2, load: 9.5, openForced: true, charges: 2 })).toMatchObject({
      decidedBy: 'repeat_open_circuit',
    });
    expect(judge({ ocv: 12.2, load: 9.5, openForced: true, charges: 2 }).findings[0]?.measured).toBeNull();
    expect(judge({ ocv: 12.65, load: 9.4, loadForced: true }).findings[0]?.measured).toBeNull();
  });

  it('name the rules and the core that made them', () => {
    expect(judge({})).toMatchObject({ rules: { id: 'integra-standard', version: 6 }, core: CORE_VERSION });
  });
});

describe('grades', () => {
  const grade = (load: number, schools = {}) => judge({ ocv: 12.65, load }, schools).grade;

  it('change just where health does', () => {
    // 12.65 − 0.126 asinh(285/18) − 1.03 × 1.475 / h: 90 % at 10.527, 80 % at 10.316, 65 % at 9.878 V.
    const at = (pct: number) => 12.65 - 0.126 * Math.asinh(285 / 18) - (100 * 1.03 * 1.475) / pct;
    expect(grade(at(90) + 0.001)).toBe('A');
    expect(grade(at(90) - 0.001)).toBe('B');
    expect(grade(at(80) + 0.001)).toBe('B');
    expect(grade(at(80) - 0.001)).toBe('C');
    expect(grade(at(65) + 0.001)).toBe('C');
    expect(grade(at(65) - 0.001)).toBe('D');
  });

  it('include their own limit', () => {
    const by = (conductance: number) => judge({ ocv: 12.65, conductance }).grade;
    expect(by(513)).toBe('A');
    expect(by(512.9)).toBe('B');
    expect(by(456)).toBe('B');
    expect(by(455.9)).toBe('C');
    expect(by(370.5)).toBe('C');
  });

  it('are D for what failed although it may go on, and blank below the gate', () => {
    expect(judge({ ocv: 12.5, load: 9.2, recovery: 12.2 })).toMatchObject({ verdict: 'charge', grade: 'D' });
    expect(judge({ ocv: 12.366, conductance: 520 }).grade).toBe('A');
    expect(judge({ ocv: 12.365, conductance: 520 }).grade).toBeNull();
    expect(judge({ ocv: 12.4, conductance: 300 })).toMatchObject({ verdict: 'charge', grade: 'D' });
  });
});

describe('recovery and freezing', () => {
  it('counts from three quarters of charge on, by construction, half of it on 6 V', () => {
    const at = (construction: Construction, recovery: number, celsius = 25) =>
      judge({ battery: { construction }, ocv: 12.69, load: 8.5, recovery, celsius }).verdict;
    expect([at('flooded', 12.45), at('flooded', 12.449)]).toEqual(['retire', 'retire']);
    expect(judge({ ocv: 12.5, load: 9.2, recovery: 12.45 }).verdict).toBe('retire');
    expect(judge({ ocv: 12.5, load: 9.2, recovery: 12.449 }).verdict).toBe('charge');
    // At 5 °C the same charge stands 0.03 V lower.
    expect([at('agm', 12.62), at('agm', 12.619)]).toEqual(['retire', 'charge']);
    expect(judge({ battery: { nominalVolts: 6 }, ocv: 6.25, load: 4.6, recovery: 6.225 }).verdict).toBe(
      'retire',
    );
    expect(judge({ ocv: 12.5, load: 9.2, recovery: 12.2, recoveryMinutes: 4.9 }).decidedBy).toBe(
      'recovery_due',
    );
  });

  it('goes by the gravity where it was read, else by the charge', () => {
    const weak = [1.155, 1.155, 1.155, 1.155, 1.155, 1.155];
    // 1.148 at 25 °C: −10 − 6 × 0.028 / 0.035.
    expect(judge({ gravities: weak, celsius: 15 }).estimates.freezesAtC).toBeCloseTo(-14.8, 6);
    expect(judge({ ocv: 12.65, celsius: 25 }).estimates.freezesAtC).toBe(-57);
    expect(judge({}).estimates.freezesAtC).toBeNull();
  });
});

describe('the comparison of histories', () => {
  const run = (runId: string, example: ExampleCase) => ({
    runId,
    tag: runId,
    atMs: 1,
    evidence: exampleEvidence(example),
  });

  it('keeps every way from one verdict to another apart', () => {
    const other = answered(STANDARD_RULES, { health: '75_70', load_gate: '75' });
    const runs = [
      run('watch to retire', { ocv: 12.65, load: 9.98, loadsBefore: [9.98], recovery: 12.6 }),
      run('watch to serve', { ocv: 12.65, load: 10.24 }),
      run('watch to charge', { ocv: 12.42, load: 9.8 }),
      run('retire to charge', { ocv: 12.42, load: 9, recovery: 12.45 }),
      run('watch to retire', { ocv: 12.65, load: 9.97, loadsBefore: [9.97], recovery: 12.6 }),
      run('same', { ocv: 12.65, load: 10.8 }),
    ];
    const { transitions, changed, compared } = compareMore(NOTHING_COMPARED, runs, STANDARD_RULES, other);
    expect({ changed, compared }).toEqual({ changed: 5, compared: 6 });
    expect(transitions).toEqual([
      { from: 'watch', to: 'retire', runs: 2 },
      { from: 'watch', to: 'serve', runs: 1 },
      { from: 'watch', to: 'charge', runs: 1 },
      { from: 'retire', to: 'charge', runs: 1 },
    ]);
  });
});

describe('the working of a finding', () => {
  const working = (code: Parameters<typeof workingOf>[0], example: ExampleCase) => {
    const evidence = exampleEvidence(example);
    const ledger = ledgerOf(evidence, assess(evidence, STANDARD_RULES), STANDARD_RULES);
    return workingOf(code, ledger, STANDARD_RULES);
  };

  it('holds the entries of its own steps, its limits, its rule and its source', () => {
    const load = working('load_passes', { ocv: 12.65, load: 10.6, conductance: 520 });
    expect(load.entries.map(({ step }) => step)).toEqual(['open_circuit', 'load']);
    expect(load.limits.map(({ what }) => what)).toEqual([
      'load limit by battery temperature',
      'allowance for cold',
    ]);
    expect(load.rule).toEqual({ number: '9', about: 'load test failed at a valid gate' });
    expect(load.source).toContain('standard practice');
    const worn = working('worn', { ocv: 12.65, load: 9.4, conductance: 320 });
    expect(worn.entries.map(({ step }) => step)).toEqual(['open_circuit', 'conductance', 'load', 'verdict']);
    expect(worn.limits).toEqual([
      { what: 'health under which to retire', value: '65\u00A0%' },
      {
        what: 'health under which a passing load test does not keep a battery',
        value: '60\u00A0%',
      },
    ]);
  });

  it('rests on a step that is asked for it, and on figures that there are', () => {
    for (const code of Object.keys(FINDING_FACTS) as FindingCode[]) {
      const { steps, rule, limits } = FINDING_FACTS[code];
      expect(steps.length).toBeGreaterThan(0);
      for (const step of steps) expect(STEP_IDS).toContain(step);
      for (const path of limits) expect(figureAt(STANDARD_RULES, path)).not.toBeNull();
      if (rule !== null) expect(RULE_TABLE.map(({ number }) => number)).toContain(rule);
      expect(FINDING_TITLES[code].length).toBeGreaterThan(4);
    }
  });

  it('names the figures that a technician would ask for', () => {
    const figures = (code: FindingCode) => FINDING_FACTS[code].limits;
    expect(figures('surface_charge')).toEqual([
      ...['surface/restMinutes', 'surface/ceilingVolts25', 'surface/removalCounts'],
    ]);
    expect(figures('fails_charged')).toEqual([
      ...['load/failsChargedPct', 'load/failsChargedMarginVolts'],
      ...['recovery/judgedBy', 'recovery/chargePct', 'recovery/volts'],
    ]);
    expect(figures('conductance_inconclusive')).toHaveLength(3);
    expect(FINDING_FACTS.worn.steps).toEqual(['open_circuit', 'conductance', 'load', 'crank', 'verdict']);
    expect(FINDING_FACTS.cell_spread.steps).toEqual(['hydrometer']);
    expect(FINDING_FACTS.too_hot.steps).toContain('conductance');
  });

  it('says that no rule acts on what is told only', () => {
    expect(working('belt_worn', {})).toMatchObject({ rule: null, limits: [] });
    expect(working('stand_low', { ocv: 12.65, stand: 12.5 }).limits).toHaveLength(5);
  });
});
