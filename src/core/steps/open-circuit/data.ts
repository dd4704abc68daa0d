import { holding, measured, optional } from '../shape';

export const OPEN_CIRCUIT_READINGS = {
  open_circuit: holding({
    volts: measured('openCircuitVolts'),
    temperatureC: optional(measured('temperatureC')),
  }),
} as const;
