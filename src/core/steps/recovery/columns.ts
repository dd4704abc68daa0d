import type { ColumnPart } from '../columns';

/** The wait that a blank cell stands for, by the format, min. */
const DEFAULT_RECOVERY_MINUTES = 5;

export const RECOVERY_COLUMNS: ColumnPart<'recovery_min' | 'recovery_v'> = {
  columns: { recovery_min: { title: 'After, min' }, recovery_v: { title: 'Recovered, V' } },
  read: (row, into, { battery }) => {
    const volts = row.quantity('recovery_v', 'recoveryVolts', battery.nominalVolts);
    const minutes = row.quantity('recovery_min', 'recoveryMinutes') ?? DEFAULT_RECOVERY_MINUTES;
    if (volts !== null) into.recovery = { minutes, volts, forced: false };
  },
  write: ({ recovery }) => ({ recovery_min: recovery?.minutes, recovery_v: recovery?.volts }),
};
