import type { StepId } from '../../assessment/step-id';
import type { LotRow } from '../arrival-views';
import type { CsvRows } from '../csv-blocks';
import { USED_COLUMNS, type UsedColumn } from '../readings-csv/columns';
import { type Header, readHeader } from '../readings-csv/header';

/** Steps of grading a rack, in working order: all batteries go through one before any goes on to the next. */
export const LOT_STEPS = [
  'label',
  'inspect',
  'open',
  'cells',
  'conductance',
  'load',
  'recovery',
  'discharge',
  'crank',
] as const;

export type LotStep = (typeof LOT_STEPS)[number];

interface LotStepPlan {
  readonly label: string;
  /** The step of the procedure whose caution stands over it; null where nothing can hurt. */
  readonly cautionOf: StepId | null;
  readonly columns: readonly UsedColumn[];
}

/** What is typed down the rack in each step. */
export const LOT_PLAN: Readonly<Record<LotStep, LotStepPlan>> = {
  label: {
    label: 'Labels',
    cautionOf: null,
    columns: [
      'tag',
      'construction',
      'nominal_v',
      'rating_standard',
      'rating_a',
      'c20_ah',
      'rc_min',
      'duty',
      'taken_at',
    ],
  },
  inspect: { label: 'Inspection', cautionOf: 'inspect', columns: ['case', 'terminals', 'level'] },
  open: {
    label: 'Voltage',
    cautionOf: 'open_circuit',
    columns: ['temp_c', 'rest_min', 'surface_removed', 'ocv_v'],
  },
  cells: {
    label: 'Hydrometer',
    cautionOf: 'hydrometer',
    columns: ['sg_1', 'sg_2', 'sg_3', 'sg_4', 'sg_5', 'sg_6', 'sg_temp_c'],
  },
  conductance: {
    label: 'Conductance',
    cautionOf: 'conductance',
    columns: ['cond_value', 'cond_unit', 'cond_compensated'],
  },
  load: { label: 'Load', cautionOf: 'load', columns: ['load_a', 'load_s', 'load_v'] },
  recovery: {
    label: 'Recovery',
    cautionOf: 'charge',
    columns: ['recovery_min', 'recovery_v', 'charges_done', 'charge3_a', 'charge3_v'],
  },
  discharge: {
    label: 'Capacity',
    cautionOf: 'discharge',
    columns: [
      'returned_ah',
      'returned_from_pct',
      'discharge_a',
      'discharge_min',
      'discharge_early_v',
      'discharge_end_v',
    ],
  },
  crank: {
    label: 'Cranking',
    cautionOf: 'crank',
    columns: ['crank_v', 'crank_mean_v', 'crank_s', 'crank_a', 'crank_temp_c'],
  },
};

/** Every column that the grid has, in its order; temperatures come in Fahrenheit too, and are shown in one column. */
export const LOT_COLUMNS: readonly UsedColumn[] = [
  ...LOT_STEPS.flatMap((step) => LOT_PLAN[step].columns),
  'temp_f',
];

/** The step in which a column is typed; null for one that the grid does not have. */
export function stepOfColumn(column: string): LotStep | null {
  const shown = column === 'temp_f' ? 'temp_c' : column;
  return LOT_STEPS.find((step) => LOT_PLAN[step].columns.some((own) => own === shown)) ?? null;
}

const known = readHeader([...USED_COLUMNS]);

/** The header under which a rack's rows are read: the whole format. */
export function lotHeader(): Header {
  if (!known.ok) throw new Error('the format’s own columns must make a header');
  return known.value;
}

/** The cells of a row in the order of the header. */
export function lotCells(row: LotRow): string[] {
  return USED_COLUMNS.map((column) => row[column] ?? '');
}

/** True for a row in which nothing has been typed. */
export function isBlankRow(row: LotRow): boolean {
  return !Object.values(row).some((cell) => cell.trim() !== '');
}

/** A rack as rows of the readings format, blank ones left out; lines count from 1 as on screen. */
export function lotRows(rows: readonly LotRow[]): CsvRows {
  const filled = rows.flatMap((row, index) => (isBlankRow(row) ? [] : [{ row, line: index + 1 }]));
  return { cells: filled.map(({ row }) => lotCells(row)), lines: filled.map(({ line }) => line) };
}
