import { type MadeSet, type MadeSets, setOf } from './made-set';
import { type JoinedSet, mismatch, type SetCandidate } from './mismatch';

/** Up to so many units every set is tried; that is given up after so many steps, for what was best until then. */
const MOST_TRIED = 24;
const MOST_STEPS = 400_000;
/** What leaving a unit out costs: more than any mismatch. */
const LEFT_OUT = 1000;

/** Sets of three and more out of units of one kind: by branch and bound where they are few, else by swapping until nothing gains. */
export function fewestLeft(units: readonly SetCandidate[], size: number, joined: JoinedSet): MadeSets {
  const apart = units.map((one) => units.map((other) => (one === other ? 0 : mismatch(one, other, joined))));
  const begun = swapped(begunWith(units, size), apart);
  const tried = units.length <= MOST_TRIED ? bounded(apart, size, begun) : null;
  const best = tried?.isProven ? tried.best : cheaper(tried?.best ?? begun, begun, apart);
  const cost = costOf(best, apart);
  const gap = tried?.isProven ? 0 : cost.apart - leastFor(best, apart, size);
  const sets = best.flatMap((members): MadeSet[] => {
    const own = setCost(members, apart);
    return own === null
      ? []
      : [
          setOf(
            members.flatMap((at) => units[at] ?? []),
            own,
          ),
        ];
  });
  return { sets, gap: Math.max(0, gap) };
}

type Apart = readonly (readonly (number | null)[])[];
/** Sets by the places of their units. */
type Places = readonly (readonly number[])[];

/** Neighbours by health: where the swapping begins. */
function begunWith(units: readonly SetCandidate[], size: number): Places {
  const order = units.map((_, at) => at).sort((one, other) => healthAt(units, other) - healthAt(units, one));
  return Array.from({ length: Math.floor(order.length / size) }, (_, at) =>
    order.slice(at * size, (at + 1) * size),
  );
}
const healthAt = (units: readonly SetCandidate[], at: number) => units[at]?.healthPct ?? 0;

/** The mismatch within a set, over all its pairs; null where two of them must not work together. */
function setCost(members: readonly number[], apart: Apart): number | null {
  let sum = 0;
  for (const [at, one] of members.entries())
    for (const other of members.slice(at + 1)) {
      const pair = apart[one]?.[other] ?? null;
      if (pair === null) return null;
      sum += pair;
    }
  return sum;
}

function costOf(sets: Places, apart: Apart): { readonly made: number; readonly apart: number } {
  const costs = sets.flatMap((members) => setCost(members, apart) ?? []);
  return { made: costs.length, apart: costs.reduce((sum, one) => sum + one, 0) };
}

const isCheaper = (one: ReturnType<typeof costOf>, other: ReturnType<typeof costOf>) =>
  one.made > other.made || (one.made === other.made && one.apart < other.apart - 1e-12);

const cheaper = (one: Places, other: Places, apart: Apart) =>
  isCheaper(costOf(other, apart), costOf(one, apart)) ? other : one;

/** Changes one unit for one of another set, or for one that is left, for as long as that gains. */
function swapped(begun: Places, apart: Apart): Places {
  const used = new Set(begun.flat());
  let sets: Places = [...begun, apart.map((_, at) => at).filter((at) => !used.has(at))];
  const gain = (places: Places) => costOf(places.slice(0, -1), apart);
  let cost = gain(sets);
  for (let improved = true; improved; ) {
    improved = false;
    for (let one = 0; one < sets.length; one++)
      for (let other = one + 1; other < sets.length; other++)
        for (const mine of sets[one] ?? [])
          for (const theirs of sets[other] ?? []) {
            const next = sets.map((members, at) =>
              at === one || at === other
                ? members.map((place) => (place === mine ? theirs : place === theirs ? mine : place))
                : members,
            );
            const nextCost = gain(next);
            if (!isCheaper(nextCost, cost)) continue;
            [sets, cost, improved] = [next, nextCost, true];
          }
  }
  return sets.slice(0, -1);
}

/** What each unit has at least to bear in a set: half of its nearest, since each pair counts once. */
function leastOfEach(apart: Apart, size: number): number[] {
  return apart.map((row, at) => {
    const near = row
      .flatMap((pair, other) => (other === at || pair === null ? [] : [pair]))
      .sort((one, other) => one - other)
      .slice(0, size - 1);
    return near.length < size - 1 ? LEFT_OUT : near.reduce((sum, pair) => sum + pair, 0) / 2;
  });
}

/** The least that sets of as many units could come to. */
function leastFor(sets: Places, apart: Apart, size: number): number {
  const count = sets.filter((members) => setCost(members, apart) !== null).length * size;
  return leastOfEach(apart, size)
    .sort((one, other) => one - other)
    .slice(0, count)
    .reduce((sum, one) => sum + one, 0);
}

/** Every way to make sets, left where it cannot become better than the best so far. */
function bounded(
  apart: Apart,
  size: number,
  begun: Places,
): { readonly best: Places; readonly isProven: boolean } {
  const least = leastOfEach(apart, size);
  const count = apart.length;
  const priceOf = (sets: Places) => {
    const { made, apart: sum } = costOf(sets, apart);
    return sum + (count - made * size) * LEFT_OUT;
  };
  let best = begun.filter((members) => setCost(members, apart) !== null);
  let bestPrice = priceOf(best);
  let steps = 0;
  const free = new Set(apart.map((_, at) => at));
  const chosen: (readonly number[])[] = [];
  const go = (price: number): void => {
    if (++steps > MOST_STEPS) return;
    const [first] = free;
    if (first === undefined) {
      if (price < bestPrice - 1e-12) [best, bestPrice] = [[...chosen], price];
      return;
    }
    let open = 0;
    for (const at of free) open += Math.min(LEFT_OUT, least[at] ?? 0);
    if (price + open >= bestPrice - 1e-12) return;
    for (const { members, cost } of setsWith(first, [...free], apart, size)) {
      for (const at of members) free.delete(at);
      chosen.push(members);
      go(price + cost);
      chosen.pop();
      restore(free, members, count);
    }
    free.delete(first);
    go(price + LEFT_OUT);
    restore(free, [first], count);
  };
  go(0);
  return { best, isProven: steps <= MOST_STEPS };
}

/** Puts places back so that the lowest stands first again. */
function restore(free: Set<number>, members: readonly number[], count: number): void {
  const all = new Set([...free, ...members]);
  free.clear();
  for (let at = 0; at < count; at++) if (all.has(at)) free.add(at);
}

/** Every set that holds a unit, the best first. */
function setsWith(
  first: number,
  free: readonly number[],
  apart: Apart,
  size: number,
): { readonly members: readonly number[]; readonly cost: number }[] {
  const found: { members: readonly number[]; cost: number }[] = [];
  const extend = (members: readonly number[], from: number, cost: number): void => {
    if (members.length === size) {
      found.push({ members, cost });
      return;
    }
    for (let at = from; at < free.length; at++) {
      const next = free[at] ?? 0;
      const added = members.reduce<number | null>((sum, one) => {
        const pair = apart[one]?.[next] ?? null;
        return sum === null || pair === null ? null : sum + pair;
      }, 0);
      if (added !== null) extend([...members, next], at + 1, cost + added);
    }
  };
  extend([first], free.indexOf(first) + 1, 0);
  return found.sort((one, other) => one.cost - other.cost);
}
