import type { Evidence } from '../assessment/evidence';
import type { BatterySpec } from '../battery/battery';
import { CONSTRUCTIONS } from '../battery/construction';
import { arrivingState } from '../instruments/arriving-state';
import { BenchHand } from '../instruments/bench-hand';
import { AS_ASKED } from '../instruments/hand-habits';
import { drawMaker } from '../physics/maker';
import { modelOf } from '../physics/physical-battery';
import type { Chance } from '../quantity/chance';
import { STANDARD_RULES } from '../rules/standard-rules';
import { EXPLANATION_FACTS, type Explanation, explanationsFor } from './explanations';

/** A simulated battery that no fit has seen: what is behind it, and what a technician read of it. */
export interface Unseen {
  readonly truth: Explanation;
  readonly evidence: Evidence;
}

const RATINGS = {
  flooded: [570, 60],
  calcium: [680, 74],
  efb: [650, 65],
  agm: [800, 70],
  gel: [480, 80],
} as const;
const TESTER_SHARE = 0.75;
const HYDROMETER_SHARE = 0.6;
const CHARGED_SHARE = 0.35;
const STAND_SHARE = 0.5;

/** Draws a battery by how often each explanation is behind one, and measures it once, before any remedy. */
export function drawUnseen(chance: Chance): Unseen {
  const construction = chance.pick(CONSTRUCTIONS);
  const [amps, c20Ah] = RATINGS[construction];
  const spec: BatterySpec = {
    construction,
    nominalVolts: 12,
    c20Ah,
    rcMinutes: null,
    ratings: [{ standard: 'SAE', amps }],
  };
  const truth = pickByPrior(explanationsFor(spec), chance);
  const { draw, chargePct } = EXPLANATION_FACTS[truth];
  const { contact, ...unit } = draw(chance);
  const model = modelOf({ spec, ...unit, maker: drawMaker(chance) });
  if (!model) throw new Error('every label here has a rating');
  const restHours = chance.pick([3, 14, 40]);
  const [least, most] = chargePct;
  const hand = new BenchHand({
    spec,
    model,
    rules: STANDARD_RULES,
    chance,
    startedAtMs: 0,
    technicianId: 'unseen',
    state: arrivingState(model, chance.between(least, most - 1), chance.between(-5, 32), restHours),
    habits: { ...AS_ASKED, keepsTrace: chance.uniform() < 0.5, contactShare: contact },
  });
  const arrival = { symptom: 'routine', restHours } as const;
  for (const step of ['identify', 'complaint', 'inspect', 'settle', 'open_circuit'] as const)
    hand.take(step, arrival);
  const opens = construction === 'flooded';
  if (opens && chance.uniform() < HYDROMETER_SHARE) hand.take('hydrometer', arrival);
  if (truth === 'bad_contact' || chance.uniform() < TESTER_SHARE) hand.take('conductance', arrival);
  const gate = hand.judged().assessment.estimates.charge?.pct ?? 0;
  if (gate >= STANDARD_RULES.charge.loadGatePct) hand.take('load', arrival);
  if (hand.judged().assessment.next === 'recovery') hand.take('recovery', arrival);
  // Some are charged and stand a day, which shows what a charge returns and what leaks away.
  if (chance.uniform() < CHARGED_SHARE) {
    for (const step of ['charge', 'settle', 'open_circuit'] as const) hand.take(step, arrival);
    const charged = hand.judged().assessment.estimates.charge?.pct ?? 0;
    if (charged >= STANDARD_RULES.charge.loadGatePct) hand.take('load', arrival);
    if (chance.uniform() < STAND_SHARE) hand.take('stand', arrival);
  }
  return { truth, evidence: hand.judged().evidence };
}

function pickByPrior(explanations: readonly Explanation[], chance: Chance): Explanation {
  const total = explanations.reduce((sum, explanation) => sum + EXPLANATION_FACTS[explanation].prior, 0);
  let left = chance.uniform() * total;
  for (const explanation of explanations) {
    left -= EXPLANATION_FACTS[explanation].prior;
    if (left < 0) return explanation;
  }
  return explanations[0] ?? 'sound';
}
