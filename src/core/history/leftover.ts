import type { HealthReading } from './health-reading';
import { type Aging, healthAt, lifeAfter } from './life';

/** A unit whose readings are held against its own life. */
export interface UnitRead {
  readonly aging: Aging;
  readonly readings: readonly HealthReading[];
}

/** What reads high or low by itself, over all units: how much, how surely, and on how many readings it rests. */
export interface Leftover {
  readonly pct: number;
  readonly sd: number;
  readonly readings: number;
}

/**
 * What is left over by instrument, by technician and by the cold or heat of the battery, points of health; and how widely readings scatter,
 * times what they say of themselves.
 */
export interface Leftovers {
  readonly instrument: ReadonlyMap<string, Leftover>;
  readonly technician: ReadonlyMap<string, Leftover>;
  readonly season: ReadonlyMap<string, Leftover>;
  readonly scatter: number;
}

type Source = Exclude<keyof Leftovers, 'scatter'>;
const SOURCES: readonly Source[] = ['season', 'instrument', 'technician'];

export const NOTHING_LEFT: Leftovers = {
  instrument: new Map(),
  technician: new Map(),
  season: new Map(),
  scatter: 1,
};

/** Spread of what is left over before anything was read, points: most instruments read right. A model of ours. */
const PRIOR_SD: Readonly<Record<Source, number>> = { season: 3, instrument: 4, technician: 3 };
const ROUNDS = 3;
/** What a life leaves open of a reading, points. */
const LIFE_SD = 2;

/** Bands of the battery’s temperature, °C, by where they begin. */
const BANDS: readonly (readonly [fromC: number, name: string])[] = [
  [25, 'above 25 °C'],
  [15, '15 to 25 °C'],
  [5, '5 to 15 °C'],
  [-5, '−5 to 5 °C'],
  [Number.NEGATIVE_INFINITY, 'below −5 °C'],
];

/** The band that a temperature falls in; null where nobody measured it. */
export const bandOf = (celsius: number | null): string | null =>
  celsius === null ? null : (BANDS.find(([from]) => celsius >= from)?.[1] ?? null);

function keyOf(reading: HealthReading, source: Source): string | null {
  switch (source) {
    case 'season':
      return bandOf(reading.celsius);
    case 'instrument':
      return reading.instrument;
    case 'technician':
      return reading.technician;
  }
}

/**
 * What is left over in readings once each unit’s own aging has been taken out, by turns: units given what is left over, then that given
 * the units, drawn towards nothing where few readings say it.
 */
export function leftoversOf(units: readonly UnitRead[]): Leftovers {
  let found = NOTHING_LEFT;
  for (let round = 0; round < ROUNDS; round++) {
    const residuals = units.flatMap((unit) => residualsOf(unit, found));
    for (const source of SOURCES) found = { ...found, [source]: estimated(residuals, source, found) };
  }
  return found;
}

interface Residual {
  readonly reading: HealthReading;
  /** Of the reading as it was, against the life. */
  readonly off: number;
  readonly variance: number;
}

function residualsOf({ aging, readings }: UnitRead, found: Leftovers): Residual[] {
  // One reading says nothing of itself.
  if (readings.length < 2) return [];
  const life = lifeAfter(
    aging,
    readings.map((reading) => corrected(reading, found)),
  );
  return readings.map((reading) => ({
    reading,
    off: reading.pct - healthAt(life, reading.atMs).pct,
    variance: reading.sd ** 2 + LIFE_SD ** 2,
  }));
}

function estimated(residuals: readonly Residual[], source: Source, found: Leftovers): Map<string, Leftover> {
  const sums = new Map<string, { weighted: number; weight: number; readings: number }>();
  for (const { reading, off, variance } of residuals) {
    const key = keyOf(reading, source);
    if (key === null) continue;
    const others = SOURCES.filter((other) => other !== source);
    const rest = off - others.reduce((sum, other) => sum + leftoverOf(reading, other, found), 0);
    const sum = sums.get(key) ?? { weighted: 0, weight: 0, readings: 0 };
    // What is far off is a slip, and weighs less.
    const weight = 1 / (variance * (1 + rest ** 2 / (SLIP_VARIANCES * variance)));
    sums.set(key, {
      weighted: sum.weighted + rest * weight,
      weight: sum.weight + weight,
      readings: sum.readings + 1,
    });
  }
  const prior = 1 / PRIOR_SD[source] ** 2;
  const raw = [...sums].map(
    ([key, { weighted, weight, readings }]) =>
      [key, { pct: weighted / (weight + prior), sd: 1 / Math.sqrt(weight + prior), readings }] as const,
  );
  // Readings tell instruments apart, not which of them is right: most are, and the middle one is taken to be.
  const middle = source === 'season' ? 0 : middleOf(raw.map(([, one]) => one));
  return new Map(raw.map(([key, one]) => [key, { ...one, pct: one.pct - middle }]));
}

/** The middle of what is left over, by how many readings it rests on; nothing where there are too few to have one. */
function middleOf(all: readonly Leftover[]): number {
  if (all.length < LEAST_WITH_MIDDLE) return 0;
  const sorted = [...all].sort((one, other) => one.pct - other.pct);
  const half = sorted.reduce((sum, { readings }) => sum + readings, 0) / 2;
  let passed = 0;
  for (const { pct, readings } of sorted) {
    passed += readings;
    if (passed >= half) return pct;
  }
  return 0;
}

const LEAST_WITH_MIDDLE = 3;

const SLIP_VARIANCES = 4;

const leftoverOf = (reading: HealthReading, source: Source, found: Leftovers): number => {
  const key = keyOf(reading, source);
  return key === null ? 0 : (found[source].get(key)?.pct ?? 0);
};

/** A reading without what is left over by its season, its instrument and whoever took it, as widely spread as such readings are. */
export function corrected(reading: HealthReading, found: Leftovers): HealthReading {
  const off = SOURCES.reduce((sum, source) => sum + leftoverOf(reading, source, found), 0);
  if (off === 0 && found.scatter === 1) return reading;
  return { ...reading, pct: reading.pct - off, sd: reading.sd * found.scatter };
}

/** From here on what is left over is told, standard deviations and points. Rules of ours. */
const TOLD_SIGMAS = 2;
const TOLD_POINTS = 3;

/** Whether something reads high or low for certain, and by enough to matter. */
export const isTold = ({ pct, sd }: Leftover): boolean =>
  Math.abs(pct) >= TOLD_POINTS && Math.abs(pct) >= TOLD_SIGMAS * sd;
