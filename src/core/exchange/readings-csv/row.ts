import {
  CASE_STATES,
  type CellVoltsEvidence,
  type ConductanceEvidence,
  type CrankEvidence,
  type Evidence,
  type HydrometerEvidence,
  type InspectionEvidence,
  LEVEL_STATES,
  type LoadEvidence,
  type OpenCircuitEvidence,
  type RecoveryEvidence,
  TERMINAL_STATES,
  type ThreeMinuteEvidence,
} from '../../assessment/evidence';
import type { BatterySpec } from '../../battery/battery';
import { CONSTRUCTIONS, isSealed } from '../../battery/construction';
import { isRatingStandard, RATING_STANDARDS } from '../../battery/rating-standard';
import type { ConductanceUnit } from '../../correction/conductance';
import { possibleRange, type Quantity } from '../../quantity/entry';
import { formatNumber } from '../../quantity/format';
import { fail, type Problem, problem, type Result, succeed } from '../../quantity/result';
import { celsiusFromFahrenheit, fahrenheitFromCelsius } from '../../quantity/temperature';
import { loadAboveOpen } from '../../steps/possible';
import { undefused } from '../csv-text';
import { RowCells } from './cells';
import type { UsedColumn } from './columns';
import type { Header } from './header';

/** A row as read: what is known of the battery, and what had to be left out of it. */
export interface ReadingsRow {
  readonly tag: string;
  readonly evidence: Evidence;
  /** Readings that could not be used although the row could. */
  readonly leftOut: readonly Problem[];
}

/** Hold and recovery that a blank cell stands for, by the format. */
const DEFAULT_HOLD_SECONDS = 15;
const DEFAULT_RECOVERY_MINUTES = 5;
/** Largest disagreement between a Celsius and a Fahrenheit cell that rounding explains, K. */
const SAME_TEMPERATURE_K = 1;
const MOST_CHARGES = 50;

/** Reads one row: the evidence in it, or everything that is wrong with it. */
export function readRow(header: Header, cells: readonly string[]): Result<ReadingsRow> {
  if (cells.length !== header.width) {
    return fail(problem('row', `${cells.length} cells`, `${header.width} cells, as in the header row`));
  }
  const row = new RowCells(header, cells);
  const tag = undefused(row.text('tag'));
  if (tag === '') row.complain('tag', '', 'the battery’s tag');
  checkMoment(row);
  const battery = readBattery(row);
  const temperatureC = readTemperature(row);
  if (!battery) return fail(...row.problems);
  const leftOut: Problem[] = [];
  const openCircuit = readOpenCircuit(row, battery, temperatureC);
  // One literal rather than parts spread together: a file has a hundred thousand of these.
  const evidence: Evidence = {
    battery,
    inspection: readInspection(row),
    openCircuit,
    hydrometer: readHydrometer(row, battery, leftOut),
    cellVolts: readCellVolts(row, battery),
    conductance: readConductance(row, temperatureC, leftOut),
    load: readLoad(row, battery, openCircuit, temperatureC, leftOut),
    recovery: readRecovery(row, battery),
    crank: readCrank(row, battery, temperatureC),
    threeMinute: readThreeMinute(row, battery, leftOut),
    stand: null,
    vehicleChecks: [],
    chargeRefused: false,
    chargesGiven: readCharges(row),
    skipped: [],
  };
  return row.problems.length > 0 ? fail(...row.problems) : succeed({ tag, evidence, leftOut });
}

function readBattery(row: RowCells): BatterySpec | null {
  const nominalVolts = row.word('nominal_v', ['6', '12']) === '6' ? 6 : 12;
  const construction = row.word('construction', CONSTRUCTIONS);
  if (row.text('construction') === '') row.complain('construction', '', `one of ${CONSTRUCTIONS.join(', ')}`);
  const standard = row.word('rating_standard', RATING_STANDARDS) ?? 'SAE';
  const amps = row.quantity('rating_a', 'ratingAmps');
  const c20Ah = row.quantity('c20_ah', 'c20Ah');
  const rcMinutes = row.quantity('rc_min', 'rcMinutes');
  const ratings = amps === null ? [] : [{ standard, amps }];
  return construction && { construction, nominalVolts, ratings, c20Ah, rcMinutes };
}

