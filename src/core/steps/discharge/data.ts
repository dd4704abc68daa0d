import { Type } from '../../quantity/type';
import { holding, measured, optional } from '../shape';

/** A discharge is begun, looked at now and then, and ended: at the end voltage of its cells, or before. */
export const DISCHARGE_READINGS = {
  discharge_start: holding({
    amps: measured('dischargeAmps'),
    /** How long a new one of its label would last: nobody waits for longer. */
    minutes: Type.Optional(measured('dischargeMinutes')),
  }),
  discharge_log: holding({ minutes: measured('dischargeMinutes'), volts: measured('dischargeVolts') }),
  discharge: holding({
    amps: measured('dischargeAmps'),
    minutes: measured('dischargeMinutes'),
    /** After a minute: what the short form is told by. */
    earlyVolts: optional(measured('dischargeVolts')),
    endVolts: measured('dischargeVolts'),
    temperatureC: optional(measured('temperatureC')),
  }),
} as const;
