import { MOMENT_BOUNDS } from '../quantity/moment';
import { isOfKind, READING_KINDS, type Reading, type ReadingKind, type ReadingOf } from './reading';
import { STANDING, type Standing } from './standing';

/**
 * The readings of a run that stand: not superseded, not withdrawn, in the order in which they were taken. Every reader
 * of a run sees the same one as the later.
 */
export function standingReadings(readings: readonly Reading[]): Reading[] {
  const superseded = new Set(readings.map(({ supersedesId }) => supersedesId));
  return readings.filter(({ id, kind }) => !superseded.has(id) && kind !== 'withdrawal').sort(byMoment);
}

/**
 * Which of two readings was taken first. Nothing can be taken after it was stored: a device whose clock runs ahead
 * stamps its readings later than that, and the moment of storing then stands. Two of the same moment keep the order in
 * which they were stored, then that of their ids.
 */
export function byMoment(one: Reading, other: Reading): number {
  return momentOf(one) - momentOf(other) || storedAt(one) - storedAt(other) || (one.id < other.id ? -1 : 1);
}

/** What is not stored yet comes after all that is. */
const storedAt = ({ recordedAtMs = MOMENT_BOUNDS.most }: Reading) => recordedAtMs;

const momentOf = ({ takenAtMs, recordedAtMs = takenAtMs }: Reading) => Math.min(takenAtMs, recordedAtMs);

/** The readings that say how things are now, by their kind, and what follows of the charges among them. */
export interface CurrentReadings {
  /** The latest of each kind that nothing later has made stale. */
  readonly last: { readonly [K in ReadingKind]: ReadingOf<K> | undefined };
  /** All of each kind that nothing later has made stale, oldest first. */
  readonly all: { readonly [K in ReadingKind]: readonly ReadingOf<K>[] };
  /** The charge where this run saw it begin and end: when one that was given elsewhere ended, nobody here knows. */
  readonly ownCharge: ReadingOf<'charge'> | undefined;
  readonly fullCharges: number;
  /** Each charge that was given, with what was read of the battery's charge before it; oldest first. */
  readonly charges: readonly GivenCharge[];
}

/** A charge, and the last readings of the charge that the battery had before it. */
export interface GivenCharge {
  readonly charge: ReadingOf<'charge'>;
  readonly openCircuit: ReadingOf<'open_circuit'> | undefined;
  readonly hydrometer: ReadingOf<'hydrometer'> | undefined;
}

/** Sorts out what is current, as each kind says (`STANDING`). */
export function currentReadings(readings: readonly Reading[]): CurrentReadings {
  const run = standingReadings(readings);
  const all: All = { ...NONE_OF_ANY };
  const last: Last = { ...NO_LAST };
  const sortOut = <K extends ReadingKind>(kind: K) => {
    const standing: ReadingOf<K>[] = ofKind(standingAs(STANDING[kind], run), kind);
    (all as Record<K, readonly ReadingOf<K>[]>)[kind] = standing;
    (last as Record<K, ReadingOf<K> | undefined>)[kind] = standing.at(-1);
  };
  for (const kind of new Set(run.map((reading) => reading.kind))) sortOut(kind);
  const { charge: charges } = all;
  return {
    last,
    all,
    ownCharge: beganHere(run, charges) ? last.charge : undefined,
    fullCharges: charges.filter(({ data }) => data.full).length,
    charges: givenCharges(run, charges),
  };
}

type All = { -readonly [K in ReadingKind]: readonly ReadingOf<K>[] };
type Last = { -readonly [K in ReadingKind]: ReadingOf<K> | undefined };

// What a run without readings has. A run has few of the kinds: only those are looked at.
const NONE_OF_ANY = Object.fromEntries(READING_KINDS.map((kind) => [kind, []])) as unknown as Readonly<All>;
const NO_LAST = Object.fromEntries(READING_KINDS.map((kind) => [kind, undefined])) as Readonly<Last>;

/** The readings of a run among which one of this standing still counts. */
function standingAs({ since, only }: Standing, run: readonly Reading[]): readonly Reading[] {
  if (since === 'run') return run;
  const around = standingAs(STANDING[since], run);
  const mark = ofKind(around, since).at(-1);
  if (!mark) return only ? [] : around;
  return around.slice(around.indexOf(mark) + 1);
}

function givenCharges(run: readonly Reading[], charges: readonly ReadingOf<'charge'>[]): GivenCharge[] {
  return charges.map((charge, at) => {
    const before = charges[at - 1];
    const between = run.slice(before ? run.indexOf(before) + 1 : 0, run.indexOf(charge));
    return {
      charge,
      openCircuit: ofKind(between, 'open_circuit').at(-1),
      hydrometer: ofKind(between, 'hydrometer').at(-1),
    };
  });
}

/** Whether the last charge was put on in this run, after the one before it. */
function beganHere(run: readonly Reading[], charges: readonly ReadingOf<'charge'>[]): boolean {
  const [before, last] = [charges.at(-2), charges.at(-1)];
  if (!last) return false;
  const from = before ? run.indexOf(before) + 1 : 0;
  return ofKind(run.slice(from, run.indexOf(last)), 'charge_start').length > 0;
}

function ofKind<K extends ReadingKind>(readings: readonly Reading[], kind: K): ReadingOf<K>[] {
  return readings.filter((reading): reading is ReadingOf<K> => isOfKind(reading, kind));
}
