import { assess } from '../assessment/assess';
import { evidenceAsOfToday } from '../assessment/evidence';
import { LEVERS, leverWords } from '../assessment/levers';
import type { BatterySpec } from '../battery/battery';
import { STANDARD_RULES } from '../rules/standard-rules';
import { judgeRun } from './judge-run';
import { battery, WrittenRun } from './written-run.test-support';

const BATTERIES: readonly (readonly [string, BatterySpec, volts: number])[] = [
  ['12 V, SAE', battery, 12.6],
  ['12 V, EN', { ...battery, ratings: [{ standard: 'EN', amps: 640 }] }, 12.55],
  ['6 V, SAE', { ...battery, nominalVolts: 6, ratings: [{ standard: 'SAE', amps: 450 }], c20Ah: 90 }, 6.3],
  ['6 V, DIN', { ...battery, nominalVolts: 6, ratings: [{ standard: 'DIN', amps: 240 }], c20Ah: 70 }, 6.28],
  ['12 V, AGM', { ...battery, construction: 'agm', ratings: [{ standard: 'EN', amps: 760 }] }, 12.8],
];

/** A figure as it is told, entered as it stands. */
const entered = (words: string) => Number(/^[\d.]+/.exec(words)?.[0]);

it.each(BATTERIES)('what is told of a test holds when it is entered just so: %s', (_name, spec, volts) => {
  const { readings } = new WrittenRun()
    .add('identify', { confirmed: true })
    .add('inspection', { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' })
    .add('settle', { method: 'rested', restMinutes: 780, clockMinutes: 0 })
    .add('open_circuit', { volts, temperatureC: 7 });
  const { openTests, evidence } = judgeRun(spec, readings, STANDARD_RULES);
  const verdictAt = (lever: keyof typeof LEVERS, value: number) =>
    assess(evidenceAsOfToday(LEVERS[lever].put(evidence, value, STANDARD_RULES)), STANDARD_RULES).verdict;
  let looked = 0;
  for (const { lever, outcomes } of openTests) {
    const last = outcomes.at(-1);
    if (!last || outcomes.length < 2) continue;
    const told = leverWords(lever, last.from, evidence);
    expect([told, verdictAt(lever, entered(told))]).toEqual([told, last.verdict]);
    looked++;
  }
  expect(looked).toBeGreaterThan(0);
});

it('a figure of a tester is in the unit that the form begins with, named', () => {
  const spec: BatterySpec = { ...battery, ratings: [{ standard: 'EN', amps: 640 }] };
  const { evidence } = judgeRun(spec, [], STANDARD_RULES);
  expect(leverWords('conductance', 455.2, evidence)).toBe('456\u00A0A EN');
  expect(leverWords('open_circuit', 12.341, evidence, 'down')).toBe('12.34\u00A0V');
  expect(leverWords('open_circuit', 12.34, evidence, 'up')).toBe('12.34\u00A0V');
});
