import { seededChance } from '../quantity/chance';
import type { Explanation } from './explanations';
import { type Likelihood, secondOpinion } from './second-opinion';
import { drawUnseen } from './unseen';

/** Probabilities that were told within a bin, and how often what they were told of was true. */
export interface ReliabilityBin {
  readonly count: number;
  readonly toldMean: number;
  readonly trueShare: number;
}

/** The second opinion held against batteries that it has not seen. */
export interface Reliability {
  readonly batteries: number;
  readonly bins: readonly ReliabilityBin[];
  /** Mean distance between what was told and what was true, over all probabilities told. */
  readonly calibrationError: number;
  /** How often the likeliest explanation was the true one, over all and by what was true. */
  readonly firstIsTrue: number;
  readonly firstIsTrueOf: Readonly<
    Partial<Record<Explanation, { readonly count: number; readonly of: number }>>
  >;
}

const BINS = 10;

/** What was told of one battery, the likeliest first, beside what was true of it. */
export interface TriedOpinion {
  readonly truth: Explanation;
  readonly likelihoods: readonly Likelihood[];
}

/** Draws the battery of this seed, by how often each explanation is behind one, and lets the model tell. */
export function tryOpinion(seed: number): TriedOpinion {
  const { truth, evidence } = drawUnseen(seededChance(seed));
  return { truth, likelihoods: secondOpinion(evidence, null)?.likelihoods ?? [] };
}

/** Counts how often what was told was true. */
export function reliability(tried: readonly TriedOpinion[]): Reliability {
  const sums = Array.from({ length: BINS }, () => ({ count: 0, told: 0, hits: 0 }));
  const byTruth: Partial<Record<Explanation, { count: number; of: number }>> = {};
  let firsts = 0;
  for (const { truth, likelihoods } of tried) {
    const right = likelihoods[0]?.explanation === truth;
    if (right) firsts++;
    const of = byTruth[truth] ?? { count: 0, of: 0 };
    byTruth[truth] = { count: of.count + (right ? 1 : 0), of: of.of + 1 };
    for (const { explanation, probability } of likelihoods) {
      const sum = sums[Math.min(BINS - 1, Math.floor(probability * BINS))];
      if (!sum) continue;
      sum.count++;
      sum.told += probability;
      if (explanation === truth) sum.hits++;
    }
  }
  const all = sums.reduce((total, { count }) => total + count, 0);
  const bins = sums.map(({ count, told, hits }) => ({
    count,
    toldMean: count === 0 ? 0 : told / count,
    trueShare: count === 0 ? 0 : hits / count,
  }));
  const off = bins.reduce(
    (sum, { count, toldMean, trueShare }) => sum + count * Math.abs(toldMean - trueShare),
    0,
  );
  return {
    batteries: tried.length,
    bins,
    calibrationError: off / all,
    firstIsTrue: firsts / tried.length,
    firstIsTrueOf: byTruth,
  };
}
