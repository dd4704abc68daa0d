import { type Assessment, assess } from '../assessment/assess';
import type { Evidence } from '../assessment/evidence';
import { STEP_IDS, type StepId } from '../assessment/step-id';
import type { BatterySpec } from '../battery/battery';
import type { HouseRules } from '../rules/house-rules';
import { type CurrentReadings, currentReadings } from './current-readings';
import { evidenceFromCurrent } from './evidence-from-readings';
import { type Gate, gateOf } from './gates';
import type { Reading } from './reading';

/** A step on the run sheet, as it stands at a moment. */
export interface SheetStep {
  readonly id: StepId;
  readonly gate: Gate;
  /** The reading that stands for this step, once it is done. */
  readonly reading: Reading | undefined;
  readonly next: boolean;
}

/** What a run's readings come to, whatever the time. */
export interface JudgedRun {
  readonly current: CurrentReadings;
  readonly evidence: Evidence;
  readonly assessment: Assessment;
  readonly nextStep: StepId;
}

/** A run as it stands: what is known, what it comes to, and what is to be done. */
export interface RunState extends JudgedRun {
  readonly sheet: readonly SheetStep[];
}

/** Works out where a run stands at `nowMs` from its readings alone, so that it reopens just as it was left. */
export function runState(
  battery: BatterySpec,
  readings: readonly Reading[],
  rules: HouseRules,
  nowMs: number,
): RunState {
  const judged = judgeRun(battery, readings, rules);
  return { ...judged, sheet: sheetAt(judged, rules, nowMs) };
}

/** The part of a run's state that only a reading can change. */
export function judgeRun(battery: BatterySpec, readings: readonly Reading[], rules: HouseRules): JudgedRun {
  const current = currentReadings(readings);
  const evidence = evidenceFromCurrent(battery, current);
  const assessment = assess(evidence, rules);
  return { current, evidence, assessment, nextStep: nextOf(current, assessment) };
}

/** The part that time changes too: the steps with their gates, some of which a clock opens. */
export function sheetAt(judged: JudgedRun, rules: HouseRules, nowMs: number): SheetStep[] {
  const { current, assessment, nextStep } = judged;
  return STEP_IDS.filter((id) => belongsOnSheet(id, judged)).map((id) => ({
    id,
    gate: gateOf(id, current, assessment, rules, nowMs),
    reading: readingFor(id, current) ?? current.skips.findLast(({ data }) => data.step === id),
    next: id === nextStep,
  }));
}

/** The step to do next: what the judgement asks for, in working order. */
function nextOf(current: CurrentReadings, { verdict, next }: Assessment): StepId {
  if (!current.identify) return 'identify';
  if (!current.inspection) return 'inspect';
  if (next === null || verdict === 'watch') return 'verdict';
  return next === 'open_circuit' && !current.settle ? 'settle' : next;
}

/** Remedies are shown once they are called for; the rest of the procedure always is. */
function belongsOnSheet(id: StepId, { current, evidence, assessment }: JudgedRun): boolean {
  const { next, verdict } = assessment;
  const { construction } = evidence.battery;
  switch (id) {
    case 'hydrometer':
      return construction === 'flooded' || construction === 'calcium';
    case 'three_minute':
      return (
        construction === 'flooded' &&
        (next === id || current.threeMinute !== undefined || current.lastCharge !== undefined)
      );
    case 'clean':
      return next === 'clean' || current.clean !== undefined;
    case 'top_up':
      return next === 'top_up' || current.topUp !== undefined;
    case 'charge':
      return next === 'charge' || verdict === 'charge' || current.lastCharge !== undefined;
    case 'recovery':
      return next === 'recovery' || current.recovery !== undefined;
    default:
      return true;
  }
}

function readingFor(id: StepId, current: CurrentReadings): Reading | undefined {
  switch (id) {
    case 'identify':
      return current.identify;
    case 'inspect':
      return current.inspection;
    case 'clean':
      return current.clean;
    case 'top_up':
      return current.topUp;
    case 'settle':
      return current.settle;
    case 'open_circuit':
      return current.openCircuit;
    case 'hydrometer':
      return current.hydrometer;
    case 'conductance':
      return current.conductance;
    case 'three_minute':
      return current.threeMinute;
    case 'charge':
      return current.lastCharge;
    case 'load':
      return current.load;
    case 'recovery':
      return current.recovery;
    case 'verdict':
      return undefined;
  }
}
