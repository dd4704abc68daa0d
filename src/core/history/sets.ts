/** A unit of a set: its health now, and how long it has been in use where that is known. */
export interface SetUnit {
  readonly id: string;
  readonly tag: string;
  readonly healthPct: number;
  readonly ageYears: number | null;
}

/** What is to be said of a set: that it is even, that its units drift apart, or that one drags the others down. */
export type SetAdvice =
  | { readonly kind: 'even' }
  | { readonly kind: 'uneven'; readonly points: number; readonly years: number }
  | { readonly kind: 'drags'; readonly unit: SetUnit; readonly besidePct: number; readonly all: boolean };

/** Units of a set are to lie within so many points of health, and within so many years of age. Rules of the trade. */
const MOST_POINTS = 10;
const MOST_YEARS = 1;
/** One that has less than this share of its siblings’ health drags them. Rule of the trade. */
const DRAGS_UNDER = 0.8;
/** Siblings that are older than this are replaced with it. Rule of the trade. */
const ALL_FROM_YEARS = 2;

/**
 * How a set stands: one that has less than four fifths of its siblings’ health is replaced, or all of them where those are older than two
 * years. Null for a single unit.
 */
export function setAdvice(units: readonly SetUnit[]): SetAdvice | null {
  if (units.length < 2) return null;
  const weakest = units.reduce((low, unit) => (unit.healthPct < low.healthPct ? unit : low));
  const siblings = units.filter(({ id }) => id !== weakest.id);
  const besidePct = mean(siblings.map(({ healthPct }) => healthPct));
  if (weakest.healthPct < DRAGS_UNDER * besidePct) {
    const ages = siblings.flatMap(({ ageYears }) => (ageYears === null ? [] : [ageYears]));
    return { kind: 'drags', unit: weakest, besidePct, all: ages.length > 0 && mean(ages) > ALL_FROM_YEARS };
  }
  const points = spread(units.map(({ healthPct }) => healthPct));
  const years = spread(units.flatMap(({ ageYears }) => (ageYears === null ? [] : [ageYears])));
  return points > MOST_POINTS || years > MOST_YEARS ? { kind: 'uneven', points, years } : { kind: 'even' };
}

const mean = (some: readonly number[]) => some.reduce((sum, one) => sum + one, 0) / Math.max(1, some.length);
const spread = (some: readonly number[]) => (some.length < 2 ? 0 : Math.max(...some) - Math.min(...some));

/** The same in a sentence; null where there is nothing to say. */
export function setWords(advice: SetAdvice | null): string | null {
  if (advice === null || advice.kind === 'even') return null;
  if (advice.kind === 'uneven') {
    const apart = [
      advice.points > MOST_POINTS ? `${advice.points.toFixed(0)} points of health` : '',
      advice.years > MOST_YEARS ? `${advice.years.toFixed(1)} years of age` : '',
    ].filter((part) => part !== '');
    return `Its batteries drift apart by ${apart.join(' and ')}: the weaker one works hardest. Pair like with like.`;
  }
  const { unit, besidePct, all } = advice;
  const what = all
    ? 'By the rule all of them are replaced: its siblings are older than two years.'
    : 'Replace it, by one like its siblings.';
  return `${unit.tag} drags: ${unit.healthPct.toFixed(0)} % beside ${besidePct.toFixed(0)} %. ${what}`;
}
