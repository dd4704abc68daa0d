import { CONSTRUCTIONS } from '../battery/construction';
import type { Climate } from '../battery/length-of-life';
import { LIFE_SHAPE } from '../battery/length-of-life';
import { type HealthReading, MS_PER_YEAR } from '../history/health-reading';
import { type KindOfLife, usualLifeYears } from '../history/kind-of-life';
import { cranking } from '../physics/vehicle/cranking';
import { vehicleWith } from '../physics/vehicle/draw-vehicle';
import type { VehicleTruth } from '../physics/vehicle/vehicle-truth';
import type { Chance } from '../quantity/chance';

const MS_PER_DAY = 86_400_000;
const WEEK_MS = 7 * MS_PER_DAY;

/** A unit whose life is known from its first day to its last, with what a shop has read of it. */
export interface SimulatedUnit {
  readonly kind: KindOfLife;
  readonly fittedMs: number;
  readonly readings: readonly HealthReading[];
  /** True health at a moment, percent. */
  readonly healthAt: (atMs: number) => number;
  /** When it crossed 65 %. */
  readonly crossedMs: number;
  /** When its set first did not start its engine; after the end of the trial where it always did. */
  readonly failedMs: number;
  /** What its battery is rated at against what its engine asks warm. */
  readonly reserve: number;
}

/** How a fleet is drawn. Its instruments and its seasons err by more than what they say of themselves. */
export interface FleetDrawn {
  readonly units: number;
  readonly climate: Climate;
  readonly beganMs: number;
  readonly endMs: number;
  /** Points that each instrument reads high. */
  readonly instruments: Readonly<Record<string, number>>;
}

/** Lowest of the mornings of a month, °C, mild and hot. */
const MORNINGS = {
  mild: [-6, -5, -1, 2, 6, 10, 12, 12, 9, 5, 1, -3],
  hot: [6, 7, 10, 13, 17, 21, 23, 23, 20, 15, 11, 7],
} as const;
/** A slow week and a cold one. */
const MORNING_SD = 4;
/** A life’s own wandering, points in a year; the share of slips among readings, and of weeks in which a unit stands low. */
const WALK_SD = 1;
const SLIPS = 0.04;
const LOW_WEEKS = 0.06;
const SEASON_POINTS = 2.5;
/** Shares of the laws by which units age. */
const STRAIGHT_SHARE = 0.3;
const KNEE_SHARE = 0.35;

/** A fleet of units, each aging by a law of its own: straight, bent, or with a knee. */
export function drawFleet(chance: Chance, fleet: FleetDrawn): SimulatedUnit[] {
  return Array.from({ length: fleet.units }, () => drawUnit(chance, fleet));
}

function drawUnit(chance: Chance, fleet: FleetDrawn): SimulatedUnit {
  const construction = chance.pick(CONSTRUCTIONS);
  const kind: KindOfLife = { construction, duty: 'starting', climate: fleet.climate };
  const { beganMs, endMs } = fleet;
  const fittedMs = beganMs + chance.uniform() * (endMs - beganMs) * 0.85;
  const healthAt = drawLaw(chance, kind, fittedMs, endMs + 12 * MS_PER_YEAR);
  const vehicle = drawVehicleOf(chance);
  return {
    kind,
    fittedMs,
    healthAt,
    reserve: vehicle.battery.saeAmps / vehicle.starter.usualAmps,
    crossedMs: firstBelow(healthAt, fittedMs),
    failedMs: firstFailure(
      chance,
      { healthAt, vehicle, fittedMs, climate: fleet.climate },
      endMs + MS_PER_YEAR,
    ),
    readings: drawReadings(chance, healthAt, fittedMs, fleet),
  };
}

/** A way to age: of a start, a length of life and a law, with a walk of its own beside it. */
export function drawLaw(
  chance: Chance,
  kind: KindOfLife,
  fittedMs: number,
  untilMs: number,
): (atMs: number) => number {
  const start = 102 + chance.normal(5);
  const life =
    usualLifeYears(kind) *
    (-Math.log(1 - chance.uniform())) ** (1 / LIFE_SHAPE) *
    Math.exp(chance.normal(0.12));
  const law = chance.uniform();
  const bend = law < STRAIGHT_SHARE ? 1 : chance.between(1.2, 2.3);
  const knee = chance.between(72, 90);
  const walk: number[] = [0];
  for (let atMs = fittedMs; atMs < untilMs; atMs += WEEK_MS)
    walk.push((walk.at(-1) ?? 0) + chance.normal(WALK_SD / Math.sqrt(52)));
  const isKnee = law > 1 - KNEE_SHARE;
  // A knee: slowly at first, then two and a half times as fast, down to 65 % at the end of its life.
  const slow = isKnee ? (start - knee + (knee - 65) / 2.5) / life : 0;
  return (atMs) => {
    const years = Math.max(0, (atMs - fittedMs) / MS_PER_YEAR);
    const wander = walk[Math.min(walk.length - 1, Math.floor((atMs - fittedMs) / WEEK_MS))] ?? 0;
    if (!isKnee) return Math.max(8, start - (start - 65) * (years / life) ** bend + wander);
    const toKnee = (start - knee) / slow;
    const straight = years < toKnee ? start - slow * years : knee - 2.5 * slow * (years - toKnee);
    return Math.max(8, straight + wander);
  };
}

