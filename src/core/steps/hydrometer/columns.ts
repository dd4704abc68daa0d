import { isSealed } from '../../battery/construction';
import { problem } from '../../quantity/result';
import { type ColumnPart, readEachCell, writeEachCell } from '../columns';

const GRAVITIES = ['sg_1', 'sg_2', 'sg_3', 'sg_4', 'sg_5', 'sg_6'] as const;
const CELL_VOLTS = ['cell_1_v', 'cell_2_v', 'cell_3_v', 'cell_4_v', 'cell_5_v', 'cell_6_v'] as const;

/** A compensated hydrometer's gravities are written as read at the temperature that needs no correction, °C. */
const REFERENCE_C = 25;

type Column = (typeof GRAVITIES)[number] | 'sg_temp_c' | (typeof CELL_VOLTS)[number];

export const HYDROMETER_COLUMNS: ColumnPart<Column> = {
  columns: {
    sg_1: { title: 'Gravity 1' },
    sg_2: { title: 'Gravity 2' },
    sg_3: { title: 'Gravity 3' },
    sg_4: { title: 'Gravity 4' },
    sg_5: { title: 'Gravity 5' },
    sg_6: { title: 'Gravity 6' },
    sg_temp_c: { title: 'Electrolyte, °C' },
    cell_1_v: { title: 'Cell 1, V' },
    cell_2_v: { title: 'Cell 2, V' },
    cell_3_v: { title: 'Cell 3, V' },
    cell_4_v: { title: 'Cell 4, V' },
    cell_5_v: { title: 'Cell 5, V' },
    cell_6_v: { title: 'Cell 6, V' },
  },
  read: (row, into, { battery: { construction, nominalVolts }, leftOut }) => {
    const cells = nominalVolts / 2;
    const temperatureC = row.quantity('sg_temp_c', 'temperatureC');
    const gravities = readEachCell(row, GRAVITIES, cells, 'gravity');
    if (gravities && isSealed(construction)) {
      const never = `nothing: ${construction} batteries are never opened; left out`;
      leftOut.push(problem('sg_1', row.text('sg_1'), never));
    } else if (gravities) {
      into.hydrometer = { gravities, temperatureC, compensated: false, forced: false };
    }
    const volts = readEachCell(row, CELL_VOLTS, cells, 'cellVolts');
    if (volts) into.cellVolts = { volts, forced: false };
  },
  write: ({ hydrometer, cellVolts }) => ({
    ...writeEachCell(GRAVITIES, hydrometer?.gravities),
    ...writeEachCell(CELL_VOLTS, cellVolts?.volts),
    sg_temp_c: hydrometer?.compensated ? REFERENCE_C : hydrometer?.temperatureC,
  }),
};
