import { Type } from '../../quantity/type';
import { holding, measured, oneOf, optional } from '../shape';
import { SETTLE_METHODS } from './method';

export const SETTLE_READINGS = {
  settle: holding({
    method: oneOf(SETTLE_METHODS, 'way to settle'),
    /** Minutes at rest when the step was captured; null where nobody knows. */
    restMinutes: optional(measured('restMinutes')),
    /** Minutes that the clock of this step runs; 0 where the battery has rested already. */
    clockMinutes: Type.Number({ minimum: 0, maximum: 1440, description: 'clock, min' }),
  }),
} as const;