function firstBelow(healthAt: (atMs: number) => number, fittedMs: number): number {
  for (let atMs = fittedMs; atMs < fittedMs + 30 * MS_PER_YEAR; atMs += WEEK_MS)
    if (healthAt(atMs) < 65) return atMs;
  return fittedMs + 30 * MS_PER_YEAR;
}

/** A vehicle with nothing wrong about it, of a kind by chance. */
export function drawVehicleOf(chance: Chance): VehicleTruth {
  const engine = chance.pick(['petrol_four', 'petrol_six', 'diesel_light', 'diesel_heavy'] as const);
  const heavy = engine === 'diesel_heavy';
  const known = { regulator: 'internal', ratedAmps: 100, temperatureC: 10 } as const;
  return vehicleWith({ engine, systemVolts: heavy ? 24 : 12, ...known }, [], chance).truth;
}

/** What starts an engine week by week. */
export interface Started {
  readonly healthAt: (atMs: number) => number;
  readonly vehicle: VehicleTruth;
  readonly fittedMs: number;
  readonly climate: Climate;
}

/** The first week in which its set does not start its engine on the coldest morning. */
function firstFailure(chance: Chance, started: Started, untilMs: number): number {
  for (let atMs = started.fittedMs; atMs < untilMs; atMs += WEEK_MS)
    if (failsInWeek(chance, started, atMs)) return atMs;
  return untilMs;
}

/** Whether a set fails in a week: something breaks inside, or it does not start its engine on the coldest morning. */
export function failsInWeek(
  chance: Chance,
  { healthAt, vehicle, fittedMs, climate }: Started,
  atMs: number,
): boolean {
  if (chance.uniform() < suddenAWeek((atMs - fittedMs) / MS_PER_YEAR)) return true;
  const temperatureC = drawMorning(chance, climate, atMs);
  const chargePct = drawCharge(chance);
  const health = healthAt(atMs) / 100;
  // A healthy one starts whatever the morning: what costs is not worked out.
  if (health > 0.93 && chargePct > 70) return false;
  const battery = { ...vehicle.battery, health, chargePct };
  return !starts({ ...vehicle, battery, temperatureC });
}

/** The coldest morning of a week, °C. */
export function drawMorning(chance: Chance, climate: Climate, atMs: number): number {
  return (MORNINGS[climate][new Date(atMs).getUTCMonth()] ?? 5) + chance.normal(MORNING_SD);
}

/** What a battery in use stands at on a morning, percent. */
export function drawCharge(chance: Chance): number {
  const low = chance.uniform() < LOW_WEEKS;
  return Math.min(100, Math.max(15, low ? chance.between(40, 75) : 88 + chance.normal(6)));
}

/** What breaks inside without a word, a joint, a cell: a little each year, and more with age. */
const suddenAWeek = (years: number) => (0.008 + 0.006 * (years / 3) ** 2) / 52;

/** An engine fires from some share of its usual speed on, the faster the colder it is; its computer needs some volts meanwhile. */
const LEAST_SPEED = 0.62;
const SPEED_A_KELVIN = 0.006;
const LEAST_VOLTS = 8.2;

/** Whether a set starts its engine on a morning: by the circuit, never by the rule that the forecast goes by. */
export function starts(vehicle: VehicleTruth): boolean {
  const { speed, volts } = cranking(vehicle);
  return speed >= LEAST_SPEED + SPEED_A_KELVIN * Math.max(0, -vehicle.temperatureC) && volts >= LEAST_VOLTS;
}

/** What a shop reads of a unit until the end of the trial. */
export function drawReadings(
  chance: Chance,
  healthAt: (atMs: number) => number,
  fittedMs: number,
  { endMs, instruments }: Pick<FleetDrawn, 'endMs' | 'instruments'>,
): HealthReading[] {
  const readings: HealthReading[] = [];
  const names = Object.keys(instruments) as [string, ...string[]];
  const gapDays = chance.between(60, 260);
  for (
    let atMs = fittedMs + chance.between(5, 200) * MS_PER_DAY;
    atMs < endMs;
    atMs += gapDays * chance.between(0.4, 1.8) * MS_PER_DAY
  ) {
    const month = new Date(atMs).getUTCMonth();
    const celsius = (MORNINGS.mild[month] ?? 5) + 5 + chance.normal(3);
    const instrument = chance.pick(names);
    const sd = chance.between(3.5, 8);
    const slip = chance.uniform() < SLIPS ? chance.normal(18) : 0;
    const cold = celsius < 5 ? -SEASON_POINTS : celsius > 12 ? SEASON_POINTS / 2 : 0;
    const pct = healthAt(atMs) + chance.normal(sd) + slip + cold + (instruments[instrument] ?? 0);
    readings.push({ atMs, pct: Math.max(5, pct), sd, celsius, instrument, technician: null });
  }
  return readings;
}
