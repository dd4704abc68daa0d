import type { Static } from '@sinclair/typebox';
import { possibleRange } from '../quantity/entry';
import { momentSchema } from '../quantity/moment-schema';
import { Type } from '../quantity/type';
import { type BatteryType, CONSTRUCTIONS, type Construction, OTHER_CHEMISTRIES } from './construction';
import { DUTIES, type Duty } from './duty';
import { NOMINAL_VOLTS, type NominalVolts } from './nominal-volts';
import { RATING_STANDARDS, type RatingStandard } from './rating-standard';

const bounded = (quantity: Parameters<typeof possibleRange>[0], description: string) => {
  const [minimum, maximum] = possibleRange(quantity, 12);
  return Type.Number({ minimum, maximum, description });
};

/** Longest texts a label or a note needs; they also keep tables and slips in shape. */
export const TAG_LENGTH = 32;
const TEXT_LENGTH = 80;

const BatteryTypeSchema = Type.Unsafe<BatteryType>(
  Type.Union([...CONSTRUCTIONS, ...OTHER_CHEMISTRIES].map((name) => Type.Literal(name))),
);

const RatingSchema = Type.Object(
  {
    standard: Type.Unsafe<RatingStandard>(Type.Union(RATING_STANDARDS.map((name) => Type.Literal(name)))),
    amps: bounded('ratingAmps', 'rated cranking current, A'),
  },
  { additionalProperties: false },
);

/** What the vehicle or slot asks for, as its plate or handbook says. */
export const SlotNeedsSchema = Type.Object(
  {
    type: Type.Unsafe<Construction | null>(
      Type.Union([...CONSTRUCTIONS.map((name) => Type.Literal(name)), Type.Null()]),
    ),
    rating: Type.Union([RatingSchema, Type.Null()]),
  },
  { additionalProperties: false },
);

/** One cranking rating as printed on a label. */
export type Rating = Static<typeof RatingSchema>;

/** What a vehicle or slot asks of its battery; null where nobody noted it. */
export type SlotNeeds = Static<typeof SlotNeedsSchema>;

/** What a battery's label says: all that a person registers. */
export const BatteryLabelSchema = Type.Object(
  {
    tag: Type.String({ minLength: 1, maxLength: TAG_LENGTH, pattern: '^\\S(.*\\S)?$', description: 'tag' }),
    type: BatteryTypeSchema,
    nominalVolts: Type.Unsafe<NominalVolts>({
      enum: [...NOMINAL_VOLTS],
      description: `${NOMINAL_VOLTS.join(', ')} V`,
    }),
    ratings: Type.Array(RatingSchema, { maxItems: RATING_STANDARDS.length }),
    c20Ah: Type.Union([bounded('c20Ah', '20 h capacity, Ah'), Type.Null()]),
    rcMinutes: Type.Union([bounded('rcMinutes', 'reserve capacity, min'), Type.Null()]),
    model: Type.String({ maxLength: TEXT_LENGTH, description: 'maker and model as printed' }),
    place: Type.String({ maxLength: TEXT_LENGTH, description: 'vehicle or shelf where it belongs' }),
    dateCode: Type.String({ maxLength: TAG_LENGTH, description: 'date code as stamped' }),
    fittedOn: Type.Union([Type.String({ format: 'date' }), Type.Null()], {
      description: 'day it was fitted',
    }),
    group: Type.Optional(Type.String({ maxLength: TAG_LENGTH, description: 'group or size as printed' })),
    slot: Type.Optional(Type.Union([SlotNeedsSchema, Type.Null()])),
    duty: Type.Optional(
      Type.Union([Type.Unsafe<Duty>({ enum: [...DUTIES], description: 'what it is for' }), Type.Null()]),
    ),
    baselineSiemens: Type.Optional(Type.Union([bounded('siemens', 'conductance when new, S'), Type.Null()])),
    warrantyTo: Type.Optional(
      Type.Union([Type.String({ format: 'date', description: 'last day of its warranty' }), Type.Null()]),
    ),
    referenceFromMs: Type.Optional(
      Type.Union([momentSchema('moment before which its tests are no reference, ms UTC'), Type.Null()]),
    ),
  },
  { additionalProperties: false },
);

export type BatteryLabel = Static<typeof BatteryLabelSchema>;
