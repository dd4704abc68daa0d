import { possibleRange, type Quantity, quantityLabel } from '../quantity/entry';
import { formatQuantity } from '../quantity/format';
import { type Problem, problem } from '../quantity/result';

/** One reading a cell: a battery has a cell for every two volts. */
export function cellCount(field: string, readings: number, nominalVolts: number): Problem[] {
  const cells = nominalVolts / 2;
  return readings === cells
    ? []
    : [problem(field, `${readings} cells`, `${cells} cells on a ${nominalVolts} V battery`)];
}

/** A voltage that a battery of this nominal voltage cannot show. */
export function outOfRange(quantity: Quantity, value: number, nominalVolts: number): Problem[] {
  const [least, most] = possibleRange(quantity, nominalVolts);
  if (value >= least && value <= most) return [];
  return [problem(quantityLabel(quantity), value, `${least} to ${most} V on a ${nominalVolts} V battery`)];
}

/** A battery under load falls: a voltage at or above the open one is a misreading. `field` is the caller's word. */
export function loadAboveOpen(field: string, loadVolts: number, openVolts: number | undefined): Problem[] {
  if (openVolts === undefined || loadVolts < openVolts) return [];
  const open = formatQuantity(openVolts, 'V');
  return [problem(field, loadVolts, `less than the open-circuit voltage, ${open}: was the load on?`)];
}
