/** What can be seen of the instruments at a moment, without knowing the battery. */
export interface HandlingSeen {
  /** The meter shows that its range is too small. */
  readonly over: boolean;
  /** What the clamp shows, A, discharge positive; null where there is none. */
  readonly clampAmps: number | null;
  /** A load is held on the battery. */
  readonly drawing: boolean;
  readonly charging: boolean;
}

export type HandlingDoubt = 'past_range' | 'clamp_reversed' | 'clamp_not_zeroed';

/** A zeroed clamp shows less than this with nothing in it, A; a load shows more than that the wrong way round. Rule of the trade. */
const ZEROED_WITHIN_AMPS = 0.5;
const LOAD_AT_LEAST_AMPS = 10;

/** What is likely wrong in how the instruments are set or held; null where nothing is to be seen. */
export function handlingDoubt({ over, clampAmps, drawing, charging }: HandlingSeen): HandlingDoubt | null {
  if (over) return 'past_range';
  if (clampAmps === null) return null;
  if (drawing && clampAmps < -LOAD_AT_LEAST_AMPS) return 'clamp_reversed';
  if (!drawing && charging && clampAmps > LOAD_AT_LEAST_AMPS) return 'clamp_reversed';
  if (!drawing && !charging && Math.abs(clampAmps) > ZEROED_WITHIN_AMPS) return 'clamp_not_zeroed';
  return null;
}
