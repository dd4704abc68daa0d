import { LEVEL_STATES } from '../../assessment/evidence';
import { oneOf, readingOf } from '../shape';

export const TOP_UP_READINGS = {
  top_up: readingOf('inspection', { level: oneOf(LEVEL_STATES, 'level') }),
} as const;
