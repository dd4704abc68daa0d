import { holding, measured, optional } from '../shape';

export const STAND_READINGS = {
  stand: holding({
    hours: measured('standHours'),
    startVolts: measured('openCircuitVolts'),
    volts: measured('openCircuitVolts'),
    temperatureC: optional(measured('temperatureC')),
  }),
} as const;
