import { answered } from '../rules/schools';
import { STANDARD_RULES } from '../rules/standard-rules';
import { assess, reasonsOf } from './assess';
import cases from './assess.cases.json';
import { type ExampleCase, exampleEvidence } from './examples.test-support';
import { ledgerOf } from './ledger';
import { flipsOf, outcomesOf } from './what-if';

const judge = (example: ExampleCase) => assess(exampleEvidence(example), STANDARD_RULES);

describe('the rule table, worked by hand', () => {
  it.each(cases)('$why', ({ example, verdict, grade, rule, decidedBy, ...rest }) => {
    const schools = 'schools' in rest ? (rest.schools as Record<string, string>) : {};
    const rules = answered(STANDARD_RULES, schools);
    const found = assess(exampleEvidence(example as ExampleCase), rules);
    const expected = { verdict, grade, rule, decidedBy, next: 'next' in rest ? rest.next : null };
    expect({
      verdict: found.verdict,
      grade: found.grade,
      rule: found.rule,
      decidedBy: found.decidedBy,
      next: found.next,
    }).toEqual(expected);
    expect(found.findings[0]?.code).toBe(decidedBy);
    if ('finds' in rest) expect(found.findings.map(({ code }) => code)).toContain(rest.finds);
  });

  it('holds each verdict at least once', () => {
    const verdicts = new Set(cases.map(({ verdict }) => verdict));
    expect([...verdicts].sort()).toEqual(['charge', 'quarantine', 'retire', 'serve', 'undecided', 'watch']);
  });
});

describe('notes on the working', () => {
  const codes = (example: ExampleCase) => judge(example).findings.map(({ code }) => code);

  it('say what was assumed, converted, scaled or forced', () => {
    expect(codes({ ocv: 12.6, celsius: null })).toContain('temperature_assumed');
    expect(codes({ ocv: 12.6, inspection: null })).toContain('not_inspected');
    expect(codes({ battery: { ratings: [{ standard: 'EN', amps: 540 }] } })).toContain('rating_converted');
    expect(codes({ battery: { ratings: [] } })).toContain('rating_from_capacity');
    expect(codes({ ocv: 12.65, load: 10.6, amps: 200 })).toContain('load_scaled');
    expect(codes({ ocv: 12.65, load: 10.6, amps: 100 })).toContain('load_scaled_far');
    expect(codes({ ocv: 12.65, load: 10.6, loadForced: true })).toContain('load_forced');
    expect(codes({ ocv: 12.2, load: 10.6 })).toContain('load_below_gate');
  });

  it('stay out of the reasons', () => {
    expect(
      reasonsOf(judge({ ocv: 12.65, load: 10.8, battery: { ratings: [{ standard: 'EN', amps: 541.5 }] } })),
    ).toEqual(['sound', 'load_passes']);
  });

  it('a pass below the gate still counts for health, a fail does not', () => {
    expect(judge({ ocv: 12.3, load: 10.6 }).estimates.health?.pct).toBeGreaterThan(80);
    expect(judge({ ocv: 12.3, load: 9.0 }).estimates.health).toBeNull();
  });
});

describe('the ledger', () => {
  it('shows each correction with the numbers put in', () => {
    const evidence = exampleEvidence({
      ocv: 12.5,
      celsius: 5,
      load: 9.8,
      amps: 250,
      battery: { ratings: [{ standard: 'DIN', amps: 342 }] },
    });
    const entries = ledgerOf(evidence, assess(evidence, STANDARD_RULES), STANDARD_RULES);
    expect(entries.map(({ step }) => step)).toEqual(['inspect', 'open_circuit', 'load']);
    const lines = entries.flatMap(({ working }) =>
      working.map(({ what, how, value }) => `${what}: ${how} = ${value}`),
    );
    expect(lines.map((line) => line.replace(/\u00A0/g, ' '))).toEqual([
      'brought to 25 °C: 12.50 + 0.0015 × 20.0 K = 12.530 V',
      'charge: flooded curve = 85 % ± 5 %',
      'load to set: 342 A DIN ÷ 0.6 = 570 A SAE; half = 285 A',
      expect.stringMatching(/^at the rated load and time: from 250 A for 15 s = 9\.4\d V$/),
      'limit: table at 5.0 °C = 9.32 V',
      expect.stringMatching(/^margin: 9\.4\d − 9\.32 = \+0\.1\d V$/),
      expect.stringMatching(
        /^margin at full charge: 9\.7\d V by what the missing charge takes; the house goes by this = \+0\.\d\d V$/,
      ),
      expect.stringMatching(
        /^health: what a new one loses ÷ what this one lost, at 85 % charge and 5\.0 °C = 7\d % ± \d %$/,
      ),
    ]);
  });
});

describe('what would change the verdict', () => {
  it('finds the flips of a watched battery to the millivolt', () => {
    // Loaded for the second time: the first that is too close to call would be repeated.
    const evidence = exampleEvidence({ ocv: 12.65, load: 9.8, loadsBefore: [9.8], recovery: 12.6 });
    const flips = flipsOf(evidence, STANDARD_RULES).filter(({ lever }) => lever === 'load');
    expect(flips).toEqual([
      // 60 and 80 % health from 12.65 V: 12.65 − 0.4353 − 1.51925 / h = 9.6826 and 10.3156 V.
      { lever: 'load', read: 9.8, at: 9.682, direction: 'below', verdict: 'retire' },
      { lever: 'load', read: 9.8, at: 10.316, direction: 'above', verdict: 'serve' },
    ]);
  });

  it('cuts the outcomes of a step not yet done where the verdict changes', () => {
    const evidence = exampleEvidence({ ocv: 12.65 });
    const { estimates } = assess(evidence, STANDARD_RULES);
    const outcomes = outcomesOf(evidence, estimates, STANDARD_RULES, 'load');
    // Below the limit recovery is asked for, and above it while health lies below the floor; then the load once more.
    const verdicts = ['retire', 'undecided', 'watch', 'serve'];
    expect(outcomes.map(({ verdict }) => verdict)).toEqual(verdicts);
    // From 30 % health, 12.65 − 0.4353 − 1.51925 / 0.30 V, up.
    const starts = outcomes.map(({ from }) => Math.round(from * 1000) / 1000);
    expect(starts).toEqual([7.15, 9.45, 9.683, 10.316]);
  });
});
