import type { Assessment } from '../assessment/assess';
import type { Evidence } from '../assessment/evidence';
import type { Problem } from '../quantity/result';
import type { TemperatureUnit } from '../quantity/temperature';
import type { CurrentReadings } from './current-readings';
import type { AtTheGate, Gate } from './gate';
import type { OneReading, Reading, ReadingData, ReadingKind } from './reading';

/** How a run stands when it is asked whether a step belongs on its sheet. */
export interface OnTheBench {
  readonly current: CurrentReadings;
  readonly evidence: Evidence;
  readonly assessment: Assessment;
}

/** One thing that evidence says, as the reading that would have said it. */
export type Written = {
  [K in ReadingKind]: { readonly kind: K; readonly data: ReadingData<K>; readonly forced?: boolean };
}[ReadingKind];

/** What the battery and the run say of a reading that is being captured. */
export interface Beside {
  readonly nominalVolts: number;
  readonly current: CurrentReadings;
}

/** What is known of one kind of reading beside its schema. */
export interface ReadingPart<K extends ReadingKind> {
  /** What it says, in a few words for the run sheet. */
  readonly words: (data: ReadingData<K>, unit: TemperatureUnit) => string;
  /** What is impossible about it on this battery, or beside the other readings of its run. */
  readonly impossible?: (reading: OneReading<K>, beside: Beside) => readonly Problem[];
}

/**
 * One step of a run, whole: what it is called and asks for, what it costs, where it can hurt, when it is open, what its
 * readings say and become. `K` are the kinds of reading that it takes.
 */
export interface Step<K extends ReadingKind> {
  readonly label: string;
  /** What to do, in one or two lines. */
  readonly task: string;
  /** What the step costs at the bench, minutes. A rule of the trade; charging is mostly waiting. */
  readonly minutes: number;
  /** What can hurt here, said where it can hurt; null where nothing can. */
  readonly caution: string | null;
  /** Rules of the trade. */
  readonly gate: (at: AtTheGate) => Gate;
  /** Remedies are shown once they are called for; the rest of the procedure always is. */
  readonly onSheet: (bench: OnTheBench) => boolean;
  /** The readings of this step that still count, the one that stands for it last. */
  readonly taken: (current: CurrentReadings) => readonly Reading[];
  readonly readings: { readonly [P in K]: ReadingPart<P> };
  /** What its readings say of the battery. */
  readonly evidence: (current: CurrentReadings) => Partial<Evidence>;
  /** Evidence as the readings of this step: `evidence` read backwards. */
  readonly written: (evidence: Evidence) => readonly Written[];
}

/** A step as the registry holds it, whatever it takes. */
export type AnyStep = Omit<Step<never>, 'readings'>;

/** Always on the run sheet. */
export const always = () => true;
/** Says nothing of the battery. */
export const nothing = () => ({});
/** Nothing of what is known would have been read here. */
export const unwritten = () => [];

/** A reading that may be missing, as a list. */
export function listed<T>(reading: T | undefined): readonly T[] {
  return reading === undefined ? [] : [reading];
}
