import type { Duty } from '../battery/duty';
import type { Climate } from '../battery/length-of-life';
import { MS_PER_YEAR } from './health-reading';
import type { Life } from './life';
import { LEAST_PCT, type LifeNode, lostInto, waysOf } from './life-nodes';
import { monthAsInNorth, type Surroundings, USUAL_SURROUNDINGS } from './surroundings';

/** What of a vehicle wears its battery, as far as it is open: each so many times as likely to fail. Rules of ours. */
export const VEHICLE_STRAIN = { regulator_high: 2.5, parasitic_draw: 1.8, undercharged: 1.5 } as const;
export type VehicleFaultOpen = keyof typeof VEHICLE_STRAIN;

/** What a unit has to bear besides its age. */
export interface Strain extends Surroundings {
  readonly duty: Duty;
  readonly open: readonly VehicleFaultOpen[];
  /** Rating of its set, SAE, against what its engine asks warm; null where nobody knows the engine. */
  readonly reserve: number | null;
}

export const NO_STRAIN: Strain = { ...USUAL_SURROUNDINGS, duty: 'starting', open: [], reserve: null };

/**
 * Failures a year of a unit by its health: a start that fails on the coldest morning, or a service load that is not given. `BASE × exp(FALL
 * × (70 − h) / 10)`, h in proportion to the reserve of its set. Fitted on simulated fleets whose units fail when their circuit does
 * not turn the engine fast enough, never by this formula.
 */
const BASE_A_YEAR = 0.2;
const FALL_A_TEN = 0.9;
const REFERENCE_PCT = 70;
/** The reserve of a usual set: what health is told against. */
const USUAL_RESERVE = 3.4;
/** What breaks inside without a word, failures a year: always, and more with age. Rule of the trade. */
const SUDDEN_A_YEAR = 0.006;
const SUDDEN_WITH_AGE = 0.0007;
/** How much more a start takes in the cold quarter than in spring, and how much less in the warm one, by climate. */
const SEASONS: Readonly<Record<Climate, { cold: number; warm: number; else: number }>> = {
  mild: { cold: 8, warm: 0.05, else: 1 },
  hot: { cold: 0.3, warm: 0.05, else: 0.1 },
};
/** Beyond these a reserve says that something is noted wrongly, not how often it fails. */
const LEAST_RESERVE = 2.4;
const MOST_RESERVE = 6;
const withinReason = (reserve: number) => Math.min(MOST_RESERVE, Math.max(LEAST_RESERVE, reserve));
const MOST_A_YEAR = 12;
const MS_PER_DAY = 86_400_000;
/** Steps in which time ahead is walked: a year finely, what comes after it by the month. */
const STEP_DAYS = 15;
const FAR_STEP_DAYS = 30;
const FAR_DAYS = 360;
/** Ways of aging that are less likely than this, of all, are left out of what may fail: there are many, and they add nothing. */
const LEAST_CHANCE = 1.5e-3;

/** Failures a year at a health, an age in years and a month, 0 to 11. */
export function hazardAt(pct: number, ageYears: number, month: number, strain: Strain): number {
  const { base, fall, strained } = underStrain(strain);
  const worn = base * Math.exp(fall * pct) * seasonOf(month, strain);
  return Math.min(MOST_A_YEAR, (suddenAt(ageYears) + worn) * strained);
}

/** Failures a year of what breaks inside without a word. */
const suddenAt = (ageYears: number) => SUDDEN_A_YEAR + SUDDEN_WITH_AGE * ageYears * ageYears;

/** What does not change while one strain is looked at: failures a year are `(sudden + base × exp(fall × health) × season) × strained`. */
function underStrain({ reserve, open }: Strain) {
  const felt = withinReason(reserve ?? USUAL_RESERVE) / USUAL_RESERVE;
  return {
    base: BASE_A_YEAR * Math.exp((FALL_A_TEN * REFERENCE_PCT) / 10),
    fall: (-FALL_A_TEN * felt) / 10,
    strained: open.reduce((times, fault) => times * VEHICLE_STRAIN[fault], 1),
  };
}

const COLD_MONTHS: ReadonlySet<number> = new Set([11, 0, 1]);
const WARM_MONTHS: ReadonlySet<number> = new Set([5, 6, 7]);

