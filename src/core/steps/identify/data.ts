import { Type } from '../../quantity/type';
import { holding } from '../shape';

export const IDENTIFY_READINGS = {
  identify: holding({
    confirmed: Type.Literal(true),
    /** Whose battery it is and under which order it is tested, where that is not the fleet's own. */
    customer: Type.Optional(
      Type.String({ minLength: 1, maxLength: 80, pattern: '\\S', description: 'customer' }),
    ),
    order: Type.Optional(
      Type.String({ minLength: 1, maxLength: 40, pattern: '\\S', description: 'order number' }),
    ),
  }),
} as const;
