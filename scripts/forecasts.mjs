// Tries the forecast of health on simulated fleets whose rest is hidden from it, and writes docs/forecasts.md and its picture.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { loadCore } from './core.mjs';
import { root } from './setup.mjs';

const FLEETS = 20;
const UNITS = 160;
/** Moments that are drawn of each unit. */
const MOMENTS = 3;
const SEED = 8200;
const END_MS = Date.UTC(2026, 10, 1);

const STARTS = 500;
const MANY_STARTS = 5000;

const { coldStarts, forecastFleets, heldForecasts, heldStarts } = await loadCore('scripts/forecasts.core.ts');
const trial = heldForecasts(forecastFleets(FLEETS, UNITS, { seed: SEED, endMs: END_MS, moments: MOMENTS }));
const starts = heldStarts(coldStarts(STARTS, SEED));
const many = heldStarts(coldStarts(MANY_STARTS, SEED + 1), 10);
const percent = (share, digits = 1) => `${(100 * share).toFixed(digits)} %`;
const text = `# How forecasts hold

Written by \`npm run forecasts\`: ${FLEETS} simulated fleets of ${UNITS} units, seed ${SEED}. Each unit ages by a law of its own, straight, bent or with a knee,
and wanders; one of three instruments reads 6 points high, cold readings read low, one in twenty-five is a slip. ${MOMENTS} moments are drawn of each, what came
before one is shown to the forecast, and what came after decides. A unit fails when its simulated circuit does not turn its engine fast
enough on the coldest morning of a week, or when something breaks inside it.

| | found | asked |
| --- | --- | --- |
| forecasts | ${trial.units} | |
| crossing of 65 % inside its 80 % interval | ${percent(trial.held)} | 75 to 85 % |
| before it, after it | ${percent(trial.before)}, ${percent(trial.after)} | |
| health now, mean error | ${trial.bias.toFixed(1)} points | |
| health now, root mean square | ${trial.rms.toFixed(1)} points | |
| truth within one sigma of health now | ${percent(trial.withinSigma, 0)} | |
| failures within 90 days | ${trial.failures} | |
| Brier score, and by age alone | ${trial.brier.toFixed(4)}, ${trial.brierByAge.toFixed(4)} | |
| better than age alone by | ${percent(trial.better, 0)} | 15 % and more |
| chances told off by, in the mean | ${percent(trial.distance)} | at most 2 % |

| told | came | units |
| --- | --- | --- |
${trial.reliability.map(({ told, came, count }) => `| ${percent(told)} | ${percent(came)} | ${count} |`).join('\n')}

![What was told against what came](forecasts.svg)

## Cold mornings

${STARTS} starts that were told to be at risk (chances from 2 to 98 %), between −24 and 2 °C: a health known to 4 points, a usual charge, and what the engine
asks by its kind or by a start that was read; the simulated circuit decides. What must be there for an engine to start was fitted on other
12,000 starts.

| | found | asked |
| --- | --- | --- |
| told to start, and started | ${percent(starts.told)}, ${percent(starts.came)} | |
| chances told off by, in the mean of five bands | ${percent(starts.distance)} | at most 5 % |
| the same of ${MANY_STARTS} starts, ten bands | ${percent(many.distance)} | |

| told | came | starts |
| --- | --- | --- |
${many.reliability.map(({ told, came, count }) => `| ${percent(told, 0)} | ${percent(came, 0)} | ${count} |`).join('\n')}
`;
writeFileSync(join(root, 'docs/forecasts.md'), text);
const at = (share) => 40 + 320 * share;
const dots = trial.reliability
  .map(
    ({ told, came, count }) =>
      `<circle cx="${at(told).toFixed(1)}" cy="${at(1 - came).toFixed(1)}" r="${(3 + Math.log2(count)).toFixed(1)}" fill="#0f5566" fill-opacity="0.7"/>`,
  )
  .join('\n');
writeFileSync(
  join(root, 'docs/forecasts.svg'),
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 400 400" font-family="sans-serif" font-size="12">
<title>Chances of failing within 90 days: told against came</title>
<rect width="400" height="400" fill="#fffef9"/>
<line x1="40" y1="360" x2="360" y2="40" stroke="#b8ab8f"/>
<path d="M40 40V360H360" fill="none" stroke="#1d2b33"/>
${dots}
<text x="200" y="392" text-anchor="middle">told</text>
<text x="14" y="200" text-anchor="middle" transform="rotate(-90 14 200)">came</text>
</svg>
`,
);
console.log(text);
