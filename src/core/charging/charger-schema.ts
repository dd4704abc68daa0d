import type { Static } from '@sinclair/typebox';
import { momentSchema } from '../quantity/moment-schema';
import { Type } from '../quantity/type';
import { MOST_CHANNELS } from '../steps/charge/data';
import { CHARGE_WAYS, type ChargeMode } from './charge-plan';

const CHARGE_MODES = Object.keys(CHARGE_WAYS) as readonly ChargeMode[];

/** The largest bench chargers of workshops: A of a channel, V at its clamps. */
const MOST_AMPS = 500;
const MOST_VOLTS = 100;

/** What a charger is and can do, apart from which site it stands in. */
export const ChargerFactsSchema = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 60, pattern: '\\S', description: 'name' }),
    place: Type.String({ maxLength: 120, description: 'place' }),
    /** The circuit that it hangs on, as its breaker is labelled. */
    circuit: Type.String({ maxLength: 60, description: 'circuit' }),
    channels: Type.Integer({ minimum: 1, maximum: MOST_CHANNELS, description: 'channels' }),
    /** What one channel gives, A. */
    mostAmps: Type.Number({ minimum: 0.1, maximum: MOST_AMPS, description: 'most current, A' }),
    leastVolts: Type.Number({ minimum: 1, maximum: MOST_VOLTS, description: 'least voltage, V' }),
    mostVolts: Type.Number({ minimum: 1, maximum: MOST_VOLTS, description: 'most voltage, V' }),
    modes: Type.Array(
      Type.Unsafe<ChargeMode>({ enum: [...CHARGE_MODES], description: 'a way of charging' }),
      { minItems: 1, maxItems: CHARGE_MODES.length, uniqueItems: true, description: 'ways of charging' },
    ),
    /** It senses the battery's temperature and sets its voltage by it. */
    senses: Type.Boolean({ description: 'whether it senses the temperature' }),
  },
  { additionalProperties: false },
);

export type ChargerFacts = Static<typeof ChargerFactsSchema>;

/** A charger of a site. It is put aside rather than struck out: the charges that it gave go on naming it. */
export const ChargerSchema = Type.Object(
  {
    id: Type.String({ format: 'uuid' }),
    ...ChargerFactsSchema.properties,
    retiredAtMs: Type.Union([momentSchema('when it was put aside, ms UTC'), Type.Null()]),
  },
  { additionalProperties: false },
);

export type Charger = Static<typeof ChargerSchema>;

/** What contradicts itself in what is said of a charger, as the field and what is expected there; null where nothing does. */
export function chargerContradiction({ leastVolts, mostVolts }: ChargerFacts): {
  readonly field: keyof ChargerFacts;
  readonly found: number;
  readonly expected: string;
} | null {
  return mostVolts < leastVolts
    ? { field: 'mostVolts', found: mostVolts, expected: `not less than the least, ${leastVolts} V` }
    : null;
}
