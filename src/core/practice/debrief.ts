import { VEHICLE_CHECK_LABELS } from '../assessment/ledger-surroundings';
import type { StepId } from '../assessment/step-id';
import type { Verdict } from '../assessment/verdict';
import { FAULT_LABELS } from '../physics/faults';
import { trueHealthPct } from '../physics/physical-battery';
import { formatQuantity } from '../quantity/format';
import type { Reading } from '../steps/reading';
import { handlingRemarks } from './handling-remarks';
import { amissOnVehicle } from './on-the-vehicle';
import { pathRemarks } from './path-remarks';
import { CAUSE_LABELS, type Cause, type PracticeCase } from './practice-case';
import { spentOn, wrongCost } from './prices';
import type { Remark } from './remark';
import { modelOfCase, rightVerdicts } from './right-verdict';
import { shortestPath } from './shortest-path';
import { type ToldByStep, toldBySteps } from './told-by-step';
import type { TrueMoment } from './true-moment';

/** What the trainee came to. */
export interface Decision {
  readonly verdict: Verdict;
  readonly cause: Cause;
}

/** How a case was worked: what was done, what was true beside it, from when to when, and the word at its end. */
export interface WorkedCase {
  readonly readings: readonly Reading[];
  readonly truths: readonly TrueMoment[];
  readonly startMs: number;
  readonly endMs: number;
  readonly decision: Decision;
}

export interface Debrief {
  readonly right: boolean;
  readonly rightVerdicts: readonly Verdict[];
  readonly truth: readonly string[];
  readonly remarks: readonly Remark[];
  readonly told: readonly ToldByStep[];
  /** Steps of the shortest sound path, and its minutes. */
  readonly path: readonly StepId[];
  readonly pathMinutes: number;
  readonly minutes: number;
  /** Money: the work, and what a wrong verdict would have cost. */
  readonly workCost: number;
  readonly wrongCost: number;
  readonly score: number;
}

const FULL_SCORE = 100;
/** Points that what was done wrong takes off a full score. */
export const SCORE_OFF = {
  wrong: 50,
  cause: 20,
  danger: 30,
  mistake: 12,
  missed: 6,
  wasted: 3,
  good: 0,
} as const;

/** What was true, what each step showed, what was wasted, missed or dangerous, and the shortest sound path. */
export function debrief(practiceCase: PracticeCase, worked: WorkedCase): Debrief {
  const { readings, truths, startMs, endMs, decision } = worked;
  const right = rightVerdicts(practiceCase);
  const { path, minutes: pathMinutes } = shortestPath(practiceCase);
  const verdictRight = right.includes(decision.verdict);
  const causeRight = decision.cause === practiceCase.cause;
  const mistakes = [
    ...handlingRemarks(practiceCase, readings, truths),
    ...pathRemarks(practiceCase, readings, path),
  ];
  const spent = spentOn(readings, startMs, endMs);
  return {
    right: verdictRight && causeRight,
    rightVerdicts: right,
    truth: truthOf(practiceCase),
    remarks: [...mistakes, ofVerdict(right, decision.verdict), ofCause(practiceCase.cause, decision.cause)],
    told: toldBySteps(practiceCase, readings, truths),
    path,
    pathMinutes,
    minutes: spent.minutes,
    workCost: spent.money,
    wrongCost: wrongCost(right, decision.verdict),
    score: scoreOf(mistakes, verdictRight, causeRight),
  };
}

function truthOf(practiceCase: PracticeCase): string[] {
  const { truth, cause } = practiceCase;
  const { model } = modelOfCase(practiceCase);
  const surface = truth.restMinutes < 60 ? ', with charge on the surface' : '';
  return [
    `Trouble: ${CAUSE_LABELS[cause].toLowerCase()}.`,
    `It could crank ${Math.round(trueHealthPct(model))} % of its rating.`,
    `It came in at ${Math.round(truth.chargePct)} % charge${surface}, at ${Math.round(truth.temperatureC)} °C.`,
    ...truth.faults.map(
      ({ kind, degree }) =>
        `Inside: ${FAULT_LABELS[kind].toLowerCase()}, ${Math.round(100 * degree)} % of the way to its worst.`,
    ),
    ...amissOnVehicle(practiceCase).map(({ check, value, limit }) => {
      const unit = check === 'draw' ? 'A' : 'V';
      const shown = (figure: number) => formatQuantity(figure, unit, { decimals: 2 });
      return `On the vehicle: ${VEHICLE_CHECK_LABELS[check].toLowerCase()}, ${shown(value)}, held against ${shown(limit)}.`;
    }),
  ];
}

function ofVerdict(right: readonly Verdict[], verdict: Verdict): Remark {
  if (right.includes(verdict)) return { kind: 'good', text: 'The verdict does justice to the battery.' };
  if (right[0] === 'quarantine') {
    return { kind: 'danger', text: 'Not kept away from people, although it could have hurt them.' };
  }
  switch (verdict) {
    case 'retire':
    case 'quarantine':
      return { kind: 'mistake', text: 'Condemned too early: the battery was worth keeping.' };
    case 'undecided':
    case 'charge':
      return { kind: 'missed', text: 'Not brought to an end: there was more to find out.' };
    case 'serve':
    case 'watch':
      return right[0] === 'retire'
        ? { kind: 'mistake', text: 'Sent back although it was not fit for it.' }
        : { kind: 'mistake', text: 'Sent back under another word than it deserves.' };
  }
}

function ofCause(truly: Cause, told: Cause): Remark {
  if (truly === told) return { kind: 'good', text: 'The trouble was found where it was.' };
  const [true_, said] = [CAUSE_LABELS[truly].toLowerCase(), CAUSE_LABELS[told].toLowerCase()];
  return { kind: 'mistake', text: `The trouble was elsewhere: ${true_}, not ${said}.` };
}

/** A wrong word at the end is counted once, by itself. */
function scoreOf(mistakes: readonly Remark[], verdictRight: boolean, causeRight: boolean): number {
  const lost = mistakes.reduce((sum, { kind }) => sum + SCORE_OFF[kind], 0);
  const words = (verdictRight ? 0 : SCORE_OFF.wrong) + (causeRight ? 0 : SCORE_OFF.cause);
  return Math.max(0, FULL_SCORE - lost - words);
}
