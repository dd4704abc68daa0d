import { type ColumnPart, ownTemperature } from '../columns';

export const DISCHARGE_COLUMNS: ColumnPart<
  'discharge_a' | 'discharge_min' | 'discharge_early_v' | 'discharge_end_v' | 'discharge_temp_c'
> = {
  columns: {
    discharge_a: { title: 'Drawn, A' },
    discharge_min: { title: 'Lasted, min' },
    discharge_early_v: { title: 'At 1 min, V' },
    discharge_end_v: { title: 'At end, V' },
    discharge_temp_c: { title: 'Temp at discharge, °C' },
  },
  read: (row, into, { battery, temperatureC }) => {
    const amps = row.quantity('discharge_a', 'dischargeAmps');
    const minutes = row.quantity('discharge_min', 'dischargeMinutes');
    const earlyVolts = row.quantity('discharge_early_v', 'dischargeVolts', battery.nominalVolts);
    const endVolts = row.quantity('discharge_end_v', 'dischargeVolts', battery.nominalVolts);
    const ownC = row.quantity('discharge_temp_c', 'temperatureC') ?? temperatureC;
    if (amps === null && minutes === null && endVolts === null) return;
    if (amps === null) return row.complain('discharge_a', '', 'the current that it was discharged at');
    if (minutes === null) return row.complain('discharge_min', '', 'the minutes that it was discharged');
    if (endVolts === null) return row.complain('discharge_end_v', '', 'the voltage at the end');
    // A row tells of one moment: its open voltage is the one that the battery has now.
    into.discharge = {
      amps,
      minutes,
      earlyVolts,
      endVolts,
      temperatureC: ownC,
      drained: false,
      forced: false,
    };
  },
  write: ({ discharge }, facts) => ({
    discharge_a: discharge?.amps,
    discharge_min: discharge?.minutes,
    discharge_early_v: discharge?.earlyVolts,
    discharge_end_v: discharge?.endVolts,
    discharge_temp_c: ownTemperature(discharge, facts),
  }),
};
