import { Type } from '../../quantity/type';
import { eachCell, measured, oneOf, optional, readingOf } from '../shape';

/** The two ways to look into single cells: their acid, or their voltage. */
export const HYDROMETER_READINGS = {
  hydrometer: readingOf('charge', {
    gravities: eachCell('gravity', 'one reading a cell'),
    temperatureC: optional(measured('temperatureC')),
    compensated: Type.Boolean({ description: 'hydrometer corrects for temperature' }),
  }),
  cell_probe: readingOf('charge', {
    /** Single cells, whatever way they were entered. */
    volts: eachCell('cellVolts', 'one reading a cell'),
    entered: oneOf(['single', 'cumulative'], 'way of entry'),
  }),
} as const;
