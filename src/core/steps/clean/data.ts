import { TERMINAL_STATES } from '../../assessment/evidence';
import { oneOf, readingOf } from '../shape';

export const CLEAN_READINGS = {
  clean: readingOf('inspection', { terminals: oneOf(TERMINAL_STATES, 'terminals') }),
} as const;
