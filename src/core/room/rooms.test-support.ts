import fc from 'fast-check';
import type { ChannelOption, ChargeJob, ChargeRoom, OnChannel } from './charge-job';
import type { Shift } from './shifts';

export const HOUR = 3_600_000;
export const NOW = Date.UTC(2026, 10, 30, 6);

/** Hours from now as a moment. */
export const at = (hours: number) => NOW + hours * HOUR;

/** Days on which somebody is there from the first hour to the tenth, and, where asked for, on call for the rest. */
export function days(count: number, nights: boolean): Shift[] {
  return Array.from({ length: count }, (_, day) => day * 24).flatMap((hour) => [
    { fromMs: at(hour), toMs: at(hour + 10), onCall: false },
    ...(nights ? [{ fromMs: at(hour + 10), toMs: at(hour + 24), onCall: true }] : []),
  ]);
}

interface Size {
  readonly channels: readonly [least: number, most: number];
  readonly waiting: readonly [least: number, most: number];
  /** Every time is a whole number of these, h. */
  readonly step: number;
}

/** Rooms of all kinds: tight or wide circuits, little air or unknown, long and short charges, running ones, deep ones, late ones. */
export function anyRoom({ channels, waiting, step }: Size): fc.Arbitrary<ChargeRoom> {
  const steps = (least: number, most: number) =>
    fc.integer({ min: least, max: most }).map((count) => count * step);
  return fc
    .record({
      count: fc.integer({ min: channels[0], max: channels[1] }),
      circuit: fc.array(fc.constantFrom('A', 'B'), { minLength: channels[1], maxLength: channels[1] }),
      circuitA: fc.option(fc.integer({ min: 4, max: 20 }), { nil: null }),
      air: fc.option(fc.integer({ min: 2, max: 12 }), { nil: null }),
      nights: fc.boolean(),
      jobs: fc.array(
        fc.record({
          from: steps(-2, 4),
          due: fc.option(steps(1, 30), { nil: null }),
          weight: fc.constantFrom(1, 1, 2, 5),
          watched: fc.constantFrom(0, 0, 0, 2),
          rest: steps(0, 4),
          air: fc.constantFrom(0.5, 1, 2),
          hours: fc.array(steps(1, 8), { minLength: channels[1], maxLength: channels[1] }),
          alike: fc.boolean(),
          amps: fc.integer({ min: 1, max: 6 }),
          suits: fc.array(fc.boolean(), { minLength: channels[1], maxLength: channels[1] }),
        }),
        { minLength: waiting[0], maxLength: waiting[1] },
      ),
      running: fc.array(
        fc.record({ left: steps(-1, 6), amps: fc.integer({ min: 1, max: 5 }), air: fc.constantFrom(0.5, 1) }),
        {
          maxLength: 1,
        },
      ),
    })
    .map(({ count, circuit, circuitA, air, nights, jobs, running }) => ({
      nowMs: NOW,
      channels: Array.from({ length: count }, (_, channel) => ({
        id: `c${channel}`,
        circuit: circuit[channel] ?? 'A',
      })),
      circuitAmps: circuitA === null ? {} : { A: circuitA },
      airPerHour: air,
      shifts: days(8, nights),
      on: running.map(
        (one, channel): OnChannel => ({
          id: `on${channel}`,
          channel,
          startMs: at(-3),
          plannedMs: (3 + one.left) * HOUR,
          endMs: at(one.left),
          restMs: HOUR,
          dueMs: at(3),
          weight: 1,
          mainsAmps: one.amps,
          airPerHour: one.air,
        }),
      ),
      waiting: jobs.map(
        (job, index): ChargeJob => ({
          id: `b${index}`,
          fromMs: at(job.from),
          dueMs: job.due === null ? null : at(job.due),
          weight: job.weight,
          watchedMs: job.watched * HOUR,
          restMs: job.rest * HOUR,
          airPerHour: job.air,
          options: Array.from({ length: count }, (_, channel): ChannelOption => {
            const hours = job.hours[job.alike ? 0 : channel] ?? step;
            return { channel, chargeMs: hours * HOUR, mainsAmps: job.amps };
          }).filter(({ channel }) => channel === 0 || job.suits[channel]),
        }),
      ),
    }));
}

/**
 * What of a plan breaks the room's limits, looked at moment by moment and without what the planner is made of.
 * @returns what is wrong, in words; empty where nothing is
 */
export function brokenLimits(
  room: ChargeRoom,
  placed: readonly {
    id: string;
    channel: number;
    startMs: number;
    endMs: number;
    offMs: number;
    readyMs: number;
  }[],
): string[] {
  const wrong: string[] = [];
  const jobs = new Map(room.waiting.map((job) => [job.id, job]));
  const there = (ms: number, called = true) =>
    room.shifts.some((shift) => ms >= shift.fromMs && ms <= shift.toMs && (called || !shift.onCall));
  const all = [
    ...placed.map((place) => {
      const job = jobs.get(place.id);
      const option = job?.options.find(({ channel }) => channel === place.channel);
      if (!job || !option) {
        wrong.push(`${place.id} hangs where it does not suit`);
        return { ...place, amps: 0, air: 0 };
      }
      if (place.startMs < Math.max(job.fromMs, room.nowMs))
        wrong.push(`${place.id} starts before it is there`);
      if (place.endMs - place.startMs !== option.chargeMs)
        wrong.push(`${place.id} is not charged for its hours`);
      if (place.offMs < place.endMs) wrong.push(`${place.id} comes off before it is full`);
      if (place.readyMs !== place.offMs + job.restMs) wrong.push(`${place.id} does not rest`);
      if (!there(place.startMs) || !there(place.offMs)) wrong.push(`${place.id} is changed over by nobody`);
      for (let ms = place.startMs; ms < place.startMs + job.watchedMs; ms += HOUR / 4)
        if (!there(ms, false)) wrong.push(`${place.id} is not watched`);
      return { ...place, amps: option.mainsAmps, air: job.airPerHour };
    }),
    ...room.on.map(({ mainsAmps, airPerHour, ...one }) => {
      const endMs = Math.max(one.endMs, room.nowMs);
      const offMs = room.shifts.find(({ toMs, onCall }) => !onCall && toMs > endMs)?.fromMs ?? endMs;
      return { ...one, endMs, offMs: Math.max(offMs, endMs), amps: mainsAmps, air: airPerHour };
    }),
  ];
  for (const { startMs: atMs } of all) {
    const charging = all.filter(({ startMs, endMs }) => startMs <= atMs && endMs > atMs);
    const air = charging.reduce((sum, one) => sum + one.air, 0);
    const meant = placed.some(({ startMs }) => startMs === atMs);
    if (meant && room.airPerHour !== null && air > room.airPerHour + 1e-6) wrong.push(`air ${air}`);
    for (const [circuit, most] of Object.entries(room.circuitAmps)) {
      const amps = charging
        .filter(({ channel }) => room.channels[channel]?.circuit === circuit)
        .reduce((sum, one) => sum + one.amps, 0);
      const adds = placed.some(
        (place) => place.startMs === atMs && room.channels[place.channel]?.circuit === circuit,
      );
      if (adds && amps > most + 1e-6) wrong.push(`circuit ${circuit} at ${amps} A`);
    }
    for (const [channel] of room.channels.entries()) {
      const there = all.filter((one) => one.channel === channel && one.startMs <= atMs && one.offMs > atMs);
      if (there.length > 1) wrong.push(`two on channel ${channel}`);
    }
  }
  return wrong;
}
