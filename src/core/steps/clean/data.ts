import { TERMINAL_STATES } from '../../assessment/evidence';
import { holding, oneOf } from '../shape';

export const CLEAN_READINGS = {
  clean: holding({ terminals: oneOf(TERMINAL_STATES, 'terminals') }),
} as const;
