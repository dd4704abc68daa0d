import type { FleetLearned } from './fleet-learning';
import { failsBy, NO_STRAIN, type Strain } from './hazard';
import { type KindOfLife, kindKey, usualLifeYears } from './kind-of-life';
import { type Life, lifeAfter } from './life';
import type { Winter } from './surroundings';

const MONTH_DAYS = 30;
const QUARTER_DAYS = 90;

/** The days ahead at which a plan looks: by the month for a year, then by the quarter for two. */
export const LOOKED_AT_DAYS: readonly number[] = [
  ...Array.from({ length: 12 }, (_, at) => MONTH_DAYS * (at + 1)),
  ...Array.from({ length: 8 }, (_, at) => 12 * MONTH_DAYS + QUARTER_DAYS * (at + 1)),
];

/** A year, beside the months: it lies between two of them. */
const YEAR_DAYS = 365;
const MONTHS = 12;
const WITH_YEAR = [...LOOKED_AT_DAYS.slice(0, MONTHS), YEAR_DAYS, ...LOOKED_AT_DAYS.slice(MONTHS)];

/** The chances that a unit has failed by each of `LOOKED_AT_DAYS`, and within a year. */
export function failingCurves(
  life: Life,
  nowMs: number,
  strain: Strain,
): { readonly fails: readonly number[]; readonly year: number } {
  const all = failsBy(life, nowMs, WITH_YEAR, strain);
  return { fails: [...all.slice(0, MONTHS), ...all.slice(MONTHS + 1)], year: all[MONTHS] ?? 0 };
}

/** The same of a new unit of a kind, by half-years. */
export interface NewUnit {
  readonly days: readonly number[];
  readonly fails: readonly number[];
}

const HALF_YEAR_DAYS = 180;
const NEW_DAYS = Array.from({ length: 24 }, (_, at) => HALF_YEAR_DAYS * (at + 1));

/** Reserves are told apart by steps of this: a new unit’s curve is worked out once for each. */
const RESERVE_STEP = 0.25;

/** A reserve as far as it is told apart; null where nobody knows it. */
export const reserveStep = (reserve: number | null): number | null =>
  reserve === null ? null : Math.round(reserve / RESERVE_STEP) * RESERVE_STEP;

/** How a new unit of a kind fares in this fleet in a place of so much reserve and such a winter, nothing being wrong with what it sits in. */
export function newUnitOf(
  kind: KindOfLife,
  learned: FleetLearned,
  {
    nowMs,
    reserve,
    winter,
  }: { readonly nowMs: number; readonly reserve: number | null; readonly winter: Winter },
): NewUnit {
  const scaleYears = usualLifeYears(kind) * (learned.lifeTimes.get(kindKey(kind)) ?? 1);
  const life = lifeAfter({ fromMs: nowMs, beginning: 'new', scaleYears }, []);
  const strain: Strain = {
    ...NO_STRAIN,
    duty: kind.duty,
    climate: kind.climate,
    winter,
    reserve: reserveStep(reserve),
  };
  return { days: NEW_DAYS, fails: failsBy(life, nowMs, NEW_DAYS, strain) };
}
