import type { Construction } from '@/core/battery/construction';
import type { Duty } from '@/core/battery/duty';
import type { NominalVolts } from '@/core/battery/nominal-volts';
import { SOUND_VEHICLE } from '@/core/instruments/handling';
import { FAULT_KINDS, FAULT_LABELS } from '@/core/physics/faults';
import { practiceLabel } from '@/core/practice/graded-cases';
import type { PracticeCase } from '@/core/practice/practice-case';
import { type Problem, problem } from '@/core/quantity/result';
import { typedNumber } from '@/ui/typed-number';

/** The numbers of a case, as they are typed. */
export interface DraftTexts {
  readonly title: string;
  readonly story: string;
  readonly amps: string;
  readonly c20: string;
  readonly health: string;
  readonly capacity: string;
  readonly charge: string;
  readonly celsius: string;
  readonly rest: string;
  readonly degree: string;
  readonly clamp: string;
  readonly joint: string;
  readonly side: string;
  readonly regulated: string;
  readonly draw: string;
}

/** The numbers of a case, with what they are called. */
const NUMBER_FIELDS: readonly {
  readonly name: Exclude<keyof DraftTexts, 'title' | 'story'>;
  readonly label: string;
}[] = [
  { name: 'degree', label: 'How far the fault has gone, %' },
  { name: 'amps', label: 'Rating, A SAE' },
  { name: 'c20', label: 'Capacity, Ah' },
  { name: 'health', label: 'Truly cranks, %' },
  { name: 'capacity', label: 'Capacity left, %' },
  { name: 'charge', label: 'Charge, %' },
  { name: 'celsius', label: 'Temperature, °C' },
  { name: 'rest', label: 'Since charged or driven, min' },
  { name: 'clamp', label: 'Post to clamp, cranking, V' },
  { name: 'joint', label: 'Joint, cranking, V' },
  { name: 'side', label: 'Along one side, cranking, V' },
  { name: 'regulated', label: 'Regulated voltage, V' },
  { name: 'draw', label: 'Draw, asleep, A' },
];

/** A fault as it is chosen: a joint that shows under current only stands in the list by itself. */
export const DRAFT_FAULTS = ['none', ...FAULT_KINDS, 'joint_under_current'] as const;

export type DraftFault = (typeof DRAFT_FAULTS)[number];

export const DRAFT_FAULT_LABELS: Readonly<Record<DraftFault, string>> = {
  none: 'None',
  ...FAULT_LABELS,
  joint_under_current: 'Joint that opens under current only',
};

/** A case while it is composed. */
export interface CaseDraft {
  readonly texts: DraftTexts;
  readonly type: Construction;
  readonly symptom: PracticeCase['symptom'];
  readonly cause: PracticeCase['cause'];
  readonly nominalVolts: NominalVolts;
  readonly duty: Duty;
  readonly fault: DraftFault;
  readonly level: '1' | '2' | '3';
  readonly seen: PracticeCase['seen'];
}

/** What the composer begins with. */
export const FIRST_DRAFT: CaseDraft = {
  texts: {
    title: 'A case of mine',
    story: 'Van. It started badly this week.',
    amps: '570',
    c20: '60',
    health: '92',
    capacity: '92',
    charge: '80',
    celsius: '15',
    rest: '800',
    degree: '50',
    clamp: String(SOUND_VEHICLE.clamp_drop),
    joint: String(SOUND_VEHICLE.joint_drop),
    side: String(SOUND_VEHICLE.side_drop),
    regulated: String(SOUND_VEHICLE.regulated),
    draw: String(SOUND_VEHICLE.draw),
  },
  nominalVolts: 12,
  duty: 'starting',
  type: 'flooded',
  symptom: 'slow_crank',
  cause: 'battery',
  fault: 'none',
  level: '2',
  seen: { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' },
};

/** The draft that makes a case, to begin from it. Of several faults the first is kept. */
export function draftOfCase({
  title,
  story,
  level,
  symptom,
  cause,
  label,
  truth,
  seen,
  vehicle,
}: PracticeCase): CaseDraft {
  const [fault] = truth.faults;
  return {
    texts: {
      title,
      story,
      amps: String(label.ratings[0]?.amps ?? ''),
      c20: String(label.c20Ah ?? ''),
      health: String(truth.healthPct),
      capacity: String(truth.capacityPct),
      charge: String(truth.chargePct),
      celsius: String(truth.temperatureC),
      rest: String(truth.restMinutes),
      degree: String(Math.round(100 * (fault?.degree ?? 0.5))),
      clamp: String(vehicle.clamp_drop),
      joint: String(vehicle.joint_drop),
      side: String(vehicle.side_drop),
      regulated: String(vehicle.regulated),
      draw: String(vehicle.draw),
    },
    type: label.type as Construction,
    nominalVolts: label.nominalVolts,
    duty: label.duty ?? 'starting',
    fault: fault?.underCurrent ? 'joint_under_current' : (fault?.kind ?? 'none'),
    level: `${level}`,
    symptom,
    cause,
    seen,
  };
}

/** The fields of a draft that hold no number. */
export function draftProblems(draft: CaseDraft): Problem[] {
  return fieldsOf(draft).flatMap(({ name, label }) => {
    const text = draft.texts[name];
    const value = typedNumber(text);
    return value === null || Number.isNaN(value) ? [problem(label, text, 'a number')] : [];
  });
}

/** The numbers that a draft needs: no degree without a fault, no cranking rating of what works for hours. */
export function fieldsOf({ fault, duty }: Pick<CaseDraft, 'fault' | 'duty'>) {
  return NUMBER_FIELDS.filter(
    ({ name }) => (name !== 'degree' || fault !== 'none') && (name !== 'amps' || duty !== 'deep_cycle'),
  );
}

/** The case that a draft makes; whether it can be worked is for the case's own check to say. */
export function caseOfDraft(draft: CaseDraft): PracticeCase {
  const { texts, type, symptom, cause, fault, level, seen, nominalVolts, duty } = draft;
  const number = (name: keyof DraftTexts) => typedNumber(texts[name]) ?? Number.NaN;
  const sealed = type === 'agm' || type === 'gel';
  return {
    title: texts.title.trim(),
    story: texts.story.trim(),
    symptom,
    cause,
    level: Number(level) as 1 | 2 | 3,
    label: practiceLabel(type, duty === 'deep_cycle' ? null : number('amps'), number('c20'), 'Not told', {
      nominalVolts,
      duty,
    }),
    truth: {
      healthPct: number('health'),
      capacityPct: number('capacity'),
      chargePct: number('charge'),
      temperatureC: number('celsius'),
      restMinutes: number('rest'),
      faults: faultsOf(fault, number('degree') / 100),
    },
    seen: sealed ? { ...seen, level: 'sealed' } : seen,
    vehicle: {
      clamp_drop: number('clamp'),
      joint_drop: number('joint'),
      side_drop: number('side'),
      regulated: number('regulated'),
      draw: number('draw'),
    },
  };
}

function faultsOf(fault: DraftFault, degree: number): PracticeCase['truth']['faults'] {
  if (fault === 'none') return [];
  return fault === 'joint_under_current'
    ? [{ kind: 'joint', degree, underCurrent: true }]
    : [{ kind: fault, degree }];
}
