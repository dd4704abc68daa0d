import { LOOKED_AT_DAYS, type NewUnit } from '../history/failing-curve';
import type { ChangeCosts } from './costs';

/**
 * What a day of a battery costs in the long run, where each is changed at the age that costs least: `(planned (1 − F) + failed F) ÷ mean
 * days in use`, at its least over all ages. Textbook: replacement by age.
 */
export function costOfADay({ days, fails }: NewUnit, { planned, failed, visit }: ChangeCosts): number {
  let inUse = 0;
  let least = Number.POSITIVE_INFINITY;
  days.forEach((day, at) => {
    const before = at === 0 ? 0 : (days[at - 1] ?? 0);
    const [from, to] = [at === 0 ? 0 : (fails[at - 1] ?? 0), fails[at] ?? 0];
    inUse += (day - before) * (1 - (from + to) / 2);
    least = Math.min(least, ((planned + visit) * (1 - to) + failed * to) / inUse);
  });
  return least;
}

/** What changing a unit costs by when it is done: at once, then at each of `LOOKED_AT_DAYS`. */
export interface ReplacementCosts {
  /** In money; what it still serves until then is taken off, at what a day of a battery costs. */
  readonly byMoment: readonly number[];
  /** The same without a visit of its own. */
  readonly byMomentOnAVisit: readonly number[];
  /** The place of the least in `byMoment`; null: it stays for as long as this looks ahead. */
  readonly best: number | null;
  /** What the best saves against waiting until it fails. */
  readonly saves: number;
}

/** The days ahead of each place of `ReplacementCosts`. */
export const MOMENT_DAYS: readonly number[] = [0, ...LOOKED_AT_DAYS];

/**
 * When to change a unit: where what it costs in all is least. Waiting costs the chance that it fails at work; not waiting throws away
 * what it would still have served, worth a new battery's cost of a day.
 * @param fails chances of having failed by each of `LOOKED_AT_DAYS`
 * @param visitsDays days ahead at which the unit is in the workshop anyway: its change then takes no visit of its own
 */
export function replacementCosts(
  fails: readonly number[],
  costs: ChangeCosts,
  { aDay, visitsDays = [] }: { readonly aDay: number; readonly visitsDays?: readonly number[] },
): ReplacementCosts {
  const failed = [0, ...fails];
  let served = 0;
  const byMomentOnAVisit = MOMENT_DAYS.map((day, at) => {
    if (at > 0) {
      const before = MOMENT_DAYS[at - 1] ?? 0;
      served += (day - before) * (1 - ((failed[at - 1] ?? 0) + (failed[at] ?? 0)) / 2);
    }
    const chance = failed[at] ?? 0;
    return costs.planned * (1 - chance) + costs.failed * chance - aDay * served;
  });
  const byMoment = byMomentOnAVisit.map((cost, at) => {
    const day = MOMENT_DAYS[at] ?? 0;
    const isThere = visitsDays.some((visit) => Math.abs(visit - day) <= SAME_VISIT_DAYS);
    return isThere ? cost : cost + costs.visit * (1 - (failed[at] ?? 0));
  });
  const last = byMoment.length - 1;
  const best = byMoment.reduce((low, cost, at) => (cost < (byMoment[low] ?? 0) ? at : low), 0);
  return {
    byMoment,
    byMomentOnAVisit,
    best: best === last ? null : best,
    saves: Math.max(0, (byMoment[last] ?? 0) - (byMoment[best] ?? 0)),
  };
}

/** What lies so near to a visit is done on it. */
const SAME_VISIT_DAYS = 15;
