import { type Chance, seededChance } from '../quantity/chance';
import { buildPlan, type RoomPlan, type Turn } from './build-plan';
import type { ChargeRoom, OnChannel } from './charge-job';
import { nightsOf } from './plan-cost';
import { nextChangeOver } from './shifts';

/** When a battery will be charged and rested: in the middle, and from when to when with four chances in five, ms UTC. */
export interface Promised {
  readonly middleMs: number;
  readonly fromMs: number;
  readonly toMs: number;
}

/**
 * What a charge takes beside what was planned, as twenty equal shares of all charges, the shortest first. A model of ours: measured on
 * simulated units that came in between a tenth and four fifths full, their charge read from the voltage, each left on until its small
 * current had lasted.
 */
export const TOOK_OVER_PLANNED: readonly number[] = [
  0.55, 0.66, 0.73, 0.8, 0.86, 0.91, 0.95, 0.99, 1.02, 1.05, 1.08, 1.1, 1.13, 1.15, 1.18, 1.22, 1.26, 1.3,
  1.36, 1.49,
];

/** The room is lived through so often, each time with other charging times. */
const LIVED = 60;
const SEED = 20_261_130;
const LOW_SHARE = 0.1;
const HIGH_SHARE = 0.9;

/**
 * When each battery of a plan will be ready: the plan is lived through many times with charging times as they scatter, everybody
 * keeping the order and the channels that were planned.
 * @returns by battery; nothing for one without a place
 */
export function promisesOf(room: ChargeRoom, plan: Pick<RoomPlan, 'placed'>): ReadonlyMap<string, Promised> {
  const chance = seededChance(SEED);
  const jobs = new Map(room.waiting.map((job) => [job.id, job]));
  const order = [...plan.placed].sort((one, other) => one.startMs - other.startMs);
  const ready = new Map<string, number[]>();
  const note = (id: string, atMs: number) => ready.set(id, [...(ready.get(id) ?? []), atMs]);
  for (let life = 0; life < LIVED; life++) {
    const on = room.on.map((one) => ({ ...one, endMs: drawnEnd(one, room.nowMs, chance) }));
    for (const { id, endMs, restMs } of on) note(id, nextChangeOver(room.shifts, endMs, 'there') + restMs);
    const turns = order.flatMap((place): Turn[] => {
      const job = jobs.get(place.id);
      if (!job) return [];
      const took = drawnShare(chance);
      const options = job.options
        .filter(({ channel }) => channel === place.channel)
        .map((option) => ({ ...option, chargeMs: Math.round(option.chargeMs * took) }));
      return [
        { job: { ...job, options, held: undefined }, hands: nightsOf(room, place) > 0 ? 'on_call' : 'there' },
      ];
    });
    for (const { id, readyMs } of buildPlan({ ...room, on }, turns).placed) note(id, readyMs);
  }
  return new Map([...ready].map(([id, moments]) => [id, asPromise(moments)]));
}

function asPromise(moments: readonly number[]): Promised {
  const sorted = [...moments].sort((one, other) => one - other);
  const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))] ?? 0;
  return { fromMs: at(LOW_SHARE), middleMs: at(0.5), toMs: at(HIGH_SHARE) };
}

const drawnShare = (chance: Chance) =>
  TOOK_OVER_PLANNED[Math.floor(chance.uniform() * TOOK_OVER_PLANNED.length)] ?? 1;

/** When one that is on will be full, of all the ends that have not passed yet. */
function drawnEnd({ startMs, plannedMs }: OnChannel, nowMs: number, chance: Chance): number {
  const left = TOOK_OVER_PLANNED.filter((share) => startMs + share * plannedMs > nowMs);
  const share = left[Math.floor(chance.uniform() * left.length)];
  // Past all that is usual: nothing is known but that it is not over yet.
  return share === undefined ? nowMs + OVER_TIME_SHARE * plannedMs : startMs + share * plannedMs;
}

/** One that is past all that is usual takes so much of its plan longer. A rule of ours. */
const OVER_TIME_SHARE = 0.1;

/** When one that is on is expected to be full, ms UTC: the middle of the ends that have not passed. */
export function expectedEndMs(startMs: number, plannedMs: number, nowMs: number): number {
  const left = TOOK_OVER_PLANNED.filter((share) => startMs + share * plannedMs > nowMs);
  const middle = left[Math.floor((left.length - 1) / 2)];
  return middle === undefined ? nowMs + OVER_TIME_SHARE * plannedMs : startMs + middle * plannedMs;
}
