// Tries the ranking of causes on simulated vehicles that it has not seen and writes docs/vehicle-causes.md, its picture and the
// record of it; with --learn it first learns anew what each sign of a check weighs for each cause.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { loadCore } from './core.mjs';
import { printsOf, record, replayIfAsked } from './recorded-trial.mjs';
import { root } from './setup.mjs';

const SEED = 20_261_201;
const VEHICLES = 30_000;
const EPOCHS = 14;
const RATE = 0.25;
const SHRINK = 2e-6;

const TRIED = 2000;
const TRIED_SEED = 4711;
/** Vehicles that share a print, and which of those blocks are gone through again by the tests. */
const BLOCK = 100;
const REPLAYED = [0, 10];

const core = () => loadCore('scripts/causes.core.ts');
if (process.argv.includes('--learn')) learn(await core());
// What was learned is part of what is tried.
write(await core());

function learn({ CAUSES, SIGNS, drawVehicle, partialCheck, seededChance, seenSigns }) {
  const chance = seededChance(SEED);
  const places = new Map();
  let width = 0;
  for (const { id, bins } of SIGNS) {
    places.set(id, width);
    width += bins.length;
  }
  const shares = Float64Array.from({ length: CAUSES.length * width }, () => 0.5);
  const samples = Array.from({ length: VEHICLES }, () => {
    const drawn = drawVehicle(chance, { spread: 1.15 });
    // Half of them are checked in full, the others to some part of it.
    const share = chance.uniform() < 0.5 ? 1 : chance.between(0.08, 1);
    const { evidence } = partialCheck(drawn, chance, share);
    const on = seenSigns(evidence).map(({ sign, bin }) => places.get(sign.id) + bin);
    const causes = CAUSES.map((cause) => (drawn.causes.has(cause) ? 1 : 0));
    causes.forEach((is, cause) => {
      if (is) for (const place of on) shares[cause * width + place] += 1;
    });
    return { on, causes };
  });

  const bias = new Float64Array(CAUSES.length);
  const weights = new Float64Array(CAUSES.length * width);
  const steps = new Float64Array(weights.length).fill(1e-8);
  const biasSteps = new Float64Array(bias.length).fill(1e-8);
  for (let epoch = 0; epoch < EPOCHS; epoch++) {
    const order = samples.map((_, at) => at);
    for (let at = order.length - 1; at > 0; at--) {
      const other = Math.floor(chance.uniform() * (at + 1));
      [order[at], order[other]] = [order[other], order[at]];
    }
    for (const index of order) {
      const { on, causes } = samples[index];
      for (let cause = 0; cause < CAUSES.length; cause++) {
        let logit = bias[cause];
        for (const place of on) logit += weights[cause * width + place];
        const slope = 1 / (1 + Math.exp(-logit)) - causes[cause];
        biasSteps[cause] += slope * slope;
        bias[cause] -= (RATE * slope) / Math.sqrt(biasSteps[cause]);
        for (const place of on) {
          const at = cause * width + place;
          const down = slope + SHRINK * VEHICLES * weights[at] * 0.001;
          steps[at] += down * down;
          weights[at] -= (RATE * down) / Math.sqrt(steps[at]);
        }
      }
    }
  }

  const round = (value, digits) => Number(value.toFixed(digits));
  const bySign = (values, digits) =>
    Object.fromEntries(
      SIGNS.map(({ id, bins }) => [
        id,
        CAUSES.map((_, cause) =>
          bins.map((_, bin) => round(values(cause, places.get(id), bin, bins.length), digits)),
        ),
      ]),
    );
  const table = {
    bias: Array.from(bias, (value) => round(value, 3)),
    weights: bySign((cause, place, bin) => weights[cause * width + place + bin], 2),
    shares: bySign((cause, place, bin, count) => {
      let sum = 0;
      for (let other = 0; other < count; other++) sum += shares[cause * width + place + other];
      return shares[cause * width + place + bin] / sum;
    }, 3),
  };
  writeFileSync(join(root, 'src/core/circuit/sign-weights.json'), `${JSON.stringify(table)}\n`);
  console.log(`${VEHICLES} vehicles, ${SIGNS.length} signs, ${width} bins`);
}

