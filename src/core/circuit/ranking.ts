import { CAUSES, type Cause } from '../vehicle/cause';
import type { CheckEvidence } from './check-evidence';
import table from './sign-weights.json';
import { SIGNS, type Sign, seenSigns } from './signs';

/** How much a sign in one bin speaks for a cause, in natural logarithms of odds; negative speaks against it. */
export interface Weighed {
  readonly sign: Sign;
  readonly bin: number;
  readonly weight: number;
}

/** A cause with the chance that it is there, and what that rests on. */
export interface RankedCause {
  readonly cause: Cause;
  readonly probability: number;
  /** The signs that speak for it and against it, the strongest first. */
  readonly supporting: readonly Weighed[];
  readonly opposing: readonly Weighed[];
  /** Signs that nobody has read and that would say something of it, the most telling first. */
  readonly missing: readonly Sign[];
}

/** The likeliest cause by these chances. */
export function likeliest(chances: readonly number[]): Cause {
  return CAUSES.reduce((best, cause) => (standing(cause, chances) > standing(best, chances) ? cause : best));
}

/** Weights by sign, by cause, by bin; learned from simulated vehicles. A model of ours. */
const WEIGHTS: Readonly<Record<string, readonly (readonly number[])[]>> = table.weights;
const BIAS: readonly number[] = table.bias;

/** What a sign in a bin weighs for a cause. */
export function weightOf({ id }: Sign, cause: number, bin: number): number {
  return WEIGHTS[id]?.[cause]?.[bin] ?? 0;
}

/** How far apart the bins of a sign weigh, a cause. */
const SPANS: ReadonlyMap<Sign, readonly number[]> = new Map(
  SIGNS.map((sign) => [sign, CAUSES.map((_, cause) => spanOfBins(sign, cause))]),
);

function spanOfBins(sign: Sign, cause: number): number {
  const own = sign.bins.map((_, bin) => weightOf(sign, cause, bin));
  return Math.max(...own) - Math.min(...own);
}

const chanceOf = (logit: number) => 1 / (1 + Math.exp(-logit));

/** The chance of each cause, in the order of `CAUSES`: more than one can be true, so they need not add up to one. */
export function chancesOf(evidence: CheckEvidence): number[] {
  const seen = seenSigns(evidence);
  return CAUSES.map((_, cause) =>
    chanceOf(seen.reduce((sum, { sign, bin }) => sum + weightOf(sign, cause, bin), BIAS[cause] ?? 0)),
  );
}

/** Under this a sign says nothing worth telling of a cause. */
const TELLING = 0.25;

/** A battery that is only low has mostly been left so by something: what is this share as likely goes before it. */
const LEFT_IT_LOW = 0.35;

/** How high a cause stands: by its chance, and a low battery behind whatever may have left it low. */
function standing(cause: Cause, chances: readonly number[]): number {
  const own = chances[CAUSES.indexOf(cause)] ?? 0;
  if (cause !== 'battery_low_charge') return own;
  const others = CAUSES.flatMap((other, at) =>
    other === cause || other === 'nothing_found' ? [] : [chances[at] ?? 0],
  );
  const likeliest = Math.max(...others);
  return likeliest >= LEFT_IT_LOW * own ? Math.min(own, likeliest - 1e-6) : own;
}

/** All causes, the likeliest first (a low battery behind what may have left it low), each with what speaks for it, against it, and what is missing. */
export function rankCauses(evidence: CheckEvidence): RankedCause[] {
  const seen = seenSigns(evidence);
  const known = new Set(seen.map(({ sign }) => sign.id));
  const chances = chancesOf(evidence);
  return CAUSES.map((cause, at) => {
    const weighed = seen
      .map(({ sign, bin }) => ({ sign, bin, weight: weightOf(sign, at, bin) }))
      .sort((one, other) => Math.abs(other.weight) - Math.abs(one.weight));
    const spanOf = (sign: Sign) => SPANS.get(sign)?.[at] ?? 0;
    return {
      cause,
      probability: chances[at] ?? 0,
      supporting: weighed.filter(({ weight }) => weight > TELLING),
      opposing: weighed.filter(({ weight }) => weight < -TELLING),
      missing: SIGNS.filter((sign) => !known.has(sign.id) && spanOf(sign) > MISSING_SPAN)
        .sort((one, other) => spanOf(other) - spanOf(one))
        .slice(0, MOST_MISSING),
    };
  }).sort((one, other) => standing(other.cause, chances) - standing(one.cause, chances));
}

const MISSING_SPAN = 1.5;
const MOST_MISSING = 4;
