// Holds the second opinion against batteries that it has not seen: writes docs/second-opinion.md, its reliability diagram
// and the record of them.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { loadCore } from './core.mjs';
import { printsOf, record, replayIfAsked } from './recorded-trial.mjs';
import { root } from './setup.mjs';

const SEED = 20_261_124;
const BATTERIES = 600;
/** Batteries that share a print, and which of those blocks are gone through again by the tests. */
const BLOCK = 5;
const REPLAYED = [0];

const { EXPLANATION_FACTS, reliability, tryOpinion } = await loadCore('scripts/second-opinion.core.ts');

replayIfAsked(REPLAYED, BLOCK, { batteries: (at) => tryOpinion(SEED + at) });

const tried = [];
for (let at = 0; at < BATTERIES; at++) {
  tried.push(tryOpinion(SEED + at));
  if ((at + 1) % 50 === 0) process.stderr.write(`${at + 1} of ${BATTERIES} batteries\n`);
}
const found = reliability(tried);
record('second-opinion', { found, prints: { batteries: printsOf(tried, BLOCK) } });

const [SIZE, EDGE] = [360, 46];
const at = (share) => (EDGE + share * (SIZE - 2 * EDGE)).toFixed(1);
const up = (share) => (SIZE - EDGE - share * (SIZE - 2 * EDGE)).toFixed(1);
const dots = found.bins
  .filter(({ count }) => count > 0)
  .map(
    ({ count, toldMean, trueShare }) =>
      `<circle cx="${at(toldMean)}" cy="${up(trueShare)}" r="${(3 + Math.sqrt(count) / 5).toFixed(1)}" fill="#0d5568" fill-opacity="0.75"/>`,
  );
const ticks = [0, 0.25, 0.5, 0.75, 1].map(
  (tick) =>
    `<text x="${at(tick)}" y="${SIZE - EDGE + 18}" text-anchor="middle">${tick}</text><text x="${EDGE - 8}" y="${up(tick)}" dy="4" text-anchor="end">${tick}</text>`,
);
writeFileSync(
  join(root, 'docs/second-opinion.svg'),
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${SIZE} ${SIZE}" width="${SIZE}" height="${SIZE}" font-family="sans-serif" font-size="12" fill="#1d2529">
<title>Reliability of the second opinion</title>
<rect width="${SIZE}" height="${SIZE}" fill="#fdfcf7"/>
<path d="M${at(0)} ${up(0)}L${at(1)} ${up(1)}" stroke="#9b9484" stroke-dasharray="4 4"/>
<path d="M${at(0)} ${up(1)}V${up(0)}H${at(1)}" fill="none" stroke="#1d2529"/>
${ticks.join('\n')}
${dots.join('\n')}
<text x="${SIZE / 2}" y="${SIZE - 8}" text-anchor="middle">probability told</text>
<text x="14" y="${SIZE / 2}" text-anchor="middle" transform="rotate(-90 14 ${SIZE / 2})">share that was true</text>
</svg>
`,
);
const percent = (share) => `${(100 * share).toFixed(1)} %`;
writeFileSync(
  join(root, 'docs/second-opinion.md'),
  `# The second opinion and how far to trust it

Written by \`npm run reliability\`: ${found.batteries} simulated batteries that the fit has not seen, seeds from ${SEED} on, drawn by
how often each explanation is taken to come to a bench, each measured once by a simulated technician whose instruments err.

For each explanation the physical model is drawn in many states that it allows, brought to the open voltage that was read,
and weighed by how well it tells the load, its first second, the recovery after it, the conductance, the gravities, the
three-minute charge, the capacity by a discharge or by what a charge returned, and a stand. Makers are drawn too. The
probabilities are those weights beside how common each explanation is. It says what a new test would show under the two
likeliest, and which test lies furthest apart: only one that this battery can have
now, whose figures lie twice its own error apart; the three-minute charge only where its line lies between them. It never changes a verdict, and says when it would have another.

![Reliability: what was told against what was true](second-opinion.svg)

On the dashed line a probability told is one that holds. Mean distance from it: ${percent(found.calibrationError)}. The
likeliest explanation was the true one in ${percent(found.firstIsTrue)} of the batteries.

| told | how often told | mean told | true |
| --- | --- | --- | --- |
${found.bins
  .map(
    ({ count, toldMean, trueShare }, bin) =>
      `| ${bin * 10} to ${(bin + 1) * 10} % | ${count} | ${percent(toldMean)} | ${percent(trueShare)} |`,
  )
  .join('\n')}

| what was true | likeliest explanation was that |
| --- | --- |
${Object.entries(found.firstIsTrueOf)
  .map(([kind, { count, of }]) => `| ${EXPLANATION_FACTS[kind].label} | ${count} of ${of} |`)
  .join('\n')}

The batteries come from the same model that is fitted, so this shows that the probabilities are honest about noise and about
what the steps cannot tell, not that the model is the world. A joint, sulphated and dried-out plates all show as resistance:
where only a load was read they cannot be told from wear, and the probabilities say so.
`,
);
console.log(
  `calibration error ${percent(found.calibrationError)}, first is true ${percent(found.firstIsTrue)}`,
);
