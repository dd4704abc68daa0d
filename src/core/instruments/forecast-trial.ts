import { type FleetLearned, learnFleet, type UnitHistory } from '../history/fleet-learning';
import { outlookOf } from '../history/forecast-unit';
import { NO_STRAIN } from '../history/hazard';
import { MS_PER_YEAR } from '../history/health-reading';
import { type Chance, seededChance } from '../quantity/chance';
import { drawFleet, type SimulatedUnit } from './life-trial';

const MS_PER_DAY = 86_400_000;
const LINE_PCT = 65;
const FLEET_YEARS = 7;

/** What was forecast of one unit of a simulated fleet, beside what became of it. */
export interface Forecast {
  readonly health: { readonly told: number; readonly sd: number; readonly truth: number };
  readonly crossing: readonly [p10: number, p90: number];
  readonly crossedMs: number;
  readonly fails90: number;
  readonly failed90: boolean;
  readonly ageYears: number;
  readonly fleet: number;
}

/** One reading a year says that much: an instrument of the fleet reads high by this, points. */
const BAD_INSTRUMENT = 6;

/**
 * Forecasts of fleets, at one or more moments of each unit: all that comes after the moment is hidden, and decides whether it was right.
 * Failures are rare: of one moment a unit some fifty are left, and what they say of chances is mostly luck.
 */
export function forecastFleets(
  count: number,
  unitsEach: number,
  { seed, endMs, moments = 1 }: { readonly seed: number; readonly endMs: number; readonly moments?: number },
): Forecast[] {
  return Array.from({ length: count }, (_, fleet) => {
    const chance = seededChance(seed + fleet);
    const beganMs = endMs - FLEET_YEARS * MS_PER_YEAR;
    const climate = fleet % 4 === 3 ? ('hot' as const) : ('mild' as const);
    const units = drawFleet(chance, {
      units: unitsEach,
      climate,
      beganMs,
      endMs,
      instruments: { 'Tester 1': 0, 'Tester 2': BAD_INSTRUMENT, 'Tester 3': 0 },
    });
    const learned = learnFleet(units.map(historyOf), endMs);
    return units.flatMap((unit) =>
      Array.from({ length: moments }, () => forecastOne(unit, { chance, learned, endMs, fleet })).flatMap(
        (one) => one ?? [],
      ),
    );
  }).flat();
}

const historyOf = ({ kind, fittedMs, readings }: SimulatedUnit, at = 0): UnitHistory => ({
  id: String(at),
  kind,
  fittedMs,
  readings,
});

function forecastOne(
  unit: SimulatedUnit,
  { chance, learned, endMs, fleet }: { chance: Chance; learned: FleetLearned; endMs: number; fleet: number },
): Forecast | null {
  const nowMs = unit.fittedMs + chance.between(0.25, 0.97) * (endMs - unit.fittedMs);
  if (nowMs < unit.fittedMs + 30 * MS_PER_DAY || nowMs >= unit.failedMs || nowMs >= unit.crossedMs)
    return null;
  const readings = unit.readings.filter(({ atMs }) => atMs <= nowMs);
  const { climate } = unit.kind;
  const { forecast } = outlookOf({ ...historyOf(unit), readings }, learned, {
    nowMs,
    linePct: LINE_PCT,
    strain: { ...NO_STRAIN, climate, reserve: unit.reserve },
  });
  const { health, crossing, failsWithin } = forecast;
  return {
    health: { told: health.pct, sd: health.sd, truth: unit.healthAt(nowMs) },
    crossing: [crossing.p10 ?? Number.POSITIVE_INFINITY, crossing.p90 ?? Number.POSITIVE_INFINITY],
    crossedMs: unit.crossedMs,
    fails90: failsWithin[90],
    fleet,
    failed90: unit.failedMs < nowMs + 90 * MS_PER_DAY,
    ageYears: (nowMs - unit.fittedMs) / MS_PER_YEAR,
  };
}

/** How forecasts held. */
export interface ForecastTrial {
  readonly units: number;
  /** Share of crossings inside their 80 % interval, and before and after it. */
  readonly held: number;
  readonly before: number;
  readonly after: number;
  /** Health now: mean error, its root mean square, points, and the share within one sigma. */
  readonly bias: number;
  readonly rms: number;
  readonly withinSigma: number;
  /** Brier score of failing within 90 days, of the same from age alone, and by how much it is better. */
  readonly brier: number;
  readonly brierByAge: number;
  readonly better: number;
  /** Mean distance of the chances told from the shares that came. */
  readonly distance: number;
  readonly failures: number;
  readonly reliability: readonly { readonly told: number; readonly came: number; readonly count: number }[];
}

/** What forecasts come to, against what became of their units. */
export function heldForecasts(all: readonly Forecast[]): ForecastTrial {
  const share = (is: (one: Forecast) => boolean) => all.filter(is).length / all.length;
  const errors = all.map(({ health }) => health.told - health.truth);
  const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
  const brier = mean(all.map(({ fails90, failed90 }) => (fails90 - Number(failed90)) ** 2));
  const brierByAge = mean(all.map((one) => (byAge(one, all) - Number(one.failed90)) ** 2));
  const reliability = bands(all);
  return {
    units: all.length,
    held: share(({ crossing: [p10, p90], crossedMs }) => crossedMs >= p10 && crossedMs <= p90),
    before: share(({ crossing: [p10], crossedMs }) => crossedMs < p10),
    after: share(({ crossing: [, p90], crossedMs }) => crossedMs > p90),
    bias: mean(errors),
    rms: Math.sqrt(mean(errors.map((error) => error ** 2))),
    withinSigma: share(({ health }) => Math.abs(health.told - health.truth) <= health.sd),
    brier,
    brierByAge,
    better: 1 - brier / brierByAge,
    distance:
      reliability.reduce((sum, { told, came, count }) => sum + Math.abs(told - came) * count, 0) / all.length,
    failures: all.filter(({ failed90 }) => failed90).length,
    reliability,
  };
}

/** What the other fleets say of units of this age, and nothing else. */
function byAge({ ageYears, fleet }: Forecast, all: readonly Forecast[]): number {
  const like = all.filter((one) => one.fleet !== fleet && yearOf(one.ageYears) === yearOf(ageYears));
  return like.length === 0 ? 0 : like.filter(({ failed90 }) => failed90).length / like.length;
}

const OLDEST_YEAR = 6;
const yearOf = (ageYears: number) => Math.min(OLDEST_YEAR, Math.floor(ageYears));

const BANDS = 10;

function bands(all: readonly Forecast[]) {
  return Array.from({ length: BANDS }, (_, at) => {
    const some = all.filter(({ fails90 }) => Math.min(BANDS - 1, Math.floor(fails90 * BANDS)) === at);
    const told = some.reduce((sum, { fails90 }) => sum + fails90, 0) / Math.max(1, some.length);
    const came = some.filter(({ failed90 }) => failed90).length / Math.max(1, some.length);
    return { told, came, count: some.length };
  }).filter(({ count }) => count > 0);
}
