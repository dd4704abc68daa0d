import type { KeptFound } from '@/core/recording/found-schema';
import type { ExaminedThere } from '@/workers/recording.messages';

const MOST_PROBLEMS = 50;
const LONGEST_PROBLEM = 400;

/** What is kept of what was found. */
export function keptFound({ marks, features, cranks, problems }: ExaminedThere): KeptFound {
  return {
    marks,
    values: features.values,
    phaseMissing: features.phaseMissing,
    attempts: cranks.length,
    problems: problems.slice(0, MOST_PROBLEMS).map((text) => text.slice(0, LONGEST_PROBLEM)),
  };
}
