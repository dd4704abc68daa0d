import { LIFE_SHAPE } from '../battery/length-of-life';

/**
 * One way in which a unit may age: `h(t) = start − LOST (t / life) ^ bend`, t in years of its age. `life` is when it has lost
 * that much; the bend says how slow it is at first and how fast late.
 */
export interface LifeNode {
  readonly start: number;
  readonly lifeYears: number;
  readonly bend: number;
  /** Its age at the moment that years are counted from. */
  readonly ageYears: number;
  /** Of one, before anything was read. */
  readonly weight: number;
  /** Ways that differ in nothing but their start share a number: they lose the same. */
  readonly shape: number;
}

/** From about 102 % down to 65 %, points. */
export const POINTS_OF_LIFE = 37;

/** What a unit of a label reads when it is new: makers differ more than meters do. A model of ours. */
const NEW_PCT = 102;
const NEW_SD = 5;
/** The same of one that was not new when it came. */
const USED_PCT = 96;
const USED_SD = 9;

/** Abscissas, in standard deviations, and weights of a normal spread in nine. */
const SPREAD: readonly (readonly [number, number])[] = [-2.4, -1.8, -1.2, -0.6, 0, 0.6, 1.2, 1.8, 2.4].map(
  (at) => [at, Math.exp(-(at ** 2) / 2)] as const,
);
const LIVES = 17;
/** Bends and how common each is: straight, or slow at first and fast late. A model of ours. */
const BENDS: readonly (readonly [bend: number, weight: number])[] = [
  [1, 0.4],
  [1.35, 0.3],
  [1.7, 0.2],
  [2.2, 0.1],
];
/** Ages that a unit may have of which nobody knows any, years, and how common each is. */
const UNKNOWN_AGES: readonly (readonly [age: number, weight: number])[] = [
  [0.3, 0.15],
  [1.2, 0.25],
  [2.4, 0.25],
  [3.8, 0.2],
  [5.5, 0.15],
];

/** How a unit’s years are counted: from when it was new, from when it came used, or from a moment at an age that nobody knows. */
export type Beginning = 'new' | 'used' | 'unknown';

/** Ways to age, laid out so that thousands of units are held against all of them quickly. */
export interface Ways {
  readonly starts: Float64Array;
  /** The shape of each way, and a way of each shape. */
  readonly shapeOf: Int32Array;
  readonly shapes: readonly LifeNode[];
}

/** The ways to age of a kind. */
export interface LifeGrid extends Ways {
  readonly nodes: readonly LifeNode[];
  readonly logWeights: Float64Array;
}

/** Made once for each kind and beginning: a fleet has a dozen of them, and thousands of units of each. */
const made = new Map<string, LifeGrid>();
const MOST_MADE = 200;

/** The ways in which a unit may age, before anything was read of it, by the scale of its kind’s length of life, years. */
export function lifeGrid(scaleYears: number, beginning: Beginning): LifeGrid {
  const key = `${scaleYears} ${beginning}`;
  const known = made.get(key);
  if (known) return known;
  if (made.size >= MOST_MADE) made.clear();
  const nodes = drawn(scaleYears, beginning);
  const logWeights = Float64Array.from(nodes, ({ weight }) => Math.log(weight));
  const grid: LifeGrid = { ...waysOf(nodes), nodes, logWeights };
  made.set(key, grid);
  return grid;
}

/** Some ways of one grid laid out, in their order. */
export function waysOf(nodes: readonly LifeNode[]): Ways {
  const places = new Map<number, number>();
  const shapes: LifeNode[] = [];
  const starts = new Float64Array(nodes.length);
  const shapeOf = new Int32Array(nodes.length);
  nodes.forEach((node, at) => {
    let place = places.get(node.shape);
    if (place === undefined) {
      place = shapes.push(node) - 1;
      places.set(node.shape, place);
    }
    starts[at] = node.start;
    shapeOf[at] = place;
  });
  return { starts, shapeOf, shapes };
}

