import fc from 'fast-check';
import type { BatterySpec } from '../battery/battery';
import { returnedAh } from '../charging/returned';
import { newReading, type Reading } from '../steps/reading';
import type { ChargeJob, ChargeRoom, Placed } from './charge-job';
import type { ChargeOn } from './charge-standing';
import { NO_WISH } from './charge-wish';
import { chargingRecord, isWeakCharger } from './charging-record';
import { energyOf, tookTooMuch } from './energy';
import { givesLess } from './gives-less';
import { mainsAmps } from './mains';
import { movesLately } from './moves';
import { idleHoursOf } from './plan-cost';
import { expectedEndMs, promisesOf, TOOK_OVER_PLANNED } from './promise';
import { USUAL_ROOM } from './room-facts';
import { airAsked, roomOfSite, whyNoChannel } from './room-of-site';
import { anyRoom, at, days, HOUR, NOW } from './rooms.test-support';
import { planRoom } from './search-plan';
import { isOnCall, nextChangeOver, nextWatched } from './shifts';
import { shiftsFrom } from './site-shifts';
import { weighMove } from './weigh-move';
import { whatWouldGive } from './what-would-give';

const envelope = (takenAtMs: number) => ({
  id: `r${takenAtMs}`,
  runId: 'run',
  technicianId: 'maro',
  takenAtMs,
  instrument: 'typed',
});

describe('shifts', () => {
  it('change over at once while somebody is there, else when the next comes, or whoever is on call', () => {
    const shifts = days(2, true);
    expect(nextChangeOver(shifts, at(3), 'there')).toBe(at(3));
    expect(nextChangeOver(shifts, at(11), 'there')).toBe(at(24));
    expect(nextChangeOver(shifts, at(11), 'on_call')).toBe(at(11));
    expect(nextChangeOver(shifts, at(35), 'there')).toBe(Number.POSITIVE_INFINITY);
    expect([isOnCall(shifts, at(9.9)), isOnCall(shifts, at(10))]).toEqual([false, true]);
  });

  it('watch only where somebody is there for long enough without a break', () => {
    const shifts = days(2, true);
    expect(nextWatched(shifts, at(5), 4 * HOUR)).toBe(at(5));
    expect(nextWatched(shifts, at(7), 4 * HOUR)).toBe(at(24));
    expect(nextWatched(shifts, at(0), 11 * HOUR)).toBe(Number.POSITIVE_INFINITY);
    const two = [
      { fromMs: at(0), toMs: at(4), onCall: false },
      { fromMs: at(4), toMs: at(8), onCall: false },
    ];
    expect(nextWatched(two, at(1), 6 * HOUR)).toBe(at(1));
  });

  it('keep the clock on the wall when summer time ends', () => {
    const sunday = Date.UTC(2026, 9, 24, 12);
    const hours = [6, 7].map((day) => ({ day, fromMinute: 8 * 60, toMinute: 16 * 60, onCall: false }));
    const [saturday, next] = shiftsFrom(hours, 'Europe/Berlin', sunday);
    // Eight in the morning is six by Greenwich in summer, and seven once the clock has gone back.
    expect(saturday).toMatchObject({ fromMs: Date.UTC(2026, 9, 24, 6), toMs: Date.UTC(2026, 9, 24, 14) });
    expect(next).toMatchObject({ fromMs: Date.UTC(2026, 9, 25, 7), toMs: Date.UTC(2026, 9, 25, 15) });
  });
});

describe('idle channels', () => {
  it('count only while a battery waits, a channel is free and somebody is there', () => {
    const room = {
      nowMs: NOW,
      shifts: days(1, false),
      channels: ['a', 'b'].map((id) => ({ id, circuit: '' })),
    };
    const taken = [{ startMs: at(0), offMs: at(4) }];
    // From 0 to 3 one of two is free and one waits; from 10 on nobody is there.
    expect(idleHoursOf(room, taken, [{ fromMs: at(0), startMs: at(3) }])).toBeCloseTo(3, 9);
    expect(idleHoursOf(room, taken, [{ fromMs: at(8), startMs: at(20) }])).toBeCloseTo(2, 9);
    expect(idleHoursOf(room, [], [])).toBe(0);
  });

  it('are never more where a battery goes on sooner', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 9 }),
        fc.integer({ min: 1, max: 5 }),
        fc.nat(5),
        (start, hours, sooner) => {
          const room = { nowMs: NOW, shifts: days(1, false), channels: [{ id: 'a', circuit: '' }] };
          const cost = (from: number) =>
            idleHoursOf(
              room,
              [{ startMs: at(from), offMs: at(from + hours) }],
              [{ fromMs: at(0), startMs: at(from) }],
            );
          expect(cost(Math.max(0, start - sooner))).toBeLessThanOrEqual(cost(start) + 1e-9);
        },
      ),
    );
  });
});

