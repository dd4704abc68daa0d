import { measured, optional, readingOf } from '../shape';

export const STAND_READINGS = {
  stand: readingOf('charge', {
    hours: measured('standHours'),
    startVolts: measured('openCircuitVolts'),
    volts: measured('openCircuitVolts'),
    temperatureC: optional(measured('temperatureC')),
  }),
} as const;
