import fc from 'fast-check';
import { CONSTRUCTIONS } from '../battery/construction';
import { evenly } from '../quantity/evenly.test-support';
import { answered, QUESTIONS } from '../rules/schools';
import { STANDARD_RULES } from '../rules/standard-rules';
import { assess } from './assess';
import { compareMore, NOTHING_COMPARED } from './compare-history';
import { type Evidence, evidenceAsOfToday, VEHICLE_CHECKS } from './evidence';
import { type ExampleCase, exampleEvidence } from './examples.test-support';
import { FINDING_FACTS } from './finding-facts';
import { ledgerOf } from './ledger';
import { LEVERS } from './levers';
import type { Verdict } from './verdict';
import { canDecide, flipsOf, outcomesOf } from './what-if';
import { workingOf } from './working';

// A file knows no negative zero.
const between = (min: number, max: number) => evenly(min, max).map((value) => value + 0);
const maybe = <T>(arbitrary: fc.Arbitrary<T>) => fc.option(arbitrary, { nil: undefined });

/** Anything that a whole bench could bring together. */
const anyEvidence: fc.Arbitrary<Evidence> = fc
  .record({
    battery: fc.record({ construction: fc.constantFrom(...CONSTRUCTIONS) }),
    inspection: fc.record({ topVolts: fc.constantFrom(null, null, 0.2, 0.8) }),
    ocv: between(10.2, 13),
    celsius: between(-20, 45),
    restMinutes: fc.constantFrom(null, 5, 90, 800),
    load: maybe(between(6, 10.1)),
    amps: fc.constantFrom(285, 285, 200, 125),
    recovery: maybe(between(12, 12.8)),
    conductance: maybe(between(200, 700)),
    gravities: maybe(fc.array(between(1.15, 1.28), { minLength: 6, maxLength: 6 })),
    charging: maybe(between(14, 17)),
    crank: maybe(between(7, 10.1)),
    crankAmps: fc.constantFrom(null, 250),
    crankSeconds: fc.constant(8),
    stand: maybe(between(12, 12.7)),
    charges: fc.integer({ min: 0, max: 3 }),
    vehicle: fc.uniqueArray(
      fc.record({
        check: fc.constantFrom(...VEHICLE_CHECKS),
        value: between(0, 16),
        ownFrom: fc.constantFrom(null, 12.2),
        ownTo: fc.constant(null),
      }),
      { selector: ({ check }) => check },
    ),
  })
  .map((example) => exampleEvidence(example as ExampleCase));

const anyRules = fc
  .record(
    Object.fromEntries(
      QUESTIONS.map(({ id, schools }) => [id, fc.constantFrom(...schools.map((school) => school.id))]),
    ),
  )
  .map((answers) => answered(STANDARD_RULES, answers));

/** Every reading of the evidence taken past a barred gate. */
function allForced(evidence: Evidence): Evidence {
  const forced = <R extends { readonly forced: boolean }>(reading: R | null) =>
    reading && { ...reading, forced: true };
  return {
    ...evidence,
    openCircuit: forced(evidence.openCircuit),
    hydrometer: forced(evidence.hydrometer),
    cellVolts: forced(evidence.cellVolts),
    conductance: forced(evidence.conductance),
    load: forced(evidence.load),
    recovery: forced(evidence.recovery),
    crank: forced(evidence.crank),
    threeMinute: forced(evidence.threeMinute),
    stand: forced(evidence.stand),
  };
}

const RANK: readonly Verdict[] = ['serve', 'watch', 'charge', 'undecided', 'retire', 'quarantine'];
const rank = (example: ExampleCase) => {
  const { verdict, decidedBy } = assess(exampleEvidence(example), STANDARD_RULES);
  // A load test that just fails asks for recovery before anything is decided: that is no better verdict.
  return decidedBy === 'recovery_due' ? RANK.length : RANK.indexOf(verdict);
};

