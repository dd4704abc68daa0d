import { type HealthReading, MS_PER_YEAR } from './health-reading';
import {
  type Beginning,
  crossingOf,
  healthsInto,
  healthsOf,
  type LifeNode,
  lifeGrid,
  lostInto,
  slopeOf,
} from './life-nodes';
import { Weighted } from './weighted';

/** A unit as far as its aging goes: from when its years are counted, how, and how long its kind lasts. */
export interface Aging {
  readonly fromMs: number;
  readonly beginning: Beginning;
  readonly scaleYears: number;
}

/** What is known of how a unit ages: every way that it may, with its chance after what was read. */
export interface Life {
  readonly aging: Aging;
  readonly nodes: readonly LifeNode[];
  /** Of one, in the order of the nodes. */
  readonly chances: readonly number[];
  /** Logarithm of how likely what was read is, over all nodes. */
  readonly evidence: number;
  readonly readings: number;
}

/** Degrees of freedom of a reading’s tail: one slip must not bend a life. */
const TAIL = 4;
const LEAST_CHANCE = 1e-5;
/** What no life on a curve is nearer to than this, points, and how far it wanders from it in a year. A model of ours. */
const CURVE_SD = 0.8;
export const WANDERS_A_YEAR = 1;

/**
 * How a unit ages, after its readings: each way that it may, by Bayes over a grid. No iteration, no divergence, exact quantiles.
 * Readings long before the newest say less of today, by how far a life wanders.
 */
export function lifeAfter(aging: Aging, readings: readonly HealthReading[]): Life {
  const grid = lifeGrid(aging.scaleYears, aging.beginning);
  const { nodes } = grid;
  const newestMs = readings.reduce((latest, { atMs }) => Math.max(latest, atMs), aging.fromMs);
  const logs = grid.logWeights.slice();
  const lost = new Float64Array(grid.shapes.length);
  const [healths, raw] = [new Float64Array(nodes.length), new Float64Array(nodes.length)];
  // A logarithm of a product costs less than many of its parts, as long as that stays within what a number can hold.
  const tails = new Float64Array(nodes.length).fill(1);
  readings.forEach(({ atMs, pct, sd }, read) => {
    const since = (newestMs - atMs) / MS_PER_YEAR;
    const scale = Math.sqrt(sd ** 2 + CURVE_SD ** 2 + WANDERS_A_YEAR ** 2 * since);
    lostInto(grid, yearsAt(aging, atMs), lost);
    healthsInto(grid, lost, healths);
    const isFull = read % MOST_TAILS === MOST_TAILS - 1 || read === readings.length - 1;
    for (let at = 0; at < tails.length; at++) {
      const z = (pct - (healths[at] ?? 0)) / scale;
      const tail = (tails[at] ?? 1) * (1 + (z * z) / TAIL);
      if (isFull) logs[at] = (logs[at] ?? 0) - ((TAIL + 1) / 2) * Math.log(tail);
      tails[at] = isFull ? 1 : tail;
    }
  });
  const scales = readings.reduce((sum, { atMs, sd }) => {
    const since = (newestMs - atMs) / MS_PER_YEAR;
    return sum + Math.log(sd ** 2 + CURVE_SD ** 2 + WANDERS_A_YEAR ** 2 * since) / 2;
  }, 0);
  let most = Number.NEGATIVE_INFINITY;
  for (let at = 0; at < logs.length; at++) most = Math.max(most, logs[at] ?? most);
  let all = 0;
  for (let at = 0; at < logs.length; at++) {
    raw[at] = Math.exp((logs[at] ?? 0) - most);
    all += raw[at] ?? 0;
  }
  // What is next to impossible is left out: most ways are, once a unit has been read a few times.
  const left: LifeNode[] = [];
  const chances: number[] = [];
  for (let at = 0; at < nodes.length; at++) {
    const [node, chance] = [nodes[at], raw[at] ?? 0];
    if (!node || chance < LEAST_CHANCE * all) continue;
    left.push(node);
    chances.push(chance);
  }
  const kept = chances.reduce((sum, one) => sum + one, 0);
  return {
    aging,
    readings: readings.length,
    evidence: most + Math.log(all) - scales,
    nodes: left,
    chances: chances.map((chance) => chance / kept),
  };
}

