import fc from 'fast-check';
import { buildPlan, NO_PLAN_BEFORE } from './build-plan';
import type { ChargeJob, ChargeRoom, Placed } from './charge-job';
import { exactPlan, planByDue } from './exact-plan';
import { leastLateness } from './least-lateness';
import { latenessOf, latenessOn } from './plan-cost';
import { anyRoom, brokenLimits, HOUR } from './rooms.test-support';
import { planRoom } from './search-plan';

/** The least lateness over every start of every battery on every channel, each start a whole hour: no order, no earliest place. */
function leastOverAllStarts(room: ChargeRoom): number {
  let best = Number.POSITIVE_INFINITY;
  const placed: Placed[] = [];
  const offAfter = (endMs: number) => {
    const shift = room.shifts.find(({ toMs }) => toMs > endMs);
    return shift ? Math.max(shift.fromMs, endMs) : Number.POSITIVE_INFINITY;
  };
  const place = (left: readonly ChargeJob[], late: number): void => {
    if (late >= best) return;
    const [job, ...others] = left;
    if (!job) {
      best = late;
      return;
    }
    for (const { channel, chargeMs } of job.options) {
      for (let hour = 0; hour < 60; hour++) {
        const startMs = room.nowMs + hour * HOUR;
        const offMs = offAfter(startMs + chargeMs);
        const one: Placed = {
          id: job.id,
          channel,
          startMs,
          endMs: startMs + chargeMs,
          offMs,
          readyMs: offMs + job.restMs,
        };
        placed.push(one);
        if (brokenLimits(room, placed).length === 0) place(others, late + latenessOf(job, one.readyMs));
        placed.pop();
        if (late + latenessOf(job, one.readyMs) >= best) break;
      }
    }
  };
  place(room.waiting, latenessOn(room));
  return best;
}

test('of 200 small rooms each plan is as little late as the best over every start on every channel', () => {
  let compared = 0;
  fc.assert(
    fc.property(anyRoom({ channels: [1, 2], waiting: [1, 3], step: 1 }), (room) => {
      const plan = planRoom(room);
      expect(plan.exact).toBe(true);
      expect(brokenLimits(room, plan.placed)).toEqual([]);
      if (plan.without.length > 0) return;
      expect(plan.cost.lateness).toBeCloseTo(leastOverAllStarts(room), 6);
      compared++;
    }),
    { numRuns: 260, seed: 20_261_128 },
  );
  expect(compared).toBeGreaterThanOrEqual(200);
});

test('the limits of wires, air and people are kept by every plan', () => {
  fc.assert(
    fc.property(anyRoom({ channels: [1, 8], waiting: [0, 14], step: 0.5 }), (room) => {
      const plan = planRoom(room, NO_PLAN_BEFORE, { plans: 12 });
      expect(brokenLimits(room, plan.placed)).toEqual([]);
      expect(new Set([...plan.placed.map(({ id }) => id), ...plan.without]).size).toBe(room.waiting.length);
      expect(plan.cost.lateness).toBeGreaterThanOrEqual(plan.leastLateness - 1e-6);
    }),
    { numRuns: 400 },
  );
});

test('ten thousand plans, in whatever order the batteries chose and whoever changed them over, keep the limits', () => {
  let plans = 0;
  fc.assert(
    fc.property(
      anyRoom({ channels: [1, 6], waiting: [1, 9], step: 0.5 }),
      fc.infiniteStream(fc.double({ min: 0, max: 1, noNaN: true, maxExcluded: true })),
      (room, chance) => {
        const draw = () => chance.next().value as number;
        for (let order = 0; order < 20; order++) {
          const turns = [...room.waiting]
            .map((job) => ({
              job,
              at: draw(),
              hands: draw() < 0.5 ? ('there' as const) : ('on_call' as const),
            }))
            .sort((one, other) => one.at - other.at);
          const plan = buildPlan(room, turns);
          expect(brokenLimits(room, plan.placed)).toEqual([]);
          plans++;
        }
      },
    ),
    { numRuns: 500 },
  );
  expect(plans).toBeGreaterThanOrEqual(10_000);
});

test('no plan is less late than what is said that none can be', () => {
  fc.assert(
    fc.property(anyRoom({ channels: [1, 3], waiting: [1, 5], step: 1 }), (room) => {
      const exact = exactPlan(room, planByDue(room, NO_PLAN_BEFORE), NO_PLAN_BEFORE);
      if (exact) expect(leastLateness(room)).toBeLessThanOrEqual(exact.cost.lateness + 1e-6);
    }),
    { numRuns: 200 },
  );
});

test('a search never does worse than whoever is wanted first goes first, and the same room gets the same plan', () => {
  fc.assert(
    fc.property(anyRoom({ channels: [2, 6], waiting: [7, 14], step: 0.5 }), (room) => {
      const plan = planRoom(room, NO_PLAN_BEFORE, { plans: 40 });
      expect(plan.cost.lateness).toBeLessThanOrEqual(planByDue(room, NO_PLAN_BEFORE).cost.lateness + 1e-6);
      expect(planRoom(room, NO_PLAN_BEFORE, { plans: 40 })).toEqual(plan);
    }),
    { numRuns: 40 },
  );
});

test('planned again with nothing changed, nothing moves', () => {
  fc.assert(
    fc.property(anyRoom({ channels: [1, 5], waiting: [1, 10], step: 0.5 }), (room) => {
      const plan = planRoom(room, NO_PLAN_BEFORE, { plans: 40 });
      const before = new Map(plan.placed.map((place) => [place.id, place]));
      const again = planRoom(room, before, { plans: 40 });
      expect(again.cost.lateness).toBeLessThanOrEqual(plan.cost.lateness + 1e-6);
      const saved = plan.cost.lateness - again.cost.lateness;
      expect(saved).toBeGreaterThanOrEqual(0.1 * again.cost.moved - 1e-6);
    }),
    { numRuns: 60 },
  );
});
