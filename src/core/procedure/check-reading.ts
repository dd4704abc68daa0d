import { possibleRange, type Quantity, quantityLabel } from '../quantity/entry';
import { formatMinutes, formatQuantity } from '../quantity/format';
import { type Problem, problem } from '../quantity/result';
import { restContradictedBy } from './clocks';
import type { CurrentReadings } from './current-readings';
import type { Reading } from './reading';

/**
 * What is impossible about a reading beside the others of its run: a voltage that this battery cannot show, a voltage
 * under load above the open one, a correction without its reason. Empty when nothing is.
 */
export function checkReading(reading: Reading, current: CurrentReadings, nominalVolts: number): Problem[] {
  return [
    ...voltageProblems(reading, nominalVolts),
    ...loadProblems(reading, current),
    ...restProblems(reading, current),
    ...correctionProblems(reading),
  ];
}

function voltageProblems(reading: Reading, nominalVolts: number): Problem[] {
  switch (reading.kind) {
    case 'open_circuit':
      return outOfRange('openCircuitVolts', reading.data.volts, nominalVolts);
    case 'load':
      return outOfRange('loadVolts', reading.data.volts, nominalVolts);
    case 'three_minute':
      return outOfRange('chargingVolts', reading.data.volts, nominalVolts);
    case 'hydrometer':
      return cellCount('gravity', reading.data.gravities.length, nominalVolts);
    case 'cell_probe':
      return cellCount('cell voltage', reading.data.volts.length, nominalVolts);
    case 'inspection':
      return reading.data.levelsMm ? cellCount('level', reading.data.levelsMm.length, nominalVolts) : [];
    case 'crank':
      return outOfRange('crankVolts', reading.data.volts, nominalVolts);
    case 'stand':
      return [
        ...outOfRange('openCircuitVolts', reading.data.startVolts, nominalVolts),
        ...outOfRange('openCircuitVolts', reading.data.volts, nominalVolts),
      ];
    case 'charge_start':
    case 'charge_log':
      return outOfRange('chargingVolts', reading.data.volts, nominalVolts);
    case 'recovery':
      return outOfRange('recoveryVolts', reading.data.volts, nominalVolts);
    default:
      return [];
  }
}

/** One reading a cell: a battery has a cell for every two volts. */
function cellCount(field: string, readings: number, nominalVolts: number): Problem[] {
  const cells = nominalVolts / 2;
  return readings === cells
    ? []
    : [problem(field, `${readings} cells`, `${cells} cells on a ${nominalVolts} V battery`)];
}

function outOfRange(quantity: Quantity, value: number, nominalVolts: number): Problem[] {
  const [least, most] = possibleRange(quantity, nominalVolts);
  if (value >= least && value <= most) return [];
  return [problem(quantityLabel(quantity), value, `${least} to ${most} V on a ${nominalVolts} V battery`)];
}

function loadProblems(reading: Reading, { openCircuit }: CurrentReadings): Problem[] {
  if ((reading.kind !== 'load' && reading.kind !== 'crank') || !openCircuit) return [];
  return loadAboveOpen(
    quantityLabel(reading.kind === 'load' ? 'loadVolts' : 'crankVolts'),
    reading.data.volts,
    openCircuit.data.volts,
  );
}

/** A battery under load falls: a voltage at or above the open one is a misreading. `field` is the caller's word. */
export function loadAboveOpen(field: string, loadVolts: number, openVolts: number): Problem[] {
  if (loadVolts < openVolts) return [];
  const open = formatQuantity(openVolts, 'V');
  return [problem(field, loadVolts, `less than the open-circuit voltage, ${open}: was the load on?`)];
}

/** A rest that the run's own clock contradicts is not believed; whoever stands by it forces the step. */
function restProblems(reading: Reading, { ownCharge }: CurrentReadings): Problem[] {
  if (reading.kind !== 'settle' || reading.forced) return [];
  const since = restContradictedBy(reading.data, reading.takenAtMs, ownCharge);
  if (since === null) return [];
  const found = formatMinutes(reading.data.restMinutes ?? 0);
  return [problem('rest', found, `at most the ${formatMinutes(since)} since the charge of this run`)];
}

function correctionProblems({ kind, supersedesId, reason }: Reading): Problem[] {
  if (supersedesId !== null && reason === null)
    return [problem('reason', reason, 'why the earlier reading was wrong')];
  if (kind === 'withdrawal' && supersedesId === null) {
    return [problem('supersedesId', supersedesId, 'the reading that is taken back')];
  }
  return [];
}
