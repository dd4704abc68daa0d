import fc from 'fast-check';
import type { BatterySpec } from '../battery/battery';
import { restedState } from '../physics/battery-state';
import { modelOf, newUnit } from '../physics/physical-battery';
import { drawSteadily } from '../physics/steady-discharge';
import { evenly } from '../quantity/evenly.test-support';
import type { HouseRules } from '../rules/house-rules';
import { STANDARD_RULES } from '../rules/standard-rules';
import { upgradeRules } from '../rules/upgrade-rules';
import { assess } from './assess';
import cases from './capacity.cases.json';
import { judgeCapacity } from './capacity-result';
import type { DischargeEvidence, Evidence, ReturnedEvidence } from './evidence';
import { EXAMPLE_BATTERY, type ExampleCase, exampleEvidence } from './examples.test-support';

interface Written {
  readonly why: string;
  readonly example: ExampleCase;
  readonly discharge?: Partial<DischargeEvidence>;
  readonly returned?: ReturnedEvidence;
  readonly says: Readonly<Record<string, unknown>>;
}

function evidenceOf({ example, discharge, returned }: Omit<Written, 'why' | 'says'>): Evidence {
  return {
    ...exampleEvidence(example),
    discharge: discharge
      ? {
          amps: 25,
          minutes: 90,
          earlyVolts: null,
          endVolts: 10.5,
          temperatureC: 25,
          drained: false,
          forced: false,
          ...discharge,
        }
      : null,
    returned: returned ?? null,
  };
}

describe('worked by hand', () => {
  it.each(cases as unknown as readonly Written[])('$why', ({ says, ...written }) => {
    const { verdict, grade, decidedBy, rule, next, estimates } = assess(evidenceOf(written), STANDARD_RULES);
    const { capacity } = estimates;
    const told = {
      verdict,
      grade,
      decidedBy,
      rule,
      next,
      method: capacity?.method ?? null,
      pct: capacity?.pct == null ? null : Math.round(capacity.pct),
    };
    expect(told).toMatchObject(says);
  });
});

const discharged = (discharge: Partial<DischargeEvidence>, battery: Partial<BatterySpec> = {}) =>
  judgeCapacity(evidenceOf({ example: { ocv: 12.7, battery }, discharge }), STANDARD_RULES);

it('more minutes are never less capacity, and colder plates are not blamed for being cold', () => {
  const minutes = evenly(20, 150);
  const celsius = evenly(5, 40);
  fc.assert(
    fc.property(minutes, minutes, celsius, (one, other, temperatureC) => {
      const [less, more] = [Math.min(one, other), Math.max(one, other)].map(
        (lasted) => discharged({ minutes: lasted, temperatureC })?.pct ?? 0,
      );
      expect(more).toBeGreaterThanOrEqual(less ?? 0);
      const warm = discharged({ minutes: one, temperatureC: 25 })?.pct ?? 0;
      const asRead = discharged({ minutes: one, temperatureC })?.pct ?? 0;
      expect(Math.sign(asRead - warm)).toBe(Math.sign(25 - temperatureC));
    }),
  );
});

// The model knows Peukert’s law as the core does; its knee and its cells are its own.
it.each(['flooded', 'calcium', 'efb', 'agm', 'gel'] as const)(
  'a %s battery of some capacity is told to hold that, at any temperature and current',
  (construction) => {
    for (const nominalVolts of [6, 12] as const) {
      for (const capacity of [1, 0.8, 0.6, 0.4]) {
        for (const [amps, temperatureC] of [
          [25, 25],
          [10, 25],
          [25, 8],
          [40, 35],
        ] as const) {
          const spec: BatterySpec = {
            construction,
            nominalVolts,
            ratings: [],
            c20Ah: 100,
            rcMinutes: null,
            duty: 'deep_cycle',
          };
          const model = modelOf({ ...newUnit(spec), capacity });
          if (!model) throw new Error('no model');
          const endVolts = 1.75 * model.cells;
          const { course } = drawSteadily(model, restedState(model, 100, temperatureC), {
            amps,
            endVolts,
            mostMinutes: 2000,
            stepSeconds: 30,
          });
          const [minutes, volts] = course.at(-1) ?? [0, 0];
          const evidence = evidenceOf({
            example: { ocv: nominalVolts === 6 ? 6.4 : 12.8, battery: spec },
            discharge: { amps, minutes, endVolts: Math.min(volts, endVolts), temperatureC },
          });
          const told = judgeCapacity(evidence, STANDARD_RULES);
          expect(told?.method).toBe('discharge');
          expect(Math.abs((told?.pct ?? 0) - 100 * capacity)).toBeLessThan(7);
        }
      }
    }
  },
);

it('what a discharge says outranks what a charge returned', () => {
  const evidence = evidenceOf({
    example: { ocv: 12.7, battery: EXAMPLE_BATTERY },
    discharge: { minutes: 96 },
    returned: { ampHours: 20, fromPct: 20 },
  });
  expect(judgeCapacity(evidence, STANDARD_RULES)?.method).toBe('discharge');
  expect(judgeCapacity({ ...evidence, discharge: null }, STANDARD_RULES)).toMatchObject({
    method: 'returned',
    low: true,
  });
});

it('house rules kept before capacity was known retire by a discharge as all do, and by no charge of old', () => {
  const { capacity: _, ...kept } = STANDARD_RULES;
  const rules = upgradeRules(kept, 4) as unknown as HouseRules;
  const deep = { example: { ocv: 12.7, battery: { ...EXAMPLE_BATTERY, duty: 'deep_cycle' as const } } };
  const discharged = evidenceOf({ ...deep, discharge: { minutes: 57 } });
  expect(assess(discharged, rules)).toMatchObject({ verdict: 'retire', decidedBy: 'capacity_low' });
  const charged = evidenceOf({ ...deep, returned: { ampHours: 20, fromPct: 20 } });
  expect(assess(charged, STANDARD_RULES).estimates.capacity?.low).toBe(true);
  expect(assess(charged, rules).estimates.capacity?.low).toBe(false);
});