function seasonOf(month: number, { duty, climate, winter }: Strain): number {
  // What works over hours has no season of its own.
  if (duty === 'deep_cycle') return 1;
  const here = monthAsInNorth(month, winter);
  const season = SEASONS[climate];
  return COLD_MONTHS.has(here) ? season.cold : WARM_MONTHS.has(here) ? season.warm : season.else;
}

/** The chances that a unit has failed by each of some days from a moment on, which rise; over every way in which it may age. */
export function failsBy(
  { aging, nodes, chances }: Life,
  fromMs: number,
  days: readonly number[],
  strain: Strain,
): number[] {
  const stretches = stretchesTo(days, fromMs, aging.fromMs);
  const likely = nodes.filter((_, at) => (chances[at] ?? 0) >= LEAST_CHANCE);
  const [some, its] =
    likely.length > 0 ? [likely, chances.filter((chance) => chance >= LEAST_CHANCE)] : [nodes, chances];
  const all = likely.length > 0 ? its.reduce((sum, chance) => sum + chance, 0) : 1;
  const expected = expectedUnder(some, strain);
  const failed = days.map(() => 0);
  for (const stretch of stretches) {
    const by = expected(stretch);
    if (stretch.ends === null) continue;
    let sum = 0;
    for (let at = 0; at < by.length; at++) sum += (its[at] ?? 0) * (1 - Math.exp(-(by[at] ?? 0)));
    failed[stretch.ends] = sum / all;
  }
  return failed;
}

/**
 * Failures that are expected of each way to age, stretch after stretch. Health is what a way starts at less what its shape has lost, and
 * so an exponential of it is one of the start times one of the shape: there are far fewer of these than ways.
 */
function expectedUnder(nodes: readonly LifeNode[], strain: Strain): (stretch: Stretch) => Float64Array {
  const { base, fall, strained } = underStrain(strain);
  const ways = waysOf(nodes);
  const begun = ways.starts.map((start) => base * Math.exp(fall * start));
  const most = base * Math.exp(fall * LEAST_PCT);
  const ages = Float64Array.from(ways.shapes, ({ ageYears }) => ageYears);
  const lost = new Float64Array(ages.length);
  const [grown, sudden] = [new Float64Array(ages.length), new Float64Array(ages.length)];
  const expected = new Float64Array(nodes.length);
  return ({ years, month, lengthYears }) => {
    const season = seasonOf(month, strain);
    lostInto(ways, years, lost);
    for (let shape = 0; shape < ages.length; shape++) {
      grown[shape] = Math.exp(-fall * (lost[shape] ?? 0));
      sudden[shape] = suddenAt(Math.max(0, years + (ages[shape] ?? 0)));
    }
    for (let at = 0; at < expected.length; at++) {
      const shape = ways.shapeOf[at] ?? 0;
      const worn = Math.min(most, (begun[at] ?? 0) * (grown[shape] ?? 0)) * season;
      const aYear = Math.min(MOST_A_YEAR, ((sudden[shape] ?? 0) + worn) * strained);
      expected[at] = (expected[at] ?? 0) + aYear * lengthYears;
    }
    return expected;
  };
}

/** The chance that a unit fails within so many days from a moment on. */
export const failsWithin = (life: Life, fromMs: number, days: number, strain: Strain): number =>
  failsBy(life, fromMs, [days], strain)[0] ?? 0;

/** A piece of the time ahead, by its middle: years into a life and the month; `ends` names the day that it leads up to. */
interface Stretch {
  readonly years: number;
  readonly month: number;
  readonly lengthYears: number;
  readonly ends: number | null;
}

function stretchesTo(days: readonly number[], fromMs: number, lifeFromMs: number): Stretch[] {
  let reached = 0;
  return days.flatMap((day, ends) => {
    const steps = Math.max(1, Math.ceil((day - reached) / (reached >= FAR_DAYS ? FAR_STEP_DAYS : STEP_DAYS)));
    const stepDays = (day - reached) / steps;
    const before = reached;
    reached = day;
    return Array.from({ length: steps }, (_, step) => {
      const atMs = fromMs + (before + (step + 0.5) * stepDays) * MS_PER_DAY;
      return {
        years: (atMs - lifeFromMs) / MS_PER_YEAR,
        month: new Date(atMs).getUTCMonth(),
        lengthYears: stepDays / 365.25,
        ends: step === steps - 1 ? ends : null,
      };
    });
  });
}
