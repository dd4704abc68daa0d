import { CONSTRUCTIONS } from '../battery/construction';
import { newUnitOf, reserveStep } from '../history/failing-curve';
import { type FleetLearned, learnFleet, type UnitHistory } from '../history/fleet-learning';
import { outlookOf } from '../history/forecast-unit';
import { NO_STRAIN, type Strain } from '../history/hazard';
import { type HealthReading, MS_PER_YEAR } from '../history/health-reading';
import type { KindOfLife } from '../history/kind-of-life';
import type { VehicleTruth } from '../physics/vehicle/vehicle-truth';
import { type ChangeCosts, changeCosts, STANDARD_COSTS } from '../planning/costs';
import { costOfADay, MOMENT_DAYS, replacementCosts } from '../planning/replacement';
import { type Chance, seededChance } from '../quantity/chance';
import { VEHICLE_CLASSES, type VehicleClass } from '../vehicle/vehicle';
import { drawLaw, drawReadings, drawVehicleOf, failsInWeek } from './life-trial';

const MS_PER_DAY = 86_400_000;
const WEEK_MS = 7 * MS_PER_DAY;
const LINE_PCT = 65;
const TRIAL_YEARS = 5;
/** Batteries are this old at most when a trial begins, years. */
const OLDEST_YEARS = 5;
/** Somebody decides over the fleet so often, weeks. */
const DECIDED_WEEKS = 4;
const INSTRUMENTS = { 'Tester 1': 0, 'Tester 2': 6, 'Tester 3': 0 } as const;

/** When a battery is changed before it fails. */
export type Policy =
  | { readonly kind: 'plan' }
  | { readonly kind: 'age'; readonly years: number }
  | { readonly kind: 'threshold'; readonly pct: number }
  | { readonly kind: 'never' };

/** What a policy came to over all fleets. */
export interface PolicyCost {
  readonly changed: number;
  readonly failed: number;
  /** A vehicle and year, in money. */
  readonly cost: number;
}

/** A place in a vehicle with the battery that sits in it. */
interface Place {
  readonly vehicle: VehicleTruth;
  readonly vehicleClass: VehicleClass;
  readonly costs: ChangeCosts;
  unit: Unit;
}

interface Unit {
  readonly kind: KindOfLife;
  readonly fittedMs: number;
  readonly healthAt: (atMs: number) => number;
  /** All that will be read of it, if it stays. */
  readonly readings: readonly HealthReading[];
}

/** What each policy costs on the same simulated fleets over five years: a battery that fails is changed at once. */
export function tryPolicies(
  policies: readonly Policy[],
  { fleets, vehicles, seed, beginMs }: { fleets: number; vehicles: number; seed: number; beginMs: number },
): PolicyCost[] {
  return policies.map((policy) => {
    const all = Array.from({ length: fleets }, (_, fleet) =>
      runFleet(policy, vehicles, seededChance(seed + fleet), beginMs),
    );
    const sum = (of: (one: PolicyCost) => number) => all.reduce((total, one) => total + of(one), 0);
    return {
      changed: sum(({ changed }) => changed),
      failed: sum(({ failed }) => failed),
      cost: sum(({ cost }) => cost) / (fleets * vehicles * TRIAL_YEARS),
    };
  });
}

