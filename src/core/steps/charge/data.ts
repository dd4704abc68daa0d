import { Type } from '../../quantity/type';
import { holding, measured, oneOf, optional } from '../shape';

const CHARGE_MODES = ['normal', 'slow', 'deep', 'equalise'] as const;

/** The most channels of one case. */
export const MOST_CHANNELS = 24;

/** A charge is put on, looked at now and then, and taken off. */
export const CHARGE_READINGS = {
  charge_start: holding({
    mode: oneOf(CHARGE_MODES, 'way of charging'),
    volts: measured('chargingVolts'),
    amps: measured('smallChargingAmps'),
    hours: Type.Number({ minimum: 0.1, maximum: 200, description: 'planned hours' }),
    senses: Type.Optional(Type.Boolean({ description: 'the charger senses the temperature' })),
    /** The charger of the site that it hangs on, and which of its channels. */
    charger: Type.Optional(Type.String({ format: 'uuid', description: 'charger' })),
    channel: Type.Optional(Type.Integer({ minimum: 1, maximum: MOST_CHANNELS, description: 'channel' })),
  }),
  charge_log: holding({
    volts: measured('chargingVolts'),
    amps: measured('smallChargingAmps'),
    temperatureC: optional(measured('temperatureC')),
    gravity: optional(measured('gravity')),
    /** By the charger's own clock and count, where it has them: since it was switched on. */
    minutes: Type.Optional(
      Type.Number({ minimum: 0, maximum: 20_000, description: 'minutes that the charger has been on' }),
    ),
    ampHours: Type.Optional(measured('returnedAh')),
  }),
  charge: holding({
    full: Type.Boolean({ description: 'charged until full' }),
    refused: Type.Optional(Type.Boolean({ description: 'took no charge' })),
    ampHours: Type.Optional(optional(measured('returnedAh'))),
    /** Where no reading of this run says how much charge it had before. */
    fromPct: Type.Optional(Type.Number({ minimum: 0, maximum: 100, description: 'charge before, percent' })),
  }),
} as const;
