import { type Chance, seededChance } from '../quantity/chance';
import { type Before, buildPlan, cheaper, NO_PLAN_BEFORE, type RoomPlan, type Turn } from './build-plan';
import type { ChargeJob, ChargeRoom } from './charge-job';
import { byDue, exactPlan, handsIn, MOST_TRIED_ALL } from './exact-plan';
import { leastLateness } from './least-lateness';
import { compareCosts, latenessOf, nightsOf } from './plan-cost';
import type { Hands } from './shifts';

/** A plan, and what is known of how good it is. */
export interface MadePlan extends RoomPlan {
  /** No plan has less weighted lateness than this. */
  readonly leastLateness: number;
  /** Every order, channel and pair of hands was tried: there is none better. */
  readonly exact: boolean;
}

/** How a plan is looked for. */
export interface Effort {
  /** So many plans are built. */
  readonly plans: number;
  /** Whether every order is tried where few batteries wait; it is, where nothing else is said. */
  readonly tryAll?: boolean;
  /** Called now and then with what share of the work is done; stops where it answers false. */
  readonly goOn?: (share: number) => boolean;
}

/** Enough for a room of twenty channels, in well under a second. */
export const USUAL_EFFORT: Effort = { plans: 240 };

const SEED = 20_261_128;
/** So often is it asked whether to go on. */
const ASKED_EVERY = 8;
/** A battery that chooses moves forward by up to so many places at once. */
const LONGEST_MOVE = 12;

/**
 * A plan for the room: the best there is where few batteries wait, and otherwise the best that a local search finds, with the least
 * lateness that any plan could have beside it. The same room always gets the same plan.
 * @param before the plan that holds: it is the one to begin with, and what moves from it counts
 */
export function planRoom(
  room: ChargeRoom,
  before: Before = NO_PLAN_BEFORE,
  effort: Effort = USUAL_EFFORT,
): MadePlan {
  const first = firstPlan(room, before);
  if (effort.tryAll !== false && room.waiting.length <= MOST_TRIED_ALL) {
    const exact = exactPlan(room, first.plan, before);
    if (exact) return { ...exact, leastLateness: exact.cost.lateness, exact: true };
  }
  const plan = search(room, first, before, effort);
  const least = Math.min(plan.cost.lateness, leastLateness(room));
  // Nothing is late that could be in time: then lateness has no better plan, which is not to say that nothing else has.
  return { ...plan, leastLateness: least, exact: false };
}

interface Tried {
  readonly turns: readonly Turn[];
  readonly plan: RoomPlan;
}

/** The best of a few orders that a foreman would think of. */
function firstPlan(room: ChargeRoom, before: Before): Tried {
  const orders = [byDue(room.waiting), byLatestStart(room.waiting), byHoursForWeight(room.waiting)];
  const fresh = orders.flatMap((order) =>
    handsIn(room).map((hands) => order.map((job): Turn => ({ job, hands }))),
  );
  return [...(before.size > 0 ? [asBefore(room, before)] : []), ...fresh]
    .map((turns): Tried => ({ turns, plan: buildPlan(room, turns, before) }))
    .reduce((best, tried) => (compareCosts(tried.plan.cost, best.plan.cost) < 0 ? tried : best));
}

/** As the plan before had them: each on its channel, in the order of their beginning; those that are new to it after the others. */
function asBefore(room: ChargeRoom, before: Before): Turn[] {
  const startOf = ({ id }: ChargeJob) => before.get(id)?.startMs ?? Number.MAX_SAFE_INTEGER;
  return byDue(room.waiting)
    .sort((one, other) => startOf(one) - startOf(other))
    .map((job) => {
      const was = before.get(job.id);
      const called = was && nightsOf(room, was) > 0;
      const hands: Hands = called ? 'on_call' : 'there';
      return { job, hands, channel: stillSuits(job, was?.channel) };
    });
}

const stillSuits = ({ options }: ChargeJob, channel: number | undefined) =>
  options.some((option) => option.channel === channel) ? channel : undefined;

const shortest = ({ options }: ChargeJob) => Math.min(...options.map(({ chargeMs }) => chargeMs));

/** Those first that have to go on first if they are to be in time. */
function byLatestStart(jobs: readonly ChargeJob[]): ChargeJob[] {
  const latest = (job: ChargeJob) =>
    job.dueMs === null ? Number.MAX_SAFE_INTEGER : job.dueMs - job.restMs - shortest(job);
  return [...jobs].sort((one, other) => latest(one) - latest(other));
}

/** Those first that need the fewest hours of a channel for what they weigh. */
function byHoursForWeight(jobs: readonly ChargeJob[]): ChargeJob[] {
  const hours = (job: ChargeJob) =>
    job.dueMs === null ? Number.MAX_SAFE_INTEGER : shortest(job) / job.weight;
  return [...jobs].sort((one, other) => hours(one) - hours(other));
}

function search(room: ChargeRoom, first: Tried, before: Before, { plans, goOn }: Effort): RoomPlan {
  const chance = seededChance(SEED);
  let at = first;
  let best = first.plan;
  for (let built = 0; built < plans && at.turns.length > 1; built++) {
    if (built % ASKED_EVERY === 0 && goOn?.(built / plans) === false) break;
    const turns = changed(room, at, chance);
    const plan = buildPlan(room, turns, before);
    // A plan that costs the same is gone on from as well: it leads off the flat.
    if (compareCosts(plan.cost, at.plan.cost) <= 0) at = { turns, plan };
    best = cheaper(best, plan);
  }
  return best;
}

/** The same turns with one battery choosing sooner, two that have changed places, or other hands for one. */
function changed(room: ChargeRoom, { turns, plan }: Tried, chance: Chance): Turn[] {
  const next = [...turns];
  const at = lateOne(next, plan, chance);
  const had = next[at];
  if (!had) return next;
  // Whoever is changed may go on any channel again.
  const turn: Turn = { ...had, channel: undefined };
  next[at] = turn;
  const hands = handsIn(room);
  const act = chance.uniform();
  if (hands.length > 1 && act < 0.2) {
    next[at] = { ...turn, hands: turn.hands === 'there' ? 'on_call' : 'there' };
    return next;
  }
  if (act < 0.7) {
    next.splice(at, 1);
    next.splice(Math.max(0, at - 1 - Math.floor(chance.uniform() * LONGEST_MOVE)), 0, turn);
    return next;
  }
  const with_ = Math.floor(chance.uniform() * next.length);
  const other = next[with_];
  if (other) [next[at], next[with_]] = [other, turn];
  return next;
}

/** The place of a battery that is to choose otherwise: mostly one that is late, now and then any. */
function lateOne(turns: readonly Turn[], { placed }: RoomPlan, chance: Chance): number {
  const readyAt = new Map(placed.map(({ id, readyMs }) => [id, readyMs]));
  const late = turns.flatMap(({ job }, at) => {
    const readyMs = readyAt.get(job.id);
    return readyMs === undefined || latenessOf(job, readyMs) > 0 ? [at] : [];
  });
  const any = chance.uniform() < 0.25 || late.length === 0;
  const among = any ? turns.map((_, at) => at) : late;
  return among[Math.floor(chance.uniform() * among.length)] ?? 0;
}