describe('whatever is measured, under whatever school', () => {
  it('forced readings never retire a battery', () => {
    fc.assert(
      fc.property(anyEvidence, anyRules, (evidence, rules) => {
        expect(assess(allForced(evidence), rules).verdict).not.toBe('retire');
      }),
    );
  });

  it('an assessment is whole: a rule, a reason first, numbers that are numbers, a working for every finding', () => {
    fc.assert(
      fc.property(anyEvidence, anyRules, (evidence, rules) => {
        const assessment = assess(evidence, rules);
        expect(assessment.findings[0]?.code).toBe(assessment.decidedBy);
        expect(JSON.stringify(assessment)).not.toContain('null,"sdPct":null');
        const ledger = ledgerOf(evidence, assessment, rules);
        for (const { code } of assessment.findings) {
          const working = workingOf(code, ledger, rules);
          expect(working.source.length).toBeGreaterThan(5);
          expect(JSON.stringify(working)).not.toMatch(/NaN|undefined|Infinity/);
          expect(working.rule === null).toBe(FINDING_FACTS[code].rule === null);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('the same comes out of evidence that went through a file', () => {
    fc.assert(
      fc.property(anyEvidence, anyRules, (evidence, rules) => {
        const back = evidenceAsOfToday(JSON.parse(JSON.stringify(evidence)));
        expect(assess(back, rules)).toEqual(assess(evidence, rules));
      }),
    );
  });

  it('every flip is a true one, whichever reading it is about', () => {
    fc.assert(
      fc.property(anyEvidence, (evidence) => {
        const { verdict } = assess(evidence, STANDARD_RULES);
        for (const { lever, at, verdict: there } of flipsOf(evidence, STANDARD_RULES)) {
          expect(there).not.toBe(verdict);
          expect(assess(LEVERS[lever].put(evidence, at, STANDARD_RULES), STANDARD_RULES).verdict).toBe(there);
        }
      }),
      { numRuns: 25 },
    );
  });

  it('outcomes join without a gap, each end has the verdict that is told, and whether any decides is told alike', () => {
    fc.assert(
      fc.property(anyEvidence, (evidence) => {
        const { estimates } = assess(evidence, STANDARD_RULES);
        for (const lever of ['load', 'conductance', 'gravity', 'stand'] as const) {
          const outcomes = outcomesOf(evidence, estimates, STANDARD_RULES, lever);
          for (const [index, { from, verdict }] of outcomes.entries()) {
            if (index > 0) expect(from).toBe(outcomes[index - 1]?.to);
            const put = LEVERS[lever].put(evidence, from, STANDARD_RULES);
            expect(assess(put, STANDARD_RULES).verdict).toBe(verdict);
          }
          const decided = outcomes.some(({ verdict }) => verdict !== 'undecided');
          expect(canDecide(evidence, estimates, STANDARD_RULES, lever)).toBe(decided);
        }
      }),
      { numRuns: 25 },
    );
  });
});

describe('a reading that worsens never improves the verdict', () => {
  const sound = { ocv: between(12.5, 12.65), celsius: between(0, 40), load: between(10, 10.3) };
  const worsens = (
    name: string,
    one: (value: number) => ExampleCase,
    values: fc.Arbitrary<number>,
    worse: -1 | 1,
  ) =>
    it(name, () => {
      fc.assert(
        fc.property(fc.record(sound), values, between(0, 3), (base, value, more) => {
          const span = Math.abs(value) * 0.05 * more;
          expect(rank({ ...base, ...one(value + worse * span) })).toBeGreaterThanOrEqual(
            rank({ ...base, ...one(value) }),
          );
        }),
      );
    });

  worsens('a lower voltage under load', (load) => ({ load }), between(9.7, 10.4), -1);
  worsens('a higher three-minute voltage', (charging) => ({ charging }), between(14, 16), 1);
  worsens('a lower voltage after a stand', (stand) => ({ stand, charges: 1 }), between(12.1, 12.7), -1);
  worsens(
    'a lower conductance, alone',
    (conductance) => ({ conductance, load: undefined as never }),
    between(300, 600),
    -1,
  );
  worsens('a weaker cell', (weak) => ({ cellVolts: [2.1, 2.1, 2.1, 2.1, 2.1, weak] }), between(2, 2.1), -1);
  worsens('more dirt across the top', (topVolts) => ({ inspection: { topVolts } }), between(0, 1), 1);
});

describe('the history under two sets of rules', () => {
  it('counts what changes, from which verdict to which, and adds stretch to stretch', () => {
    const run = (runId: string, example: ExampleCase) => ({
      runId,
      tag: `FH-${runId}`,
      atMs: 1,
      evidence: exampleEvidence(example),
    });
    const stricter = answered(STANDARD_RULES, { health: '75_70' });
    const first = compareMore(
      NOTHING_COMPARED,
      [run('1', { ocv: 12.65, load: 10.8 })],
      STANDARD_RULES,
      stricter,
    );
    expect(first).toEqual({ compared: 1, changed: 0, transitions: [], examples: [] });
    const weak = { ocv: 12.65, load: 9.98, loadsBefore: [9.98], recovery: 12.6 };
    const middling = { ocv: 12.65, load: 10.24 };
    const more = [run('2', weak), run('3', weak), run('4', middling)];
    const all = compareMore(first, more, STANDARD_RULES, stricter);
    expect(all).toMatchObject({
      compared: 4,
      changed: 3,
      transitions: [
        { from: 'watch', to: 'retire', runs: 2 },
        { from: 'watch', to: 'serve', runs: 1 },
      ],
    });
    expect(all.examples.map(({ tag, other }) => [tag, other.because])).toEqual([
      ['FH-2', 'worn'],
      ['FH-3', 'worn'],
      ['FH-4', 'sound'],
    ]);
  });

  it('keeps only so many examples as a person looks through', () => {
    const many = Array.from({ length: 300 }, (_, at) => ({
      runId: String(at),
      tag: 'x',
      atMs: 1,
      evidence: exampleEvidence({ ocv: 12.65, load: 9.73 }),
    }));
    const so = compareMore(
      NOTHING_COMPARED,
      many,
      STANDARD_RULES,
      answered(STANDARD_RULES, { health: '75_70' }),
    );
    expect(so.changed).toBe(300);
    expect(so.examples).toHaveLength(200);
  });
});
