import { standingReadings } from './current-readings';
import type { Reading, ReadingKind, ReadingOf } from './reading';

/** What a battery measured when it came, and what it measured when it was left; null where it was read once only. */
export interface FoundAndLeft {
  readonly kind: ReadingKind;
  readonly found: Reading;
  readonly left: Reading | null;
}

/** Kinds of reading that say how the battery itself is, in working order. */
const TOLD_TWICE: readonly ReadingKind[] = [
  'open_circuit',
  'hydrometer',
  'cell_probe',
  'conductance',
  'three_minute',
  'load',
  'recovery',
  'crank',
];

/** The first and the last that stands of each kind of measurement, those that were made. A charge comes between them. */
export function foundAndLeft(readings: readonly Reading[]): FoundAndLeft[] {
  const standing = standingReadings(readings);
  return TOLD_TWICE.flatMap((kind) => {
    const of = standing.filter((reading) => reading.kind === kind);
    const [found, left] = [of[0], of.at(-1)];
    return found && left ? [{ kind, found, left: left === found ? null : left }] : [];
  });
}

/** An entry that was put right or taken back: what it said, what stands instead, by whom and why. */
export interface PutRight {
  readonly was: Reading;
  /** Null where it was taken back. */
  readonly now: Reading | null;
  readonly byId: string;
  readonly atMs: number;
  readonly reason: string;
}

/** Every entry of a run that was put right or taken back, in the order in which that was done. */
export function putRight(readings: readonly Reading[]): PutRight[] {
  const byId = new Map(readings.map((reading) => [reading.id, reading]));
  return readings
    .flatMap((reading): PutRight[] => {
      const was = reading.supersedesId === null ? undefined : byId.get(reading.supersedesId);
      if (!was) return [];
      const { technicianId, takenAtMs: atMs, reason } = reading;
      const now = reading.kind === 'withdrawal' ? null : reading;
      return [{ was, now, byId: technicianId, atMs, reason: reason ?? '' }];
    })
    .sort((one, other) => one.atMs - other.atMs);
}

/** When a finished run was opened again, by whom and why. */
export function reopenings(readings: readonly Reading[]): ReadingOf<'reopened'>[] {
  return standingReadings(readings).filter((reading) => reading.kind === 'reopened');
}
