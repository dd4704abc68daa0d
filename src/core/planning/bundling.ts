import type { ReplacementCosts } from './replacement';

/** A unit with what its change costs by when it is done. */
export interface Planned {
  readonly id: string;
  readonly costs: ReplacementCosts;
}

/** Units that are changed together, at a place of `MOMENT_DAYS`. */
export interface Bundle {
  readonly ids: readonly string[];
  readonly at: number;
  readonly cost: number;
}

/** More units than this of one vehicle are not tried in every grouping. */
const MOST_TRIED = 8;

/**
 * When to change the units of one vehicle: those are done on one visit together for which that saves more than it throws away. Units
 * that stay are left out. Every grouping is tried.
 */
export function bundled(units: readonly Planned[], visit: number): Bundle[] {
  const due = units.filter(({ costs }) => costs.best !== null);
  if (due.length === 0) return [];
  if (due.length > MOST_TRIED) return due.map((unit) => together([unit], visit));
  const known = new Map<number, { readonly bundles: readonly Bundle[]; readonly cost: number }>();
  const bestOf = (left: number): { readonly bundles: readonly Bundle[]; readonly cost: number } => {
    if (left === 0) return { bundles: [], cost: 0 };
    const found = known.get(left);
    if (found) return found;
    const first = left & -left;
    let best = { bundles: [] as readonly Bundle[], cost: Number.POSITIVE_INFINITY };
    // Every group that holds the first of those that are left.
    for (let group = left; group > 0; group = (group - 1) & left) {
      if ((group & first) === 0) continue;
      const bundle = together(
        due.filter((_, at) => (group & (1 << at)) !== 0),
        visit,
      );
      const rest = bestOf(left & ~group);
      const cost = bundle.cost + rest.cost;
      if (cost < best.cost) best = { bundles: [bundle, ...rest.bundles], cost };
    }
    known.set(left, best);
    return best;
  };
  return [...bestOf((1 << due.length) - 1).bundles].sort((one, other) => one.at - other.at);
}

/** One visit for some units at the moment at which that costs least; alone a unit may be done where it is in the workshop anyway. */
function together(units: readonly Planned[], visit: number): Bundle {
  const ids = units.map(({ id }) => id);
  const costsAt = (at: number) =>
    units.length === 1
      ? (units[0]?.costs.byMoment[at] ?? 0)
      : units.reduce((sum, { costs }) => sum + (costs.byMomentOnAVisit[at] ?? 0), visit);
  const places = units[0]?.costs.byMoment.map((_, at) => at) ?? [];
  const at = places.reduce((low, one) => (costsAt(one) < costsAt(low) ? one : low), 0);
  return { ids, at, cost: costsAt(at) };
}
