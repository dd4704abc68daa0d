import { type Assessment, assess } from '../assessment/assess';
import type { Evidence } from '../assessment/evidence';
import type { StepId } from '../assessment/step-id';
import type { Verdict } from '../assessment/verdict';
import type { BatterySpec } from '../battery/battery';
import type { HouseRules } from '../rules/house-rules';
import { COMPLAINTS } from '../steps/complaint/plans';
import { type CurrentReadings, currentReadings } from '../steps/current-readings';
import { evidenceFromCurrent } from '../steps/evidence-from-readings';
import { isFrozen, isHot, isThawing } from '../steps/gate';
import type { Reading } from '../steps/reading';
import { bestOf, type OpenTest, possibleTests, testsThatCanChange } from './next-step';

/** What a run's readings come to, whatever the time. */
export interface JudgedRun {
  readonly current: CurrentReadings;
  readonly evidence: Evidence;
  readonly assessment: Assessment;
  readonly nextStep: StepId;
  /** Tests that can still change the verdict, the cheapest first. */
  readonly openTests: readonly OpenTest[];
  /** All that this battery can have, whether they would change it or not. */
  readonly possible: readonly StepId[];
}

/** The same as it is told of a run to whoever has its readings. */
export type ToldRun = Omit<JudgedRun, 'current'>;

/** What a run's readings come to and what they ask for next, without working out what else could be tested. */
export type WorkedRun = Omit<JudgedRun, 'openTests' | 'possible'>;

/** The part of a run's state that only a reading can change. */
export function judgeRun(battery: BatterySpec, readings: readonly Reading[], rules: HouseRules): JudgedRun {
  const known = knownOf(battery, readings, rules);
  const openTests = testsThatCanChange(known.current, known.evidence, known.assessment, rules);
  const possible = possibleTests(known.current, known.evidence, known.assessment, rules);
  return { ...known, openTests, possible, nextStep: nextOf(known, rules) };
}

/** The same without the open tests: for whoever only works on. */
export function workRun(battery: BatterySpec, readings: readonly Reading[], rules: HouseRules): WorkedRun {
  const known = knownOf(battery, readings, rules);
  return { ...known, nextStep: nextOf(known, rules) };
}

type Known = Pick<JudgedRun, 'current' | 'evidence' | 'assessment'>;

function knownOf(battery: BatterySpec, readings: readonly Reading[], rules: HouseRules): Known {
  const current = currentReadings(readings);
  const evidence = evidenceFromCurrent(battery, current);
  return { current, evidence, assessment: assess(evidence, rules) };
}

/** The step to do next: first what the complaint and the eye ask for, then what the judgement does. */
function nextOf({ current, evidence, assessment }: Known, rules: HouseRules): StepId {
  const { verdict, next } = assessment;
  const { last } = current;
  if (!last.identify) return 'identify';
  if (!last.complaint && !last.inspection) return 'complaint';
  if (!last.inspection) return 'inspect';
  if (verdict === 'quarantine') return afterQuarantine(current, assessment);
  if (vehicleComesFirst(current)) return 'vehicle';
  if (last.charge_start) return 'charge';
  if (last.discharge_start) return 'discharge';
  if (standIsAsked(current, verdict)) return 'stand';
  if (next === null || verdict === 'watch') return 'verdict';
  const step = bestOf(current, evidence, assessment, rules) ?? next;
  return step === 'open_circuit' && !last.settle ? 'settle' : step;
}

/** Frozen, it thaws a day and is looked at again; hot, it cools and is read again; anything else unsafe ends the run. */
function afterQuarantine(current: CurrentReadings, assessment: Assessment): StepId {
  if (isHot(assessment)) return 'settle';
  if (!isFrozen(assessment)) return 'verdict';
  return isThawing(current) ? 'inspect' : 'settle';
}

function vehicleComesFirst({ last, all }: CurrentReadings): boolean {
  const { complaint } = last;
  const first = complaint && COMPLAINTS[complaint.data.symptom].vehicleFirst;
  return !!first && all.vehicle_check.length === 0 && !all.skip.some(({ data }) => data.step === 'vehicle');
}

/** A battery that is said not to hold its charge stands for a day before it goes back. */
function standIsAsked({ last, all }: CurrentReadings, verdict: Verdict): boolean {
  const { complaint, charge, stand } = last;
  if (!complaint || !COMPLAINTS[complaint.data.symptom].stands || !charge || stand) return false;
  const passedOver = all.skip.some(({ data }) => data.step === 'stand');
  return !passedOver && (verdict === 'serve' || verdict === 'watch');
}
