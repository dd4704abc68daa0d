import type { ChargeJob, ChargeRoom, OnChannel } from '../room/charge-job';
import { latenessOf } from '../room/plan-cost';
import { expectedEndMs } from '../room/promise';
import { isOnCall, nextChangeOver, nextWatched, type Shift } from '../room/shifts';
import type { Arriving, RoomWeek } from './room-week';

const HOUR = 3_600_000;
/** One that takes no charge is given up after so long. Rule of the trade. */
const REFUSED_AFTER_MS = 5 * HOUR;

/** How somebody runs a room: who goes on which channel now, of those that wait. */
export type Foreman = (room: ChargeRoom) => readonly { readonly id: string; readonly channel: number }[];

/** How a week went. */
export interface WeekRun {
  /** Hours of lateness, weighted. */
  readonly lateness: number;
  /** Hours that channels stood free while a battery waited that would have suited one, and somebody was there. */
  readonly idleHours: number;
  /** Hours of the week in which channels stood free, whatever waited. */
  readonly freeHours: number;
  readonly done: number;
  /** Limits that were broken; a good foreman breaks none. */
  readonly broken: number;
  /** When each was rested, by battery. */
  readonly readyMs: ReadonlyMap<string, number>;
}

interface Hanging {
  readonly battery: Arriving;
  readonly channel: number;
  readonly startMs: number;
  readonly fullMs: number;
  readonly mainsAmps: number;
  readonly plannedMs: number;
}

/**
 * Runs a week as it would go: batteries come when they come and take what they take, a charger fails. The foreman is asked whenever
 * something happens and somebody is there. Knows nothing of plans.
 */
export function runWeek(week: RoomWeek, foreman: Foreman, told?: (room: ChargeRoom) => void): WeekRun {
  const hanging = new Map<number, Hanging>();
  const waiting: Arriving[] = [];
  const coming = [...week.arriving];
  const readyMs = new Map<string, number>();
  let [lateness, idleMs, freeMs, broken, done] = [0, 0, 0, 0, 0];
  let nowMs = week.startMs;
  const lastMs = week.shifts.at(-1)?.toMs ?? week.endMs;
  while (nowMs < lastMs && (coming.length > 0 || waiting.length > 0 || hanging.size > 0)) {
    while ((coming[0]?.fromMs ?? Number.POSITIVE_INFINITY) <= nowMs) {
      const next = coming.shift();
      if (next) waiting.push(next);
    }
    const out = new Set(
      week.outages.flatMap(({ channels, fromMs, toMs }) => (nowMs >= fromMs && nowMs < toMs ? channels : [])),
    );
    if (isThere(week.shifts, nowMs)) {
      for (const [channel, one] of hanging) {
        const cut = out.has(channel);
        if (!cut && one.fullMs > nowMs) continue;
        hanging.delete(channel);
        if (cut && one.fullMs > nowMs) waiting.unshift(leftOver(one, nowMs));
        else if (!one.battery.refuses) {
          readyMs.set(one.battery.id, nowMs + one.battery.restMs);
          lateness += latenessOf(one.battery, nowMs + one.battery.restMs);
          done++;
        }
      }
      const room = roomOf(week, { nowMs, hanging, waiting, out });
      told?.(room);
      for (const { id, channel } of waiting.length > 0 ? foreman(room) : []) {
        const battery = waiting.find((one) => one.id === id);
        const option = battery?.options.find((one) => one.channel === channel);
        if (!battery || !option || hanging.has(channel) || out.has(channel)) {
          broken++;
          continue;
        }
        waiting.splice(waiting.indexOf(battery), 1);
        const takesMs = battery.refuses ? REFUSED_AFTER_MS : Math.round(option.chargeMs * battery.truth);
        hanging.set(channel, {
          battery,
          channel,
          startMs: nowMs,
          fullMs: nowMs + takesMs,
          mainsAmps: option.mainsAmps,
          plannedMs: option.chargeMs,
        });
        broken += brokenNow(week, [...hanging.values()], nowMs);
        if (battery.watchedMs > 0 && nextWatched(week.shifts, nowMs, battery.watchedMs) > nowMs) broken++;
      }
    }
    const nextMs = nextEvent(week, { nowMs, hanging, coming });
    if (isThere(week.shifts, nowMs)) {
      // One that has to be watched longer than somebody is there could not go on now.
      const free = week.channels.flatMap((_, channel) =>
        hanging.has(channel) || out.has(channel) ? [] : [channel],
      );
      const could = waiting.filter(
        ({ options, watchedMs }) =>
          options.some(({ channel }) => free.includes(channel)) &&
          nextWatched(week.shifts, nowMs, watchedMs) <= nowMs,
      );
      idleMs += Math.min(free.length, could.length) * (nextMs - nowMs);
    }
    freeMs +=
      (week.channels.length - hanging.size) *
      Math.max(0, Math.min(nextMs, week.endMs) - Math.min(nowMs, week.endMs));
    nowMs = nextMs;
  }
  // What never came off is as late as the end of the time.
  for (const one of waiting) lateness += latenessOf(one, lastMs);
  return { lateness, idleHours: idleMs / HOUR, freeHours: freeMs / HOUR, done, broken, readyMs };
}

