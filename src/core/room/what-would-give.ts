import { type Before, NO_PLAN_BEFORE } from './build-plan';
import type { ChargeRoom, Placed } from './charge-job';
import { type Effort, planRoom } from './search-plan';
import type { Shift } from './shifts';

/** Something that a room could give so that less is late, and what is late then, weighted hours. */
export interface Give {
  readonly kind: 'call_somebody' | 'circuit' | 'air' | 'later';
  /** Which circuit, or which battery. */
  readonly name: string;
  /** How much it would have to be: A of the mains, m³/h, or ms later; nothing for somebody who is called. */
  readonly much: number;
  readonly lateness: number;
}

/** Late by less is in time, weighted hours. */
const IN_TIME_HOURS = 0.05;
/** What would help is looked for, not what would help most: a few plans tell. */
const QUICK: Effort = { plans: 24, tryAll: false };

/**
 * What would have to give so that a plan is kept, the smallest thing first: that somebody is called in the night, that a circuit bears or
 * a fan moves what the rest of the plan asks for, that a battery is wanted later. Empty where nothing is late.
 */
export function whatWouldGive(
  room: ChargeRoom,
  lateness: number,
  late: readonly { readonly id: string; readonly byMs: number }[],
): Give[] {
  if (lateness < IN_TIME_HOURS) return [];
  const lateIn = (other: ChargeRoom, before: Before = NO_PLAN_BEFORE) =>
    planRoom(other, before, QUICK).cost.lateness;
  const tried: Give[] = [];
  const nights = withNights(room.shifts, room.nowMs);
  if (nights.length > room.shifts.length)
    tried.push({ kind: 'call_somebody', name: '', much: 0, lateness: lateIn({ ...room, shifts: nights }) });
  for (const name of Object.keys(room.circuitAmps)) {
    const { [name]: _most, ...others } = room.circuitAmps;
    const free = { ...room, circuitAmps: others };
    tried.push({ kind: 'circuit', name, much: mostDrawn(free, name), lateness: lateIn(free) });
  }
  if (room.airPerHour !== null)
    tried.push({
      kind: 'air',
      name: '',
      much: mostAir(room),
      lateness: lateIn({ ...room, airPerHour: null }),
    });
  const helps = tried
    .filter((one) => one.lateness < lateness - IN_TIME_HOURS)
    .sort((one, other) => one.lateness - other.lateness);
  const later = late.map(({ id, byMs }): Give => ({ kind: 'later', name: id, much: byMs, lateness: 0 }));
  return [...helps, ...later];
}

/** Which batteries of a plan come too late, and by how much. */
export function lateOnes(
  { waiting }: ChargeRoom,
  placed: readonly Placed[],
): { readonly id: string; readonly byMs: number }[] {
  const due = new Map(waiting.map(({ id, dueMs }) => [id, dueMs]));
  return placed.flatMap(({ id, readyMs }) => {
    const dueMs = due.get(id) ?? null;
    return dueMs !== null && readyMs > dueMs ? [{ id, byMs: readyMs - dueMs }] : [];
  });
}

/** The same shifts with somebody on call between them. */
function withNights(shifts: readonly Shift[], nowMs: number): Shift[] {
  let fromMs = nowMs;
  const all: Shift[] = [];
  for (const shift of shifts) {
    if (shift.fromMs > fromMs) all.push({ fromMs, toMs: shift.fromMs, onCall: true });
    all.push(shift);
    fromMs = Math.max(fromMs, shift.toMs);
  }
  return all;
}

/** The most that a plan without a limit draws from a circuit at once, A of the mains. */
function mostDrawn(room: ChargeRoom, circuit: string): number {
  return mostAtOnce(
    room,
    (channel, amps) => (room.channels[channel]?.circuit === circuit ? amps : 0),
    'mainsAmps',
  );
}

const mostAir = (room: ChargeRoom) =>
  mostAtOnce({ ...room, airPerHour: null }, (_channel, air) => air, 'airPerHour');

function mostAtOnce(
  room: ChargeRoom,
  counts: (channel: number, much: number) => number,
  what: 'mainsAmps' | 'airPerHour',
): number {
  const { placed } = planRoom(room, NO_PLAN_BEFORE, QUICK);
  const jobs = new Map(room.waiting.map((job) => [job.id, job]));
  const loads = [
    ...room.on.map((one) => ({ ...one, much: counts(one.channel, one[what]) })),
    ...placed.map(({ id, channel, startMs, endMs }) => {
      const job = jobs.get(id);
      const option = job?.options.find((one) => one.channel === channel);
      const own = what === 'airPerHour' ? (job?.airPerHour ?? 0) : (option?.mainsAmps ?? 0);
      return { startMs, endMs, much: counts(channel, own) };
    }),
  ];
  const at = (ms: number) =>
    loads.reduce((sum, { startMs, endMs, much }) => sum + (startMs <= ms && endMs > ms ? much : 0), 0);
  return Math.max(0, ...loads.map(({ startMs }) => at(Math.max(startMs, room.nowMs))));
}
