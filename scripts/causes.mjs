// Learns what each sign of a vehicle's check weighs for each cause, from simulated vehicles, and writes it down.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { loadCore } from './core.mjs';
import { root } from './setup.mjs';

const SEED = 20_261_201;
const VEHICLES = 30_000;
const EPOCHS = 14;
const RATE = 0.25;
const SHRINK = 2e-6;

const { CAUSES, SIGNS, drawVehicle, partialCheck, seededChance, seenSigns } =
  await loadCore('scripts/causes.core.ts');
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
