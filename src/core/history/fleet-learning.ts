import type { HealthReading } from './health-reading';
import { type KindOfLife, kindKey, usualLifeYears } from './kind-of-life';
import { corrected, type Leftovers, leftoversOf, NOTHING_LEFT } from './leftover';
import { type Aging, lifeAfter } from './life';
import { lifeNodes } from './life-nodes';
import { scatterOf } from './scatter';

/** A unit with all that was read of it. */
export interface UnitHistory {
  readonly id: string;
  readonly kind: KindOfLife;
  /** When it was fitted new, ms UTC; null where nobody knows. */
  readonly fittedMs: number | null;
  readonly readings: readonly HealthReading[];
}

/** What a fleet has said of itself: what reads high or low, and how long its kinds last against what is usual. */
export interface FleetLearned {
  readonly leftovers: Leftovers;
  /** Times the usual length of life, by kind. */
  readonly lifeTimes: ReadonlyMap<string, number>;
}

export const NOTHING_LEARNED: FleetLearned = { leftovers: NOTHING_LEFT, lifeTimes: new Map() };

/** Fewer readings than this, or units that were read twice, tell a fleet’s leftovers from nothing. */
const LEAST_READINGS = 40;
const LEAST_UNITS = 10;
/** A kind is what is usual until so many units have said otherwise. */
const UNITS_OF_DOUBT = 8;
const MOST_TIMES = 1.8;

/** From when a unit’s years are counted, and how long its kind lasts in this fleet. */
export function agingOf(
  { kind, fittedMs, readings }: UnitHistory,
  nowMs: number,
  learned: FleetLearned,
): Aging {
  const firstMs = readings.reduce((first, { atMs }) => Math.min(first, atMs), nowMs);
  const scaleYears = usualLifeYears(kind) * (learned.lifeTimes.get(kindKey(kind)) ?? 1);
  return fittedMs === null || fittedMs > firstMs + MS_PER_MONTH
    ? { fromMs: firstMs, beginning: 'unknown', scaleYears }
    : { fromMs: Math.min(fittedMs, firstMs), beginning: 'new', scaleYears };
}

/** A reading well before the day on the label is of another unit’s, or the day is wrong. */
const MS_PER_MONTH = 30 * 86_400_000;

/** What all units together say: first what reads high or low, then how long each kind lasts, then how widely readings scatter. */
export function learnFleet(units: readonly UnitHistory[], nowMs: number): FleetLearned {
  const read = units.filter(({ readings }) => readings.length >= 2);
  const count = read.reduce((sum, { readings }) => sum + readings.length, 0);
  if (read.length < LEAST_UNITS || count < LEAST_READINGS) return NOTHING_LEARNED;
  const off = leftoversOf(
    read.map((unit) => ({ aging: agingOf(unit, nowMs, NOTHING_LEARNED), readings: unit.readings })),
  );
  const lifeTimes = lifeTimesOf(read, nowMs, off);
  const scatter = scatterOf(read.map((unit) => unit.readings.map((reading) => corrected(reading, off))));
  return { leftovers: { ...off, scatter }, lifeTimes };
}

/** How long a unit is taken to last before anything was read of it: the mean of the logarithm of years. */
const meanLogLife = ({ scaleYears, beginning }: Aging): number =>
  lifeNodes(scaleYears, beginning).reduce(
    (sum, { lifeYears, weight }) => sum + weight * Math.log(lifeYears),
    0,
  );

function lifeTimesOf(
  units: readonly UnitHistory[],
  nowMs: number,
  leftovers: Leftovers,
): Map<string, number> {
  const sums = new Map<string, { log: number; units: number }>();
  for (const unit of units) {
    const aging = agingOf(unit, nowMs, NOTHING_LEARNED);
    const life = lifeAfter(
      aging,
      unit.readings.map((reading) => corrected(reading, leftovers)),
    );
    // How long it lasts against how long its kind is taken to, over every way in which it may age.
    const mean = life.nodes.reduce(
      (sum, { lifeYears }, at) => sum + (life.chances[at] ?? 0) * Math.log(lifeYears),
      0,
    );
    // Of all the ways that there are, not of those that were left over after its readings.
    const before = meanLogLife(aging);
    const key = kindKey(unit.kind);
    const sum = sums.get(key) ?? { log: 0, units: 0 };
    sums.set(key, { log: sum.log + mean - before, units: sum.units + 1 });
  }
  return new Map(
    [...sums].map(([key, { log, units: count }]) => {
      const times = Math.exp(log / (count + UNITS_OF_DOUBT));
      return [key, Math.min(MOST_TIMES, Math.max(1 / MOST_TIMES, times))];
    }),
  );
}
