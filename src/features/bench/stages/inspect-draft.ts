import type { LevelState } from '@/core/assessment/evidence';
import { CONSTRUCTION_FACTS, type Construction } from '@/core/battery/construction';
import type { ReadingData } from '@/core/steps/reading';

type Inspection = ReadingData<'inspection'>;

/** What is marked so far: the other points are still to be looked at. */
export type Marks = Partial<Inspection>;

/** An inspection as its marks, to be put right. */
export function marksOf(inspection: Inspection): Marks {
  return Object.fromEntries(Object.entries(inspection).filter(([, point]) => point !== null));
}

/**
 * What is marked as it would be captured; null where points are still to be looked at. A case that endangers people ends the
 * looking: nobody bends over it for the rest, which was then not looked at.
 */
export function markedInspection(marks: Marks): Inspection | null {
  const { case: body, terminals = null, level = null, smell = null } = marks;
  const whole = body && terminals && level && smell;
  const danger = (body && body !== 'ok') || smell === 'rotten_egg';
  return whole || danger ? { ...marks, case: body ?? null, terminals, level, smell } : null;
}

/** A key that marks all that is not marked yet as in order. */
export interface InOrder {
  readonly label: string;
  readonly level: LevelState;
}

/** Such keys for a construction: what opens has a level to be seen, and what may open is asked about. */
export function inOrderKeys(construction: Construction, marks: Marks): readonly InOrder[] {
  const start = Object.keys(marks).length > 0 ? 'The rest is in order' : 'All in order';
  const seen = { label: start, level: 'ok' } as const;
  const sealed = { label: `${start}, sealed`, level: 'sealed' } as const;
  if (marks.level) return [seen];
  switch (CONSTRUCTION_FACTS[construction].opens) {
    case 'always':
      return [seen];
    case 'sometimes':
      return [{ label: `${start}, level seen`, level: 'ok' }, sealed];
    case 'never':
      return [sealed];
  }
}

/** All in order, but for what is marked otherwise. */
export function inOrder({ level }: InOrder, marks: Marks): Inspection {
  return { case: 'ok', terminals: 'ok', level, smell: 'none', ...marks };
}