/** The same as a list. */
export const lifeNodes = (scaleYears: number, beginning: Beginning): readonly LifeNode[] =>
  lifeGrid(scaleYears, beginning).nodes;

function drawn(scaleYears: number, beginning: Beginning): LifeNode[] {
  const [mean, sd] = beginning === 'new' ? [NEW_PCT, NEW_SD] : [USED_PCT, USED_SD];
  const ages = beginning === 'unknown' ? UNKNOWN_AGES : ([[0, 1]] as const);
  const shapes = livesOf(scaleYears).flatMap((lifeYears) =>
    BENDS.flatMap(([bend, bendWeight]) =>
      ages.map(([ageYears, ageWeight]) => ({ lifeYears, bend, ageYears, weight: bendWeight * ageWeight })),
    ),
  );
  const nodes = SPREAD.flatMap(([at, startWeight]) =>
    shapes.map(({ lifeYears, bend, ageYears, weight }, shape) => ({
      start: mean + at * sd,
      lifeYears,
      bend,
      ageYears,
      shape,
      weight: startWeight * weight,
    })),
  );
  const all = nodes.reduce((sum, { weight }) => sum + weight, 0);
  return nodes.map((node) => ({ ...node, weight: node.weight / all }));
}

/** Lengths of life that are as likely as each other, years: quantiles of the kind’s own, a little wider at both ends. */
function livesOf(scaleYears: number): number[] {
  return Array.from({ length: LIVES }, (_, at) => {
    const share = (at + 0.5) / LIVES;
    const plain = (-Math.log(1 - share)) ** (1 / LIFE_SHAPE);
    // Units differ more than a table of lives says: duty, heat and neglect.
    return scaleYears * plain ** WIDER;
  });
}

const WIDER = 1.3;

/** No way reads lower than this, percent. */
export const LEAST_PCT = 5;

/** What a shape has lost at some years from where they are counted, points. */
function lostOf({ lifeYears, bend, ageYears }: LifeNode, years: number): number {
  const lived = Math.max(0, years + ageYears) / lifeYears;
  // A straight life is the commonest, and needs no power.
  return POINTS_OF_LIFE * (bend === 1 ? lived : lived ** bend);
}

/** What each shape of some ways has lost at some years from where they are counted, points, into `lost`. */
export function lostInto({ shapes }: Ways, years: number, lost: Float64Array): void {
  for (let at = 0; at < shapes.length; at++) {
    const shape = shapes[at];
    if (shape) lost[at] = lostOf(shape, years);
  }
}

/** Health of some ways at some years from where they are counted, percent, by what their shapes have lost by then, into `healths`. */
export function healthsInto({ starts, shapeOf }: Ways, lost: Float64Array, healths: Float64Array): void {
  for (let at = 0; at < starts.length; at++) {
    const health = (starts[at] ?? 0) - (lost[shapeOf[at] ?? 0] ?? 0);
    healths[at] = health > LEAST_PCT ? health : LEAST_PCT;
  }
}

/** The same of ways that are looked at once, in their order. */
export function healthsOf(nodes: readonly LifeNode[], years: number): Float64Array {
  const ways = waysOf(nodes);
  const [lost, healths] = [new Float64Array(ways.shapes.length), new Float64Array(nodes.length)];
  lostInto(ways, years, lost);
  healthsInto(ways, lost, healths);
  return healths;
}

/** How fast it falls then, points a year; negative. */
export function slopeOf({ lifeYears, bend, ageYears }: LifeNode, years: number): number {
  const age = Math.max(LEAST_AGE, years + ageYears);
  return (-POINTS_OF_LIFE * bend * (age / lifeYears) ** (bend - 1)) / lifeYears;
}

/** Years from where they are counted at which it crosses a line, percent; it may have been before. */
export function crossingOf({ start, lifeYears, bend, ageYears }: LifeNode, linePct: number): number {
  const toLose = Math.max(0, start - linePct) / POINTS_OF_LIFE;
  return lifeYears * toLose ** (1 / bend) - ageYears;
}

const LEAST_AGE = 0.02;
