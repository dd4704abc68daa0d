import type { Visit } from '@/core/circuit/visit';
import { type Chance, seededChance } from '@/core/quantity/chance';
import type { Symptom } from '@/core/steps/complaint/plans';
import type { Cause } from '@/core/vehicle/cause';
import type { VehicleClass } from '@/core/vehicle/vehicle';
import { DEMO_FLEET } from './fleet';
import type { DemoHistory } from './history';
import type { Stage } from './lives';
import { MS_PER_DAY } from './units';
import type { DemoCheck } from './vehicle-checks';

const SEED = 20_260_117;
const MINUTE_MS = 60_000;
/** What is done within so long of each other was done on one visit. */
const ONE_VISIT_MS = 0.6 * MS_PER_DAY;

/** What of the fleet counts hours, and how much of either a year adds. */
const BY_HOURS: ReadonlySet<VehicleClass> = new Set(['tractor', 'generator', 'boat', 'winch', 'stacker']);
const A_YEAR = { km: 17_000, h: 620 } as const;

/** What drivers say of what turns out to be the matter. */
const SAID: Readonly<Partial<Record<Cause, readonly [Symptom, ...string[]]>>> = {
  battery_low_charge: ['does_not_hold', 'Jumped twice this week', 'Slow after the weekend'],
  battery_worn: ['slow_crank', 'Cranks slowly in the morning', 'Barely turned on the cold quay'],
  battery_faulty: ['does_not_hold', 'Dead again although it was charged'],
  regulator_high: ['warning_light', 'Bulbs burn out', 'Smells of rotten eggs after a run'],
  regulator_low: ['warning_light', 'Lamp glows faintly'],
  regulator_open: ['warning_light', 'Charging lamp is on'],
  regulator_intermittent: ['warning_light', 'Lamp comes and goes'],
  alternator_weak: ['warning_light', 'Lights go dim at idle'],
  diode: ['does_not_hold', 'Empty on Monday', 'Whistles in the radio'],
  belt: ['warning_light', 'Squeals when the lights go on'],
  feed_or_fuse: ['warning_light', 'Lamp does not light with the key'],
  charging_plus_path: ['does_not_hold', 'New battery, empty again'],
  charging_minus_path: ['warning_light', 'They say the alternator is weak'],
  starting_plus_path: ['single_click', 'Clicks once, then nothing'],
  starting_minus_path: ['slow_crank', 'Cranks slowly when warm too'],
  solenoid: ['single_click', 'Clicks, starts at the third try'],
  starter_drag: ['slow_crank', 'Groans'],
  engine_drag: ['slow_crank', 'Heavy to turn since the winter'],
  parasitic_draw: ['does_not_hold', 'Empty after a weekend', 'Dead every Monday'],
};
/** Where nothing was the matter, or nobody looked at the vehicle. */
const ROUTINE: readonly [Symptom, ...string[]] = ['routine', ''];

interface Done {
  readonly atMs: number;
  readonly byId: string;
  readonly cause: Cause | null;
}

/** The visits of the sample history: what was done on a vehicle and its batteries at about the same time, and why it came in. */
export function demoVisits(
  stage: Stage,
  history: DemoHistory,
  checks: readonly DemoCheck[],
  vehicleIds: ReadonlyMap<string, string>,
): Visit[] {
  return DEMO_FLEET.flatMap((vehicle, at) => {
    const vehicleId = vehicleIds.get(vehicle.name);
    if (vehicleId === undefined) return [];
    const chance = seededChance(SEED + at);
    const unit = BY_HOURS.has(vehicle.class) ? 'h' : 'km';
    const perYear = A_YEAR[unit] * chance.between(0.5, 1.4);
    const beganMs = stage.nowMs - (stage.winters + chance.between(1, 6)) * 365 * MS_PER_DAY;
    const done = [...checksOf(checks, vehicleId), ...testsOf(history, vehicle.name)];
    return clustered(done.sort((one, other) => one.atMs - other.atMs)).map((cluster): Visit => {
      const [first, last] = [cluster[0]?.atMs ?? 0, cluster.at(-1)?.atMs ?? 0];
      const cause = cluster.find((one) => one.cause !== null)?.cause ?? null;
      const [complaint, ...said] = (cause && SAID[cause]) || ROUTINE;
      const arrivedAtMs = Math.round(first - chance.between(15, 90) * MINUTE_MS);
      return {
        id: chance.id(arrivedAtMs),
        vehicleId,
        arrivedAtMs,
        complaint,
        meterUnit: unit,
        leftAtMs: Math.min(stage.nowMs, Math.round(last + chance.between(60, 200) * MINUTE_MS)),
        words: chance.pick(said as [string, ...string[]]),
        meter: Math.round(((arrivedAtMs - beganMs) / (365 * MS_PER_DAY)) * perYear),
        technicianId: cluster[0]?.byId ?? stage.technicianIds[0],
      };
    });
  });
}

/** The one that stands in the yard this morning, before anybody has read anything of it. */
export function visitOfToday(
  { nowMs, technicianIds }: Stage,
  vehicleIds: ReadonlyMap<string, string>,
  chance: Chance,
): Visit[] {
  const vehicleId = vehicleIds.get('Crew van 6');
  if (vehicleId === undefined) return [];
  const arrivedAtMs = nowMs - 50 * MINUTE_MS;
  return [
    {
      id: chance.id(arrivedAtMs),
      vehicleId,
      arrivedAtMs,
      leftAtMs: null,
      complaint: 'warning_light',
      words: 'Second battery in a year, and the lamp flickers',
      meter: 96_410,
      meterUnit: 'km',
      technicianId: technicianIds[0],
    },
  ];
}

function checksOf(checks: readonly DemoCheck[], vehicleId: string): Done[] {
  return checks.flatMap(({ run, record }) =>
    run.vehicleId === vehicleId
      ? [{ atMs: run.startedAtMs, byId: run.startedById, cause: record.cause }]
      : [],
  );
}

function testsOf({ slots, runs }: DemoHistory, vehicle: string): Done[] {
  const held = slots.filter((slot) => slot.vehicle.name === vehicle);
  return runs.flatMap(({ tag, bench, finished }) => {
    const atMs = bench.startedAtMs;
    const sat = held.some(
      ({ tag: own, fromMs, untilMs }) =>
        own === tag && fromMs <= atMs && (untilMs === null || atMs <= untilMs),
    );
    return sat && finished ? [{ atMs, byId: bench.technicianId, cause: null }] : [];
  });
}

function clustered(done: readonly Done[]): Done[][] {
  const clusters: Done[][] = [];
  for (const one of done) {
    const last = clusters.at(-1);
    if (last && one.atMs - (last.at(-1)?.atMs ?? 0) < ONE_VISIT_MS) last.push(one);
    else clusters.push([one]);
  }
  return clusters;
}
