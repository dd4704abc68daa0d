import type { SetCandidate } from './mismatch';

/** Units that are to work together, the strongest first, and how badly they suit each other over all pairs. */
export interface MadeSet {
  readonly units: readonly SetCandidate[];
  readonly mismatch: number;
}

/** Sets, and how much less mismatch others could have at most: 0 where these are proven to be the best. */
export interface MadeSets {
  readonly sets: readonly MadeSet[];
  readonly gap: number;
}

/** A set with its units in order. */
export const setOf = (units: readonly SetCandidate[], apart: number): MadeSet => ({
  units: [...units].sort((one, other) => other.healthPct - one.healthPct),
  mismatch: apart,
});
