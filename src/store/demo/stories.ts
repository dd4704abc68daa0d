import type { StepId } from '@/core/assessment/step-id';
import type { BenchHand } from '@/core/instruments/bench-hand';
import type { Arrival } from '@/core/instruments/hand-habits';
import { lifeForHealth } from '@/core/physics/wear';
import { seededChance } from '@/core/quantity/chance';
import { FOUR_WAY } from './chargers';
import { rulesAt } from './house';
import { type DemoRun, namedUnit, type Stage, tagOf } from './lives';
import { DEMO_BATTERIES } from './scenario';
import { type DemoUnit, MS_PER_DAY, meet } from './units';

const MS_PER_MINUTE = 60_000;
const DAYS_PER_YEAR = 365.25;

/** How a named battery comes to the bench in a story. */
interface Entrance {
  readonly number: number;
  readonly atMs: number;
  readonly chargePct: number;
  readonly temperatureC: number;
  readonly restHours?: number;
  /** Where the story needs another health than its life tells, percent. */
  readonly healthPct?: number;
  readonly tester?: boolean;
  readonly faults?: DemoUnit['faults'];
}

const LOOK: readonly StepId[] = ['identify', 'complaint', 'inspect'];

/** A named battery on the bench, as it came. */
export function enter(
  stage: Stage,
  { number, atMs, healthPct, faults, restHours = 13, ...met }: Entrance,
): BenchHand {
  const battery = DEMO_BATTERIES.find(({ label }) => label.tag === tagOf(number));
  if (!battery) throw new Error(`the scenario has no ${tagOf(number)}`);
  const unit = stage.remembered.of(namedUnit(battery, stage.nowMs));
  const years = (atMs - unit.bornMs) / MS_PER_DAY / DAYS_PER_YEAR;
  const chance = seededChance(31 * number + Math.round((stage.nowMs - atMs) / MS_PER_MINUTE));
  return meet(
    {
      unit: {
        ...unit,
        ...(healthPct === undefined ? {} : { lifeYears: lifeForHealth(healthPct / 100, years) }),
        ...(faults ? { faults } : {}),
      },
      atMs,
      restHours,
      chargePct: met.chargePct,
      temperatureC: met.temperatureC,
      technicianId: chance.pick(stage.technicianIds),
      rules: rulesAt(atMs, stage.nowMs),
      habits: {
        tester:
          met.tester === false
            ? null
            : { unit: unit.label.ratings[0]?.standard ?? 'SAE', compensates: 'both' },
        keepsTrace: true,
      },
    },
    chance,
  );
}

/** Who it is, why it came, what the eye sees. */
export function look(hand: BenchHand, arrival: Arrival): BenchHand {
  for (const step of LOOK) hand.take(step, arrival);
  return hand;
}

export const ROUTINE: Arrival = { symptom: 'routine', restHours: 13 };
const done = (number: number, bench: BenchHand): DemoRun => ({
  tag: tagOf(number),
  bench: bench.wait(1),
  finished: true,
});
export const lying = (number: number, bench: BenchHand): DemoRun => ({
  tag: tagOf(number),
  bench,
  finished: false,
});

/** The stories: a condemnation undone by a charge, dangers, a dirty clamp, a level let run low. */
export function storyRuns(stage: Stage): DemoRun[] {
  const day = (back: number) => stage.nowMs - back * MS_PER_DAY;
  const cold = { temperatureC: 2, chargePct: 44 };
  const rescued = look(enter(stage, { number: 107, atMs: day(9), ...cold }), ROUTINE);
  rescued.take('settle', ROUTINE).openCircuit().load(true).work(ROUTINE);
  const leaker = look(enter(stage, { number: 103, atMs: day(14), chargePct: 52, temperatureC: 9 }), {
    ...ROUTINE,
    symptom: 'does_not_hold',
  });
  leaker.note('vehicle_check', { check: 'draw', value: 0.032, ownFrom: null, ownTo: null });
  leaker.work({ ...ROUTINE, symptom: 'does_not_hold' });
  const kept = enter(stage, { number: 117, atMs: day(7), chargePct: 92, temperatureC: 10, healthPct: 56 });
  kept.work({ ...ROUTINE, symptom: 'slow_crank' });
  kept.note('override', {
    verdict: 'watch',
    why: 'Spare for the shore pump only; a new one is ordered for Friday.',
  });
  const badCell = look(
    enter(stage, {
      number: 102,
      atMs: day(8),
      chargePct: 80,
      temperatureC: 7,
      restHours: 40,
      faults: [{ kind: 'soft_short', degree: 0.78 }],
    }),
    ROUTINE,
  );
  badCell.take('settle', ROUTINE).openCircuit().take('hydrometer', ROUTINE);
  const seen = (number: number, back: number, found: NonNullable<Arrival['seen']>) =>
    done(
      number,
      look(enter(stage, { number, atMs: day(back), chargePct: 80, temperatureC: 8 }), {
        ...ROUTINE,
        seen: found,
      }),
    );
  return [
    done(107, rescued),
    seen(127, 6, { case: 'cracked' }),
    seen(126, 5, { terminals: 'corroded' }),
    done(102, badCell),
    done(103, leaker),
    done(117, kept),
    seen(116, 4, { level: 'low' }),
    seen(109, 3, { terminals: 'damaged' }),
  ];
}

