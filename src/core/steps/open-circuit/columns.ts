import type { ColumnPart } from '../columns';

const YES_NO = ['yes', 'no'] as const;

export const OPEN_CIRCUIT_COLUMNS: ColumnPart<'rest_min' | 'surface_removed' | 'ocv_v'> = {
  columns: {
    rest_min: { title: 'Rest, min' },
    surface_removed: { title: 'Surface taken off', words: YES_NO },
    ocv_v: { title: 'Open, V' },
  },
  read: (row, into, { battery, temperatureC }) => {
    const volts = row.quantity('ocv_v', 'openCircuitVolts', battery.nominalVolts);
    const restMinutes = row.quantity('rest_min', 'restMinutes');
    const removed = row.word('surface_removed', YES_NO);
    const surfaceRemoved = removed && removed === 'yes';
    if (volts !== null)
      into.openCircuit = { volts, temperatureC, restMinutes, surfaceRemoved, forced: false };
  },
  write: ({ openCircuit }) => ({
    rest_min: openCircuit?.restMinutes,
    surface_removed: yesNo(openCircuit?.surfaceRemoved),
    ocv_v: openCircuit?.volts,
  }),
};

const yesNo = (value: boolean | null | undefined) => (value == null ? null : value ? 'yes' : 'no');
