import { type Before, buildPlan, costOf, optionsOf, type RoomPlan, type Turn } from './build-plan';
import type { ChargeJob, ChargeRoom, Placed } from './charge-job';
import {
  compareCosts,
  firstCost,
  latenessOf,
  latenessOn,
  latenessUnplaced,
  type PlanCost,
} from './plan-cost';
import { RoomUse } from './room-use';
import type { Hands } from './shifts';

/** Rooms with more batteries than this that wait are not tried in every order. */
export const MOST_TRIED_ALL = 6;
/** The trying is given up after so many places: what was found by then may be the best, and is not said to be. */
const MOST_PLACES = 3000;

/**
 * The best of all plans, by trying every order, channel and kind of hands, and leaving off where the lateness so far is more than
 * that of the best.
 * @param known a plan to begin with: the better it is, the sooner it is over
 * @returns null where there were too many to try them all
 */
export function exactPlan(room: ChargeRoom, known: RoomPlan, before: Before): RoomPlan | null {
  const held = room.waiting.filter(({ held }) => held);
  const free = room.waiting.filter(({ held }) => !held);
  const use = new RoomUse(room);
  const trying: Trying = { use, room, before, hands: handsIn(room), kinds: kindsOf(room) };
  const placed: Placed[] = [];
  let lateness = latenessOn(room);
  for (const job of held) {
    const [place] = placesOf({ ...trying, hands: ['on_call'] }, job);
    if (!place) return null;
    use.put(place.place, job, place.option);
    placed.push(place.place);
    lateness += latenessOf(job, place.place.readyMs);
  }
  let best = known;
  let looked = 0;
  // Alone in the room each would be ready so soon at best: what is still to come costs no less.
  const least = new Map(free.map((job) => [job.id, leastLateness(trying, job)]));

  const sum = [...least.values()].reduce((total, one) => total + one, 0);
  const leastOfAll = lateness + sum;

  const extend = (left: readonly ChargeJob[], late: number, toCome: number): boolean => {
    if (late + toCome > firstCost(best.cost) + 1e-6 || hasNoBetter(best.cost, leastOfAll)) return true;
    if (left.length === 0) {
      const cost = costOf(room, placed, before);
      if (compareCosts(cost, best.cost) < 0)
        best = { placed: [...placed], without: withoutPlace(room, placed), cost };
      return true;
    }
    for (const job of left) {
      const others = left.filter(({ id }) => id !== job.id);
      const stillToCome = toCome - (least.get(job.id) ?? 0);
      const places = placesOf(trying, job);
      looked += places.length;
      if (looked > MOST_PLACES) return false;
      if (places.length === 0 && !extend(others, late + latenessUnplaced(job), stillToCome)) return false;
      for (const { place, option } of places) {
        use.put(place, job, option);
        placed.push(place);
        const all = extend(others, late + latenessOf(job, place.readyMs), stillToCome);
        placed.pop();
        use.takeBack(place);
        if (!all) return false;
      }
    }
    return true;
  };
  return extend(byDue(free), lateness, sum) ? best : null;
}

/** Whether nothing of a plan could be better: it is as late as it has to be, moves nothing, leaves no channel idle and calls nobody. */
const hasNoBetter = ({ lateness, moved, idleHours, nights }: PlanCost, least: number) =>
  lateness <= least + 1e-6 && moved === 0 && idleHours < 1e-6 && nights === 0;

const withoutPlace = (room: ChargeRoom, placed: readonly Placed[]) =>
  room.waiting.filter(({ id }) => !placed.some((place) => place.id === id)).map(({ id }) => id);

/** The kinds of hands that a room knows: nobody is called where nobody is on call. */
export function handsIn({ shifts }: Pick<ChargeRoom, 'shifts'>): readonly [Hands, ...Hands[]] {
  return shifts.some(({ onCall }) => onCall) ? ['there', 'on_call'] : ['there'];
}

/** What is tried out in which room, and by whose hands. */
interface Trying {
  readonly use: RoomUse;
  readonly room: ChargeRoom;
  readonly before: Before;
  readonly hands: readonly Hands[];
  /** What each channel does for every battery. */
  readonly kinds: readonly string[];
}

/** Every place that a battery can take now; places that differ in nothing are one. */
function placesOf({ use, room, before, hands, kinds }: Trying, job: ChargeJob) {
  const turn: Turn = { job, hands: 'there' };
  const seen = new Set<string>();
  return optionsOf(turn).flatMap((option) => {
    // Channels of a kind that have stood free until now are as good as one another for all that follows.
    const untouched = before.size === 0 && use.freeFrom(option.channel) <= room.nowMs;
    const like = untouched ? (kinds[option.channel] ?? '') : String(option.channel);
    return hands.flatMap((by) => {
      const key = `${like} ${by}`;
      if (seen.has(key)) return [];
      seen.add(key);
      const place = use.earliest(job, option, by);
      return place ? [{ place, option }] : [];
    });
  });
}

/** Which channels do the same for every battery: by what each battery is told of them. */
function kindsOf(room: ChargeRoom): readonly string[] {
  return room.channels.map(({ circuit }, channel) => {
    const told = room.waiting.map(({ options }) => {
      const option = options.find((one) => one.channel === channel);
      return option ? `${option.chargeMs}/${option.mainsAmps}` : '-';
    });
    return `${circuit} ${told.join(' ')}`;
  });
}

function leastLateness(trying: Trying, job: ChargeJob): number {
  const all = placesOf(trying, job).map(({ place }) => latenessOf(job, place.readyMs));
  return all.length === 0 ? 0 : Math.min(...all);
}

/** A plan to begin with: whoever is wanted first chooses first. */
export function planByDue(room: ChargeRoom, before: Before): RoomPlan {
  const turns = byDue(room.waiting).map((job): Turn => ({ job, hands: 'there' }));
  return buildPlan(room, turns, before);
}

/** Those that are wanted first before the others, of those the weightier; whoever nobody waits for comes last, as it came. */
export function byDue(jobs: readonly ChargeJob[]): ChargeJob[] {
  return [...jobs].sort(
    (one, other) =>
      (one.dueMs ?? Number.MAX_SAFE_INTEGER) - (other.dueMs ?? Number.MAX_SAFE_INTEGER) ||
      other.weight - one.weight ||
      one.fromMs - other.fromMs,
  );
}