describe('promises', () => {
  it('are in order, and no sooner than the shortest charge and its rest', () => {
    fc.assert(
      fc.property(anyRoom({ channels: [1, 4], waiting: [1, 6], step: 0.5 }), (room) => {
        const plan = planRoom(room);
        const promises = promisesOf(room, plan);
        for (const { id, channel } of plan.placed) {
          const promised = promises.get(id);
          const job = room.waiting.find((one) => one.id === id);
          const chargeMs = job?.options.find((option) => option.channel === channel)?.chargeMs ?? 0;
          if (!promised || !job) throw new Error(`${id} is promised nothing`);
          expect(promised.fromMs).toBeLessThanOrEqual(promised.middleMs);
          expect(promised.middleMs).toBeLessThanOrEqual(promised.toMs);
          const least =
            Math.max(room.nowMs, job.fromMs) + (TOOK_OVER_PLANNED[0] ?? 0) * chargeMs + job.restMs;
          expect(promised.fromMs).toBeGreaterThanOrEqual(least - 1);
        }
      }),
      { numRuns: 40 },
    );
  });

  it('wait longer for a charge the longer it is over its time', () => {
    const planned = 4 * HOUR;
    expect(expectedEndMs(NOW, planned, NOW)).toBeGreaterThan(at(3.9));
    expect(expectedEndMs(NOW, planned, at(5))).toBeGreaterThan(at(5));
    expect(expectedEndMs(NOW, planned, at(7))).toBeCloseTo(at(7.4), -3);
  });
});

describe('a move', () => {
  it('is weighed as it would come out: where the room takes it, what that costs, and whom it moves', () => {
    fc.assert(
      fc.property(
        anyRoom({ channels: [1, 3], waiting: [2, 5], step: 0.5 }),
        fc.integer({ min: 0, max: 20 }),
        (room, later) => {
          const plan = planRoom(room);
          const [first] = plan.placed;
          if (!first) return;
          const startMs = first.startMs + later * HOUR;
          const weighed = weighMove(room, plan.placed, { ...first, startMs });
          if (weighed.place) {
            expect(weighed.place.channel).toBe(first.channel);
            expect(weighed.place.startMs).toBeGreaterThanOrEqual(startMs);
          }
          expect(weighed.moves.every(({ was }) => was.id !== first.id)).toBe(true);
        },
      ),
      { numRuns: 80 },
    );
  });
});

describe('what a room is made of', () => {
  const spec: BatterySpec = {
    construction: 'flooded',
    nominalVolts: 12,
    c20Ah: 60,
    rcMinutes: null,
    duty: 'starting',
    ratings: [],
  };
  const asked = { chargePct: 50, temperatureC: 25, mode: 'normal' } as const;
  const charger = {
    id: 'c',
    name: 'One',
    place: '',
    circuit: 'C1',
    channels: 2,
    mostAmps: 15,
    leastVolts: 4,
    mostVolts: 16,
    modes: ['normal' as const],
    senses: false,
    retiredAtMs: null,
  };
  const battery = { id: 'b', spec, restMs: HOUR, wish: NO_WISH };
  const base = { nowMs: NOW, zone: 'UTC', facts: USUAL_ROOM, chargers: [charger], on: [], waiting: [] };

  it('draws from the mains what its chargers take beside what they give', () => {
    // 14.4 V at 15 A are 216 W; at 85 % 254 W, 1.1 A of 230 V.
    expect(mainsAmps({ absorptionVolts: 14.4, amps: 15 })).toBeCloseTo(1.105, 3);
  });

  it('offers a battery the channels that suit it, with the plan’s own hours', () => {
    const { waiting } = roomOfSite({ ...base, waiting: [{ ...battery, asked }] });
    expect(waiting[0]?.options.map(({ channel }) => channel)).toEqual([0, 1]);
    // 35 % of 60 Ah by 1.15 are 24.2 Ah at 15 A: 1.6 h; then three hours of taper.
    expect((waiting[0]?.options[0]?.chargeMs ?? 0) / HOUR).toBeCloseTo(1.61 + 3, 2);
  });

  it('watches a deep one for four hours, and says why a charger cannot do what is asked', () => {
    const deep = { ...asked, chargePct: 0, mode: 'deep' } as const;
    const able = { ...charger, modes: ['normal' as const, 'deep' as const] };
    const { waiting } = roomOfSite({ ...base, chargers: [able], waiting: [{ ...battery, asked: deep }] });
    expect(waiting[0]?.watchedMs).toBe(4 * HOUR);
    expect(whyNoChannel(spec, deep, [charger])[0]).toBe(
      'One: It has no way to charge like this: Wake it, watched.',
    );
    expect(whyNoChannel(spec, deep, [charger, able])).toEqual([]);
  });

  it('counts the air of what charges, and nothing of what is full', () => {
    const charge: Omit<ChargeOn, 'so'> = {
      kind: 'on',
      startMs: at(-2),
      plannedMs: 4 * HOUR,
      mode: 'normal',
      volts: 14.4,
      amps: 10,
      hangsOn: { charger: 'c', channel: 1 },
      last: null,
      returnedAh: 20,
      returnAh: 34,
      c20Ah: 60,
      nominalVolts: 12,
    };
    const going = roomOfSite({
      ...base,
      on: [{ ...battery, charge: { ...charge, so: { kind: 'charging' } } }],
    });
    expect(airAsked(going)).toBeCloseTo(0.36, 9);
    const full = roomOfSite({
      ...base,
      on: [{ ...battery, charge: { ...charge, so: { kind: 'full', why: 'unchanged' } } }],
    });
    expect(full.on[0]).toMatchObject({ mainsAmps: 0, endMs: NOW });
  });
});

