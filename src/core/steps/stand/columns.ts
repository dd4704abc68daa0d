import { type ColumnPart, ownTemperature } from '../columns';

export const STAND_COLUMNS: ColumnPart<'stand_h' | 'stand_start_v' | 'stand_v' | 'stand_temp_c'> = {
  columns: {
    stand_h: { title: 'Stood, h' },
    stand_start_v: { title: 'Before it stood, V' },
    stand_v: { title: 'After it stood, V' },
    stand_temp_c: { title: 'Temp after it stood, °C' },
  },
  read: (row, into, { battery, temperatureC }) => {
    const hours = row.quantity('stand_h', 'standHours');
    const startVolts = row.quantity('stand_start_v', 'openCircuitVolts', battery.nominalVolts);
    const volts = row.quantity('stand_v', 'openCircuitVolts', battery.nominalVolts);
    const ownC = row.quantity('stand_temp_c', 'temperatureC') ?? temperatureC;
    if (hours === null && startVolts === null && volts === null) return;
    if (hours === null) return row.complain('stand_h', '', 'the hours that it stood');
    if (startVolts === null) return row.complain('stand_start_v', '', 'the voltage before it stood');
    if (volts === null) return row.complain('stand_v', '', 'the voltage after it stood');
    into.stand = { hours, startVolts, volts, temperatureC: ownC, forced: false };
  },
  write: ({ stand }, facts) => ({
    stand_h: stand?.hours,
    stand_start_v: stand?.startVolts,
    stand_v: stand?.volts,
    stand_temp_c: ownTemperature(stand, facts),
  }),
};
