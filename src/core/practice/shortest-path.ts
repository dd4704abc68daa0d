import type { StepId } from '../assessment/step-id';
import type { Verdict } from '../assessment/verdict';
import { arrivingState } from '../instruments/arriving-state';
import { BenchHand } from '../instruments/bench-hand';
import { AS_ASKED } from '../instruments/hand-habits';
import { seededChance } from '../quantity/chance';
import { STANDARD_RULES } from '../rules/standard-rules';
import { leadsToVehicle } from './on-the-vehicle';
import type { PracticeCase } from './practice-case';
import { STEP_OF_READING } from './remark';
import { modelOfCase } from './right-verdict';

/** The way through a case that takes no step too many. */
export interface SoundPath {
  readonly path: readonly StepId[];
  readonly minutes: number;
  /** What the procedure came to. */
  readonly verdict: Verdict;
}

/** What a hand does that only follows the run sheet, on the same battery: the steps, and the minutes that they take. */
export function shortestPath(practiceCase: PracticeCase): SoundPath {
  const { spec, model } = modelOfCase(practiceCase);
  const { truth, seen, symptom, level } = practiceCase;
  const hand = new BenchHand({
    spec,
    model,
    rules: STANDARD_RULES,
    chance: seededChance(1),
    startedAtMs: 0,
    technicianId: 'path',
    habits: { ...AS_ASKED, bothPowerTests: level === 3 },
    state: arrivingState(model, truth.chargePct, truth.temperatureC, Math.max(0.1, truth.restMinutes / 60)),
  });
  hand.work({ symptom, restHours: truth.restMinutes < 60 ? null : truth.restMinutes / 60, seen });
  const steps = hand.readings.flatMap(({ kind }) => STEP_OF_READING[kind] ?? []);
  const path = leadsToVehicle(practiceCase) ? ['vehicle' as const, ...steps] : steps;
  return {
    path: [...new Set(path)],
    minutes: hand.atMs / 60_000,
    verdict: hand.judged().assessment.verdict,
  };
}
