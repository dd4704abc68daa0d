import fc from 'fast-check';
import { CONSTRUCTIONS } from '../battery/construction';
import { evenly } from '../quantity/evenly.test-support';
import { PRESETS } from '../rules/presets';
import { STANDARD_RULES } from '../rules/standard-rules';
import { type Assessment, assess, reasonsOf } from './assess';
import type { Evidence } from './evidence';
import { type ExampleCase, exampleEvidence } from './examples.test-support';
import { ledgerOf } from './ledger';
import type { Verdict } from './verdict';
import { flipsOf } from './what-if';
import { because } from './wording';

const judge = (example: ExampleCase, rules = STANDARD_RULES) => assess(exampleEvidence(example), rules);
const volts = (min: number, max: number) => evenly(min, max);

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
    // A sound battery that goes on charge before it goes back is no worse than one that goes back; charge and one more look are alike.
    const rank: Readonly<Record<Verdict, number>> = {
      serve: 0,
      watch: 1,
      charge: 2,
      undecided: 2,
      retire: 3,
      quarantine: 4,
    };
    const rankOf = ({ verdict, decidedBy }: Assessment) =>
      decidedBy === 'charge_before_service' ? rank.serve : rank[verdict];
    const seen = fc.record({
      ocv: evenly(12.46, 12.8),
      celsius: evenly(-18, 40),
      recovery: fc.option(evenly(11.8, 12.7), { nil: undefined }),
      charges: fc.integer({ min: 0, max: 2 }),
      rules: fc.constantFrom(STANDARD_RULES, ...PRESETS.map((preset) => preset.rules)),
    });
    fc.assert(
      fc.property(seen, evenly(8, 11.4), evenly(0, 0.5), ({ recovery, rules, ...rest }, load, less) => {
        const at = recovery === undefined ? rest : { ...rest, recovery };
        const better = judge({ ...at, load }, rules);
        const worse = judge({ ...at, load: load - less }, rules);
        // More than the label can be asks about the label, and says nothing of the battery.
        if (better.decidedBy === 'health_beyond') return;
        expect(rankOf(worse)).toBeGreaterThanOrEqual(rankOf(better));
      }),
      { numRuns: 400 },
    );
  });

  it('a load that passes and leaves too little health waits for its recovery, as one that fails does', () => {
    const hot = { ocv: 12.6, celsius: 30, load: 9.55 };
    const { verdict, decidedBy, next } = judge(hot);
    expect([verdict, decidedBy, next]).toEqual(['undecided', 'worn_recovery_due', 'recovery']);
    expect(judge({ ...hot, recovery: 12.6 }).decidedBy).toBe('worn');
    expect(judge({ ...hot, recovery: 11.9 }).decidedBy).toBe('recovers_low');
    expect(judge({ ...hot, recovery: 11.9, charges: 1 }).decidedBy).toBe('worn');
    // Within the doubt of either limit the load is repeated first.
    expect(judge({ ...hot, load: 9.63, recovery: 12.6 }).decidedBy).toBe('too_close');
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

describe('the flips of a load test', () => {
  const withLoad = (evidence: Evidence, load: number): Evidence => ({
    ...evidence,
    load: evidence.load && { ...evidence.load, volts: load },
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
});
