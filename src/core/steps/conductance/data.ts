import { CONTACT_STATES } from '../../assessment/evidence';
import { RATING_STANDARDS } from '../../battery/rating-standard';
import { Type } from '../../quantity/type';
import { holding, measured, oneOf, optional } from '../shape';

/** Units that a tester may answer in: siemens, milliohms, or amperes of a standard. */
export const CONDUCTANCE_UNITS = ['S', 'mohm', ...RATING_STANDARDS] as const;

/** What a tester may have corrected its figure for. */
export const COMPENSATIONS = ['none', 'temp', 'both'] as const;

/** Least and most that a tester shows, in whatever unit. */
export const CONDUCTANCE_BOUNDS = { least: 0.1, most: 20_000 } as const;

export const CONDUCTANCE_READINGS = {
  conductance: holding({
    value: Type.Number({
      minimum: CONDUCTANCE_BOUNDS.least,
      maximum: CONDUCTANCE_BOUNDS.most,
      description: 'conductance tester’s reading',
    }),
    unit: oneOf(CONDUCTANCE_UNITS, 'unit'),
    compensated: oneOf(COMPENSATIONS, 'what the tester has corrected for'),
    temperatureC: optional(measured('temperatureC')),
    contact: Type.Optional(oneOf(CONTACT_STATES, 'contact and circuit')),
  }),
} as const;
