import { holding, measured } from '../shape';

export const THREE_MINUTE_READINGS = {
  three_minute: holding({ amps: measured('chargingAmps'), volts: measured('chargingVolts') }),
} as const;