/** Tails that are multiplied before their logarithm is taken. */
const MOST_TAILS = 16;

const yearsAt = ({ fromMs }: Aging, atMs: number) => (atMs - fromMs) / MS_PER_YEAR;

/** A value with its standard uncertainty. */
export interface Told {
  readonly pct: number;
  readonly sd: number;
}

/** Health at a moment, percent, with its standard uncertainty. */
export function healthAt({ aging, nodes, chances }: Life, atMs: number): Told {
  const years = yearsAt(aging, atMs);
  return moments(healthsOf(nodes, years), chances, CURVE_SD);
}

/** How fast health falls at a moment, points a year, with its standard uncertainty; negative where it falls. */
export function slopeAt({ aging, nodes, chances }: Life, atMs: number): Told {
  const years = yearsAt(aging, atMs);
  return moments(
    nodes.map((node) => slopeOf(node, years)),
    chances,
    0,
  );
}

function moments(values: ArrayLike<number>, chances: readonly number[], floor: number): Told {
  const pct = chances.reduce((sum, chance, at) => sum + (values[at] ?? 0) * chance, 0);
  const variance = chances.reduce((sum, chance, at) => sum + ((values[at] ?? 0) - pct) ** 2 * chance, 0);
  return { pct, sd: Math.sqrt(variance + floor ** 2) };
}

/** Where a normal spread is looked at, standard deviations, and how much of it each stands for. */
const LOOKED_AT: readonly (readonly [number, number])[] = [
  [-Math.sqrt(3), 1 / 6],
  [0, 2 / 3],
  [Math.sqrt(3), 1 / 6],
];

const LEAST_SEEN = 5e-4;

/** Quantiles of health at a moment, percent, as fan of what may come. */
export function healthQuantiles(
  life: Life,
  atMs: number,
  nowMs: number,
  shares: readonly number[],
): number[] {
  const years = yearsAt(life.aging, atMs);
  const ahead = Math.max(0, (atMs - nowMs) / MS_PER_YEAR);
  const spread = Math.sqrt(CURVE_SD ** 2 + WANDERS_A_YEAR ** 2 * ahead);
  const healths = healthsOf(life.nodes, years);
  const some = new Weighted(LOOKED_AT.length * life.nodes.length);
  for (const [at, chance] of life.chances.entries()) {
    // What is least likely moves no quantile that anybody sees, and is most of the ways that there are.
    if (chance < LEAST_SEEN) continue;
    for (const [off, share] of LOOKED_AT) some.add((healths[at] ?? 0) + off * spread, chance * share);
  }
  return some.quantiles(shares);
}

/**
 * Quantiles of the moment at which health crosses a line, ms UTC: each way’s own crossing, with how far a life wanders until then.
 * It may lie in the past.
 */
export function crossingQuantiles(
  { aging, nodes, chances }: Life,
  linePct: number,
  nowMs: number,
  shares: readonly number[],
): number[] {
  const nowYears = yearsAt(aging, nowMs);
  const some = new Weighted(LOOKED_AT.length * nodes.length);
  for (const [at, node] of nodes.entries()) {
    const crossing = crossingOf(node, linePct);
    const wanders = Math.sqrt(CURVE_SD ** 2 + WANDERS_A_YEAR ** 2 * Math.max(0, crossing - nowYears));
    const spread = Math.min(MOST_SPREAD_YEARS, wanders / Math.abs(slopeOf(node, crossing)));
    for (const [off, share] of LOOKED_AT) some.add(crossing + off * spread, (chances[at] ?? 0) * share);
  }
  return some.quantiles(shares).map((years) => aging.fromMs + years * MS_PER_YEAR);
}

const MOST_SPREAD_YEARS = 2;

/** The chance that health is under a line at a moment. */
export function chanceUnder({ aging, nodes, chances }: Life, linePct: number, atMs: number): number {
  const years = yearsAt(aging, atMs);
  const healths = healthsOf(nodes, years);
  return chances.reduce((sum, chance, at) => sum + ((healths[at] ?? 0) < linePct ? chance : 0), 0);
}
