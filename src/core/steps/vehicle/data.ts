import { VEHICLE_CHECKS } from '../../assessment/evidence';
import { measured, oneOf, optional, readingOf } from '../shape';

export const VEHICLE_READINGS = {
  vehicle_check: readingOf('run', {
    check: oneOf(VEHICLE_CHECKS, 'what was measured'),
    value: measured('vehicleReading'),
    ownFrom: optional(measured('regulatedVolts')),
    ownTo: optional(measured('regulatedVolts')),
  }),
} as const;
