import { NO_PLAN_BEFORE } from '../room/build-plan';
import type { ChargeRoom } from '../room/charge-job';
import { meanwhile } from '../room/meanwhile';
import { type Promised, promisesOf } from '../room/promise';
import { planRoom } from '../room/search-plan';
import { firstComeFirstServed, runWeek } from './room-trial';
import { roomWeek } from './room-week';

/** A week run by the plan beside the same week run first come, first served. */
export interface WeekBeside {
  readonly lateness: number;
  readonly latenessUnplanned: number;
  readonly idleHours: number;
  readonly idleHoursUnplanned: number;
  readonly freeHours: number;
  readonly freeHoursUnplanned: number;
  readonly done: number;
  readonly broken: number;
  /** Batteries that were ready sooner than promised, within the promise, and later; each as it was promised when it came. */
  readonly sooner: number;
  readonly held: number;
  readonly later: number;
}

/** Plans that are built each time the room is planned anew; the room's own screens build more. */
const PLANS = 8;

/** Runs one simulated week both ways. */
export function weekBeside(seed: number): WeekBeside {
  const week = roomWeek(seed);
  const unplanned = runWeek(week, firstComeFirstServed);
  const promised = new Map<string, Promised>();
  let before = NO_PLAN_BEFORE;
  const byPlan = (room: ChargeRoom) => {
    const plan = planRoom(room, before, { plans: PLANS });
    before = new Map(plan.placed.map((place) => [place.id, place]));
    const fresh = room.waiting.filter(({ id }) => !promised.has(id));
    if (fresh.length > 0) {
      const promises = promisesOf(room, plan);
      for (const { id } of fresh) {
        const promise = promises.get(id);
        if (promise) promised.set(id, promise);
      }
    }
    const now = plan.placed.filter(({ startMs }) => startMs <= room.nowMs);
    return [...now, ...meanwhile(room, plan.placed)];
  };
  const planned = runWeek(week, byPlan);
  let [sooner, held, later] = [0, 0, 0];
  for (const [id, readyMs] of planned.readyMs) {
    const promise = promised.get(id);
    if (!promise) continue;
    if (readyMs < promise.fromMs) sooner++;
    else if (readyMs > promise.toMs) later++;
    else held++;
  }
  return {
    lateness: planned.lateness,
    latenessUnplanned: unplanned.lateness,
    idleHours: planned.idleHours,
    idleHoursUnplanned: unplanned.idleHours,
    freeHours: planned.freeHours,
    freeHoursUnplanned: unplanned.freeHours,
    done: planned.done,
    broken: planned.broken,
    sooner,
    held,
    later,
  };
}
