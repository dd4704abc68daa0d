import { type Before, buildPlan, isMoved, type RoomPlan, type Turn } from './build-plan';
import type { ChargeRoom, Placed } from './charge-job';
import { isOnCall } from './shifts';

/** What it would come to if a battery were put somewhere by hand. */
export interface WeighedMove {
  /** Where it would go on: later than asked for where the room does not allow it sooner. Null where it finds no place there. */
  readonly place: Placed | null;
  /** Weighted hours of lateness that it adds; fewer than none where it saves some. */
  readonly addsLateness: number;
  /** The others that it moves, as they were and as they would be. */
  readonly moves: readonly { readonly was: Placed; readonly now: Placed }[];
}

/**
 * Weighs a move before it is made: the battery is held on that channel from that moment, and everybody else keeps the order and the
 * channel that they have.
 */
export function weighMove(
  room: ChargeRoom,
  planned: readonly Placed[],
  { id, channel, startMs }: Pick<Placed, 'id' | 'channel' | 'startMs'>,
): WeighedMove {
  const was = asPlanned(room, planned);
  const held = { channel, startMs: Math.max(startMs, room.nowMs) };
  const asked: ChargeRoom = {
    ...room,
    waiting: room.waiting.map((job) => (job.id === id ? { ...job, held } : job)),
  };
  const now = asPlanned(asked, planned);
  const placeIn = (plan: RoomPlan, one: string) => plan.placed.find((place) => place.id === one);
  return {
    place: placeIn(now, id) ?? null,
    addsLateness: now.cost.lateness - was.cost.lateness,
    moves: was.placed.flatMap((before) => {
      const after = placeIn(now, before.id);
      if (before.id === id || !after) return [];
      return isMoved(after, before, Number.NEGATIVE_INFINITY) ? [{ was: before, now: after }] : [];
    }),
  };
}

/** A plan built again in the order and on the channels of an earlier one. */
function asPlanned(room: ChargeRoom, planned: readonly Placed[]): RoomPlan {
  const before: Before = new Map(planned.map((place) => [place.id, place]));
  const startOf = (one: string) => before.get(one)?.startMs ?? Number.MAX_SAFE_INTEGER;
  const turns = [...room.waiting]
    .sort((one, other) => startOf(one.id) - startOf(other.id))
    .map((job): Turn => {
      const place = before.get(job.id);
      const called = place && (isOnCall(room.shifts, place.startMs) || isOnCall(room.shifts, place.offMs));
      return { job, hands: called ? 'on_call' : 'there', channel: place?.channel };
    });
  return buildPlan(room, turns, before);
}
