import { MOMENT_DAYS, type ReplacementCosts } from './replacement';

/** A unit of a set with what its change costs by when it is done. */
export interface SetMember {
  readonly id: string;
  readonly healthPct: number;
  readonly costs: ReplacementCosts;
  /** What a day of a new one costs. */
  readonly aDay: number;
}

/** What changing only the weakest of a set costs against changing all of it, in money, siblings’ later changes counted. */
export interface OneOrAll {
  readonly weakestId: string;
  readonly one: number;
  readonly all: number;
  readonly better: 'one' | 'all';
}

/** A new unit beside one that is so many points weaker carries more than its share, and wears so much faster. A model of ours. */
const UNEVEN_POINTS = 10;
const NEW_PCT = 100;
const UNEVEN_WEAR = 0.25;

/**
 * Whether to change only the weakest unit of a set now, or all of it. One: its change now, each sibling at its own best time on a visit of
 * its own, and what the new one wears faster beside weaker siblings until then. All: every unit now, on one visit.
 * @param visit what a visit costs
 */
export function oneOrAll(members: readonly SetMember[], visit: number): OneOrAll | null {
  const [first, ...others] = members;
  if (!first || others.length === 0) return null;
  const weakest = others.reduce((low, one) => (one.healthPct < low.healthPct ? one : low), first);
  const siblings = members.filter(({ id }) => id !== weakest.id);
  const last = MOMENT_DAYS.length - 1;
  const later = siblings.map(({ costs }) => ({
    cost: costs.byMoment[costs.best ?? last] ?? 0,
    days: MOMENT_DAYS[costs.best ?? last] ?? 0,
  }));
  const uneven = siblings.some(({ healthPct }) => NEW_PCT - healthPct > UNEVEN_POINTS);
  const beside = Math.max(...later.map(({ days }) => days));
  const one =
    (weakest.costs.byMoment[0] ?? 0) +
    later.reduce((sum, { cost }) => sum + cost, 0) +
    (uneven ? UNEVEN_WEAR * weakest.aDay * beside : 0);
  const all = members.reduce((sum, { costs }) => sum + (costs.byMomentOnAVisit[0] ?? 0), visit);
  return { weakestId: weakest.id, one, all, better: one <= all ? 'one' : 'all' };
}
