import { Type } from '../../quantity/type';
import { holding, measured, oneOf, optional } from '../shape';
import { LONGEST_TRACE } from './thin-trace';

/** Seconds, volts and, where it was recorded, amperes. */
const TraceSchema = Type.Array(
  Type.Unsafe<readonly [number, number, number | null]>({
    type: 'array',
    prefixItems: [
      { type: 'number', minimum: 0, maximum: 600 },
      { type: 'number', minimum: 0, maximum: 20 },
      { type: ['number', 'null'], minimum: -100, maximum: 5000 },
    ],
    items: false,
    minItems: 3,
  }),
  { minItems: 1, maxItems: LONGEST_TRACE, description: 'trace' },
);

/** Why a load was broken off before its time. */
export const STOP_REASONS = ['collapse', 'gassing'] as const;

export const LOAD_READINGS = {
  load: holding({
    amps: measured('loadAmps'),
    seconds: measured('loadSeconds'),
    volts: measured('loadVolts'),
    temperatureC: optional(measured('temperatureC')),
    stopped: Type.Optional(optional(oneOf(STOP_REASONS, 'why it was stopped'))),
    trace: Type.Optional(optional(TraceSchema)),
  }),
} as const;
