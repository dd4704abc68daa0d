import { tidy } from '../quantity/tidy';
import type { Trace } from './evidence';

/** What the course of the voltage under load points at. */
export interface TraceReading {
  /** Fall during the last seconds of the hold, V of the battery. */
  readonly lateFallVolts: number;
  /** `capacity`: still falling at the end; `resistance`: fell at once and then stayed; `plain`: neither. */
  readonly shape: 'capacity' | 'resistance' | 'plain';
  /** Mean current at the end, A; null where none was recorded. */
  readonly endAmps: number | null;
  /** How far the bank sagged from its first current to its last, as a share; null without a current. */
  readonly sag: number | null;
}

/** The last part of the hold that is looked at, s, and the fall in it that points at capacity, 12 V. Rule of the trade. */
const LATE_SECONDS = 5;
const LATE_FALL_VOLTS = 0.3;
/**
 * Share of the whole fall that comes at once, and the later fall that still counts as flat, 12 V. A model of ours: plates,
 * worn or not, show 0.91 to 0.94 in the physical model, a joint that fails the load 0.96 and more.
 */
const EARLY_SECONDS = 2;
const EARLY_SHARE = 0.95;
const FLAT_VOLTS = 0.1;
/** A whole fall smaller than this, 12 V, says nothing of its shape. */
const LEAST_FALL_VOLTS = 1;

/**
 * Reads the course of a load test. Null with fewer than three points, or none in the late part of the hold.
 * @param openVolts the voltage before the load, the battery's own
 */
export function readTrace(trace: Trace, openVolts: number, nominalVolts: number): TraceReading | null {
  const last = trace.at(-1);
  const first = trace[0];
  if (!first || !last || trace.length < 3) return null;
  const [endSeconds, endVolts, endAmps] = last;
  const scale = nominalVolts / 12;
  const lateFallVolts = tidy(voltsAt(trace, endSeconds - LATE_SECONDS) - endVolts);
  const early = openVolts - voltsAt(trace, Math.min(EARLY_SECONDS, endSeconds));
  const whole = openVolts - endVolts;
  const atOnce =
    whole > LEAST_FALL_VOLTS * scale && early > EARLY_SHARE * whole && lateFallVolts < FLAT_VOLTS * scale;
  const shape = lateFallVolts > LATE_FALL_VOLTS * scale ? 'capacity' : atOnce ? 'resistance' : 'plain';
  const firstAmps = trace.find(([, , amps]) => amps !== null && amps > 0)?.[2] ?? null;
  const sag = firstAmps !== null && endAmps !== null ? tidy(1 - endAmps / firstAmps) : null;
  return { lateFallVolts, shape, endAmps, sag };
}

/** The voltage of a trace at a moment, linear between its points and held at its ends. */
export function voltsAt(trace: Trace, seconds: number): number {
  let before = trace[0];
  for (const point of trace) {
    if (point[0] >= seconds) {
      if (!before || point[0] === before[0]) return point[1];
      const share = (seconds - before[0]) / (point[0] - before[0]);
      return before[1] + Math.max(0, share) * (point[1] - before[1]);
    }
    before = point;
  }
  return before?.[1] ?? 0;
}
