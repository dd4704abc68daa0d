import { type Assessment, assess } from '../assessment/assess';
import type { Evidence } from '../assessment/evidence';
import { STEP_IDS, type StepId } from '../assessment/step-id';
import type { Verdict } from '../assessment/verdict';
import type { BatterySpec } from '../battery/battery';
import type { HouseRules } from '../rules/house-rules';
import { COMPLAINTS } from './complaint';
import { type CurrentReadings, currentReadings } from './current-readings';
import { evidenceFromCurrent } from './evidence-from-readings';
import { type Gate, gateOf, isFrozen, isThawing } from './gates';
import { bestOf, type OpenTest, testsThatCanChange } from './next-step';
import type { Reading } from './reading';

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

/** What a run's readings come to, whatever the time. */
export interface JudgedRun {
  readonly current: CurrentReadings;
  readonly evidence: Evidence;
  readonly assessment: Assessment;
  readonly nextStep: StepId;
  /** Tests that can still change the verdict, the cheapest first. */
  readonly openTests: readonly OpenTest[];
}

/** What a run's readings come to and what they ask for next, without working out what else could be tested. */
export type WorkedRun = Omit<JudgedRun, 'openTests'>;

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
  const known = knownOf(battery, readings, rules);
  const openTests = testsThatCanChange(known.current, known.evidence, known.assessment, rules);
  return { ...known, openTests, nextStep: nextOf(known, () => openTests) };
}

/** The same without the open tests, unless the next step hangs on them: for whoever only works on. */
export function workRun(battery: BatterySpec, readings: readonly Reading[], rules: HouseRules): WorkedRun {
  const known = knownOf(battery, readings, rules);
  const openTests = () => testsThatCanChange(known.current, known.evidence, known.assessment, rules);
  return { ...known, nextStep: nextOf(known, openTests) };
}

type Known = Pick<JudgedRun, 'current' | 'evidence' | 'assessment'>;

function knownOf(battery: BatterySpec, readings: readonly Reading[], rules: HouseRules): Known {
  const current = currentReadings(readings);
  const evidence = evidenceFromCurrent(battery, current);
  return { current, evidence, assessment: assess(evidence, rules) };
}

/** The part that time changes too: the steps with their gates, some of which a clock opens. */
export function sheetAt(judged: JudgedRun, rules: HouseRules, nowMs: number): SheetStep[] {
  const { current, assessment, nextStep } = judged;
  return STEP_IDS.filter((id) => belongsOnSheet(id, judged)).map((id) => ({
    id,
    gate: gateOf(id, current, assessment, rules, nowMs),
    reading: readingFor(id, current) ?? current.skips.findLast(({ data }) => data.step === id),
    earlier: earlierFor(id, current),
    next: id === nextStep,
  }));
}

/** The step to do next: first what the complaint and the eye ask for, then what the judgement does. */
function nextOf({ current, assessment }: Known, testsNow: () => readonly OpenTest[]): StepId {
  const { verdict, next } = assessment;
  if (!current.identify) return 'identify';
  if (!current.complaint && !current.inspection) return 'complaint';
  if (!current.inspection) return 'inspect';
  if (verdict === 'quarantine') return afterQuarantine(current, assessment);
  if (vehicleComesFirst(current)) return 'vehicle';
  if (current.charging) return 'charge';
  if (standIsAsked(current, verdict)) return 'stand';
  if (next === null || verdict === 'watch') return 'verdict';
  const step = bestOf(testsNow, assessment) ?? next;
  return step === 'open_circuit' && !current.settle ? 'settle' : step;
}

/** Frozen, it thaws a day and is looked at again; anything else unsafe ends the run. */
function afterQuarantine(current: CurrentReadings, assessment: Assessment): StepId {
  if (!isFrozen(assessment)) return 'verdict';
  return isThawing(current) ? 'inspect' : 'settle';
}

function vehicleComesFirst({ complaint, vehicleChecks, skips }: CurrentReadings): boolean {
  const first = complaint && COMPLAINTS[complaint.data.symptom].vehicleFirst;
  return !!first && vehicleChecks.length === 0 && !skips.some(({ data }) => data.step === 'vehicle');
}

/** A battery that is said not to hold its charge stands for a day before it goes back. */
function standIsAsked({ complaint, lastCharge, stand, skips }: CurrentReadings, verdict: Verdict): boolean {
  if (!complaint || !COMPLAINTS[complaint.data.symptom].stands || !lastCharge || stand) return false;
  const passedOver = skips.some(({ data }) => data.step === 'stand');
  return !passedOver && (verdict === 'serve' || verdict === 'watch');
}

/** Remedies are shown once they are called for; the rest of the procedure always is. */
function belongsOnSheet(id: StepId, { current, evidence, assessment, nextStep }: JudgedRun): boolean {
  const { next, verdict } = assessment;
  const { construction } = evidence.battery;
  const plan = current.complaint && COMPLAINTS[current.complaint.data.symptom];
  if (id === nextStep) return true;
  switch (id) {
    case 'hydrometer':
      return construction === 'flooded' || construction === 'calcium';
    case 'vehicle':
      // Whatever is complained of may sit beside the battery.
      return !!plan?.pointsAt || current.vehicleChecks.length > 0;
    case 'crank':
      return plan?.cranks === true || current.crank !== undefined;
    case 'stand':
      return current.stand !== undefined || current.lastCharge !== undefined;
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
      return next === 'charge' || verdict === 'charge' || !!current.charging || !!current.lastCharge;
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
    case 'complaint':
      return current.complaint;
    case 'vehicle':
      return current.vehicleChecks.at(-1);
    case 'crank':
      return current.crank;
    case 'stand':
      return current.stand;
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
      return laterOf(current.hydrometer, current.cellProbe);
    case 'conductance':
      return current.conductance;
    case 'three_minute':
      return current.threeMinute;
    case 'charge':
      return current.charging ?? current.lastCharge;
    case 'load':
      return current.load;
    case 'recovery':
      return current.recovery;
    case 'verdict':
      return undefined;
  }
}

function earlierFor(id: StepId, current: CurrentReadings): readonly Reading[] {
  if (id === 'vehicle') return current.vehicleChecks.slice(0, -1);
  const { hydrometer, cellProbe } = current;
  if (id !== 'hydrometer' || !hydrometer || !cellProbe) return [];
  return laterOf(hydrometer, cellProbe) === hydrometer ? [cellProbe] : [hydrometer];
}

function laterOf(one: Reading | undefined, other: Reading | undefined): Reading | undefined {
  if (!one || !other) return one ?? other;
  return one.takenAtMs >= other.takenAtMs ? one : other;
}
