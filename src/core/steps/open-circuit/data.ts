import { measured, optional, readingOf } from '../shape';

export const OPEN_CIRCUIT_READINGS = {
  open_circuit: readingOf('settle', {
    volts: measured('openCircuitVolts'),
    temperatureC: optional(measured('temperatureC')),
  }),
} as const;
