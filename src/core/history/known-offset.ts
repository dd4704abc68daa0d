import type { HealthReading } from './health-reading';

/** What an instrument is known to read high, points of health, from a moment on; it reads low where that is negative. */
export interface KnownOffset {
  readonly instrument: string;
  readonly fromMs: number;
  readonly pct: number;
}

/** As another instrument than before: what is left over of it is told apart from what it read uncorrected. */
export const correctedName = (instrument: string): string => `${instrument}, corrected`;

/** A reading with what its instrument is known to read high taken out: by the newest offset that had begun. */
export function withKnownOffset(reading: HealthReading, offsets: readonly KnownOffset[]): HealthReading {
  const begun = offsets.filter(
    ({ instrument, fromMs }) => instrument === reading.instrument && fromMs <= reading.atMs,
  );
  const newest = begun.reduce<KnownOffset | null>(
    (late, one) => (late === null || one.fromMs > late.fromMs ? one : late),
    null,
  );
  if (!newest) return reading;
  return { ...reading, pct: reading.pct - newest.pct, instrument: correctedName(newest.instrument) };
}
