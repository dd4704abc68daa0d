import { LEVEL_STATES } from '../../assessment/evidence';
import { holding, oneOf } from '../shape';

export const TOP_UP_READINGS = {
  top_up: holding({ level: oneOf(LEVEL_STATES, 'level') }),
} as const;
