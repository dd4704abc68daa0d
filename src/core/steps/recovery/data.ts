import { measured, readingOf } from '../shape';

export const RECOVERY_READINGS = {
  recovery: readingOf(
    'load',
    { minutes: measured('recoveryMinutes'), volts: measured('recoveryVolts') },
    true,
  ),
} as const;
