import { type ColumnPart, ownTemperature } from '../columns';

export const CRANK_COLUMNS: ColumnPart<'crank_v' | 'crank_mean_v' | 'crank_s' | 'crank_a' | 'crank_temp_c'> =
  {
    columns: {
      crank_v: { title: 'Cranking, V' },
      crank_mean_v: { title: 'Mean cranking, V' },
      crank_s: { title: 'Cranking, s' },
      crank_a: { title: 'Cranking, A' },
      crank_temp_c: { title: 'Temp at cranking, °C' },
    },
    read: (row, into, { battery, temperatureC }) => {
      const volts = row.quantity('crank_v', 'crankVolts', battery.nominalVolts);
      const meanVolts = row.quantity('crank_mean_v', 'crankVolts', battery.nominalVolts);
      const seconds = row.quantity('crank_s', 'crankSeconds');
      const amps = row.quantity('crank_a', 'loadAmps');
      const ownC = row.quantity('crank_temp_c', 'temperatureC') ?? temperatureC;
      if (volts !== null) {
        const mean = meanVolts === null ? {} : { meanVolts };
        into.crank = { volts, ...mean, seconds, amps, temperatureC: ownC, forced: false };
      }
    },
    write: ({ crank }, facts) => ({
      crank_v: crank?.volts,
      crank_mean_v: crank?.meanVolts,
      crank_s: crank?.seconds,
      crank_a: crank?.amps,
      crank_temp_c: ownTemperature(crank, facts),
    }),
  };