function readTemperature(row: RowCells): number | null {
  const celsius = row.quantity('temp_c', 'temperatureC');
  const [least, most] = possibleRange('temperatureC', 12);
  const fahrenheit = row.number('temp_f', fahrenheitFromCelsius(least), fahrenheitFromCelsius(most));
  if (fahrenheit === null) return celsius;
  const converted = celsiusFromFahrenheit(fahrenheit);
  if (celsius !== null && Math.abs(celsius - converted) > SAME_TEMPERATURE_K) {
    row.complain(
      'temp_f',
      fahrenheit,
      `the same as temp_c, ${formatNumber(fahrenheitFromCelsius(celsius), '°F')}`,
    );
  }
  return celsius ?? converted;
}

function readInspection(row: RowCells): InspectionEvidence {
  return {
    case: row.word('case', CASE_STATES),
    smell: null,
    terminals: row.word('terminals', TERMINAL_STATES),
    level: row.word('level', LEVEL_STATES),
    caps: null,
    holdDown: null,
    topVolts: null,
    eye: null,
    belt: null,
    fuse: null,
  };
}

function readOpenCircuit(
  row: RowCells,
  { nominalVolts }: BatterySpec,
  temperatureC: number | null,
): OpenCircuitEvidence | null {
  const volts = row.quantity('ocv_v', 'openCircuitVolts', nominalVolts);
  const restMinutes = row.quantity('rest_min', 'restMinutes');
  const removed = row.word('surface_removed', ['yes', 'no']);
  if (volts === null) return null;
  return { volts, temperatureC, restMinutes, surfaceRemoved: removed && removed === 'yes', forced: false };
}

function readRecovery(row: RowCells, { nominalVolts }: BatterySpec): RecoveryEvidence | null {
  const volts = row.quantity('recovery_v', 'recoveryVolts', nominalVolts);
  const minutes = row.quantity('recovery_min', 'recoveryMinutes') ?? DEFAULT_RECOVERY_MINUTES;
  return volts === null ? null : { minutes, volts, forced: false };
}

function readCharges(row: RowCells): number {
  const charges = row.number('charges_done', 0, MOST_CHARGES) ?? 0;
  if (!Number.isInteger(charges)) row.complain('charges_done', charges, 'a whole number');
  return charges;
}

function readLoad(
  row: RowCells,
  { nominalVolts }: BatterySpec,
  openCircuit: OpenCircuitEvidence | null,
  temperatureC: number | null,
  leftOut: Problem[],
): LoadEvidence | null {
  const amps = row.quantity('load_a', 'loadAmps');
  const seconds = row.quantity('load_s', 'loadSeconds') ?? DEFAULT_HOLD_SECONDS;
  const volts = row.quantity('load_v', 'loadVolts', nominalVolts);
  const loadC = row.quantity('load_temp_c', 'temperatureC') ?? temperatureC;
  if (volts === null) return null;
  if (amps === null) {
    leftOut.push(problem('load_a', '', 'the load applied; without it load_v is left out'));
    return null;
  }
  if (openCircuit) row.problems.push(...loadAboveOpen('load_v', volts, openCircuit.volts));
  return { amps, seconds, volts, temperatureC: loadC, forced: false };
}

/** Gravities of all cells or none, and only of a type that is ever opened. */
function readHydrometer(
  row: RowCells,
  { construction, nominalVolts }: BatterySpec,
  leftOut: Problem[],
): HydrometerEvidence | null {
  const temperatureC = row.quantity('sg_temp_c', 'temperatureC');
  const gravities = readEachCell(row, GRAVITY_COLUMNS, nominalVolts / 2, 'gravity');
  if (!gravities) return null;
  if (!isSealed(construction)) return { gravities, temperatureC, compensated: false, forced: false };
  leftOut.push(
    problem('sg_1', row.text('sg_1'), `nothing: ${construction} batteries are never opened; left out`),
  );
  return null;
}