const isThere = (shifts: readonly Shift[], atMs: number) =>
  nextChangeOver(shifts, atMs, 'there') === atMs && !isOnCall(shifts, atMs);

function leftOver({ battery, startMs, fullMs }: Hanging, nowMs: number): Arriving {
  const share = Math.max(0.1, (fullMs - nowMs) / (fullMs - startMs));
  return {
    ...battery,
    fromMs: nowMs,
    watchedMs: 0,
    options: battery.options.map((option) => ({ ...option, chargeMs: Math.round(option.chargeMs * share) })),
  };
}

interface Moment {
  readonly nowMs: number;
  readonly hanging: ReadonlyMap<number, Hanging>;
}

/** What a foreman sees: what was planned, not what will be; a charger that is out takes nothing. */
function roomOf(
  week: RoomWeek,
  {
    nowMs,
    hanging,
    waiting,
    out,
  }: Moment & { readonly waiting: readonly Arriving[]; readonly out: ReadonlySet<number> },
): ChargeRoom {
  const on = [...hanging.values()].map(({ battery, channel, startMs, plannedMs, mainsAmps }): OnChannel => {
    const { id, dueMs, weight, restMs, airPerHour } = battery;
    const endMs = expectedEndMs(startMs, plannedMs, nowMs);
    return { id, dueMs, weight, restMs, airPerHour, channel, startMs, plannedMs, endMs, mainsAmps };
  });
  return {
    nowMs,
    channels: week.channels,
    circuitAmps: week.circuitAmps,
    airPerHour: week.airPerHour,
    shifts: week.shifts.filter(({ toMs }) => toMs > nowMs),
    on,
    waiting: waiting.map(({ truth: _truth, refuses: _refuses, ...job }): ChargeJob => {
      const options = job.options.filter(({ channel }) => !out.has(channel));
      return { ...job, options };
    }),
  };
}

function brokenNow(week: RoomWeek, all: readonly Hanging[], nowMs: number): number {
  const charging = all.filter(({ fullMs }) => fullMs > nowMs);
  const air = charging.reduce((sum, { battery }) => sum + battery.airPerHour, 0);
  const over = Object.entries(week.circuitAmps).filter(([circuit, most]) => {
    const amps = charging
      .filter(({ channel }) => week.channels[channel]?.circuit === circuit)
      .reduce((sum, one) => sum + one.mainsAmps, 0);
    return amps > most + 1e-6;
  });
  return over.length + Number(air > week.airPerHour + 1e-6);
}

function nextEvent(
  week: RoomWeek,
  { nowMs, hanging, coming }: Moment & { readonly coming: readonly Arriving[] },
): number {
  const moments = [
    ...[...hanging.values()].map(({ fullMs }) => fullMs),
    ...[...hanging.values()].map(({ startMs, plannedMs }) => startMs + plannedMs),
    ...coming.slice(0, 1).map(({ fromMs }) => fromMs),
    ...week.shifts.flatMap(({ fromMs, toMs }) => [fromMs, toMs]),
    ...week.outages.flatMap(({ fromMs, toMs }) => [fromMs, toMs]),
  ];
  // Nobody looks more often than every quarter of an hour.
  const quarter = HOUR / 4;
  const next = moments.filter((ms) => ms > nowMs).map((ms) => Math.ceil(ms / quarter) * quarter);
  return Math.min(...next);
}

/** First come, first served: whoever has waited longest goes on the first channel that suits it and is free, within the limits as they stand. */
export const firstComeFirstServed: Foreman = (room) => {
  const taken = new Set(room.on.map(({ channel }) => channel));
  const circuitOf = (channel: number) => room.channels[channel]?.circuit ?? '';
  const drawn = new Map<string, number>();
  const draw = (circuit: string, amps: number) => drawn.set(circuit, (drawn.get(circuit) ?? 0) + amps);
  for (const { channel, mainsAmps } of room.on) draw(circuitOf(channel), mainsAmps);
  let air = room.on.reduce((sum, one) => sum + one.airPerHour, 0);
  return room.waiting.flatMap(({ id, options, airPerHour, watchedMs }) => {
    if (watchedMs > 0 && nextWatched(room.shifts, room.nowMs, watchedMs) > room.nowMs) return [];
    if (room.airPerHour !== null && air + airPerHour > room.airPerHour) return [];
    const option = options.find(({ channel, mainsAmps }) => {
      const most = room.circuitAmps[circuitOf(channel)];
      const fits = most === undefined || (drawn.get(circuitOf(channel)) ?? 0) + mainsAmps <= most;
      return fits && !taken.has(channel);
    });
    if (!option) return [];
    taken.add(option.channel);
    draw(circuitOf(option.channel), option.mainsAmps);
    air += airPerHour;
    return [{ id, channel: option.channel }];
  });
};
