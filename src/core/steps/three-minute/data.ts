import { measured, readingOf } from '../shape';

export const THREE_MINUTE_READINGS = {
  three_minute: readingOf('charge', { amps: measured('chargingAmps'), volts: measured('chargingVolts') }),
} as const;
