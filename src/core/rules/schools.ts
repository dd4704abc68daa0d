import type { HouseRules } from './house-rules';
import { BATTERY_QUESTIONS } from './questions/battery-questions';
import { LOAD_QUESTIONS } from './questions/load-questions';
import type { Question, School } from './questions/school';
import { VEHICLE_QUESTIONS } from './questions/vehicle-questions';

export type { Question, School } from './questions/school';

/** The questions of practice, each with its schools side by side. */
export const QUESTIONS: readonly Question[] = [...LOAD_QUESTIONS, ...BATTERY_QUESTIONS, ...VEHICLE_QUESTIONS];

/** The school that rules follow on a question; null where their figures are the house's own. */
export function schoolOf(question: Question, rules: HouseRules): School | null {
  const now = JSON.stringify(rules);
  return question.schools.find((school) => JSON.stringify(school.put(rules)) === now) ?? null;
}

/** Rules with some questions answered by name, question id to school id; throws for a name that is none. */
export function answered(rules: HouseRules, answers: Readonly<Record<string, string>>): HouseRules {
  return Object.entries(answers).reduce((so, [questionId, schoolId]) => {
    const school = QUESTIONS.find(({ id }) => id === questionId)?.schools.find(({ id }) => id === schoolId);
    if (!school) throw new Error(`no school ${schoolId} for ${questionId}`);
    return school.put(so);
  }, rules);
}
