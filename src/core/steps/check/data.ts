import { Type } from '../../quantity/type';
import {
  CHECK_NAMES,
  ENGINE_STATES,
  LOAD_STATES,
  LOOKED_FACTS,
  LOOKED_NAMES,
} from '../../vehicle/check-reading';
import { SEGMENTS } from '../../vehicle/path';
import { STARTING_PREVENTED_BY } from '../../vehicle/starting-prevented';
import { holding, measured, oneOf, optional } from '../shape';

const amps = Type.Number({ minimum: -2500, maximum: 2500, description: 'current, A' });
/** The longest name of a fuse. */
export const FUSE_LENGTH = 40;
const STATES = LOOKED_NAMES.flatMap((name) => LOOKED_FACTS[name].states);

/** What is read on a vehicle rather than on a battery. */
export const CHECK_READINGS = {
  check_reading: holding({
    of: oneOf(CHECK_NAMES, 'what was read'),
    /** V, A or s as `of` says; null where it was looked at. */
    value: optional(Type.Number({ minimum: -2500, maximum: 2500, description: 'value' })),
    state: optional(oneOf([...new Set(STATES)], 'what was seen')),
    segment: optional(oneOf(SEGMENTS, 'segment')),
    amps: optional(amps),
    engine: optional(oneOf(ENGINE_STATES, 'engine')),
    loads: optional(oneOf(LOAD_STATES, 'loads')),
    /** Since the start of the engine. */
    minutes: optional(Type.Number({ minimum: 0, maximum: 10_000, description: 'minutes' })),
    temperatureC: optional(measured('temperatureC')),
    /** Of a draw: the fuse that was pulled meanwhile. */
    fuse: Type.Optional(
      Type.Union([Type.String({ minLength: 1, maxLength: FUSE_LENGTH, description: 'fuse' }), Type.Null()]),
    ),
    /** Its instrument cannot tell its limit. */
    unfit: Type.Boolean({ description: 'instrument that cannot tell the limit' }),
  }),
  /** What was pulled so that it could be cranked, and that it is back. */
  kept_from_starting: holding({
    by: oneOf(
      Object.keys(STARTING_PREVENTED_BY) as (keyof typeof STARTING_PREVENTED_BY)[],
      'what was pulled',
    ),
  }),
  put_back: holding({}),
} as const;
