import { Type } from '../../quantity/type';
import { measured, optional, readingOf } from '../shape';

/** A discharge is begun, looked at now and then, and ended: at the end voltage of its cells, or before. */
export const DISCHARGE_READINGS = {
  discharge_start: readingOf('discharge', {
    amps: measured('dischargeAmps'),
    /** How long a new one of its label would last: nobody waits for longer. */
    minutes: Type.Optional(measured('dischargeMinutes')),
  }),
  discharge_log: readingOf(
    'discharge_start',
    { minutes: measured('dischargeMinutes'), volts: measured('dischargeVolts') },
    true,
  ),
  discharge: readingOf('run', {
    amps: measured('dischargeAmps'),
    minutes: measured('dischargeMinutes'),
    /** After a minute: what the short form is told by. */
    earlyVolts: optional(measured('dischargeVolts')),
    endVolts: measured('dischargeVolts'),
    temperatureC: optional(measured('temperatureC')),
  }),
} as const;
