import fc from 'fast-check';
import { CONSTRUCTIONS } from '../battery/construction';
import { answered } from '../rules/schools';
import { STANDARD_RULES } from '../rules/standard-rules';
import { assess, reasonsOf } from './assess';
import cases from './assess.cases.json';
import type { Evidence } from './evidence';
import { type ExampleCase, exampleEvidence } from './examples.test-support';
import { ledgerOf } from './ledger';
import type { Verdict } from './verdict';
import { flipsOf, outcomesOf } from './what-if';
import { because } from './wording';

const judge = (example: ExampleCase) => assess(exampleEvidence(example), STANDARD_RULES);
const volts = (min: number, max: number) => fc.double({ min, max, noNaN: true });

/** Any evidence that a bench could bring together, forced readings included. */
const anyCase: fc.Arbitrary<ExampleCase> = fc.record({
  battery: fc.record({ construction: fc.constantFrom(...CONSTRUCTIONS) }),
  inspection: fc.record({
    terminals: fc.constantFrom('ok', 'ok', 'ok', 'corroded'),
    level: fc.constantFrom('ok', 'sealed', 'low'),
  }),
  ocv: volts(11.5, 12.9),
  celsius: volts(-25, 45),
  restMinutes: fc.option(volts(0, 2000), { nil: null }),
  openForced: fc.boolean(),
  load: volts(7, 11.4),
  amps: volts(80, 500),
  loadForced: fc.boolean(),
  recovery: volts(12, 12.8),
  charges: fc.integer({ min: 0, max: 3 }),
});

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
  });

  it('holds each verdict at least once', () => {
    const verdicts = new Set(cases.map(({ verdict }) => verdict));
    expect([...verdicts].sort()).toEqual(['charge', 'quarantine', 'retire', 'serve', 'undecided', 'watch']);
  });
});

describe('what must hold whatever is measured', () => {
  it('a forced or scaled-too-far load never retires a battery', () => {
    fc.assert(
      fc.property(anyCase, (example) => {
        const found = judge({
          ...example,
          loadForced: true,
          charges: 0,
          inspection: { level: 'ok' },
          battery: {},
        });
        expect(found.verdict).not.toBe('retire');
      }),
    );
  });

  it('a battery below the gate is not retired before its charges have been given', () => {
    fc.assert(
      fc.property(volts(11.1, 12.36), volts(7, 11), volts(12, 12.8), (ocv, load, recovery) => {
        expect(judge({ ocv, load: Math.min(load, ocv - 0.1), recovery, charges: 1 }).verdict).toBe('charge');
      }),
    );
  });

  it('a lower voltage under load never improves the verdict', () => {
    const rank: readonly Verdict[] = ['serve', 'watch', 'charge', 'undecided', 'retire'];
    fc.assert(
      fc.property(
        volts(12.46, 12.65),
        volts(-18, 40),
        volts(8, 11.4),
        volts(0, 3),
        (ocv, celsius, load, less) => {
          const better = judge({ ocv, celsius, load });
          const worse = judge({ ocv, celsius, load: load - less });
          expect(rank.indexOf(worse.verdict)).toBeGreaterThanOrEqual(rank.indexOf(better.verdict));
        },
      ),
    );
  });

  it('every finding with a margin says reading minus limit', () => {
    fc.assert(
      fc.property(anyCase, (example) => {
        for (const { measured } of judge(example).findings) {
          if (measured) expect(measured.margin).toBeCloseTo(measured.value - measured.limit, 5);
        }
      }),
    );
  });

  it('a reason and a ledger can be told for every assessment', () => {
    fc.assert(
      fc.property(anyCase, (example) => {
        const evidence = exampleEvidence(example);
        const found = assess(evidence, STANDARD_RULES);
        expect(because(found.decidedBy).length).toBeGreaterThan(10);
        expect(reasonsOf(found)[0]).toBe(found.decidedBy);
        const text = JSON.stringify(ledgerOf(evidence, found, STANDARD_RULES));
        expect(text).not.toMatch(/NaN|undefined|Infinity/);
      }),
    );
  });

  it('house rules decide, not the code', () => {
    const strict = { ...STANDARD_RULES, charge: { ...STANDARD_RULES.charge, loadGatePct: 75 } };
    const evidence = exampleEvidence({ ocv: 12.41, load: 10.6 });
    expect(assess(evidence, STANDARD_RULES).rule).toBe('12');
    expect(assess(evidence, strict)).toMatchObject({ rule: '7', verdict: 'charge' });
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
      'brought to 25 °C: 12.50 + 0.0015 × (25 − 5.0) = 12.530 V',
      'charge: flooded curve = 85 % ± 5 %',
      'load to set: 342 A DIN ÷ 0.6 = 570 A SAE; half = 285 A',
      expect.stringMatching(/^at the rated load and time: from 250 A for 15 s = 9\.4\d V$/),
      'limit: table at 5.0 °C = 9.32 V',
      expect.stringMatching(/^margin: 9\.4\d − 9\.32 = \+0\.1\d V$/),
      expect.stringMatching(
        /^health: 65 % × resistance at the limit ÷ resistance read, at 85 % charge = 7\d % ± \d %$/,
      ),
    ]);
  });
});

describe('what would change the verdict', () => {
  const withLoad = (evidence: Evidence, load: number): Evidence => ({
    ...evidence,
    load: evidence.load && { ...evidence.load, volts: load },
  });

  it('finds the flips of a watched battery to the millivolt', () => {
    const evidence = exampleEvidence({ ocv: 12.65, load: 9.8 });
    const flips = flipsOf(evidence, STANDARD_RULES).filter(({ lever }) => lever === 'load');
    expect(flips).toEqual([
      { lever: 'load', read: 9.8, at: 9.599, direction: 'below', verdict: 'undecided' },
      // 80 % health from 12.65 V: 12.65 − 0.65 × 3.05 / 0.80 = 10.171875 V.
      { lever: 'load', read: 9.8, at: 10.172, direction: 'above', verdict: 'serve' },
    ]);
  });

  it('every flip found is a true one, and the step before it is not', () => {
    fc.assert(
      fc.property(volts(12.37, 12.7), volts(8.5, 11), volts(-15, 30), (ocv, load, celsius) => {
        const evidence = exampleEvidence({ ocv, load, celsius });
        const { verdict } = assess(evidence, STANDARD_RULES);
        for (const flip of flipsOf(evidence, STANDARD_RULES).filter(({ lever }) => lever === 'load')) {
          expect(assess(withLoad(evidence, flip.at), STANDARD_RULES).verdict).toBe(flip.verdict);
          expect(flip.verdict).not.toBe(verdict);
          const before = flip.at + (flip.direction === 'below' ? 0.001 : -0.001);
          expect(assess(withLoad(evidence, before), STANDARD_RULES).verdict).toBe(verdict);
        }
      }),
      { numRuns: 50 },
    );
  });

  it('cuts the outcomes of a step not yet done where the verdict changes', () => {
    const evidence = exampleEvidence({ ocv: 12.65 });
    const { estimates } = assess(evidence, STANDARD_RULES);
    const outcomes = outcomesOf(evidence, estimates, STANDARD_RULES, 'load');
    expect(outcomes.map(({ verdict }) => verdict)).toEqual(['retire', 'undecided', 'watch', 'serve']);
    // From 30 % health, 12.65 − 0.65 × 3.05 / 0.30 V, up.
    expect(outcomes.map(({ from }) => Math.round(from * 1000) / 1000)).toEqual([6.042, 9.45, 9.6, 10.172]);
  });
});
