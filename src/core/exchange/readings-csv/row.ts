import {
  CASE_STATES,
  type ConductanceEvidence,
  type Evidence,
  LEVEL_STATES,
  type LoadEvidence,
  noEvidence,
  TERMINAL_STATES,
} from '../../assessment/evidence';
import type { BatterySpec } from '../../battery/battery';
import { CONSTRUCTIONS, isSealed } from '../../battery/construction';
import { isRatingStandard, RATING_STANDARDS } from '../../battery/rating-standard';
import type { ConductanceUnit } from '../../correction/conductance';
import { loadAboveOpen } from '../../procedure/check-reading';
import { possibleRange, type Quantity } from '../../quantity/entry';
import { formatNumber } from '../../quantity/format';
import { fail, type Problem, problem, type Result, succeed } from '../../quantity/result';
import { celsiusFromFahrenheit, fahrenheitFromCelsius } from '../../quantity/temperature';
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
  const tag = row.text('tag');
  if (tag === '') row.complain('tag', '', 'the battery’s tag');
  checkMoment(row);
  const battery = readBattery(row);
  const temperatureC = readTemperature(row);
  const leftOut: Problem[] = [];
  const evidence = battery && {
    ...noEvidence(battery),
    ...readReadings(row, battery, temperatureC),
    ...readCells(row, battery, leftOut),
    ...readOtherTests(row, battery, temperatureC, leftOut),
  };
  if (!evidence || row.problems.length > 0) return fail(...row.problems);
  const load = readLoad(row, evidence, temperatureC, leftOut);
  if (row.problems.length > 0) return fail(...row.problems);
  return succeed({ tag, evidence: { ...evidence, load }, leftOut });
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

function readReadings(
  row: RowCells,
  battery: BatterySpec,
  temperatureC: number | null,
): Pick<Evidence, 'inspection' | 'openCircuit' | 'recovery' | 'chargesGiven'> {
  const { nominalVolts } = battery;
  const volts = row.quantity('ocv_v', 'openCircuitVolts', nominalVolts);
  const recoveryVolts = row.quantity('recovery_v', 'recoveryVolts', nominalVolts);
  const recoveryMinutes = row.quantity('recovery_min', 'recoveryMinutes') ?? DEFAULT_RECOVERY_MINUTES;
  const restMinutes = row.quantity('rest_min', 'restMinutes');
  const removed = row.word('surface_removed', ['yes', 'no']);
  const charges = row.number('charges_done', 0, MOST_CHARGES) ?? 0;
  if (!Number.isInteger(charges)) row.complain('charges_done', charges, 'a whole number');
  return {
    inspection: {
      case: row.word('case', CASE_STATES),
      smell: null,
      terminals: row.word('terminals', TERMINAL_STATES),
      level: row.word('level', LEVEL_STATES),
    },
    openCircuit:
      volts === null
        ? null
        : { volts, temperatureC, restMinutes, surfaceRemoved: removed && removed === 'yes', forced: false },
    recovery:
      recoveryVolts === null ? null : { minutes: recoveryMinutes, volts: recoveryVolts, forced: false },
    chargesGiven: charges,
  };
}

function readLoad(
  row: RowCells,
  { battery, openCircuit }: Evidence,
  temperatureC: number | null,
  leftOut: Problem[],
): LoadEvidence | null {
  const amps = row.quantity('load_a', 'loadAmps');
  const seconds = row.quantity('load_s', 'loadSeconds') ?? DEFAULT_HOLD_SECONDS;
  const volts = row.quantity('load_v', 'loadVolts', battery.nominalVolts);
  const loadC = row.quantity('load_temp_c', 'temperatureC') ?? temperatureC;
  if (volts === null) return null;
  if (amps === null) {
    leftOut.push(problem('load_a', '', 'the load applied; without it load_v is left out'));
    return null;
  }
  if (openCircuit) row.problems.push(...loadAboveOpen('load_v', volts, openCircuit.volts));
  return { amps, seconds, volts, temperatureC: loadC, forced: false };
}

/** Hydrometer and cell voltages: all cells or none, and only of a type that is ever opened. */
function readCells(
  row: RowCells,
  { construction, nominalVolts }: BatterySpec,
  leftOut: Problem[],
): Pick<Evidence, 'hydrometer' | 'cellVolts'> {
  const gravities = readEachCell(row, GRAVITY_COLUMNS.slice(0, nominalVolts / 2), 'gravity');
  const volts = readEachCell(row, CELL_COLUMNS.slice(0, nominalVolts / 2), 'cellVolts');
  const temperatureC = row.quantity('sg_temp_c', 'temperatureC');
  if (gravities && isSealed(construction)) {
    leftOut.push(
      problem('sg_1', row.text('sg_1'), `nothing: ${construction} batteries are never opened; left out`),
    );
  }
  return {
    hydrometer:
      gravities && !isSealed(construction)
        ? { gravities, temperatureC, compensated: false, forced: false }
        : null,
    cellVolts: volts && { volts, forced: false },
  };
}

function readEachCell(
  row: RowCells,
  columns: readonly UsedColumn[],
  quantity: 'gravity' | 'cellVolts',
): number[] | null {
  const given = columns.filter((column) => row.text(column) !== '');
  if (given.length === 0) return null;
  for (const column of columns) {
    if (row.text(column) === '') row.complain(column, '', 'a reading, as the other cells have one');
  }
  return columns.map((column) => row.quantity(column, quantity) ?? 0);
}

/** Conductance, cranking and the three-minute charge. */
function readOtherTests(
  row: RowCells,
  { nominalVolts }: BatterySpec,
  temperatureC: number | null,
  leftOut: Problem[],
): Pick<Evidence, 'conductance' | 'crank' | 'threeMinute'> {
  const crankVolts = row.quantity('crank_v', 'crankVolts', nominalVolts);
  const seconds = row.quantity('crank_s', 'crankSeconds');
  const crankAmps = row.quantity('crank_a', 'loadAmps');
  const chargingVolts = row.quantity('charge3_v', 'chargingVolts', nominalVolts);
  const chargingAmps = row.quantity('charge3_a', 'chargingAmps');
  if (chargingVolts !== null && chargingAmps === null) {
    leftOut.push(problem('charge3_a', '', 'the current; without it charge3_v is left out'));
  }
  return {
    conductance: readConductance(row, temperatureC, leftOut),
    crank:
      crankVolts === null
        ? null
        : { volts: crankVolts, seconds, amps: crankAmps, temperatureC, forced: false },
    threeMinute:
      chargingVolts === null || chargingAmps === null
        ? null
        : { amps: chargingAmps, volts: chargingVolts, forced: false },
  };
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
