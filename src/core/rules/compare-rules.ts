import { isRecord } from '../quantity/record';
import type { HouseRules } from './house-rules';
import { QUESTIONS, type Question, type School, schoolOf } from './schools';

/** One figure on which two sets of rules differ. */
export interface RulesDifference {
  /** Where it stands, in the file's own words: `charge/loadGatePct`. */
  readonly path: string;
  readonly one: unknown;
  readonly other: unknown;
}

/** A question on which two sets of rules follow different schools; null stands for figures of the house's own. */
export interface AnsweredDifferently {
  readonly question: Question;
  readonly one: School | null;
  readonly other: School | null;
}

/** Every figure on which two sets of rules differ, apart from their names and versions. Lists count as one figure. */
export function differencesOf(one: HouseRules, other: HouseRules): RulesDifference[] {
  const { id: _id, version: _version, name: _name, ...figures } = one;
  return leavesThatDiffer('', figures, other as unknown as Record<string, unknown>);
}

/** The questions that two sets of rules answer differently. */
export function answeredDifferently(one: HouseRules, other: HouseRules): AnsweredDifferently[] {
  return QUESTIONS.flatMap((question) => {
    const [ours, theirs] = [schoolOf(question, one), schoolOf(question, other)];
    const same = ours?.id === theirs?.id && (ours !== null || !touches(question, one, other));
    return same ? [] : [{ question, one: ours, other: theirs }];
  });
}

/** Whether any figure that the question sets differs. */
function touches({ schools }: Question, one: HouseRules, other: HouseRules): boolean {
  const [first] = schools;
  if (!first) return false;
  const set = new Set(schools.flatMap(({ put }) => differencesOf(one, put(one)).map(({ path }) => path)));
  return differencesOf(one, other).some(({ path }) => set.has(path));
}

function leavesThatDiffer(
  path: string,
  one: Readonly<Record<string, unknown>>,
  other: Readonly<Record<string, unknown>>,
): RulesDifference[] {
  return Object.entries(one).flatMap(([name, value]) => {
    const here = path === '' ? name : `${path}/${name}`;
    const theirs = other[name];
    if (isRecord(value) && isRecord(theirs)) return leavesThatDiffer(here, value, theirs);
    return JSON.stringify(value) === JSON.stringify(theirs)
      ? []
      : [{ path: here, one: value, other: theirs }];
  });
}