function runFleet(policy: Policy, vehicles: number, chance: Chance, beginMs: number): PolicyCost {
  const endMs = beginMs + TRIAL_YEARS * MS_PER_YEAR;
  const places = Array.from({ length: vehicles }, () => drawPlace(chance, beginMs, endMs));
  const learned = learnFleet(
    places.map(({ unit }, at) => historyOf(unit, beginMs, String(at))),
    beginMs,
  );
  const aDay = new Map<string, number>();
  let [changed, failed, cost] = [0, 0, 0];
  // What a place meets is its own row of chances: no policy is luckier than another.
  const weeks = places.map((_, at) => seededChance(7919 * (at + 1) + Math.floor(1e6 * chance.uniform())));
  const renew = (place: Place, own: Chance, atMs: number) => {
    place.unit = drawUnit(own, place.unit.kind, atMs, endMs);
  };
  for (let week = 0, atMs = beginMs; atMs < endMs; week++, atMs += WEEK_MS) {
    places.forEach((place, at) => {
      const own = weeks[at] ?? chance;
      const { unit, vehicle, costs } = place;
      const started = {
        healthAt: unit.healthAt,
        vehicle,
        fittedMs: unit.fittedMs,
        climate: unit.kind.climate,
      };
      if (failsInWeek(own, started, atMs)) {
        failed++;
        cost += costs.failed;
        renew(place, own, atMs);
      } else if (week % DECIDED_WEEKS === 0 && decides(policy, place, { atMs, learned, aDay })) {
        changed++;
        cost += costs.planned + costs.visit;
        renew(place, own, atMs);
      }
    });
  }
  return { changed, failed, cost };
}

function drawPlace(chance: Chance, beginMs: number, endMs: number): Place {
  const vehicleClass = chance.pick(Object.keys(VEHICLE_CLASSES) as [VehicleClass, ...VehicleClass[]]);
  const kind: KindOfLife = {
    construction: chance.pick(CONSTRUCTIONS),
    duty: 'starting',
    climate: 'mild',
  };
  const fittedMs = beginMs - chance.uniform() * OLDEST_YEARS * MS_PER_YEAR;
  return {
    vehicle: drawVehicleOf(chance),
    vehicleClass,
    costs: changeCosts(STANDARD_COSTS, 'starting', vehicleClass),
    unit: drawUnit(chance, kind, fittedMs, endMs),
  };
}

function drawUnit(chance: Chance, kind: KindOfLife, fittedMs: number, endMs: number): Unit {
  const healthAt = drawLaw(chance, kind, fittedMs, endMs + MS_PER_YEAR);
  const readings = drawReadings(chance, healthAt, fittedMs, { endMs, instruments: INSTRUMENTS });
  return { kind, fittedMs, healthAt, readings };
}

function historyOf({ kind, fittedMs, readings }: Unit, atMs: number, id: string): UnitHistory {
  return { id, kind, fittedMs, readings: readings.filter((reading) => reading.atMs <= atMs) };
}

interface Deciding {
  readonly atMs: number;
  readonly learned: FleetLearned;
  /** What a day of a new one costs, by kind of vehicle and battery: worked out once. */
  readonly aDay: Map<string, number>;
}

function decides(policy: Policy, place: Place, deciding: Deciding): boolean {
  const { unit } = place;
  const { atMs } = deciding;
  switch (policy.kind) {
    case 'never':
      return false;
    case 'age':
      return atMs - unit.fittedMs >= policy.years * MS_PER_YEAR;
    case 'threshold': {
      const last = unit.readings.filter((reading) => reading.atMs <= atMs).at(-1);
      return last !== undefined && last.pct < policy.pct;
    }
    case 'plan':
      return isPlanned(place, deciding);
  }
}

/** Whether the plan has it changed before anybody decides again. */
function isPlanned(
  { unit, vehicle, vehicleClass, costs }: Place,
  { atMs, learned, aDay }: Deciding,
): boolean {
  const strain: Strain = {
    ...NO_STRAIN,
    reserve: vehicle.battery.saeAmps / vehicle.starter.usualAmps,
  };
  const { forecast } = outlookOf(historyOf(unit, atMs, ''), learned, {
    nowMs: atMs,
    linePct: LINE_PCT,
    strain,
  });
  const key = `${unit.kind.construction} ${vehicleClass} ${reserveStep(strain.reserve)}`;
  const fresh = { nowMs: atMs, reserve: strain.reserve, winter: strain.winter };
  const day = aDay.get(key) ?? costOfADay(newUnitOf(unit.kind, learned, fresh), costs);
  aDay.set(key, day);
  const { best } = replacementCosts(forecast.fails, costs, { aDay: day });
  return best !== null && (MOMENT_DAYS[best] ?? 0) < 7 * DECIDED_WEEKS;
}