function write({ CAUSES, CAUSE_LABELS, CORE_VERSION, tryCheck, checkTrial }) {
  // Each vehicle has a chance of its own: what is done otherwise on one after a change changes no other.
  const tryAt = (at) => tryCheck(TRIED_SEED + at);
  replayIfAsked(REPLAYED, BLOCK, { checks: tryAt });
  const tried = Array.from({ length: TRIED }, (_, at) => tryAt(at));
  const trial = checkTrial(tried);
  const percent = (share, digits = 1) => `${(100 * share).toFixed(digits)} %`;
  const { readings, reliability, confusion } = trial;
  const rows = CAUSES.flatMap((cause) => {
    const row = confusion.get(cause);
    if (!row) return [];
    const all = [...row.values()].reduce((sum, count) => sum + count, 0);
    const others = [...row]
      .filter(([shown]) => shown !== cause)
      .sort((one, other) => other[1] - one[1])
      .map(([shown, count]) => `${CAUSE_LABELS[shown]} ${count}`);
    return [
      `| ${CAUSE_LABELS[cause]} | ${all} | ${percent((row.get(cause) ?? 0) / all, 0)} | ${others.join(', ') || '–'} |`,
    ];
  });
  const text = `# How often the cause is right

Written by \`npm run causes\`: ${TRIED} simulated vehicles (docs/vehicle-check.md) that the ranking has not learned from, seeds
from ${TRIED_SEED} on, makers and instruments that differ by more than those that it has. One fault mostly, two in one of six, none in some.

| | found | asked |
| --- | --- | --- |
| a true cause stands first, after the full check | ${percent(trial.right)} | 90 % and more |
| a sound battery is blamed first | ${percent(trial.batteryBlamed, 2)} | at most 1 % |
| a sound alternator is blamed first | ${percent(trial.alternatorBlamed, 2)} | at most 2 % |
| mean distance of the chances told from what came true | ${percent(trial.distance)} | at most 3 % |
| readings of a check that follows what is proposed, of a full one’s | ${percent(readings.followed / readings.full, 0)} (${readings.followed.toFixed(1)} of ${readings.full.toFixed(1)}) | at most 60 % |
| a true cause stands first after that | ${percent(readings.followedRight)} | |

![Chances told against the shares that came true](vehicle-causes.svg)

| told | came true | how often |
| --- | --- | --- |
${reliability.map(({ told, came, count }) => `| ${percent(told, 0)} | ${percent(came, 0)} | ${count} |`).join('\n')}

| true | vehicles | stands first | first instead |
| --- | --- | --- | --- |
${rows.join('\n')}

A slow start with its current in the usual span and nothing else wrong is what a little drag leaves: starter, engine and *nothing found*
are told apart last. A regulator that comes and goes looks sound in whatever was read while it was there.
`;
  writeFileSync(join(root, 'docs/vehicle-causes.md'), text);
  writeFileSync(join(root, 'docs/vehicle-causes.svg'), picture(reliability));
  const { confusion: _confusion, ...found } = trial;
  record('vehicle-causes', { core: CORE_VERSION, found, prints: { checks: printsOf(tried, BLOCK) } });
  console.log(text);
}

/** The chances told along, the shares that came true upward; what holds lies on the line. */
function picture(reliability) {
  const [size, edge] = [320, 40];
  const at = (share) => edge + share * (size - 2 * edge);
  const dots = reliability
    .filter(({ count }) => count > 0)
    .map(
      ({ told, came }) =>
        `<circle cx="${at(told).toFixed(1)}" cy="${(size - at(came)).toFixed(1)}" r="5" fill="#0e5463"/>`,
    );
  const ticks = [0, 0.5, 1].flatMap((share) => [
    `<text x="${at(share)}" y="${size - edge + 20}" text-anchor="middle">${100 * share} %</text>`,
    `<text x="${edge - 8}" y="${size - at(share) + 4}" text-anchor="end">${100 * share} %</text>`,
  ]);
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${size} ${size}" width="${size}" height="${size}" font-family="sans-serif" font-size="12" fill="#1d2529">
<title>Chances told (along) against the shares that came true (upward)</title>
<rect width="${size}" height="${size}" fill="#fdfcf7"/>
<path d="M${at(0)} ${size - at(0)}L${at(1)} ${size - at(1)}" stroke="#b9ad94" stroke-width="2"/>
${dots.join('\n')}
${ticks.join('\n')}
</svg>
`;
}
