import type { Verdict } from '../assessment/verdict';
import type { FleetLearned, UnitHistory } from './fleet-learning';
import { outlookOf, type UnitOutlook } from './forecast-unit';
import type { Strain } from './hazard';
import { nextCheckMs } from './next-check';

/** What is expected of a battery in figures: what lists are sorted by. */
export interface OutlookFigures {
  readonly healthPct: number;
  readonly healthSdPct: number;
  /** Points a year, negative where it falls. */
  readonly slopePct: number;
  readonly slopeSdPct: number;
  /** When health crosses the house’s line: the ends of an interval that holds four of five, and its middle. */
  readonly crossP10Ms: number | null;
  readonly crossP50Ms: number | null;
  readonly crossP90Ms: number | null;
  readonly fails30: number;
  readonly fails90: number;
  readonly fails365: number;
  /** Chances of having failed by each of `LOOKED_AT_DAYS`: what a plan is made of. */
  readonly fails: readonly number[];
  /** What leaving it as it is for 90 days is expected to cost, in the site’s currency; null where it sits in no vehicle. */
  readonly waitCost: number | null;
  /** Rating of its set against what its engine asks: what a new one in its place has to bear as well. */
  readonly reserve: number | null;
  readonly nextCheckMs: number | null;
  /** Tests that it rests on; none: its kind’s alone. */
  readonly tests: number;
  /** How its newest run counts, and when that was finished. */
  readonly verdict: Verdict | null;
  readonly testedMs: number | null;
  readonly chargePct: number | null;
}

/** How the newest finished test of a battery counts, and the charge that it left it at. */
export interface NewestTest {
  readonly verdict: Verdict;
  readonly atMs: number;
  readonly chargePct: number | null;
}

/** A battery whose outlook is to be worked out, with what it has to bear and how its newest run counts. */
export interface OutlookAsked {
  readonly history: UnitHistory;
  readonly strain: Strain;
  readonly linePct: number;
  /** What failing costs where it sits; null where it sits in no vehicle. */
  readonly failingCost: number | null;
  /** A start that fails puts people at risk: it is looked at sooner. */
  readonly dangerous: boolean;
  readonly newest: NewestTest | null;
}

/** What is expected of a battery at a moment, in figures. */
export function outlookFigures(asked: OutlookAsked, learned: FleetLearned, nowMs: number): OutlookFigures {
  return figuresOf(outlookOf(asked.history, learned, { nowMs, ...asked }), asked);
}

/** An outlook as figures. */
export function figuresOf(
  { segments, forecast }: UnitOutlook,
  { history, strain, linePct, newest, failingCost, dangerous }: OutlookAsked,
): OutlookFigures {
  const { health, slope, crossing, failsWithin } = forecast;
  const life = segments.at(-1)?.life;
  return {
    healthPct: health.pct,
    healthSdPct: health.sd,
    slopePct: slope.pct,
    slopeSdPct: slope.sd,
    crossP10Ms: whole(crossing.p10),
    crossP50Ms: whole(crossing.p50),
    crossP90Ms: whole(crossing.p90),
    fails30: failsWithin[30],
    fails90: failsWithin[90],
    fails365: failsWithin[365],
    // Rounded to what is worth keeping: there are many of them.
    fails: forecast.fails.map((chance) => Math.round(1e4 * chance) / 1e4),
    reserve: strain.reserve,
    waitCost: failingCost === null ? null : failsWithin[90] * failingCost,
    nextCheckMs:
      life && newest
        ? nextCheckMs(life, newest.verdict, { testedMs: newest.atMs, linePct, strain, dangerous })
        : null,
    tests: history.readings.length,
    verdict: newest?.verdict ?? null,
    testedMs: newest?.atMs ?? null,
    chargePct: newest?.chargePct ?? null,
  };
}

const whole = (atMs: number | null) => (atMs === null ? null : Math.max(0, Math.round(atMs)));