/** Days back at which the battery of the pilot launch was discharged: spring and autumn. */
const LAUNCH_DAYS = [945, 780, 590, 410, 215, 38] as const;

/** The pilot launch starts and lights with one battery: beside what it cranks, what it holds is measured twice a year. */
export function launchRuns(stage: Stage): DemoRun[] {
  const within = LAUNCH_DAYS.filter((back) => back < stage.winters * DAYS_PER_YEAR);
  return within.map((back) => {
    const atMs = stage.nowMs - back * MS_PER_DAY;
    const hand = look(enter(stage, { number: 300, atMs, chargePct: 99, temperatureC: 17 }), ROUTINE);
    hand.take('settle', ROUTINE).openCircuit().take('discharge', ROUTINE).work(ROUTINE);
    return done(300, hand);
  });
}

/** What was finished in the last hours. */
export function todaysRuns(stage: Stage): DemoRun[] {
  const minutesAgo = (minutes: number) => stage.nowMs - minutes * MS_PER_MINUTE;
  const test = (number: number, minutes: number, chargePct: number) => {
    const hand = enter(stage, { number, atMs: minutesAgo(minutes), chargePct, temperatureC: 9 });
    hand.work(ROUTINE, 'charge');
    return done(number, hand);
  };
  const low = look(
    enter(stage, { number: 121, atMs: minutesAgo(60), chargePct: 41, temperatureC: 9 }),
    ROUTINE,
  );
  low.take('settle', ROUTINE).openCircuit();
  return [test(105, 165, 91), test(122, 130, 92), test(112, 95, 88), done(121, low)];
}

/** What lies on the bench: resting, ready for the load, failed and recovering, just begun, on charge. */
export function openRuns(stage: Stage): DemoRun[] {
  const open = (number: number, minutes: number, chargePct: number, extra: Partial<Entrance> = {}) =>
    enter(stage, {
      number,
      atMs: stage.nowMs - minutes * MS_PER_MINUTE,
      chargePct,
      temperatureC: 8,
      ...extra,
    });
  const onCharge = look(open(108, 190, 46), ROUTINE)
    .take('settle', ROUTINE)
    .openCircuit();
  onCharge.note('charge_start', {
    mode: 'normal',
    amps: 17.5,
    volts: 14.4,
    hours: 5.4,
    ...(FOUR_WAY ? { charger: FOUR_WAY.id, channel: 2 } : {}),
  });
  onCharge.wait(2).note('charge_log', { amps: 17.2, volts: 13.6, temperatureC: 12, gravity: null });
  onCharge.wait(70).note('charge_log', { amps: 16.8, volts: 14.1, temperatureC: 16, gravity: null });
  const readyForLoad = look(open(111, 12, 88), ROUTINE)
    .take('settle', ROUTINE)
    .openCircuit();
  readyForLoad.passOver('conductance', 'tester lent to the yard');
  const failing = look(open(118, 9, 84, { healthPct: 52, tester: false }), ROUTINE);
  failing.take('settle', ROUTINE).openCircuit().load();
  const stood: Arrival = { symptom: 'stood_long', restHours: 13 };
  const cold = look(open(110, 6, 38), stood);
  cold.note('vehicle_check', { check: 'draw', value: 0.21, ownFrom: null, ownTo: null });
  cold.take('settle', stood).openCircuit();
  const resting = look(open(104, 28, 88), ROUTINE);
  resting.note('settle', { method: 'rest', restMinutes: 0, clockMinutes: 60 });
  const drained = look(open(100, 74, 100, { temperatureC: 18 }), ROUTINE)
    .take('settle', ROUTINE)
    .openCircuit();
  drained.note('discharge_start', { amps: 25, minutes: 211 });
  for (const [wait, minutes, volts] of [
    [0, 1, 12.46],
    [18, 20, 12.24],
    [20, 41, 12.03],
    [18, 60, 11.79],
  ] as const)
    drained.wait(wait).note('discharge_log', { minutes, volts });
  return [
    lying(100, drained),
    lying(110, cold),
    lying(104, resting),
    lying(111, readyForLoad),
    lying(118, failing),
    lying(124, open(124, 4, 90)),
    lying(108, onCharge),
  ];
}
