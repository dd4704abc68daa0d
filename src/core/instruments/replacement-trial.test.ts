import { tryPolicies } from './replacement-trial';

it('changing by the plan costs less than by age, by a fixed line, or never', () => {
  const [plan, age, line, never] = tryPolicies(
    [{ kind: 'plan' }, { kind: 'age', years: 4 }, { kind: 'threshold', pct: 65 }, { kind: 'never' }],
    { fleets: 1, vehicles: 30, seed: 31, beginMs: Date.UTC(2026, 10, 1) },
  );
  for (const other of [age, line, never]) expect(plan?.cost).toBeLessThan(0.95 * (other?.cost ?? 0));
  expect(plan?.failed).toBeLessThan(never?.failed ?? 0);
  expect(never?.changed).toBe(0);
});
