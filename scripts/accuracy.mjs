// Writes docs/accuracy.md: the verdicts of the core held against the truth of simulated batteries. With --json it only
// tells what it found.
import { writeFileSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { loadCore } from './core.mjs';
import { root } from './setup.mjs';

const SEED = 20_261_123;
const TRIALS = 5000;

const core = await loadCore('scripts/accuracy.core.ts');
const { clearCases, tryOne, AS_ASKED, THOROUGH, summarise, tablesOf, SHOWN_BY } = core;
const { FAULT_LABELS, seededChance, STANDARD_RULES } = core;

function trials(habits) {
  const chance = seededChance(SEED);
  return Array.from({ length: TRIALS }, () => tryOne(chance, STANDARD_RULES, habits));
}

const cell = ({ count, of }) => (of === 0 ? '–' : `${((100 * count) / of).toFixed(1)} % (${count} of ${of})`);
const line = (name, { wronglyCondemned, wronglyReturned, undecided, hiddenAndServed }) =>
  `| ${name} | ${[wronglyCondemned, wronglyReturned, undecided, hiddenAndServed].map(cell).join(' | ')} |`;
const table = (heading, rows) =>
  [
    `| ${heading} | wrongly condemned | wrongly returned | undecided | fault hidden from the steps, served |`,
    '| --- | --- | --- | --- | --- |',
    ...rows.map(({ name, summary }) => line(name, summary)),
  ].join('\n');

const thorough = trials(THOROUGH);
if (process.argv.includes('--json')) {
  const { construction, temperature } = tablesOf(thorough);
  const full = summarise(thorough);
  writeSync(1, JSON.stringify({ full, cuts: { construction, temperature }, ...clearCases(thorough) }));
  process.exit(0);
}
const asked = trials(AS_ASKED);
const cuts = tablesOf(thorough);
const text = `# How often the verdict is right

Written by \`npm run accuracy\`: ${TRIALS} batteries of the physical model (docs/physical-model.md), seed ${SEED}, each worked
by a simulated technician with instruments that err, under the standard house rules. Four in ten have a fault beside
their wear; they come in at −12 to 38 °C and 25 to 99 % of charge. A unit test holds the same trial to its limits.

- *Wrongly condemned*: \`retire\` on a unit without a fault that truly cranks 70 % or more of its rating. At most 1 %.
- *Wrongly returned*: \`serve\` on a unit below 60 %, or with a fault that the steps taken can show. At most 2 %.
- *Undecided* after the full procedure. At most 5 %.

A fault of resistance counts as one that can be shown once it leaves less than 72 % of the rating: two methods together
are good to some 5 %, so that 72 % can be told from the 80 % that serve. Above that the unit still cranks, and is judged by that.

${table('Procedure', [
  { name: 'full: hydrometer, conductance and load', summary: summarise(thorough) },
  { name: 'only what the run sheet asks for', summary: summarise(asked) },
])}

The second row is what a hurried hand gets: conductance alone sends some bad joints back, which the load test finds.

## Full procedure

${table('Construction', cuts.construction)}

${table('Temperature on arrival', cuts.temperature)}

${table('Fault', cuts.fault)}

## What can show each fault

| fault | shown by |
| --- | --- |
${Object.entries(SHOWN_BY)
  .map(([kind, by]) => `| ${FAULT_LABELS[kind]} | ${by} |`)
  .join('\n')}
`;
writeFileSync(join(root, 'docs/accuracy.md'), text);
console.log(text);
