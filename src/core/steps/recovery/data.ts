import { holding, measured } from '../shape';

export const RECOVERY_READINGS = {
  recovery: holding({ minutes: measured('recoveryMinutes'), volts: measured('recoveryVolts') }),
} as const;
