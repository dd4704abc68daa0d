import { group } from 'd3-array';
import { bundled } from './bundling';
import type { ChangeCosts } from './costs';
import { MOMENT_DAYS, type ReplacementCosts, replacementCosts } from './replacement';

const MS_PER_DAY = 86_400_000;
/** Months that a plan is told for. */
export const PLAN_MONTHS = 12;

/** A unit in a vehicle, as a plan knows it. */
export interface PlanUnit {
  readonly id: string;
  readonly tag: string;
  readonly vehicleId: string;
  readonly vehicle: string;
  readonly type: string;
  readonly rating: string;
  /** Chances of having failed by each of `LOOKED_AT_DAYS`. */
  readonly fails: readonly number[];
  readonly costs: ChangeCosts;
  /** What a day of a new one of its kind costs. */
  readonly aDay: number;
  readonly nextCheckMs: number | null;
}

/** Units of a kind that are changed in a month. */
export interface PlanLine {
  readonly type: string;
  readonly rating: string;
  readonly units: readonly Pick<PlanUnit, 'id' | 'tag' | 'vehicle' | 'vehicleId'>[];
}

/** A month of a plan: what is bought and changed, and what it costs. */
export interface PlanMonth {
  /** YYYY-MM. */
  readonly month: string;
  readonly lines: readonly PlanLine[];
  /** Units, labour and visits of what is changed beforehand. */
  readonly changes: number;
  /** What failing at work is expected to cost in the month, with the plan and without it. */
  readonly failing: number;
  readonly failingWithout: number;
}

/** A year of changes and what they cost, against waiting. */
export interface PurchasePlan {
  readonly months: readonly PlanMonth[];
  /** What it saves against waiting for each to fail, what is thrown away taken off. */
  readonly saves: number;
  /** Visits that changes together spare. */
  readonly visitsSpared: number;
  readonly units: number;
}

/** What each unit’s change costs by when it is done. */
export function costsOf(unit: PlanUnit, nowMs: number): ReplacementCosts {
  const visitsDays = unit.nextCheckMs === null ? [] : [Math.max(0, (unit.nextCheckMs - nowMs) / MS_PER_DAY)];
  return replacementCosts(unit.fails, unit.costs, { aDay: unit.aDay, visitsDays });
}

/**
 * What to change and to buy, month by month: each unit where it costs least in all, those of a vehicle together where that saves a visit
 * worth more than what it throws away.
 */
export function purchasePlan(units: readonly PlanUnit[], nowMs: number): PurchasePlan {
  const planned = units.map((unit) => ({ unit, id: unit.id, costs: costsOf(unit, nowMs) }));
  const bundles = [...group(planned, ({ unit }) => unit.vehicleId).values()].flatMap((own) =>
    bundled(own, own[0]?.unit.costs.visit ?? 0),
  );
  const dayOf = new Map<string, number>();
  for (const { ids, at } of bundles) for (const id of ids) dayOf.set(id, MOMENT_DAYS[at] ?? 0);
  const monthOfDay = monthsFrom(nowMs);
  const months = Array.from({ length: PLAN_MONTHS }, (_, at): PlanMonth => {
    const own = planned.filter(({ id }) => monthOfDay(dayOf.get(id)) === at);
    const visits = bundles.filter(({ at: place }) => monthOfDay(MOMENT_DAYS[place]) === at).length;
    const visit = own[0]?.unit.costs.visit ?? 0;
    return {
      month: monthName(nowMs, at),
      lines: linesOf(own.map(({ unit }) => unit)),
      changes: own.reduce((sum, { unit }) => sum + unit.costs.planned, visits * visit),
      failing: sumOf(planned, ({ unit, id }) => failingIn(unit, at, dayOf.get(id) ?? null)),
      failingWithout: sumOf(planned, ({ unit }) => failingIn(unit, at, null)),
    };
  });
  return {
    months,
    saves: sumOf(planned, ({ costs }) => costs.saves),
    visitsSpared: sumOf(bundles, ({ ids }) => ids.length - 1),
    units: units.length,
  };
}

const sumOf = <T>(some: readonly T[], value: (one: T) => number) =>
  some.reduce((sum, one) => sum + value(one), 0);

/** Which month of the plan a day ahead falls into; null for one beyond it, or none. */
function monthsFrom(nowMs: number): (day: number | undefined) => number | null {
  const ends = Array.from({ length: PLAN_MONTHS }, (_, month) => beginOf(nowMs, month + 1));
  return (day) => {
    if (day === undefined) return null;
    const atMs = nowMs + day * MS_PER_DAY;
    const month = ends.findIndex((end) => atMs < end);
    return month < 0 ? null : month;
  };
}

/** When the month begins that lies so many after the one of a moment, ms UTC. */
function beginOf(nowMs: number, months: number): number {
  const now = new Date(nowMs);
  return Date.UTC(now.getUTCFullYear(), now.getUTCMonth() + months, 1);
}

const monthName = (nowMs: number, at: number) => new Date(beginOf(nowMs, at)).toISOString().slice(0, 7);

/** What failing at work adds in a month of the plan, by its chance; nothing once it was changed. */
function failingIn({ fails, costs }: PlanUnit, month: number, changedDay: number | null): number {
  const [from, to] = [MOMENT_DAYS[month] ?? 0, MOMENT_DAYS[month + 1] ?? 0];
  if (changedDay !== null && changedDay <= from) return 0;
  const before = month === 0 ? 0 : (fails[month - 1] ?? 0);
  const share = changedDay === null ? 1 : Math.min(1, (changedDay - from) / (to - from));
  return share * ((fails[month] ?? 0) - before) * costs.failed;
}

function linesOf(units: readonly PlanUnit[]): PlanLine[] {
  return [...group(units, ({ type, rating }) => JSON.stringify([type, rating])).values()]
    .flatMap((own) => {
      const [first] = own;
      if (!first) return [];
      const { type, rating } = first;
      return [
        {
          type,
          rating,
          units: own.map(({ id, tag, vehicle, vehicleId }) => ({ id, tag, vehicle, vehicleId })),
        },
      ];
    })
    .sort((one, other) => other.units.length - one.units.length || one.type.localeCompare(other.type));
}
