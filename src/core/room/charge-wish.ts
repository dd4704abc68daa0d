import type { Static } from '@sinclair/typebox';
import { momentSchema } from '../quantity/moment-schema';
import { Type } from '../quantity/type';
import { MOST_CHANNELS } from '../steps/charge/data';

/** When the battery of a run is wanted, how much an hour of lateness counts, why, and where a hand has put it. */
export const ChargeWishSchema = Type.Object(
  {
    dueMs: Type.Union([momentSchema('when it is wanted, ms UTC'), Type.Null()]),
    weight: Type.Number({ minimum: 0.1, maximum: 100, description: 'weight of an hour' }),
    reason: Type.String({ maxLength: 200, description: 'who waits' }),
    held: Type.Union([
      Type.Object(
        {
          charger: Type.String({ format: 'uuid', description: 'charger' }),
          channel: Type.Integer({ minimum: 1, maximum: MOST_CHANNELS, description: 'channel' }),
          startMs: momentSchema('when it is to go on, ms UTC'),
        },
        { additionalProperties: false },
      ),
      Type.Null(),
    ]),
  },
  { additionalProperties: false },
);

export type ChargeWish = Static<typeof ChargeWishSchema>;

/** What holds for a battery that nobody waits for. */
export const NO_WISH: ChargeWish = { dueMs: null, weight: 1, reason: '', held: null };

/** Who may wait for a battery, and what an hour of theirs counts. Rules of ours, for a house to choose among. */
export const URGENCIES = [
  { weight: 1, label: 'Somebody waits for it' },
  { weight: 3, label: 'A vehicle stands still' },
  { weight: 8, label: 'A breakdown, or a promise to a customer' },
] as const;
