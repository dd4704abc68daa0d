import type { ChannelOption, ChargeJob, ChargeRoom, Placed } from './charge-job';
import {
  compareCosts,
  idleHoursOf,
  latenessOf,
  latenessOn,
  latenessUnplaced,
  nightsOf,
  type PlanCost,
  SAME_START_MS,
} from './plan-cost';
import { RoomUse } from './room-use';
import { type Hands, nextChangeOver } from './shifts';

/** A plan of the room: each battery that waits has its place, or is among those that found none. */
export interface RoomPlan {
  readonly placed: readonly Placed[];
  /** Batteries that no charger of the site can charge, or for which nobody comes. */
  readonly without: readonly string[];
  readonly cost: PlanCost;
}

/** What a plan is made of: batteries in the order in which they choose, and whether somebody may be called for one. */
export interface Turn {
  readonly job: ChargeJob;
  readonly hands: Hands;
  /** The one channel that it may go on; any that suits it where it is not said. */
  readonly channel?: number | undefined;
}

/** The plan before, by battery: what moves from there counts. */
export type Before = ReadonlyMap<string, Pick<Placed, 'channel' | 'startMs' | 'offMs'>>;

export const NO_PLAN_BEFORE: Before = new Map();

/**
 * Builds a plan battery by battery: each takes the place that suits it best, and nothing gives way that was put before.
 */
export function buildPlan(
  room: ChargeRoom,
  turns: readonly Turn[],
  before: Before = NO_PLAN_BEFORE,
): RoomPlan {
  const use = new RoomUse(room);
  const placed: Placed[] = [];
  const without: string[] = [];
  // What a hand has put somewhere is there before anything chooses.
  const order = [...turns.filter(({ job }) => job.held), ...turns.filter(({ job }) => !job.held)];
  for (const turn of order) {
    const best = bestPlace(use, turn, before.get(turn.job.id));
    if (!best) without.push(turn.job.id);
    else {
      placed.push(best.place);
      use.put(best.place, turn.job, best.option);
    }
  }
  return { placed, without, cost: costOf(room, placed, before) };
}

/** The options of a battery that its turn allows. */
export function optionsOf({ job, channel }: Turn): readonly ChannelOption[] {
  const only = job.held?.channel ?? channel;
  return only === undefined ? job.options : job.options.filter((option) => option.channel === only);
}

function bestPlace(
  use: RoomUse,
  turn: Turn,
  before: Pick<Placed, 'channel' | 'startMs'> | undefined,
): { readonly place: Placed; readonly option: ChannelOption } | null {
  let best: { readonly place: Placed; readonly option: ChannelOption } | null = null;
  const firstMs = use.firstStart(turn.job, turn.hands);
  for (const option of optionsOf(turn)) {
    // Nothing goes on sooner than at once: a channel that takes as long, or longer, is no better then.
    if (best && best.place.startMs === firstMs && option.chargeMs >= best.option.chargeMs) {
      if (before?.channel !== option.channel) continue;
    }
    const place = use.earliest(turn.job, option, turn.hands);
    if (!place) continue;
    if (!best || isBetterPlace(turn.job, place, best.place, before)) best = { place, option };
  }
  return best;
}

/** Places differ in what matters from so much on, ms. */
const SAME_MS = 60_000;

/** An hour that it goes on later weighs so much beside an hour of lateness while it chooses. Tried on simulated weeks. */
const LATER_START_WEIGHS = 0.2;
const MS_PER_HOUR = 3_600_000;

/**
 * Which of two places a battery takes: the one where it is less late, where going on sooner counts a little, so that no channel stands free
 * while it waits for a quicker one for hardly anything; of equals the one where it goes on sooner; then the one that has it ready sooner,
 * then where it was planned before.
 */
function isBetterPlace(
  job: ChargeJob,
  one: Placed,
  other: Placed,
  before: Pick<Placed, 'channel'> | undefined,
): boolean {
  const start = one.startMs - other.startMs;
  const late = latenessOf(job, one.readyMs) - latenessOf(job, other.readyMs);
  const costs = late + (LATER_START_WEIGHS * start) / MS_PER_HOUR;
  if (Math.abs(costs) > 1e-9) return costs < 0;
  if (Math.abs(start) > SAME_MS) return start < 0;
  const ready = one.readyMs - other.readyMs;
  if (Math.abs(ready) > SAME_MS) return ready < 0;
  return before?.channel === one.channel && before.channel !== other.channel;
}

/** What a plan costs as it stands. */
export function costOf(room: ChargeRoom, placed: readonly Placed[], before: Before): PlanCost {
  const byId = new Map(placed.map((place) => [place.id, place]));
  let lateness = latenessOn(room);
  let moved = 0;
  let nights = 0;
  const waits: { fromMs: number; startMs: number }[] = [];
  for (const job of room.waiting) {
    const place = byId.get(job.id);
    if (!place) {
      lateness += latenessUnplaced(job);
      continue;
    }
    lateness += latenessOf(job, place.readyMs);
    moved += Number(isMoved(place, before.get(job.id), room.nowMs));
    nights += nightsOf(room, place);
    waits.push({ fromMs: job.fromMs, startMs: place.startMs });
  }
  const on = room.on.map(({ startMs, endMs }) => ({
    startMs,
    offMs: nextChangeOver(room.shifts, Math.max(endMs, room.nowMs), 'there'),
  }));
  return { lateness, moved, nights, idleHours: idleHoursOf(room, [...on, ...placed], waits) };
}

/** Whether a battery is planned on another channel than before, or at another time; one that can go on at once is no worse for it. */
export function isMoved(
  { channel, startMs }: Pick<Placed, 'channel' | 'startMs'>,
  before: Pick<Placed, 'channel' | 'startMs'> | undefined,
  nowMs: number,
): boolean {
  if (before === undefined || startMs <= nowMs) return false;
  return before.channel !== channel || Math.abs(before.startMs - startMs) > SAME_START_MS;
}

/** Of two plans the one that costs less; the first where they are equal. */
export function cheaper(one: RoomPlan, other: RoomPlan): RoomPlan {
  return compareCosts(other.cost, one.cost) < 0 ? other : one;
}