test('what went back is summed over straight lines, whatever its clock did', () => {
  const start = newReading(
    'charge_start',
    { mode: 'normal', volts: 14.4, amps: 10, hours: 5 },
    envelope(at(0)),
  );
  const log = (hours: number, amps: number) =>
    newReading('charge_log', { volts: 14.4, amps, temperatureC: null, gravity: null }, envelope(at(hours)));
  expect(returnedAh(start, [])).toBe(0);
  expect(returnedAh(start, [log(1, 10), log(3, 4)])).toBeCloseTo(10 + 14, 9);
  expect(returnedAh(start, [log(2, 10), log(1, 6)])).toBeCloseTo(20, 9);
  // What the charger counted itself goes before that, and what was read by hand since is added to it.
  const counted = log(3, 4);
  const told = [log(1, 10), { ...counted, data: { ...counted.data, ampHours: 20.5 } }];
  expect(returnedAh(start, told)).toBe(20.5);
  expect(returnedAh(start, [...told, log(4, 2)])).toBeCloseTo(23.5, 9);
});

test('what a battery takes is told in kilowatt-hours and money, and that it is more than it holds', () => {
  // 50 Ah at 14.4 V are 0.72 kWh; at 85 % 0.847 from the mains.
  const { kwh, cost } = energyOf({ ampHours: 50, volts: 14.4 }, { pricePerKwh: 0.3 });
  expect(kwh).toBeCloseTo(0.847, 3);
  expect(cost).toBeCloseTo(0.254, 3);
  expect([tookTooMuch(77, 60), tookTooMuch(79, 60), tookTooMuch(500, null)]).toEqual([false, true, false]);
});

describe('what would have to give', () => {
  const job = (id: string, over: Partial<ChargeJob> = {}): ChargeJob => ({
    id,
    fromMs: NOW,
    dueMs: at(7),
    weight: 1,
    watchedMs: 0,
    restMs: HOUR,
    airPerHour: 1,
    options: [0, 1].map((channel) => ({ channel, chargeMs: 5 * HOUR, mainsAmps: 6 })),
    ...over,
  });
  const room: ChargeRoom = {
    nowMs: NOW,
    shifts: days(3, false),
    on: [],
    waiting: [job('a'), job('b')],
    channels: ['x', 'y'].map((id) => ({ id, circuit: 'C1' })),
    circuitAmps: { C1: 10 },
    airPerHour: 20,
  };
  const lateIn = (one: ChargeRoom) => planRoom(one).cost.lateness;

  it('is nothing where everything is in time', () => {
    expect(whatWouldGive(room, 0, [])).toEqual([]);
  });

  it('is the circuit, with what it would have to bear, where that is what stands in the way', () => {
    const lateness = lateIn(room);
    expect(lateness).toBeGreaterThan(1);
    const [first, ...others] = whatWouldGive(room, lateness, [{ id: 'b', byMs: 4 * HOUR }]);
    expect(first).toMatchObject({ kind: 'circuit', name: 'C1', much: 12, lateness: 0 });
    expect(others.at(-1)).toMatchObject({ kind: 'later', name: 'b' });
    expect(others.some(({ kind }) => kind === 'air')).toBe(false);
  });

  it('is somebody who is called, where a charge ends in the night', () => {
    const short = { ...room, circuitAmps: {}, waiting: [job('a', { fromMs: at(8), dueMs: at(15) })] };
    const gives = whatWouldGive(short, lateIn(short), []);
    expect(gives[0]).toMatchObject({ kind: 'call_somebody', lateness: 0 });
  });

  it('is air, where the fan holds one back', () => {
    const still = { ...room, circuitAmps: {}, airPerHour: 1.5 };
    expect(whatWouldGive(still, lateIn(still), [])[0]).toMatchObject({ kind: 'air', much: 2, lateness: 0 });
  });
});

