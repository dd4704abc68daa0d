import fc from 'fast-check';
import { checkShape } from '../exchange/check-shape';
import { contradictionsIn } from './check-rules';
import { answeredDifferently, differencesOf } from './compare-rules';
import { figureAt, figuresOf, figureText, withFigure } from './figures';
import { HouseRulesSchema } from './house-rules';
import { PRESETS } from './presets';
import { answered, QUESTIONS, schoolOf } from './schools';
import { STANDARD_RULES } from './standard-rules';

const everySchool = QUESTIONS.flatMap((question) => question.schools.map((school) => ({ question, school })));

describe('the schools', () => {
  it('ask seventeen questions, each with two schools or more that say what they are good for', () => {
    expect(QUESTIONS).toHaveLength(17);
    for (const { asks, schools } of QUESTIONS) {
      expect(asks).toMatch(/\?$/);
      expect(schools.length).toBeGreaterThanOrEqual(2);
      for (const { goodFor, errs } of schools)
        expect([goodFor, errs].every((text) => text.length > 10)).toBe(true);
    }
  });

  it.each(everySchool)(
    '$question.id: $school.label is recognised once it is chosen',
    ({ question, school }) => {
      const rules = school.put(STANDARD_RULES);
      expect(schoolOf(question, rules)?.id).toBe(school.id);
      expect(checkShape(HouseRulesSchema, rules).ok).toBe(true);
      expect(contradictionsIn(rules)).toEqual([]);
    },
  );

  it('do not touch one another’s answers, in whatever order they are chosen', () => {
    const answers = fc.record(
      Object.fromEntries(
        QUESTIONS.map(({ id, schools }) => [id, fc.constantFrom(...schools.map((school) => school.id))]),
      ),
    );
    fc.assert(
      fc.property(
        answers,
        fc.shuffledSubarray([...QUESTIONS], { minLength: QUESTIONS.length }),
        (chosen, order) => {
          const ordered = Object.fromEntries(order.map(({ id }) => [id, chosen[id] ?? '']));
          const rules = answered(STANDARD_RULES, ordered);
          for (const question of QUESTIONS) expect(schoolOf(question, rules)?.id).toBe(chosen[question.id]);
        },
      ),
      { numRuns: 20 },
    );
  });

  it('are the standard’s own on every question', () => {
    for (const question of QUESTIONS) expect(schoolOf(question, STANDARD_RULES)).not.toBeNull();
    expect(() => answered(STANDARD_RULES, { load_gate: 'no such school' })).toThrow('load_gate');
  });
});

describe('presets', () => {
  it('are three, whole and without contradiction', () => {
    expect(PRESETS).toHaveLength(3);
    for (const { rules, name } of PRESETS) {
      expect(rules.name).toBe(name);
      expect(checkShape(HouseRulesSchema, rules).ok).toBe(true);
      expect(contradictionsIn(rules)).toEqual([]);
    }
    expect(differencesOf(PRESETS[0]?.rules ?? STANDARD_RULES, STANDARD_RULES)).toEqual([]);
  });
});

describe('two sets of rules', () => {
  it('differ in the figures that were changed and in no other', () => {
    const other = withFigure(withFigure(STANDARD_RULES, 'recovery/volts', 12.5), 'threeMinute/used', false);
    expect(differencesOf(STANDARD_RULES, other)).toEqual([
      { path: 'recovery/volts', one: 12.4, other: 12.5 },
      { path: 'threeMinute/used', one: true, other: false },
    ]);
    expect(answeredDifferently(STANDARD_RULES, other).map(({ question }) => question.id)).toEqual([
      'three_minute',
    ]);
    expect(differencesOf(STANDARD_RULES, { ...STANDARD_RULES, name: 'x', version: 9 })).toEqual([]);
  });

  it('differ on a question too where one of them has figures of its own', () => {
    const own = withFigure(STANDARD_RULES, 'charge/loadGatePct', 70);
    expect(answeredDifferently(STANDARD_RULES, own)).toMatchObject([{ one: { id: '65' }, other: null }]);
    const another = withFigure(STANDARD_RULES, 'charge/loadGatePct', 71);
    expect(answeredDifferently(own, another)).toMatchObject([{ one: null, other: null }]);
    expect(answeredDifferently(own, own)).toEqual([]);
  });
});

describe('figures', () => {
  it('are all there, each with what it is and a text that a person can read', () => {
    const figures = figuresOf(STANDARD_RULES);
    expect(figures.length).toBeGreaterThan(60);
    for (const { path, what, value } of figures) {
      expect(value).toBeDefined();
      expect(what).not.toBe(path);
      expect(figureText(path, value)).not.toMatch(/undefined|NaN|\[object/);
    }
  });

  it('carry the unit of their name', () => {
    const text = (path: string) => figureAt(STANDARD_RULES, path)?.[0]?.value.replace(/\u00A0/g, ' ');
    expect(text('charge/loadGatePct')).toBe('65 %');
    expect(text('recovery/volts')).toBe('12.40 V');
    expect(text('vehicle/drawAmps')).toBe('0.05 A');
    expect(text('load/fixedAmps')).toBe('125 A');
    expect(text('surface/restMinutes')).toBe('60 min');
    expect(text('load/holdSeconds')).toBe('15 s');
    expect(text('stand/leakHours')).toBe('24 h');
    expect(text('conductance/lowestC')).toBe('0 °C');
    expect(text('temperature/freezingReserveK')).toBe('5 K');
    expect(text('vehicle/regulatedVolts')).toBe('13.50 V to 14.70 V');
    expect(text('load/limitVoltsByCelsius')).toMatch(/^-18 °C 8.5 V, .* 21 °C 9.6 V$/);
    expect(text('load/setting')).toBe('half the rating');
    expect(text('threeMinute/used')).toBe('yes');
    expect(text('stand/healthyVolts25')).toBe('12.60 V');
    expect(figureAt(STANDARD_RULES, 'no/such')).toBeNull();
  });
});

describe('contradictions', () => {
  it.each([
    ['health/retirePct', 85, 'rules/health'],
    ['health/gradeCPct', 95, 'rules/health/grades'],
    ['cells/evenSpread', 0.06, 'rules/cells'],
    ['temperature/lowestC', 60, 'rules/temperature'],
    ['surface/restMinutes', 0, 'surface/restMinutes'],
  ])('%s at %d is told as %s', (path, value, field) => {
    expect(contradictionsIn(withFigure(STANDARD_RULES, path, value)).map((found) => found.field)).toContain(
      field,
    );
  });

  it('are none in the standard', () => {
    expect(contradictionsIn(STANDARD_RULES)).toEqual([]);
  });
});
