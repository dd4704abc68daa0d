import type { Static } from '@sinclair/typebox';
import { Type } from '../quantity/type';

/** A case that somebody brought to its debrief. */
export const AttemptSchema = Type.Object(
  {
    id: Type.String({ format: 'uuid' }),
    code: Type.String({ minLength: 1, maxLength: 4000, description: 'code of the case' }),
    title: Type.String({ minLength: 1, maxLength: 120, description: 'title of the case' }),
    level: Type.Integer({ minimum: 1, maximum: 3, description: 'level' }),
    score: Type.Integer({ minimum: 0, maximum: 100, description: 'score' }),
    right: Type.Boolean({ description: 'whether it was right' }),
    /** How long it took, min of the bench's own time. */
    minutes: Type.Number({ minimum: 0, maximum: 100_000, description: 'minutes' }),
    atMs: Type.Integer({ minimum: 0, maximum: 8.64e15, description: 'moment' }),
  },
  { additionalProperties: false },
);

export type Attempt = Static<typeof AttemptSchema>;

/** What somebody's practice comes to. */
export interface PracticeSummary {
  readonly cases: number;
  readonly right: number;
  /** Of a hundred, over the last ten. */
  readonly meanScore: number | null;
  readonly lastMs: number | null;
}

const LATEST = 10;

/** Sums up attempts, given the newest first. */
export function practiceSummary(
  attempts: readonly Pick<Attempt, 'score' | 'right' | 'atMs'>[],
): PracticeSummary {
  const latest = attempts.slice(0, LATEST);
  const total = latest.reduce((sum, { score }) => sum + score, 0);
  return {
    cases: attempts.length,
    right: attempts.filter(({ right }) => right).length,
    meanScore: latest.length === 0 ? null : Math.round(total / latest.length),
    lastMs: attempts[0]?.atMs ?? null,
  };
}

/** What practice came to: each person's sum, and the last cases. */
export interface PracticeView {
  readonly isLead: boolean;
  /** Whose alone is shown; null for everybody's. */
  readonly personId: string | null;
  readonly lines: readonly (PracticeSummary & { readonly id: string; readonly name: string })[];
  readonly attempts: readonly (Attempt & { readonly personId: string })[];
}
