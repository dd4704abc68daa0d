import {
  CASE_STATES,
  LEVEL_STATES,
  NOTHING_INSPECTED,
  SMELL_STATES,
  TERMINAL_STATES,
} from '../../assessment/evidence';
import type { ColumnPart } from '../columns';

export const INSPECT_COLUMNS: ColumnPart<'case' | 'smell' | 'terminals' | 'level'> = {
  columns: {
    case: { title: 'Case', words: CASE_STATES },
    smell: { title: 'Smell', words: SMELL_STATES },
    terminals: { title: 'Posts', words: TERMINAL_STATES },
    level: { title: 'Level', words: LEVEL_STATES },
  },
  read: (row, into) => {
    into.inspection = {
      ...NOTHING_INSPECTED,
      case: row.word('case', CASE_STATES),
      smell: row.word('smell', SMELL_STATES),
      terminals: row.word('terminals', TERMINAL_STATES),
      level: row.word('level', LEVEL_STATES),
    };
  },
  write: ({ inspection }) => ({
    case: inspection?.case,
    smell: inspection?.smell,
    terminals: inspection?.terminals,
    level: inspection?.level,
  }),
};
