import { checkState } from '@/core/circuit/check-of-readings';
import { circuitSpecOf } from '@/core/circuit/spec-of-vehicle';
import { type CheckRecord, checkRecord } from '@/core/exchange/check/check-record';
import { fullCheck } from '@/core/instruments/check-trial';
import { type DrawnVehicle, type VehicleFault, vehicleWith } from '@/core/physics/vehicle/draw-vehicle';
import { type Chance, seededChance } from '@/core/quantity/chance';
import type { HouseRules } from '@/core/rules/house-rules';
import { newReading, type Reading } from '@/core/steps/reading';
import { TYPED } from '@/core/steps/typed';
import { machineOf, registered } from './engines';
import { DEMO_FLEET, type DemoVehicle } from './fleet';
import { rulesAt } from './house';
import { MONTH_C, type Stage } from './lives';
import { MS_PER_DAY } from './units';

/** A check of the sample history: what was read of which vehicle, and what it came to. */
export interface DemoCheck {
  readonly run: {
    readonly id: string;
    readonly vehicleId: string;
    readonly startedAtMs: number;
    readonly startedById: string;
    readonly rulesId: string;
    readonly rulesVersion: number;
  };
  readonly readings: readonly Reading[];
  readonly record: CheckRecord;
}

/** The vehicles with a story of their own: what was wrong so many days ago; nothing is, where no fault stands. */
const STORIES: Readonly<Record<string, readonly (readonly [daysAgo: number, ...VehicleFault[]])[]>> = {
  // Its regulator has killed two batteries, and still does.
  'Crew van 6': [
    [400, { kind: 'regulator_high', degree: 0.2 }],
    [30, { kind: 'regulator_high', degree: 0.4 }],
  ],
  // A ground strap that makes an alternator look weak: found, mended, read again.
  'Crew van 4': [[46, { kind: 'piece', piece: 'strap', degree: 0.5 }], [45]],
  // A corroded clamp read as a dead battery.
  'Crew van 2': [[61, { kind: 'piece', piece: 'clamp_plus', degree: 0.7 }], [60]],
  // Managed charging that looks faulty and is not.
  'Minibus 1': [[20]],
  // A sulphated battery that works an alternator to death.
  'Snow plough 3': [[38, { kind: 'battery_worn', degree: 0.8 }, { kind: 'alternator_weak', degree: 0.5 }]],
  // A draw that empties it over a weekend.
  'Workboat Petrel': [[12, { kind: 'parasitic_draw', degree: 0.5 }]],
  // A regulator that comes and goes.
  'Yard tractor 2': [[17, { kind: 'regulator_intermittent', degree: 0.5 }]],
  'Stacker 2': [[25, { kind: 'starter_drag', degree: 0.6 }]],
  'Service truck 1': [[90, { kind: 'belt', degree: 0.3 }], [89]],
};

/** Faults that a fleet meets now and then, found in a check and gone in the next. */
const NOW_AND_THEN: readonly VehicleFault[] = [
  { kind: 'piece', piece: 'clamp_minus', degree: 0.4 },
  { kind: 'piece', piece: 'clamp_plus', degree: 0.5 },
  { kind: 'piece', piece: 'strap', degree: 0.3 },
  { kind: 'battery_low_charge', degree: 0.5 },
  { kind: 'belt', degree: 0.2 },
  { kind: 'feed_or_fuse', degree: 0.3 },
  { kind: 'diode', degree: 0.2 },
];
const FAULTY_SHARE = 0.22;
const CHECKS_A_VEHICLE = 4;
const HOUR_MS = 3_600_000;
const MINUTE_MS = 60_000;

