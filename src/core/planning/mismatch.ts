/** A unit that is to work in a set with others. */
export interface SetCandidate {
  readonly id: string;
  readonly tag: string;
  /** Type, rating and voltage: what must be the same throughout a set. */
  readonly kind: string;
  readonly healthPct: number;
  /** Years in use; null where nobody knows. */
  readonly ageYears: number | null;
  /** Rested and at 25 °C, V of 12 V; null where it was not read. */
  readonly restVolts: number | null;
}

export type JoinedSet = 'series' | 'parallel';

/** How far apart units of one set may lie. Rules of the trade. */
export const SET_LIMITS = {
  healthPct: 10,
  years: 1,
  volts: { series: 0.05, parallel: 0.1 },
} as const;

/** What counts where nobody knows: half of what may lie between two. */
const UNKNOWN = 0.25;

/**
 * How badly two units suit each other: `(Δhealth ÷ 10)² + (Δage ÷ 1 year)² + (Δvolts ÷ 0.05 V)²`, from 0; null where they must not work
 * together at all: another type, rating or voltage, or beyond a limit. Rule of ours on the trade’s limits.
 */
export function mismatch(one: SetCandidate, other: SetCandidate, joined: JoinedSet): number | null {
  if (one.kind !== other.kind) return null;
  const apart = [
    share(one.healthPct, other.healthPct, SET_LIMITS.healthPct),
    share(one.ageYears, other.ageYears, SET_LIMITS.years),
    share(one.restVolts, other.restVolts, SET_LIMITS.volts[joined]),
  ];
  if (apart.some((part) => part > 1)) return null;
  const volts = share(one.restVolts, other.restVolts, SET_LIMITS.volts.series);
  return (apart[0] ?? 0) ** 2 + (apart[1] ?? 0) ** 2 + volts ** 2;
}

/** Rounded where binary fractions would put what lies on the limit beyond it. */
const share = (one: number | null, other: number | null, most: number) =>
  one === null || other === null
    ? Math.sqrt(UNKNOWN)
    : Math.round((1e6 * Math.abs(one - other)) / most) / 1e6;
