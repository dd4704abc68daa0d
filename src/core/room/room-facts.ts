import type { Static } from '@sinclair/typebox';
import { Type } from '../quantity/type';
import { FanCheckSchema } from './fan';
import { MAINS_VOLTS } from './mains';

const MINUTES_A_DAY = 1440;

/** Hours of a weekday in which a battery can be changed over. Monday is 1. */
const HoursSchema = Type.Object(
  {
    day: Type.Integer({ minimum: 1, maximum: 7, description: 'day of the week' }),
    fromMinute: Type.Integer({
      minimum: 0,
      maximum: MINUTES_A_DAY - 1,
      description: 'first minute of the day',
    }),
    toMinute: Type.Integer({ minimum: 1, maximum: MINUTES_A_DAY, description: 'last minute of the day' }),
    /** Nobody is there, but somebody can be called. */
    onCall: Type.Boolean({ description: 'whether somebody has to be called' }),
  },
  { additionalProperties: false },
);

export type RoomHours = Static<typeof HoursSchema>;

/** What is true of a site's charge room as a whole. */
export const RoomFactsSchema = Type.Object(
  {
    hours: Type.Array(HoursSchema, { maxItems: 28, description: 'hours' }),
    circuits: Type.Array(
      Type.Object(
        {
          name: Type.String({ minLength: 1, maxLength: 60, description: 'circuit' }),
          amps: Type.Number({ minimum: 1, maximum: 1000, description: 'most current, A of the mains' }),
        },
        { additionalProperties: false },
      ),
      { maxItems: 100, description: 'circuits' },
    ),
    /** What the fan moves; null where that is not known. */
    airPerHour: Type.Union([
      Type.Number({ minimum: 0.1, maximum: 100_000, description: 'air, m³/h' }),
      Type.Null(),
    ]),
    mainsVolts: Type.Number({ minimum: 90, maximum: 480, description: 'voltage of the mains, V' }),
    /** Who looked at the fan last, and whether it drew; nothing where nobody has. */
    fan: Type.Optional(FanCheckSchema),
    /** Batteries that are cycled deeply and open are equalised so often; null never by schedule, nothing said as usual. */
    equaliseEveryDays: Type.Optional(
      Type.Union([
        Type.Integer({ minimum: 1, maximum: 365, description: 'days between equalising charges' }),
        Type.Null(),
      ]),
    ),
    /** What electricity costs, in the site's currency. */
    pricePerKwh: Type.Number({ minimum: 0, maximum: 1000, description: 'price of a kilowatt-hour' }),
  },
  { additionalProperties: false },
);

export type RoomFacts = Static<typeof RoomFactsSchema>;

const hours = (from: number, to: number) =>
  [1, 2, 3, 4, 5].map((day): RoomHours => ({ day, fromMinute: from * 60, toMinute: to * 60, onCall: false }));

/** What holds while nobody has said otherwise: working days from seven to five, nothing known of wires and air. */
export const USUAL_ROOM: RoomFacts = {
  hours: hours(7, 17),
  circuits: [],
  airPerHour: null,
  mainsVolts: MAINS_VOLTS,
  pricePerKwh: 0.3,
};

/** What contradicts itself in what is said of a room, as the field and what is expected there; null where nothing does. */
export function roomContradiction({ hours: all, circuits }: RoomFacts): {
  readonly field: string;
  readonly found: string | number;
  readonly expected: string;
} | null {
  for (const [at, { fromMinute, toMinute, day }] of all.entries()) {
    if (toMinute <= fromMinute)
      return { field: `hours/${at}/toMinute`, found: toMinute, expected: `later than ${fromMinute}` };
    const over = all.find(
      (other, place) =>
        place < at && other.day === day && other.fromMinute < toMinute && fromMinute < other.toMinute,
    );
    if (over)
      return { field: `hours/${at}/fromMinute`, found: fromMinute, expected: 'hours that do not overlap' };
  }
  const twice = circuits.findIndex(({ name }, at) => circuits.findIndex((other) => other.name === name) < at);
  return twice < 0
    ? null
    : { field: `circuits/${twice}/name`, found: circuits[twice]?.name ?? '', expected: 'each circuit once' };
}
