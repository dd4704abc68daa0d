import { MOMENT_BOUNDS } from './moment';
import { Type } from './type';

/** The schema of a moment, ms UTC. */
export const momentSchema = (description = 'ms since 1970, UTC') =>
  Type.Integer({ minimum: MOMENT_BOUNDS.least, maximum: MOMENT_BOUNDS.most, description });
