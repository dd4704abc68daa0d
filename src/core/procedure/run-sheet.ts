import { STEP_IDS, type StepId } from '../assessment/step-id';
import type { HouseRules } from '../rules/house-rules';
import type { CurrentReadings } from '../steps/current-readings';
import type { Gate } from '../steps/gate';
import type { Reading } from '../steps/reading';
import { STEPS } from '../steps/registry';
import type { JudgedRun } from './judge-run';

/** A step on the run sheet, as it stands at a moment. */
export interface SheetStep {
  readonly id: StepId;
  readonly gate: Gate;
  /** The reading that stands for this step, once it is done. */
  readonly reading: Reading | undefined;
  /** What else was read in this step and still counts, oldest first: other places on the vehicle, the other cell test. */
  readonly earlier: readonly Reading[];
  readonly next: boolean;
}

/** A run as it stands: what is known, what it comes to, and what is to be done. */
export interface RunState extends JudgedRun {
  readonly sheet: readonly SheetStep[];
}

/** The part that time changes too: the steps with their gates, some of which a clock opens. */
export function sheetAt(judged: JudgedRun, rules: HouseRules, nowMs: number): SheetStep[] {
  const { current, assessment, nextStep } = judged;
  return STEP_IDS.filter((id) => id === nextStep || STEPS[id].onSheet(judged)).map((id) => ({
    id,
    gate: STEPS[id].gate({ current, assessment, rules, nowMs }),
    ...takenIn(id, current),
    next: id === nextStep,
  }));
}

/** What was read in a step and counts, the one that stands for it apart; that it was passed over, where it was. */
function takenIn(id: StepId, current: CurrentReadings): Pick<SheetStep, 'reading' | 'earlier'> {
  const taken = STEPS[id].taken(current);
  const reading = taken.at(-1) ?? current.all.skip.findLast(({ data }) => data.step === id);
  return { reading, earlier: taken.slice(0, -1) };
}
