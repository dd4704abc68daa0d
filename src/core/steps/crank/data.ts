import { ENGINES } from '../../assessment/evidence';
import { measured, oneOf, optional, readingOf } from '../shape';

export const CRANK_READINGS = {
  crank: readingOf('charge', {
    volts: measured('crankVolts'),
    seconds: optional(measured('crankSeconds')),
    amps: optional(measured('loadAmps')),
    temperatureC: optional(measured('temperatureC')),
    engine: oneOf(ENGINES, 'engine'),
    inrushVolts: optional(measured('crankVolts')),
  }),
} as const;
