import fc from 'fast-check';
import type { ChargeJob, ChargeRoom } from './charge-job';
import { meanwhile } from './meanwhile';
import { anyRoom, at, brokenLimits, days, HOUR, NOW } from './rooms.test-support';
import { planRoom } from './search-plan';
import { isOnCall, nextChangeOver } from './shifts';
import { whyWaits } from './why-waits';

describe('why a battery waits', () => {
  const job = (id: string, more: Partial<ChargeJob> = {}): ChargeJob => ({
    id,
    fromMs: NOW,
    dueMs: null,
    weight: 1,
    watchedMs: 0,
    restMs: HOUR,
    airPerHour: 1,
    options: [{ channel: 0, chargeMs: 4 * HOUR, mainsAmps: 2 }],
    ...more,
  });
  const room = (more: Partial<ChargeRoom>): ChargeRoom => ({
    nowMs: NOW,
    circuitAmps: {},
    airPerHour: null,
    shifts: days(8, false),
    on: [],
    waiting: [],
    channels: ['a', 'b'].map((id) => ({ id, circuit: 'C1' })),
    ...more,
  });
  const both = [
    { channel: 0, chargeMs: 4 * HOUR, mainsAmps: 2 },
    { channel: 1, chargeMs: 4 * HOUR, mainsAmps: 2 },
  ];
  const whyIn = (asked: ChargeRoom) => whyWaits(asked, planRoom(asked).placed);

  it('is the one on its channel, or the one that goes first', () => {
    const on = {
      id: 'on',
      channel: 0,
      startMs: at(-2),
      plannedMs: 4 * HOUR,
      endMs: at(2),
      restMs: 0,
      dueMs: null,
      weight: 1,
      mainsAmps: 1,
      airPerHour: 1,
    };
    expect(whyIn(room({ on: [on], waiting: [job('one')] })).get('one')).toEqual({
      kind: 'channel',
      by: 'on',
      isOn: true,
    });
    const two = whyIn(room({ waiting: [job('first', { dueMs: at(5), weight: 8 }), job('second')] }));
    expect([...two]).toEqual([['second', { kind: 'channel', by: 'first', isOn: false }]]);
  });

  it('is the wires, or the air, where another channel is free', () => {
    const waiting = [job('one', { dueMs: at(5), options: both }), job('two', { options: both })];
    const wires = whyIn(room({ waiting, circuitAmps: { C1: 3 } }));
    expect(wires.get('two')).toEqual({ kind: 'circuit', name: 'C1' });
    expect(whyIn(room({ waiting, airPerHour: 1.5 })).get('two')).toEqual({ kind: 'air' });
    expect(whyIn(room({ waiting })).size).toBe(0);
  });

  it('is that nobody is there, or nobody for long enough, or a hand', () => {
    const night = room({ nowMs: at(12), waiting: [job('one')] });
    expect(whyIn(night).get('one')).toEqual({ kind: 'nobody_there' });
    const late = room({ nowMs: at(8), waiting: [job('deep', { watchedMs: 4 * HOUR })] });
    // Two hours are left of this day: somebody is there, and not for long enough.
    expect(whyIn(late).get('deep')).toEqual({ kind: 'watched' });
    const held = job('held', { held: { channel: 0, startMs: at(3) } });
    expect(whyIn(room({ waiting: [held] })).get('held')).toEqual({ kind: 'held' });
  });

  it('is that it is back sooner on a quicker channel that is taken for a while', () => {
    const options = [
      { channel: 0, chargeMs: 3 * HOUR, mainsAmps: 2 },
      { channel: 1, chargeMs: 9 * HOUR, mainsAmps: 2 },
    ];
    const on = {
      id: 'on',
      channel: 0,
      startMs: at(-2),
      plannedMs: 3 * HOUR,
      endMs: at(1),
      restMs: 0,
      dueMs: null,
      weight: 1,
      mainsAmps: 1,
      airPerHour: 1,
    };
    const asked = room({ on: [on], waiting: [job('one', { options, dueMs: at(5), weight: 8 })] });
    expect(whyIn(asked).get('one')).toEqual({ kind: 'back_sooner_there', channel: 1 });
  });

  it('is said of every one that has a place and does not go on now, in rooms of all kinds', () => {
    fc.assert(
      fc.property(anyRoom({ channels: [1, 4], waiting: [1, 8], step: 0.5 }), (any) => {
        const { placed } = planRoom(any, undefined, { plans: 20 });
        const why = whyWaits(any, placed);
        for (const { id, startMs } of placed)
          expect([id, why.has(id)]).toEqual([id, startMs > any.nowMs + 60_000]);
      }),
      { numRuns: 150 },
    );
  });
});

describe('meanwhile', () => {
  it('no channel is left free that something could go on at once, and no limit is broken by it', () => {
    fc.assert(
      fc.property(anyRoom({ channels: [1, 5], waiting: [1, 9], step: 0.5 }), (room) => {
        const { placed } = planRoom(room, undefined, { plans: 10 });
        const now = placed.filter(({ startMs }) => startMs <= room.nowMs);
        const more = meanwhile(room, placed);
        const started = [...now, ...more];
        expect(brokenLimits(room, started)).toEqual([]);
        expect(more.every(({ startMs }) => startMs === room.nowMs)).toBe(true);
        // Whoever is still off cannot go on, looked at without what the planner is made of.
        for (const job of room.waiting) {
          if (started.some(({ id }) => id === job.id) || job.held || isOnCall(room.shifts, room.nowMs))
            continue;
          for (const { channel, chargeMs } of job.options) {
            const endMs = room.nowMs + chargeMs;
            const offMs = nextChangeOver(room.shifts, endMs, 'there');
            const place = {
              id: job.id,
              channel,
              startMs: room.nowMs,
              endMs,
              offMs,
              readyMs: offMs + job.restMs,
            };
            expect(brokenLimits(room, [...started, place])).not.toEqual([]);
          }
        }
      }),
      { numRuns: 150 },
    );
  });
});
