// Tries when to change batteries on simulated fleets over five years, by the plan and by plainer rules, and writes docs/replacing.md.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { loadCore } from './core.mjs';
import { root } from './setup.mjs';

const FLEETS = 20;
const VEHICLES = 40;
const SEED = 8300;
const BEGIN_MS = Date.UTC(2026, 10, 1);

const POLICIES = [
  ['by the plan', { kind: 'plan' }],
  ['at three years', { kind: 'age', years: 3 }],
  ['at four years', { kind: 'age', years: 4 }],
  ['at five years', { kind: 'age', years: 5 }],
  ['once it reads under 65 %', { kind: 'threshold', pct: 65 }],
  ['once it reads under 75 %', { kind: 'threshold', pct: 75 }],
  ['never, only when it fails', { kind: 'never' }],
];

const { tryPolicies } = await loadCore('scripts/replacing.core.ts');
const found = POLICIES.map(([label, policy]) => {
  const [cost] = tryPolicies([policy], {
    fleets: FLEETS,
    vehicles: VEHICLES,
    seed: SEED,
    beginMs: BEGIN_MS,
  });
  console.log(label, cost);
  return { label, ...cost };
});
const [plan] = found;
const text = `# What changing by the plan costs

Written by \`npm run replacing\`: ${FLEETS} simulated fleets of ${VEHICLES} vehicles, seed ${SEED}, five years, every fourth week decided. Batteries age by laws of
their own and fail as in docs/forecasts.md, by the circuit of their vehicle, never by the formula that the plan goes by; one of three
instruments reads 6 points high. What fails is changed at once and costs a breakdown and a day of standing still of its kind of vehicle;
what is changed beforehand costs a visit. Costs are those that every site begins with.

| a battery is changed | changed beforehand | failed at work | a vehicle and year | against the plan |
| --- | --- | --- | --- | --- |
${found
  .map(
    ({ label, changed, failed, cost }) =>
      `| ${label} | ${changed} | ${failed} | ${cost.toFixed(0)} | ${cost === plan.cost ? '' : `${cost > plan.cost ? '+' : '−'}${Math.abs(100 * (cost / plan.cost - 1)).toFixed(0)} %`} |`,
  )
  .join('\n')}
`;
writeFileSync(join(root, 'docs/replacing.md'), text);
console.log(text);
