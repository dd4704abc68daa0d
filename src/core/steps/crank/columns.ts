import type { ColumnPart } from '../columns';

export const CRANK_COLUMNS: ColumnPart<'crank_v' | 'crank_s' | 'crank_a'> = {
  columns: {
    crank_v: { title: 'Cranking, V' },
    crank_s: { title: 'Cranking, s' },
    crank_a: { title: 'Cranking, A' },
  },
  read: (row, into, { battery, temperatureC }) => {
    const volts = row.quantity('crank_v', 'crankVolts', battery.nominalVolts);
    const seconds = row.quantity('crank_s', 'crankSeconds');
    const amps = row.quantity('crank_a', 'loadAmps');
    if (volts !== null) into.crank = { volts, seconds, amps, temperatureC, forced: false };
  },
  write: ({ crank }) => ({ crank_v: crank?.volts, crank_s: crank?.seconds, crank_a: crank?.amps }),
};
