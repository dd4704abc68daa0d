// Writes docs/accuracy.md and its picture, and docs/accuracy.json with what it found: the verdicts of the core held against
// the truth of simulated batteries. With --replay it only tells what every tenth block of them comes to now.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { loadCore } from './core.mjs';
import { printsOf, record, replayIfAsked } from './recorded-trial.mjs';
import { root } from './setup.mjs';

const SEED = 20_261_123;
const TRIALS = 10_000;

const core = await loadCore('scripts/accuracy.core.ts');
const {
  clearCases,
  tryOne,
  AS_ASKED,
  THOROUGH,
  TIDY,
  REMEMBERED,
  summarise,
  tablesOf,
  calibrationsOf,
  SHOWN_BY,
} = core;
const { CORE_VERSION, FAULT_LABELS, seededChance, STANDARD_RULES } = core;

/** Batteries that share a print, and which of those blocks are gone through again by the tests. */
const BLOCK = 100;
const REPLAYED = Array.from({ length: TRIALS / BLOCK / 10 }, (_, at) => 10 * at);

/** Each battery has a chance of its own: what one hand does otherwise after a change of a rule changes no other battery. */
const tryAt = (at, habits, world) => tryOne(seededChance(SEED + at), STANDARD_RULES, habits, world);

function trials(habits, world) {
  return Array.from({ length: TRIALS }, (_, at) => tryAt(at, habits, world));
}

/** What a battery came to is in its print; what it was is in its seed. */
const cameTo = ({ spec: _spec, ...trial }) => trial;

replayIfAsked(REPLAYED, BLOCK, {
  full: (at) => cameTo(tryAt(at, THOROUGH)),
  own: (at) => cameTo(tryAt(at, THOROUGH, REMEMBERED)),
});

const cell = ({ count, of }) => (of === 0 ? '–' : `${((100 * count) / of).toFixed(2)} % (${count} of ${of})`);
const bands = (rows) =>
  [
    '| band | batteries | told minus true | spread | uncertainty told | within one | within two |',
    '| --- | --- | --- | --- | --- | --- | --- |',
    ...rows.map(
      ({ name, count, bias, spread, toldSd, withinOne, withinTwo }) =>
        `| ${name} | ${count} | ${bias.toFixed(1)} | ${spread.toFixed(1)} | ${toldSd.toFixed(1)} | ${percent(withinOne)} | ${percent(withinTwo)} |`,
    ),
  ].join('\n');
const line = (name, { wronglyCondemned, wronglyReturned, undecided, shownAndServed, hiddenAndServed }) =>
  `| ${name} | ${[wronglyCondemned, wronglyReturned, undecided, shownAndServed, hiddenAndServed].map(cell).join(' | ')} |`;
const table = (heading, rows) =>
  [
    `| ${heading} | wrongly condemned | wrongly returned | undecided | fault that shows, served | fault that cannot show, served |`,
    '| --- | --- | --- | --- | --- | --- |',
    ...rows.map(({ name, summary }) => line(name, summary)),
  ].join('\n');

const thorough = trials(THOROUGH);
const cuts = tablesOf(thorough);
const calibrations = calibrationsOf(thorough);
const remembered = trials(THOROUGH, REMEMBERED);
const againstOwn = calibrationsOf(remembered);
const full = summarise(thorough);
const own = { summary: summarise(remembered), calibrations: againstOwn };
const prints = {
  full: printsOf(thorough.map(cameTo), BLOCK),
  own: printsOf(remembered.map(cameTo), BLOCK),
};
const asked = trials(AS_ASKED);
const tidy = trials(THOROUGH, TIDY);

