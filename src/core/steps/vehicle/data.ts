import { VEHICLE_CHECKS } from '../../assessment/evidence';
import { holding, measured, oneOf, optional } from '../shape';

export const VEHICLE_READINGS = {
  vehicle_check: holding({
    check: oneOf(VEHICLE_CHECKS, 'what was measured'),
    value: measured('vehicleReading'),
    ownFrom: optional(measured('regulatedVolts')),
    ownTo: optional(measured('regulatedVolts')),
  }),
} as const;
