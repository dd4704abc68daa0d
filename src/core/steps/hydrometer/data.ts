import { Type } from '../../quantity/type';
import { eachCell, holding, measured, oneOf, optional } from '../shape';

/** The two ways to look into single cells: their acid, or their voltage. */
export const HYDROMETER_READINGS = {
  hydrometer: holding({
    gravities: eachCell('gravity', 'one reading a cell'),
    temperatureC: optional(measured('temperatureC')),
    compensated: Type.Boolean({ description: 'hydrometer corrects for temperature' }),
  }),
  cell_probe: holding({
    /** Single cells, whatever way they were entered. */
    volts: eachCell('cellVolts', 'one reading a cell'),
    entered: oneOf(['single', 'cumulative'], 'way of entry'),
  }),
} as const;
