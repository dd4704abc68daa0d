import { ENGINES } from '../../assessment/evidence';
import { Type } from '../../quantity/type';
import { measured, oneOf, optional, readingOf } from '../shape';

export const CRANK_READINGS = {
  crank: readingOf('charge', {
    volts: measured('crankVolts'),
    seconds: optional(measured('crankSeconds')),
    /** What goes with the mean current: the lowest belongs to the peak of the compression. */
    meanVolts: Type.Optional(optional(measured('crankVolts'))),
    amps: optional(measured('loadAmps')),
    temperatureC: optional(measured('temperatureC')),
    engine: oneOf(ENGINES, 'engine'),
    inrushVolts: optional(measured('crankVolts')),
  }),
} as const;