function readCellVolts(row: RowCells, { nominalVolts }: BatterySpec): CellVoltsEvidence | null {
  const volts = readEachCell(row, CELL_COLUMNS, nominalVolts / 2, 'cellVolts');
  return volts && { volts, forced: false };
}

function readEachCell(
  row: RowCells,
  columns: readonly UsedColumn[],
  cells: number,
  quantity: 'gravity' | 'cellVolts',
): number[] | null {
  if (!columns.some((column) => row.text(column) !== '')) return null;
  const own = columns.slice(0, cells);
  for (const column of own) {
    if (row.text(column) === '') row.complain(column, '', 'a reading, as the other cells have one');
  }
  for (const column of columns.slice(cells)) {
    if (row.text(column) !== '')
      row.complain(column, row.text(column), `nothing: the battery has ${cells} cells`);
  }
  return own.map((column) => row.quantity(column, quantity) ?? 0);
}

function readCrank(
  row: RowCells,
  { nominalVolts }: BatterySpec,
  temperatureC: number | null,
): CrankEvidence | null {
  const volts = row.quantity('crank_v', 'crankVolts', nominalVolts);
  const seconds = row.quantity('crank_s', 'crankSeconds');
  const amps = row.quantity('crank_a', 'loadAmps');
  return volts === null ? null : { volts, seconds, amps, temperatureC, forced: false };
}

function readThreeMinute(
  row: RowCells,
  { nominalVolts }: BatterySpec,
  leftOut: Problem[],
): ThreeMinuteEvidence | null {
  const volts = row.quantity('charge3_v', 'chargingVolts', nominalVolts);
  const amps = row.quantity('charge3_a', 'chargingAmps');
  if (volts === null) return null;
  if (amps !== null) return { amps, volts, forced: false };
  leftOut.push(problem('charge3_a', '', 'the current; without it charge3_v is left out'));
  return null;
}

function readConductance(
  row: RowCells,
  temperatureC: number | null,
  leftOut: Problem[],
): ConductanceEvidence | null {
  const unit = row.word('cond_unit', CONDUCTANCE_UNITS);
  const compensated = row.word('cond_compensated', ['none', 'temp', 'both']);
  if (row.text('cond_value') === '') return null;
  if (unit === null) {
    if (row.text('cond_unit') === '') {
      leftOut.push(
        problem('cond_unit', '', `one of ${CONDUCTANCE_UNITS.join(', ')}; without it cond_value is left out`),
      );
    }
    return null;
  }
  const value = row.quantity('cond_value', conductanceQuantity(unit));
  const usual = isRatingStandard(unit) ? 'both' : 'none';
  return value === null
    ? null
    : { value, unit, compensated: compensated ?? usual, temperatureC, forced: false };
}

const CONDUCTANCE_UNITS = ['S', 'mohm', ...RATING_STANDARDS] as const;

function conductanceQuantity(unit: ConductanceUnit): Quantity {
  if (unit === 'S') return 'siemens';
  return unit === 'mohm' ? 'milliohms' : 'ratingAmps';
}

const GRAVITY_COLUMNS = ['sg_1', 'sg_2', 'sg_3', 'sg_4', 'sg_5', 'sg_6'] as const;
const CELL_COLUMNS = ['cell_1_v', 'cell_2_v', 'cell_3_v', 'cell_4_v', 'cell_5_v', 'cell_6_v'] as const;

/** ISO 8601 with a zone, to the minute or finer. */
const MOMENT = /^\d{4}-\d\d-\d\dT\d\d:\d\d(:\d\d(\.\d+)?)?(Z|[+-]\d\d:?\d\d)$/;

function checkMoment(row: RowCells): void {
  const text = row.text('taken_at');
  if (text === '' || (MOMENT.test(text) && !Number.isNaN(Date.parse(text)))) return;
  row.complain('taken_at', text, 'a date and time with zone, such as 2026-01-31T08:15:00Z');
}
