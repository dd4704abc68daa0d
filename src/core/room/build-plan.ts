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
 * Builds a plan battery by battery: each takes the place that has it ready the earliest, and nothing gives way that was put before.
 * Every plan in which no battery could start sooner without moving another comes from some order.
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
  for (const option of optionsOf(turn)) {
    const place = use.earliest(turn.job, option, turn.hands);
    if (!place) continue;
    const sooner = best ? place.readyMs - best.place.readyMs : -1;
    // Of places that are as soon, the one where it was planned before.
    if (sooner < 0 || (sooner === 0 && before?.channel === option.channel)) best = { place, option };
  }
  return best;
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
    moved += Number(isMoved(place, before.get(job.id)));
    nights += nightsOf(room, place);
    waits.push({ fromMs: job.fromMs, startMs: place.startMs });
  }
  const on = room.on.map(({ startMs, endMs }) => ({
    ...{ startMs },
    offMs: nextChangeOver(room.shifts, Math.max(endMs, room.nowMs), 'there'),
  }));
  return { lateness, moved, nights, idleHours: idleHoursOf(room, [...on, ...placed], waits) };
}

/** Whether a battery is planned on another channel than before, or at another time. */
export function isMoved(
  { channel, startMs }: Pick<Placed, 'channel' | 'startMs'>,
  before: Pick<Placed, 'channel' | 'startMs'> | undefined,
): boolean {
  return (
    before !== undefined && (before.channel !== channel || Math.abs(before.startMs - startMs) > SAME_START_MS)
  );
}

/** Of two plans the one that costs less; the first where they are equal. */
export function cheaper(one: RoomPlan, other: RoomPlan): RoomPlan {
  return compareCosts(other.cost, one.cost) < 0 ? other : one;
}
