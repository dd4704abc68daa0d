import { munkres } from 'munkres';
import type { ChargeJob, ChargeRoom } from './charge-job';
import { latenessOf, latenessOn, latenessUnplaced } from './plan-cost';
import { nextChangeOver } from './shifts';

/**
 * A lateness that no plan of this room can be under, weighted hours. Circuits, air and who is there are left aside; what remains is that a
 * channel charges one battery at a time: of those that come off, the k-th cannot be off before the k shortest charges
 * have found room on all channels together. Who takes which of these turns is chosen as cheaply as can be.
 */
export function leastLateness(room: ChargeRoom): number {
  const { waiting, nowMs } = room;
  const able = waiting.filter(({ options }) => options.length > 0);
  const without = waiting.filter(({ options }) => options.length === 0);
  const turns = turnsOff(room, able.map(shortestMs));
  const cost = able.map((job) => {
    const aloneMs = Math.max(job.fromMs, nowMs) + shortestMs(job);
    return turns.map((turnMs) => latenessOf(job, Math.max(turnMs, aloneMs) + job.restMs));
  });
  const chosen = able.length === 0 ? [] : munkres(cost);
  const sum = chosen.reduce((late, [job, turn]) => late + (cost[job]?.[turn] ?? 0), 0);
  return latenessOn(room) + sum + without.reduce((late, job) => late + latenessUnplaced(job), 0);
}

const shortestMs = ({ options }: ChargeJob) => Math.min(...options.map(({ chargeMs }) => chargeMs));

/** The soonest moments at which the first, the second, … can be off, ms UTC. */
function turnsOff(room: ChargeRoom, hours: readonly number[]): number[] {
  const freeMs = room.channels.map((_, at) => {
    const on = room.on.filter(({ channel }) => channel === at);
    return Math.max(
      room.nowMs,
      ...on.map(({ endMs }) => nextChangeOver(room.shifts, Math.max(endMs, room.nowMs), 'there')),
    );
  });
  freeMs.sort((one, other) => one - other);
  let sum = 0;
  return [...hours]
    .sort((one, other) => one - other)
    .map((ms) => {
      sum += ms;
      return whenWorked(freeMs, sum);
    });
}

/** When all channels together have worked so long, ms UTC, each beginning once it is free. */
function whenWorked(freeMs: readonly number[], workMs: number): number {
  let [done, atMs] = [0, freeMs[0] ?? Number.POSITIVE_INFINITY];
  for (const [working, nextMs] of [...freeMs.slice(1), Number.POSITIVE_INFINITY].entries()) {
    const byThen = done + (working + 1) * (nextMs - atMs);
    if (byThen >= workMs) return atMs + (workMs - done) / (working + 1);
    [done, atMs] = [byThen, nextMs];
  }
  return atMs;
}
