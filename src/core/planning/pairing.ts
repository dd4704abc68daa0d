import { group } from 'd3-array';
import matching from 'edmonds-blossom-fixed';
import { fewestLeft } from './grouping';
import { type MadeSets, setOf } from './made-set';
import { type JoinedSet, mismatch, type SetCandidate } from './mismatch';

/** The best sets out of some units. */
export interface Pairing extends MadeSets {
  /** What fits into none. */
  readonly left: readonly SetCandidate[];
}

/**
 * As many sets of a size as can be made of some units, and of those the ones with the least mismatch in all; never one after another
 * as they come. Pairs by matching (exact), larger sets by trying them all where that can be done.
 */
export function bestSets(units: readonly SetCandidate[], size: number, joined: JoinedSet): Pairing {
  const kinds = [...group(units, ({ kind }) => kind).values()];
  const made = kinds.map((own) => (size === 2 ? pairsOf(own, joined) : fewestLeft(own, size, joined)));
  const sets = made.flatMap((one) => one.sets).sort((one, other) => one.mismatch - other.mismatch);
  const used = new Set(sets.flatMap((one) => one.units.map(({ id }) => id)));
  return {
    sets,
    left: units.filter(({ id }) => !used.has(id)),
    gap: made.reduce((sum, { gap }) => sum + gap, 0),
  };
}

/** A unit off the shelf that is to work beside others, and how badly it suits them, over all of them. */
export interface Partner {
  readonly unit: SetCandidate;
  readonly mismatch: number;
}

/** The unit of a shelf that suits some others best; null where none may work beside all of them. */
export function bestPartner(
  siblings: readonly SetCandidate[],
  shelf: readonly SetCandidate[],
  joined: JoinedSet,
): Partner | null {
  return shelf.reduce<Partner | null>((best, unit) => {
    const apart = siblings.map((one) => mismatch(one, unit, joined));
    if (siblings.length === 0 || apart.some((one) => one === null)) return best;
    const sum = apart.reduce<number>((total, one) => total + (one ?? 0), 0);
    return best === null || sum < best.mismatch ? { unit, mismatch: sum } : best;
  }, null);
}

/** The matching works on whole numbers: so fine a mismatch is told apart, and none is as large as this. */
const FINE = 1e5;
const MOST_MISMATCH = 10;

function pairsOf(units: readonly SetCandidate[], joined: JoinedSet): MadeSets {
  const edges = units.flatMap((one, at) =>
    units.slice(at + 1).flatMap((other, after) => {
      const apart = mismatch(one, other, joined);
      return apart === null
        ? []
        : [[at, at + 1 + after, Math.round(FINE * (MOST_MISMATCH - apart))] as const];
    }),
  );
  const mates = matching(edges, true);
  const sets = units.flatMap((one, at) => {
    const other = units[mates[at] ?? -1];
    const apart = other && (mates[at] ?? 0) > at ? mismatch(one, other, joined) : null;
    return other && apart !== null ? [setOf([one, other], apart)] : [];
  });
  return { sets, gap: 0 };
}