/** The checks of the fleet over its winters, the stories among them. */
export function demoChecks(stage: Stage, idByName: ReadonlyMap<string, string>): DemoCheck[] {
  return DEMO_FLEET.flatMap((vehicle, at) => {
    const machine = machineOf(vehicle);
    const vehicleId = idByName.get(vehicle.name);
    if (machine.engine === 'none' || vehicleId === undefined) return [];
    const chance = seededChance(5003 * (at + 1));
    return datesOf(vehicle, stage, chance).map(([atMs, faults]) =>
      oneCheck({ vehicle, vehicleId, atMs, faults, itself: 311 * (at + 1) }, stage, chance),
    );
  });
}

/** When a vehicle was checked, and what was wrong with it then. */
function datesOf(
  { name }: DemoVehicle,
  { nowMs, winters }: Stage,
  chance: Chance,
): (readonly [atMs: number, faults: readonly VehicleFault[]])[] {
  const story = STORIES[name] ?? [];
  const told = story.map(([daysAgo, ...faults]) => [nowMs - daysAgo * MS_PER_DAY, faults] as const);
  const longestDays = winters * 360;
  const routine = Array.from({ length: CHECKS_A_VEHICLE }, () => {
    const fault = chance.uniform() < FAULTY_SHARE ? [chance.pick(NOW_AND_THEN as [VehicleFault])] : [];
    return [nowMs - chance.between(110, longestDays) * MS_PER_DAY, fault] as const;
  });
  const again = routine.flatMap(([atMs, faults]) =>
    faults.length > 0 ? [[atMs + 2 * MS_PER_DAY, [] as readonly VehicleFault[]] as const] : [],
  );
  const all =
    story.length > 0
      ? [...told, ...routine.slice(0, 1).map(([atMs]) => [atMs, []] as const)]
      : [...routine, ...again];
  return [...all].sort(([one], [other]) => one - other);
}

interface Planned {
  readonly vehicle: DemoVehicle;
  readonly vehicleId: string;
  readonly atMs: number;
  readonly faults: readonly VehicleFault[];
  /** What makes it the same vehicle from check to check. */
  readonly itself: number;
}

function oneCheck(
  { vehicle, vehicleId, atMs, faults, itself }: Planned,
  stage: Stage,
  chance: Chance,
): DemoCheck {
  const { engine, regulator, alternatorAmps, systemVolts } = machineOf(vehicle);
  if (engine === 'none') throw new Error('it has an engine');
  const temperatureC = (MONTH_C[new Date(atMs).getUTCMonth()] ?? 10) + chance.normal(2);
  const drawn: DrawnVehicle = vehicleWith(
    { engine, regulator, systemVolts, ratedAmps: alternatorAmps ?? 60, temperatureC },
    faults,
    seededChance(itself),
  );
  const hand = fullCheck(drawn, chance);
  const startedAtMs = Math.floor(atMs / MS_PER_DAY) * MS_PER_DAY + chance.between(7, 15) * HOUR_MS;
  const technicianId = chance.pick(stage.technicianIds);
  const rules: HouseRules = rulesAt(startedAtMs, stage.nowMs);
  const runId = chance.id(startedAtMs);
  let nowMs = startedAtMs;
  const readings = hand.readings.map((data): Reading => {
    nowMs += chance.between(0.5, 2) * MINUTE_MS;
    return newReading(
      'check_reading',
      { ...data, unfit: false },
      {
        id: chance.id(nowMs),
        runId,
        technicianId,
        instrument: TYPED,
        takenAtMs: Math.round(nowMs),
      },
    );
  });
  const spec = circuitSpecOf(registered(vehicleId, vehicle));
  const state = checkState({ vehicle: spec, batteryVerdict: hand.evidence.batteryVerdict }, readings, rules);
  const madeAtMs = Math.round(nowMs + MINUTE_MS);
  return {
    run: {
      id: runId,
      vehicleId,
      startedAtMs: Math.round(startedAtMs),
      startedById: technicianId,
      rulesId: rules.id,
      rulesVersion: rules.version,
    },
    readings,
    record: checkRecord({ id: chance.id(madeAtMs), runId, madeAtMs }, state),
  };
}