test('a charger that gives less than it is set to is named, unless the battery has come to its voltage', () => {
  const read = (volts: number, amps: number) => ({ atMs: NOW, volts, amps, temperatureC: null });
  const set = { volts: 14.4, amps: 12 };
  expect(givesLess({ ...set, last: read(13.2, 8) }, 12)).toEqual({ gives: 8, setTo: 12 });
  expect(givesLess({ ...set, last: read(13.2, 11.8) }, 12)).toBeNull();
  expect(givesLess({ ...set, last: read(14.3, 4) }, 12)).toBeNull();
  expect(givesLess({ volts: 7.2, amps: 12, last: read(7.1, 8) }, 6)).toBeNull();
  expect(givesLess({ ...set, last: null }, 12)).toBeNull();
});

test('a month of charges is summed by battery, and a charger that gives 8 A at 12 is named', () => {
  const start = (hours: number) =>
    newReading(
      'charge_start',
      {
        mode: 'normal',
        volts: 14.4,
        amps: 12,
        hours: 5,
        charger: '0199aaaa-0000-7000-8000-000000000001',
        channel: 1,
      },
      envelope(at(hours)),
    );
  const log = (hours: number, amps: number, volts: number) =>
    newReading('charge_log', { volts, amps, temperatureC: null, gravity: null }, envelope(at(hours)));
  const end = newReading('charge', { full: true }, envelope(at(4)));
  const strayed = log(5, 30, 13);
  const run = (id: string, readings: Reading[]) => ({
    runId: id,
    batteryId: id,
    tag: id,
    nominalVolts: 12,
    readings,
  });
  const record = chargingRecord(
    [
      run('a', [start(0), log(1, 8, 13), log(3, 8, 13.4), end, strayed]),
      run('b', [start(1), log(2, 12, 14.4)]),
    ],
    { pricePerKwh: 0.3 },
  );
  // a: from 12 to 8 A in an hour, then two hours at 8 A; b: an hour at 12 A. What was read after the end is of no charge.
  expect(record.batteries.map(({ tag, charges, ampHours }) => [tag, charges, ampHours])).toEqual([
    ['a', 1, 26],
    ['b', 1, 12],
  ]);
  expect(record.energy.kwh).toBeCloseTo((26 * 13.4 + 12 * 14.4) / 1000 / 0.85, 9);
  const [charger] = record.chargers;
  expect(charger).toMatchObject({ charges: 2, read: 2, gaveLess: 2, last: { gives: 8, setTo: 12 } });
  expect(charger && isWeakCharger(charger)).toBe(true);
  expect(isWeakCharger({ charger: 'x', charges: 9, read: 9, gaveLess: 2, last: null })).toBe(false);
});

test('a move is told for half an hour, from where the battery was first, and no longer than it waits', () => {
  const place = (id: string, channel: number, hours: number): Placed => {
    const startMs = at(hours);
    return { id, channel, startMs, endMs: at(hours + 1), offMs: at(hours + 1), readyMs: at(hours + 2) };
  };
  const before = (...places: Placed[]) => new Map(places.map((one) => [one.id, one]));
  const first = movesLately(
    [],
    [place('a', 1, 5), place('b', 0, 3)],
    before(place('a', 0, 5), place('b', 0, 3)),
    NOW,
  );
  expect(first).toEqual([
    { id: 'a', was: expect.objectContaining({ channel: 0 }), now: { channel: 1, startMs: at(5) }, atMs: NOW },
  ]);
  const quarter = NOW + HOUR / 4;
  const still = movesLately(first, [place('a', 1, 5)], before(place('a', 1, 5)), quarter);
  expect(still).toHaveLength(1);
  const again = movesLately(first, [place('a', 2, 5)], before(place('a', 1, 5)), quarter);
  expect(again[0]).toMatchObject({ was: { channel: 0 }, now: { channel: 2 }, atMs: quarter });
  expect(movesLately(first, [place('a', 1, 5)], before(place('a', 1, 5)), NOW + HOUR)).toEqual([]);
  expect(movesLately(first, [], new Map(), quarter)).toEqual([]);
});
