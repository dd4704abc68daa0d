// The physical model against the same equations as a bare loop, a fit, and the thinning of a long trace for one frame.
import { loadCore } from '../scripts/core.mjs';
import { median, ratioLine } from './figures.mjs';

const ROUNDS = 7;
const STEP_SECONDS = 0.01;
const STEPS = 100_000;
const AMPS = 25;
const FITS = 12;
const POINTS = 60_000;
const PIXELS = 1200;
const FIT_AIM_MS = 1000;
const FRAME_AIM_MS = 8;

const SPEC = {
  construction: 'flooded',
  nominalVolts: 12,
  ratings: [{ standard: 'SAE', amps: 570 }],
  c20Ah: 60,
  rcMinutes: null,
};

const timed = (work) => {
  const startedMs = performance.now();
  work();
  return performance.now() - startedMs;
};

/** Six cells at a steady current, all coefficients worked out beforehand: what a loop can do at best. */
function bareLoop(model) {
  const charge = new Float64Array(6).fill(1);
  const ahead = new Float64Array(6);
  const curve = Float64Array.from(model.openCellVolts);
  const volts = new Float64Array(STEPS);
  const activationLeft = Math.exp(-STEP_SECONDS / 0.4);
  const activationTarget = 0.126 * Math.asinh(AMPS / model.bendAmps25);
  const diffusionLeft = Math.exp(-STEP_SECONDS / 20);
  const diffusionTarget = AMPS * model.diffusionOhms25;
  const perSecond = model.monthlyLoss / (30 * 86_400);
  const keeps = Math.exp(-perSecond * STEP_SECONDS);
  const takes = (AMPS / (model.ratedAh * 3600)) * (-Math.expm1(-perSecond * STEP_SECONDS) / perSecond);
  const seconds = 72_000 * (model.ratedAh / (20 * AMPS)) ** model.peukert;
  const gains = Math.max(0, 1 / seconds - AMPS / (model.ratedAh * 3600)) * STEP_SECONDS;
  let [activation, diffusion] = [0, 0];
  for (let step = 0; step < STEPS; step++) {
    activation = activationTarget + (activation - activationTarget) * activationLeft;
    diffusion = diffusionTarget + (diffusion - diffusionTarget) * diffusionLeft;
    let sum = -activation - diffusion;
    let factor = 0;
    for (let cell = 0; cell < 6; cell++) {
      const left = charge[cell] * keeps - takes;
      charge[cell] = left;
      ahead[cell] += gains;
      const missing = 1 - left;
      factor += 1 + 0.25 * missing + 0.9 * missing ** 3;
      const at = Math.min(left, 1) * 4;
      const row = Math.min(3, Math.floor(at));
      const x = Math.min(0.995, 0.855 * (missing + ahead[cell]));
      sum += curve[row] + (curve[row + 1] - curve[row]) * (at - row) - (0.05 * x ** 3) / (1 - x);
    }
    volts[step] = sum - (AMPS * model.ohms25 * factor) / 6;
  }
  return volts;
}

export async function measurePhysics() {
  const core = await loadCore('bench/physics.core.ts');
  const model = core.modelOf(core.newUnit(SPEC));
  const state = core.restedState(model, 100, 25);
  const full = () => core.dischargeCourse(model, state, AMPS, STEP_SECONDS, STEPS).volts;
  const bare = bareLoop(model);
  const apart = full().reduce((most, volts, at) => Math.max(most, Math.abs(volts - bare[at])), 0);
  if (apart > 1e-3) throw new Error(`the bare loop computes something else: ${apart} V apart`);
  const rounds = Array.from({ length: ROUNDS }, () => ({
    model: timed(full),
    bare: timed(() => bareLoop(model)),
  }));
  console.log(`\nThe physical model, six cells, ${STEPS} steps of 10 ms, ${ROUNDS} rounds in turn`);
  console.log(
    ratioLine(
      'model : the same equations as a bare loop',
      median(rounds.map((round) => round.model / round.bare)),
      10,
    ),
  );
  const modelMs = median(rounds.map((round) => round.model));
  console.log(
    `simulated seconds a second of one battery: ${Math.round((STEPS * STEP_SECONDS * 1000) / modelMs)}`,
  );

  const chance = core.seededChance(1);
  const cases = Array.from({ length: FITS }, () => core.drawUnseen(chance).evidence);
  const fitMs = median(cases.map((evidence) => timed(() => core.secondOpinion(evidence))));
  console.log(ratioLine('fit of one run : its aim of 1 s', fitMs / FIT_AIM_MS, 1));

  const trace = Array.from({ length: POINTS }, (_, at) => [at / 100, 12 - Math.sin(at / 900), 100]);
  const drawn = () =>
    core
      .thinTrace(trace, 2 * PIXELS)
      .map(([seconds, volts]) => `L${seconds} ${volts}`)
      .join('');
  const frameMs = median(Array.from({ length: 30 }, () => timed(drawn)));
  console.log(
    ratioLine(`thinning ${POINTS} points and their path : its aim of 8 ms`, frameMs / FRAME_AIM_MS, 1),
  );
}
