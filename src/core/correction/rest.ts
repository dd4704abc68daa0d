/** What is known of the time since the battery last worked or was charged. */
export interface Rest {
  /** Minutes at rest; null where nobody knows. */
  readonly minutes: number | null;
  /** Whether a surface charge was taken off with a load, and waited for; null where nobody knows. */
  readonly surfaceRemoved: boolean | null;
}

/** Standard uncertainty of a charge read from open-circuit voltage, percent of charge. Rule of the trade. */
const UNCERTAINTY = {
  overnight: 5,
  good: 7,
  rough: 10,
  surfaceRemoved: 8,
  unknown: 15,
  surfaceSuspected: 20,
} as const;

/** Minutes of rest from which the reading counts as overnight, as good and as rough. Rule of the trade. */
const REST_MINUTES = { overnight: 720, good: 240, rough: 60 } as const;

/**
 * Standard uncertainty, in percent of charge, of a charge read from the open-circuit voltage after this rest.
 * The best thing known of the rest counts: an overnight rest is not made worse by a load that was put on before it.
 */
export function chargeUncertainty(rest: Rest, surfaceSuspected: boolean): number {
  if (surfaceSuspected) return UNCERTAINTY.surfaceSuspected;
  const minutes = rest.minutes ?? -1;
  if (minutes >= REST_MINUTES.overnight) return UNCERTAINTY.overnight;
  if (minutes >= REST_MINUTES.good) return UNCERTAINTY.good;
  if (rest.surfaceRemoved) return UNCERTAINTY.surfaceRemoved;
  return minutes >= REST_MINUTES.rough ? UNCERTAINTY.rough : UNCERTAINTY.unknown;
}
