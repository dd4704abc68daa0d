import type { ChargeJob, ChargeRoom, OnChannel, Placed } from './charge-job';
import { isOnCall, nextChangeOver } from './shifts';

/** What a plan costs, the first thing first: only between plans that are equal in one does the next decide. A move counts as lateness. */
export interface PlanCost {
  /** Hours of lateness, each times the weight of who waits. */
  readonly lateness: number;
  /** Batteries that were moved from where the plan before had them. */
  readonly moved: number;
  /** Hours in which a channel stands free while a battery that could go on waits and somebody is there. */
  readonly idleHours: number;
  /** Change-overs for which somebody has to be called. */
  readonly nights: number;
}

const MS_PER_HOUR = 3_600_000;
/** Plans are equal in hours that differ by less: a tenth of a second. */
const SAME_HOURS = 3e-5;

/** A start that is later or sooner by less is no move, ms: nobody plans to the minute. */
export const SAME_START_MS = 30 * 60_000;

/** A battery that finds no place counts as late as if it came off after the last shift. */
const NO_PLACE_HOURS = 1000;

/** Hours of lateness of one battery, times its weight. */
export function latenessOf(
  { dueMs, weight }: Pick<ChargeJob | OnChannel, 'dueMs' | 'weight'>,
  readyMs: number,
): number {
  return dueMs === null ? 0 : weight * Math.max(0, (readyMs - dueMs) / MS_PER_HOUR);
}

/** What the lateness of a battery without a place is taken for. */
export function latenessUnplaced({ dueMs, weight }: Pick<ChargeJob, 'dueMs' | 'weight'>): number {
  return NO_PLACE_HOURS * (dueMs === null ? 1 : weight);
}

/** A battery is planned elsewhere than before where that saves at least so many weighted hours. A rule of ours. */
const MOVE_HOURS = 0.1;

/** Lateness with what each move has to save: what comes first in a plan. */
export const firstCost = ({ lateness, moved }: PlanCost) => lateness + MOVE_HOURS * moved;

/** Smaller than 0 where the first costs less. */
export function compareCosts(one: PlanCost, other: PlanCost): number {
  const first = firstCost(one) - firstCost(other);
  if (Math.abs(first) > SAME_HOURS) return first;
  const idle = one.idleHours - other.idleHours;
  if (Math.abs(idle) > SAME_HOURS) return idle;
  return one.nights - other.nights;
}

/** What the batteries that are on a channel now cost: nothing can be changed in it. */
export function latenessOn(room: ChargeRoom): number {
  return room.on.reduce((sum, job) => {
    const offMs = nextChangeOver(room.shifts, Math.max(job.endMs, room.nowMs), 'there');
    return sum + latenessOf(job, offMs + job.restMs);
  }, 0);
}

/** Change-overs of a placed battery for which somebody has to be called: 0 to 2. */
export function nightsOf(
  { shifts }: Pick<ChargeRoom, 'shifts'>,
  { startMs, offMs }: Pick<Placed, 'startMs' | 'offMs'>,
): number {
  return Number(isOnCall(shifts, startMs)) + Number(isOnCall(shifts, offMs));
}

/**
 * Hours in which channels stand free while batteries wait and somebody is there: of both the fewer, summed over the time.
 * Starting a battery sooner never makes it more.
 */
export function idleHoursOf(
  room: Pick<ChargeRoom, 'nowMs' | 'channels' | 'shifts'>,
  taken: readonly Pick<Placed, 'startMs' | 'offMs'>[],
  waits: readonly { readonly fromMs: number; readonly startMs: number }[],
): number {
  const { nowMs } = room;
  const events: [atMs: number, free: number, waiting: number, there: number][] = [];
  for (const { startMs, offMs } of taken) {
    if (offMs <= nowMs) continue;
    events.push([Math.max(startMs, nowMs), -1, 0, 0], [offMs, 1, 0, 0]);
  }
  for (const { fromMs, startMs } of waits) {
    if (startMs > Math.max(fromMs, nowMs))
      events.push([Math.max(fromMs, nowMs), 0, 1, 0], [startMs, 0, -1, 0]);
  }
  for (const { fromMs, toMs, onCall } of room.shifts) {
    if (!onCall && toMs > nowMs) events.push([Math.max(fromMs, nowMs), 0, 0, 1], [toMs, 0, 0, -1]);
  }
  events.sort(([one], [other]) => one - other);
  let [free, waiting, there, idleMs, sinceMs] = [room.channels.length, 0, 0, 0, nowMs];
  for (const [atMs, moreFree, moreWaiting, moreThere] of events) {
    if (there > 0) idleMs += Math.min(free, waiting) * (atMs - sinceMs);
    [free, waiting, there, sinceMs] = [free + moreFree, waiting + moreWaiting, there + moreThere, atMs];
  }
  return idleMs / MS_PER_HOUR;
}