const percent = (share) => `${(100 * share).toFixed(0)} %`;
const text = `# How often the verdict is right

Written by \`npm run accuracy\`: ${TRIALS} batteries of the physical model (docs/physical-model.md), seeds from ${SEED} on, each worked
by a simulated technician with instruments that err, under the standard house rules. The world is drawn wider than the rules:

- Makers differ: open voltage ±0.04 V, resistance against the label ±7 %, its split ±10 %, activation ±15 %, cranking current
  for a conductance ±10 %, capacity against the label ±8 %, each drawn evenly.
- Four in ten have a fault beside their wear; half of the bad joints are seen by nothing but a current.
- Six in ten start engines; the others work for hours, half of them alone, in blocks of 2 to 12 V.
- They come in at −18 to 48 °C and 25 to 99 % of charge.
- In one run of five the hand gets something wrong and does not know of it.

*Fitness* is what counts: by what it cranks for an engine, by the minutes that it works for deep cycle, by the lesser of
the two for both.

- *Wrongly condemned*: \`retire\` on a unit without a fault of 70 % fitness or more. At most 0.5 %.
- *Wrongly returned*: \`serve\` or \`watch\` on a unit below 55 %. At most 1 %.
- *Undecided* after the full procedure. At most 3 %.

A fault of resistance counts as one that shows once it leaves less than 72 % of the rating: two methods together are good to
some 5 %, so that 72 % can be told from the 80 % that serve. Above that the unit still cranks, and is judged by that.

${table('Procedure', [
  { name: 'full: hydrometer, conductance and load', summary: full },
  { name: 'only what the run sheet asks for', summary: summarise(asked) },
  { name: 'full, every unit tested when it was new', summary: own.summary },
  { name: 'full, in a tidy world: makers alike, no mistakes', summary: summarise(tidy) },
])}

The second row is what a hurried hand gets: conductance alone sends some bad joints back, which the load test finds.

## Full procedure

${table('Construction', cuts.construction)}

${table('Temperature on arrival', cuts.temperature)}

${table('Duty', cuts.duty)}

${table('Block', cuts.block)}

${table('The hand', cuts.hand)}

${table('Fault', cuts.fault)}

## Is the health as sure as it says?

![Shares of the truths within one and two of the uncertainties that were told](accuracy.svg)

A health is told with one standard uncertainty. Of the truths some 68 % should lie within one of it, and 95 % within two; 60 to
76 and 92 to 98 are asked for in every band. *Told minus true* in points of percent.

${bands(calibrations)}

The bands are of hands that make no mistake. What somebody gets wrong without knowing it is in no uncertainty: fewer truths lie
within it then, as the last line says.

## Against its own first tests

Where a unit was tested in its first half year, its health is told against those tests (docs/verdict.md) and is the share of what
this very unit cranked when it was new: its maker and its label are no longer in the uncertainty.

${bands(againstOwn)}

## What can show each fault

| fault | shown by |
| --- | --- |
${Object.entries(SHOWN_BY)
  .map(([kind, by]) => `| ${FAULT_LABELS[kind]} | ${by} |`)
  .join('\n')}
`;
writeFileSync(join(root, 'docs/accuracy.md'), text);
const found = { core: CORE_VERSION, full, cuts, calibrations, own, ...clearCases(thorough), prints };
record('accuracy', found);
writeFileSync(join(root, 'docs/accuracy.svg'), picture());
console.log(text);

/** A line a band: where the shares lie, beside the spans that are asked for. */
function picture() {
  const [width, left, right, top, step] = [640, 190, 24, 44, 24];
  const height = top + step * calibrations.length + 20;
  const x = (share) => left + ((share - 0.5) / 0.5) * (width - left - right);
  const span = (from, to) =>
    `<rect x="${x(from)}" y="${top - 12}" width="${x(to) - x(from)}" height="${step * calibrations.length}" fill="#dfe8e6"/>`;
  const rows = calibrations.map(({ name, withinOne, withinTwo }, at) => {
    const y = top + step * at;
    return `<text x="${left - 12}" y="${y + 4}" text-anchor="end">${name}</text>
<circle cx="${x(withinOne)}" cy="${y}" r="5" fill="#0e5463"/><path d="M${x(withinTwo) - 5} ${y}l5 -5 5 5 -5 5z" fill="#8a5a00"/>`;
  });
  const ticks = [0.5, 0.6, 0.7, 0.8, 0.9, 1].map(
    (share) =>
      `<text x="${x(share)}" y="${height - 4}" text-anchor="middle">${(100 * share).toFixed(0)} %</text>`,
  );
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" font-family="sans-serif" font-size="12" fill="#1d2529">
<title>Shares of the truths within one (circle) and two (diamond) of the uncertainties told</title>
<rect width="${width}" height="${height}" fill="#fdfcf7"/>
${span(0.6, 0.76)}
${span(0.92, 0.98)}
<text x="${x(0.68)}" y="20" text-anchor="middle">within one</text>
<text x="${x(0.95)}" y="20" text-anchor="middle">within two</text>
${rows.join('\n')}
${ticks.join('\n')}
</svg>
`;
}
