import { ENGINES } from '../../assessment/evidence';
import { Type } from '../../quantity/type';
import { holding, measured, oneOf, optional } from '../shape';

export const CRANK_READINGS = {
  crank: holding({
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
