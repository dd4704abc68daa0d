import { problem } from '../../quantity/result';
import type { ColumnPart } from '../columns';

export const THREE_MINUTE_COLUMNS: ColumnPart<'charge3_a' | 'charge3_v'> = {
  columns: { charge3_a: { title: '3 min charge, A' }, charge3_v: { title: '3 min charge, V' } },
  read: (row, into, { battery, leftOut }) => {
    const volts = row.quantity('charge3_v', 'chargingVolts', battery.nominalVolts);
    const amps = row.quantity('charge3_a', 'chargingAmps');
    if (volts === null) return;
    if (amps !== null) into.threeMinute = { amps, volts, forced: false };
    else leftOut.push(problem('charge3_a', '', 'the current; without it charge3_v is left out'));
  },
  write: ({ threeMinute }) => ({ charge3_a: threeMinute?.amps, charge3_v: threeMinute?.volts }),
};
