/**
 * What the tests of a unit's first half year came to: what it read when it was new. Makers differ by more than any formula
 * knows, so that a later reading is held against this rather than against what is usual for its label.
 */
export interface OwnReference {
  /** Health that its load tests told by the formula that all share, percent; null where there was none to go by. */
  readonly loadPct: number | null;
  /** How many tests that is the mean of. */
  readonly loads: number;
  /** The same by its conductance. */
  readonly conductancePct: number | null;
  readonly conductances: number;
}

/** A way to read health that a unit can have a reference for. */
export type ReferredMethod = 'load' | 'conductance';

/** What a health was told against: what such a unit reads when new, percent, and the tests that this is the mean of. */
export interface ReferredTo {
  readonly pct: number;
  readonly tests: number;
}

/**
 * How far a reference is trusted: by `n/(n + 0.7)` after n tests. One test errs by nearly as much as makers differ, and is
 * believed to six tenths; what is left is what is usual for the label. A model of ours.
 */
const DOUBT_TESTS = 0.7;

/** The reference of a unit for one way to read its health, as far as it is trusted; null where it has none. */
export function referredTo(
  { reference }: { readonly reference?: OwnReference | null },
  method: ReferredMethod,
): ReferredTo | null {
  if (!reference) return null;
  const [pct, tests] =
    method === 'load'
      ? [reference.loadPct, reference.loads]
      : [reference.conductancePct, reference.conductances];
  if (pct === null || tests === 0) return null;
  const trusted = tests / (tests + DOUBT_TESTS);
  return { pct: USUAL_PCT + trusted * (pct - USUAL_PCT), tests };
}

/** What is usual for a label, percent. */
const USUAL_PCT = 100;

/** The days after it was fitted in which a unit counts as new. Rule of the trade. */
export const NEW_DAYS = 183;

/** A first reading outside of this is no reference but a fault, or a slip of the label, percent. Rule of the trade. */
export const PLAUSIBLE_NEW_PCT = { least: 80, most: 125 } as const;

/** What one test of a unit's first half year came to. */
export interface ReferenceReading {
  readonly runId: string;
  readonly atMs: number;
  readonly method: ReferredMethod;
  /** Health by the formula that all share, percent. */
  readonly pct: number;
}

/** The reference that some readings make: their means in logarithms. Null of none. */
export function ownReference(
  readings: readonly Pick<ReferenceReading, 'method' | 'pct'>[],
): OwnReference | null {
  if (readings.length === 0) return null;
  const meanOf = (method: ReferredMethod): readonly [pct: number | null, tests: number] => {
    const logs = readings.filter((one) => one.method === method).map(({ pct }) => Math.log(pct));
    if (logs.length === 0) return [null, 0];
    const mean = Math.exp(logs.reduce((sum, log) => sum + log, 0) / logs.length);
    return [Math.round(10 * mean) / 10, logs.length];
  };
  const [loadPct, loads] = meanOf('load');
  const [conductancePct, conductances] = meanOf('conductance');
  return { loadPct, loads, conductancePct, conductances };
}

const MS_PER_DAY = 86_400_000;
/** A unit that was on the bench longer than this before it was fitted came here used, days. Rule of the trade. */
const FITTED_LATER_DAYS = 31;

/** What fixes when a unit counts as new: the day it was fitted, and a moment before which its tests are left out. */
export interface FittedUnit {
  readonly fittedOn: string | null;
  readonly referenceFromMs?: number | null;
}

/** The moments, ms UTC, between which a unit’s tests are its first; null where nobody knows when it was fitted. */
export function firstHalfYear({
  fittedOn,
  referenceFromMs = null,
}: FittedUnit): readonly [number, number] | null {
  if (fittedOn === null) return null;
  const fittedMs = Date.parse(fittedOn);
  // The day it was fitted is one of the site’s, and may have begun before UTC’s.
  const fromMs = Math.max(fittedMs - MS_PER_DAY, referenceFromMs ?? Number.NEGATIVE_INFINITY);
  const untilMs = fittedMs + NEW_DAYS * MS_PER_DAY;
  return fromMs < untilMs ? [fromMs, untilMs] : null;
}

/** Whether a unit was here before it was fitted: a used one, whose first tests in this place say nothing of it when new. */
export function cameUsed({ fittedOn }: FittedUnit, firstRunMs: number | undefined): boolean {
  if (fittedOn === null || firstRunMs === undefined) return false;
  return firstRunMs < Date.parse(fittedOn) - FITTED_LATER_DAYS * MS_PER_DAY;
}

/** How a unit without a reference stands: nobody knows when it was fitted, it can still get one, or it no longer can. */
export type ReferenceStanding =
  | { readonly kind: 'undated' }
  | { readonly kind: 'still_new' | 'past'; readonly until: string };

/** Whether a unit can still get a reference on a day, as YYYY-MM-DD. */
export function referenceStanding({ fittedOn }: FittedUnit, today: string): ReferenceStanding {
  if (fittedOn === null) return { kind: 'undated' };
  const until = new Date(Date.parse(fittedOn) + (NEW_DAYS - 1) * MS_PER_DAY).toISOString().slice(0, 10);
  return { kind: today <= until ? 'still_new' : 'past', until };
}
