import type { Static, TSchema } from '@sinclair/typebox';
import { Type } from '../quantity/type';
import { FEATURE_NAMES, type FeatureName } from './features';

const moment = Type.Number({ minimum: -1e7, maximum: 1e9, description: 'moment, s' });
const orNull = <T extends TSchema>(schema: T) => Type.Union([schema, Type.Null()]);
const span = Type.Object({ fromS: moment, toS: moment }, { additionalProperties: false });
const feature = Type.Object(
  {
    value: Type.Number({ description: 'value' }),
    sd: Type.Number({ minimum: 0, description: 'standard deviation' }),
    fromS: moment,
    toS: moment,
  },
  { additionalProperties: false },
);

/** The marks of a recording as they are kept. */
export const MarksSchema = Type.Object(
  {
    rest: orNull(span),
    keyOnS: orNull(moment),
    onsetS: orNull(moment),
    plateau: orNull(span),
    startS: orNull(moment),
    crossS: orNull(moment),
    charging: orNull(span),
    taper: orNull(span),
  },
  { additionalProperties: false },
);

const valueOrNull = orNull(feature);
const VALUES = Object.fromEntries(FEATURE_NAMES.map((name) => [name, valueOrNull])) as Readonly<
  Record<FeatureName, typeof valueOrNull>
>;

/** What was found in a recording as it is kept. */
export const FoundSchema = Type.Object(
  {
    marks: MarksSchema,
    values: Type.Object({ ...VALUES }, { additionalProperties: false }),
    phaseMissing: orNull(Type.Boolean({ description: 'missing phase' })),
    attempts: Type.Integer({ minimum: 0, maximum: 10_000, description: 'attempts' }),
    problems: Type.Array(Type.String({ maxLength: 400 }), { maxItems: 50 }),
  },
  { additionalProperties: false },
);

/** What is kept of what was found in a recording: its marks, and what was read off at them. */
export type KeptFound = Static<typeof FoundSchema>;
